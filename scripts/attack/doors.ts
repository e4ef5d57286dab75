import { spawnSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseGpx } from '../../core/units/gpx.ts';
import { readConfig } from '../../server/config.ts';
import { serve } from '../../server/serve.ts';
import { DATABASE_FILE } from '../../server/store/files.ts';
import { temporaryFolder, testServer } from '../../server/testing.ts';
import { ensureBuilt, ROOT } from '../ensure.mjs';

/** Names that a program's own words stand under. */
const NAMES = [
  'toString',
  'valueOf',
  '__proto__',
  'constructor',
  'prototype',
  'hasOwnProperty',
  'isPrototypeOf',
  '__defineGetter__',
  'then',
];
/** Addresses that cannot be read. */
const BROKEN = ['/%', '/%zz', '/api/%ff', '/api/batches/%E0%A4%A', '/..%2f..%2f', '/%00'];

/** Files of places whose elements have odd names, and broken addresses: how many are answered otherwise than in Chill's own words, and under its own headers? */
export async function oddNames(): Promise<{ tried: number; wrong: string[] }> {
  const wrong: string[] = [];
  for (const name of NAMES)
    for (const inner of [`<${name}>x</${name}>`, `<name><${name}/></name>`, `<name ${name}="1">x</name>`])
      try {
        parseGpx(`<gpx><wpt lat="1" lon="2">${inner}</wpt></gpx>`);
      } catch (error) {
        wrong.push(`${inner}: ${error}`);
      }
  const server = await testServer();
  for (const address of BROKEN) {
    const { statusCode, headers } = await server.app.inject(address);
    if (statusCode >= 500 || headers['x-content-type-options'] !== 'nosniff') wrong.push(`${address}: ${statusCode}`);
  }
  await server.close();
  return { tried: 3 * NAMES.length + BROKEN.length, wrong };
}

/** A real browser crashed so many times, a little later each time, with entries on their way and the server away: has anything been lost, or come twice? */
export function browserCrashed(times: number): { held: boolean } {
  ensureBuilt();
  const moments = Array.from({ length: times }, (_, i) => Math.round((8000 * i ** 2) / times ** 2));
  const { status } = spawnSync(
    process.execPath,
    [
      join(ROOT, 'node_modules', '@playwright', 'test', 'cli.js'),
      ...['test', '-c', 'e2e/playwright.config.ts', '--project=desk', '--retries=0', 'kept', '-g', 'that is killed'],
    ],
    { cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, CHILL_KILLS: moments.join(' ') } },
  );
  return { held: status === 0 };
}

/** Somebody looks around in the demo from two browsers at once, so many times, where it is half-grown: how often was anybody answered with a fault? */
export async function lookedAroundTwice(times: number): Promise<{ faults: number }> {
  let faults = 0;
  for (let i = 0; i < times; i++) {
    const folder = temporaryFolder();
    mkdirSync(join(folder, 'demo'));
    writeFileSync(join(folder, 'demo', DATABASE_FILE), 'half of a demo');
    const running = await serve(readConfig({ PORT: '0', HOST: '127.0.0.1', CHILL_DATA: folder, CHILL_TODAY: '2027-02-16' }), {
      log: false,
      unsure: (error) => Promise.reject(error),
      grow: async (demo) => {
        await new Promise((done) => setTimeout(done, 100));
        mkdirSync(demo);
        writeFileSync(join(demo, 'filled'), '');
      },
    });
    const init = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ there: true }) };
    const asked = await Promise.all([1, 2].map(() => fetch(`${running.address}/api/look-around`, init)));
    faults += asked.filter(({ status }) => status !== 204).length;
    await running.stop();
  }
  return { faults };
}
