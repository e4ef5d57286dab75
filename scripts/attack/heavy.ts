import { once } from 'node:events';
import { startServer, waitsMeanwhile } from '../bench/serve.ts';
import { withResults } from '../bench/withResults.ts';

const HEAVY = [
  'learned',
  'results.zip',
  'results',
  'results/0',
  'lots?all=1',
  'promises',
  'seasons',
  'tables/batches.csv',
  'archive?page=1',
];
const TIMES = 4;

/** All that is heavy asked several times at once of a nursery with so many results: what was answered with a fault, and how long did others wait meanwhile? */
export async function heavyAtOnce(results: number): Promise<{ results: number; faults: number; longest_ms: number }> {
  const { dataFolder } = await withResults(results);
  const { child, address } = await startServer(dataFolder);
  let faults = 0;
  const longest_ms = await waitsMeanwhile(address, () =>
    Promise.all(
      Array.from({ length: TIMES }, () => HEAVY)
        .flat()
        .map(async (path) => {
          const answer = await fetch(`${address}/api/${path}`);
          await answer.arrayBuffer();
          if (!answer.ok) faults += 1;
        }),
    ),
  );
  child.kill('SIGTERM');
  await once(child, 'exit');
  return { results, faults, longest_ms };
}
