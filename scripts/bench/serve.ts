import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { TODAY, uuid } from '../../server/testing.ts';
import { clocked, quantile } from './say.ts';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** A check as rounds record them: every tenth finds a root. */
export function check(i: number) {
  const moves = i % 10 === 0 ? [{ from: 'waiting', to: 'sprouted', count: 1 } as const] : [];
  return { id: uuid(), on: TODAY, kind: 'checked', damp: 'right', mould: 'none', moves } as const;
}

/** A server of its own in another process, on a free port. */
export async function startServer(dataFolder: string, today = TODAY): Promise<{ child: ChildProcess; address: string }> {
  const env = { ...process.env, PORT: '0', CHILL_DATA: dataFolder, CHILL_TODAY: today };
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'server/main.ts')], {
    env,
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const [line] = (await once(child.stdout as NonNullable<typeof child.stdout>, 'data')) as [Buffer];
  return { child, address: /http:\/\/[\d.:]+/.exec(line.toString())?.[0] as string };
}

/** A minute of such asking stays well below what the server takes from one browser in a minute. */
const ASKED_EVERY_MS = 75;

/** The longest that a request that needs nothing waits while some work is done, but for one in a hundred, ms. */
export async function waitsMeanwhile(address: string, work: () => Promise<unknown>): Promise<number> {
  let over = false;
  const waits: number[] = [];
  const done = work().finally(() => {
    over = true;
  });
  while (!over) {
    waits.push(await clocked(async () => (await fetch(`${address}/api/genera`)).arrayBuffer()));
    await new Promise((next) => setTimeout(next, ASKED_EVERY_MS));
  }
  await done;
  return quantile(waits, 0.99);
}
