import { addDays } from '../../core/calendar/dates.ts';
import { towelBench, warmSince } from '../../core/testing/towelBench.ts';
import type { Batch } from '../../model/batch.ts';
import type { Species } from '../../model/species.ts';
import { handbook, NURSERY } from '../../server/testing.ts';
import { clocked, quantile, say } from './say.ts';

const TOWELS = 60;
/** What was counted on each: days since it was laid, and how many were up. */
const COUNTS = [
  [6, 2],
  [9, 4],
  [12, 3],
  [14, 1],
] as const;
/** Points of the grid, days ahead, choices, a second cold's lengths, outcomes of cutting: what must be gone through once whatever is weighed. */
const GRID = 23 * 15;
const AHEAD = 21;
const CURES = 3;
const LENGTHS = 50;
const OUTCOMES = 32;

/** Wait or stop, against one bare pass over the same grid: every chance that must be known made once, every mean that must be taken taken once. */
export async function benchWaiting(): Promise<void> {
  const species = handbook.find(({ id }) => id === 'larix-occidentalis') as Species;
  const { onTowel, count, read } = towelBench(NURSERY);
  const batches = Array.from({ length: TOWELS }, () => {
    const batch = onTowel(species);
    const since = warmSince(batch);
    for (const [days, up] of COUNTS) count(batch, addDays(since, days), up);
    return batch;
  });
  const today = addDays(warmSince(batches[0] as Batch), 1);
  const weigh = () => batches.map((batch) => read(batch, species, today).advice);
  const bare = () => batches.map(barePass);
  for (let i = 0; i < 3; i++) {
    weigh();
    bare();
  }
  const [ours, floor]: [number[], number[]] = [[], []];
  for (let i = 0; i < 7; i++) {
    floor.push(await clocked(bare));
    ours.push(await clocked(weigh));
  }
  say('60 towels read and every choice weighed / a bare pass over the grid', quantile(ours, 0.5) / quantile(floor, 0.5), 3, '×');
  say('one towel with every choice', quantile(ours, 0.5) / TOWELS, 20, 'ms');
}

let kept = 0;
function barePass(): void {
  const weights = new Float64Array(GRID).fill(1 / GRID);
  const chances = Array.from({ length: AHEAD * (1 + 2 * CURES) + LENGTHS }, (_, k) => {
    const made = new Float64Array(GRID);
    const by = Float64Array.from({ length: 15 }, (_, j) => 1 / (1 + Math.exp(-(k - j) / 9)));
    for (let i = 0; i < GRID; i++) {
      const share = ((i / 15) | 0) / 23;
      made[i] = (share * (by[i % 15] as number)) / (1 + share);
    }
    return made;
  });
  const mean = (of: Float64Array) => {
    let sum = 0;
    for (let i = 0; i < GRID; i++) sum += (weights[i] as number) * (of[i] as number);
    return sum;
  };
  for (const one of chances) kept += mean(one);
  for (let outcome = 0; outcome < OUTCOMES; outcome++)
    for (let k = 0; k < AHEAD * (1 + CURES) + CURES; k++) kept += mean(chances[k] as Float64Array);
  if (!(kept > 0)) throw new Error('Nothing was passed over.');
}
