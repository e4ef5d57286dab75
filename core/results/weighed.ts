import type { BetaShare } from '../chance/shares.ts';

/** All added up. */
export const sum = (all: readonly number[]): number => all.reduce((total, one) => total + one, 0);

/** Mean, variance and the range of 9 in 10 of weighed values; between steps of a grid the range is drawn straight. */
export function momentsOf(points: readonly { value: number; weight: number }[]) {
  const total = sum(points.map(({ weight }) => weight));
  const mean = sum(points.map(({ value, weight }) => value * weight)) / total;
  const variance = sum(points.map(({ value, weight }) => (value - mean) ** 2 * weight)) / total;
  const byValue = new Map<number, number>();
  for (const { value, weight } of points) byValue.set(value, (byValue.get(value) ?? 0) + weight / total);
  const steps = [...byValue].sort(([a], [b]) => a - b);
  const at = (chance: number) => {
    let [before, last] = [0, steps[0]?.[0] ?? mean];
    for (const [value, weight] of steps) {
      const middle = before + weight / 2;
      if (middle >= chance) {
        const reached = before - (byValue.get(last) ?? 0) / 2;
        const part = middle > reached ? (chance - reached) / (middle - reached) : 1;
        return last + Math.min(1, Math.max(0, part)) * (value - last);
      }
      before += weight;
      last = value;
    }
    return last;
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

/** Days learned: what the handbook says, and what is used now; the first of the two with its range, 9 times in 10. */
export interface LearnedDays {
  said: { from: number; to: number };
  now: { from: number; to: number };
  low: number;
  high: number;
  batches: number;
  seeds: number;
}
