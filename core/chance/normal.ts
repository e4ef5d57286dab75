import normalCdf from '@stdlib/stats-base-dists-normal-cdf';

/** The table's reach either side of the middle, in standard deviations, and its steps to one of them. */
const REACH = 6;
const STEPS = 512;
const TABLE = Float64Array.from({ length: 2 * REACH * STEPS + 2 }, (_, i) => normalCdf(i / STEPS - REACH, 0, 1));

/** The standard normal's cumulative chance to a millionth, read off a table: for sums of many thousands of them while somebody waits. */
export function normalChance(z: number): number {
  if (z <= -REACH) return 0;
  if (z >= REACH) return 1;
  const at = (z + REACH) * STEPS;
  const i = Math.floor(at);
  const low = TABLE[i] as number;
  return low + (at - i) * ((TABLE[i + 1] as number) - low);
}
