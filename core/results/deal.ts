import { randomFrom } from '../chance/random.ts';

/** How a lot is dealt between the arms of a trial: in lots of a few seeds, counted out blind and given to an arm drawn at random. */
export interface Deal {
  /** Seeds in each handful; the last of an arm may be smaller. */
  handful: number;
  /** The arm that each handful goes to, and which of that arm's replicates it is, both from 1, in the order in which they are counted out. */
  order: { arm: number; replicate: number }[];
}

/** Handfuls in each arm: enough that one odd corner of the bag does not make the difference. */
const HANDFULS_PER_ARM = 6;

/**
 * Deals `seeds[i]` seeds to arm i + 1 by a shuffle that `name` seeds: the same trial is dealt the same way twice.
 * @throws {RangeError} for fewer than two arms or an arm without seeds.
 */
export function deal(seeds: readonly number[], name: string): Deal {
  if (seeds.length < 2) throw new RangeError('A trial has at least two arms.');
  if (seeds.some((count) => !Number.isInteger(count) || count < 1)) throw new RangeError('Every arm needs at least one seed.');
  const handful = Math.max(1, Math.floor(Math.min(...seeds) / HANDFULS_PER_ARM));
  const arms = seeds.flatMap((count, i) => Array.from({ length: Math.ceil(count / handful) }, () => i + 1));
  const random = randomFrom(name);
  for (let i = arms.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [arms[i], arms[j]] = [arms[j] as number, arms[i] as number];
  }
  const seen = new Map<number, number>();
  const order = arms.map((arm) => {
    const replicate = (seen.get(arm) ?? 0) + 1;
    seen.set(arm, replicate);
    return { arm, replicate };
  });
  return { handful, order };
}
