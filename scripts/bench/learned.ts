import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { TODAY, uuid } from '../../server/testing.ts';
import { clocked, quantile, say } from './say.ts';
import { startServer, waitsMeanwhile } from './serve.ts';
import { withResults } from './withResults.ts';

const CLOSED = 20_000;
const ROUNDS = 12;

/** What is learned of twenty thousand results: when nothing has changed, when something has, what others wait for meanwhile, and what it takes of memory. */
export async function benchLearned(): Promise<void> {
  const memory = async (of: number) => {
    const { dataFolder, lotId } = await withResults(of);
    const { child, address } = await startServer(dataFolder);
    const ask = async (path: string, body?: object) => {
      const init = body && { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
      const answer = await fetch(address + path, init);
      if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`);
      return answer.arrayBuffer();
    };
    const blocked = (work: () => Promise<unknown>) => waitsMeanwhile(address, work);
    const resident = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1]) / 1024;
    await ask('/api/learned');
    if (of > 0) {
      const unchanged = [];
      for (let i = 0; i < ROUNDS; i++) unchanged.push(await clocked(() => ask('/api/learned')));
      say('/api/learned behind 20,000 results, nothing changed: p95', quantile(unchanged, 0.95), 50, 'ms');
      const tested = { id: uuid(), on: TODAY, kind: 'cutTested', tested: 20, viable: 11 };
      await ask(`/api/lots/${lotId}/events`, { decidedOn: 0, event: tested });
      let took = 0;
      const wait = await blocked(async () => {
        took = await clocked(() => ask('/api/learned'));
      });
      say('a change learned', took / 1000, 2, 's');
      say('what others wait for meanwhile', wait, 50, 'ms');
      say('and while the results are packed', await blocked(() => ask('/api/results.zip')), 50, 'ms');
      say('and while every lot is listed', await blocked(() => ask('/api/lots?all=1')), 50, 'ms');
      const pages = JSON.parse(new TextDecoder().decode(await ask('/api/results'))) as { page: number }[];
      const paged = await blocked(async () => {
        for (const { page } of pages) await ask(`/api/results/${page}`);
      });
      say('and while all pages of results are read', paged, 50, 'ms');
    }
    const took_MB = resident();
    child.kill('SIGTERM');
    await once(child, 'exit');
    return took_MB;
  };
  const young = await memory(0);
  say('memory behind 20,000 results / of a young nursery', (await memory(CLOSED)) / young, 1.5, '×');
}
