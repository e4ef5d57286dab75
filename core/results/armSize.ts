import { normalQuantile } from '../chance/normal.ts';

/** A trial is wanted that shows the difference four times in five, and cries wolf once in twenty (science: 80 % power at 5 % two-sided). */
export const POWER = 0.8;
export const SIGNIFICANCE = 0.05;
/** Above this many a side, the normal approximation stands in for enumerating every outcome. */
const ENUMERATED_UP_TO = 200;

/**
 * The smallest difference from `share`, upwards where there is room and otherwise downwards, that so many seeds a side would tell apart; to the
 * nearest whole seed in a hundred. `undefined` where not even all or nothing would show.
 */
export function smallestDifference(share: number, seeds: number): number | undefined {
  const up = share <= 0.5 ? 1 : -1;
  const most = Math.floor(100 * (up > 0 ? 1 - share : share));
  const tells = (points: number) => {
    const other = share + (up * points) / 100;
    return seeds > ENUMERATED_UP_TO ? approximately(share, other) <= seeds : fisherPower(seeds, share, other) >= POWER;
  };
  if (most < 1 || !tells(most)) return undefined;
  let [less, more] = [0, most];
  while (more - less > 1) {
    const middle = Math.floor((less + more) / 2);
    if (tells(middle)) more = middle;
    else less = middle;
  }
  return more / 100;
}

/**
 * Seeds in each of two arms that tell shares `a` and `b` (0 to 1) apart by Fisher's exact test: the fewest for {@link POWER} at
 * {@link SIGNIFICANCE}, two-sided. Exact by enumeration up to 200 a side, the normal approximation beyond.
 * @throws {RangeError} for shares outside 0 to 1, or equal ones, which no number tells apart.
 */
export function seedsPerArm(a: number, b: number): number {
  if (!(a >= 0 && a <= 1 && b >= 0 && b <= 1)) throw new RangeError('A share lies between 0 and 1.');
  if (a === b) throw new RangeError('Equal shares cannot be told apart by any number of seeds.');
  const rough = approximately(a, b);
  if (rough > ENUMERATED_UP_TO * 1.1) return rough;
  let low = 2;
  let high = Math.min(ENUMERATED_UP_TO, Math.ceil(rough * 1.5) + 6);
  if (fisherPower(high, a, b) < POWER) return Math.max(rough, ENUMERATED_UP_TO + 1);
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (fisherPower(middle, a, b) >= POWER) high = middle;
    else low = middle;
  }
  // Counts come whole, so the power has teeth: a little fewer may do as well.
  for (let n = Math.max(2, high - 8); n < high; n++) if (fisherPower(n, a, b) >= POWER) return n;
  return high;
}

/**
 * Bags in each of two arms, `seeds` to a bag, that tell shares `a` and `b` (0 to 1, exclusive) apart where bags differ by `apart` (standard deviation, logit):
 * at {@link POWER} and {@link SIGNIFICANCE}, in the logit, normal approximation. More seed in one bag does not tell a bag from its method; more bags do.
 * @throws {RangeError} for shares outside 0 to 1, or equal ones.
 */
export function bagsPerArm(a: number, b: number, seeds: number, apart: number): number {
  if (!(a > 0 && a < 1 && b > 0 && b < 1) || a === b) throw new RangeError('Two different shares between 0 and 1.');
  const z = normalQuantile(1 - SIGNIFICANCE / 2) + normalQuantile(POWER);
  const logit = (share: number) => Math.log(share / (1 - share));
  const ofSeeds = (share: number) => 1 / (seeds * share * (1 - share));
  return Math.max(1, Math.ceil((z ** 2 * (2 * apart ** 2 + ofSeeds(a) + ofSeeds(b))) / (logit(a) - logit(b)) ** 2));
}

/**
 * The smallest difference from `share`, upwards where there is room and otherwise downwards, that one bag in each arm tells, `seeds` to a bag, where bags
 * differ by `apart`; `undefined` where none does.
 */
export function smallestOfBags(share: number, seeds: number, apart: number): number | undefined {
  const base = Math.min(1 - 0.5 / seeds, Math.max(0.5 / seeds, share));
  const up = base <= 0.5 ? 1 : -1;
  for (let points = 1; points < 100; points++) {
    const other = base + (up * points) / 100;
    if (other <= 0 || other >= 1) return undefined;
    if (bagsPerArm(base, other, seeds, apart) === 1) return points / 100;
  }
  return undefined;
}

/** Two proportions, normal approximation with Fleiss's continuity correction. */
function approximately(a: number, b: number): number {
  const zAlpha = normalQuantile(1 - SIGNIFICANCE / 2);
  const zBeta = normalQuantile(POWER);
  const mean = (a + b) / 2;
  const apart = Math.abs(a - b);
  const n = (zAlpha * Math.sqrt(2 * mean * (1 - mean)) + zBeta * Math.sqrt(a * (1 - a) + b * (1 - b))) ** 2 / apart ** 2;
  return Math.ceil((n / 4) * (1 + Math.sqrt(1 + 4 / (n * apart))) ** 2);
}

/** The chance that `n` a side show a difference between true shares `a` and `b` by Fisher's exact test, over every outcome. */
export function fisherPower(n: number, a: number, b: number): number {
  const inA = binomialTerms(n, a);
  const inB = binomialTerms(n, b);
  const choose = logChooses(n);
  let power = 0;
  for (let total = 0; total <= 2 * n; total++) {
    const from = Math.max(0, total - n);
    const to = Math.min(n, total);
    const logs: number[] = [];
    for (let x = from; x <= to; x++) logs.push((choose[x] as number) + (choose[total - x] as number));
    const top = Math.max(...logs);
    const weights = logs.map((log) => Math.exp(log - top));
    // Two-sided: all tables at most as likely as this one, found by adding up from the least likely; ties are told apart by rounding alone.
    const rising = weights.map((weight, i) => ({ weight, i })).sort((one, other) => one.weight - other.weight);
    const sum = weights.reduce((all, weight) => all + weight, 0);
    let asExtreme = 0;
    for (let at = 0; at < rising.length; ) {
      const tie = (rising[at] as { weight: number }).weight * (1 + 1e-7);
      let next = at;
      while (next < rising.length && (rising[next] as { weight: number }).weight <= tie)
        asExtreme += (rising[next++] as { weight: number }).weight;
      if (asExtreme / sum > SIGNIFICANCE) break;
      for (; at < next; at++) {
        const x = from + (rising[at] as { i: number }).i;
        power += (inA[x] as number) * (inB[total - x] as number);
      }
    }
  }
  return power;
}

function logChooses(n: number): Float64Array {
  const logs = new Float64Array(n + 1);
  for (let k = 1; k <= n; k++) logs[k] = (logs[k - 1] as number) + Math.log((n - k + 1) / k);
  return logs;
}

function binomialTerms(n: number, p: number): Float64Array {
  if (p === 0 || p === 1) return Float64Array.from({ length: n + 1 }, (_, k) => Number(k === n * p));
  const logs = logChooses(n);
  return logs.map((log, k) => Math.exp(log + k * Math.log(p) + (n - k) * Math.log1p(-p)));
}
