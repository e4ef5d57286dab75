import type { BetaShare } from '../chance/shares.ts';

/** All added up. */
export const sum = (all: readonly number[]): number => all.reduce((total, one) => total + one, 0);

/** Mean, variance and the range of 9 in 10 of weighed values; each stands for all from half-way to the one before to half-way to the next. */
export function momentsOf(points: readonly { value: number; weight: number }[]) {
  const total = sum(points.map(({ weight }) => weight));
  const mean = sum(points.map(({ value, weight }) => value * weight)) / total;
  const variance = sum(points.map(({ value, weight }) => (value - mean) ** 2 * weight)) / total;
  const byValue = new Map<number, number>();
  for (const { value, weight } of points) byValue.set(value, (byValue.get(value) ?? 0) + weight / total);
  const steps = [...byValue].sort(([a], [b]) => a - b);
  const valueAt = (i: number) => (steps[Math.min(steps.length - 1, Math.max(0, i))] as [number, number])[0];
  /** Where the step that begins with a value begins; the first and the last reach as far out as in. */
  const edge = (i: number) =>
    i === 0
      ? valueAt(0) - (valueAt(1) - valueAt(0)) / 2
      : i === steps.length
        ? valueAt(i - 1) + (valueAt(i - 1) - valueAt(i - 2)) / 2
        : (valueAt(i - 1) + valueAt(i)) / 2;
  const at = (chance: number) => {
    let before = 0;
    for (const [i, [, weight]] of steps.entries()) {
      if (weight > 0 && before + weight >= chance) return edge(i) + ((chance - before) / weight) * (edge(i + 1) - edge(i));
      before += weight;
    }
    return edge(steps.length);
  };
  return { mean, variance, low: at(0.05), high: at(0.95) };
}

/** Days to a tenth. */
export const tenth = (days: number): number => Math.round(days * 10) / 10;

/** The middles of equal parts of 0 to 1. */
export const middles = (parts: number): number[] => Array.from({ length: parts }, (_, i) => (i + 0.5) / parts);

/**
 * Steps over where a share may lie, with the logarithm of how likely each is by a Beta before anything was seen: equal steps over all of it, or, where `likely`
 * says how likely each of those is after all, over what that leaves likely.
 */
export function stepsOf({ alpha, beta }: BetaShare, steps: number, likely?: readonly { value: number; weight: number }[]) {
  let [from, to] = [0, 1];
  if (likely) {
    const most = Math.max(...likely.map(({ weight }) => weight));
    const left = likely.filter(({ weight }) => weight > HARDLY * most).map(({ value }) => value);
    const step = 1 / new Set(likely.map(({ value }) => value)).size;
    [from, to] = [Math.max(0, Math.min(...left) - step), Math.min(1, Math.max(...left) + step)];
  }
  return middles(steps).map((middle) => {
    const share = from + (to - from) * middle;
    return { share, log: (alpha - 1) * Math.log(share) + (beta - 1) * Math.log(1 - share) };
  });
}

/** What is less likely than this part of the likeliest is not followed further. */
const HARDLY = 1e-5;

/** Days until the first and the second of two parts of the seed: half and nearly all are ready, a tenth and nine tenths have germinated. */
interface FromTo {
  from: number;
  to: number;
}

/** Days learned: what the handbook says, and what is used now, each of the two between its `low` and its `high`, 9 times in 10. */
export interface LearnedDays {
  said: FromTo;
  now: FromTo;
  low: FromTo;
  high: FromTo;
  batches: number;
  seeds: number;
}
