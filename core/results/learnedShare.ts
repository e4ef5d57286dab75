import { betaQuantiles } from '../chance/distributions.ts';
import { LINK_WORTH_SEEDS } from '../chance/prospect.ts';
import type { Counted } from './compare.ts';
import { sum } from './weighed.ts';

/** A share learned: what the handbook says, what was had, and what is used now with the range that holds it 9 times in 10. */
export interface LearnedShare {
  said: number;
  had: Counted;
  batches: number;
  now: number;
  low: number;
  high: number;
  /** Seeds seen that it counts for in the next batch, the handbook's ten among them: fewer where batches differ. */
  worth: number;
  /** How much batches differ beyond luck, 0 to 1; absent before there are three. */
  spread?: number;
}

/** From this many batches on it shows how much they differ beyond luck. */
export const SPREAD_FROM = 3;

/**
 * A share from the handbook, worth so many seeds, and what was counted since. Where three batches or more differ beyond luck, each counts for as many seeds as
 * it tells of by itself (a beta-binomial).
 */
export function learnShare(said: number, counted: readonly Counted[], prior = LINK_WORTH_SEEDS): LearnedShare | undefined {
  if (counted.length === 0) return undefined;
  const spread = counted.length >= SPREAD_FROM ? spreadOf(counted) : undefined;
  let [came, of] = [0, 0];
  for (const one of counted) {
    const weight = tells(one.of, spread);
    came += one.came * weight;
    of += one.of * weight;
  }
  const alpha = said * prior + came;
  const beta = (1 - said) * prior + of - came;
  const [low, high] = betaQuantiles(Math.max(1e-3, alpha), Math.max(1e-3, beta), [0.05, 0.95]) as unknown as [number, number];
  return {
    said,
    batches: counted.length,
    now: alpha / (alpha + beta),
    low,
    high,
    worth: worthForNext(alpha + beta, spread),
    had: { came: sum(counted.map((one) => one.came)), of: sum(counted.map((one) => one.of)) },
    ...(spread !== undefined && { spread }),
  };
}

/**
 * How many seeds seen a share counts for in the next batch, where batches differ: what is not known of their mean and how far one lies from it, together, as
 * one Beta of the same mean and variance.
 */
export const worthForNext = (worth: number, spread = 0) => (worth * (1 - spread)) / (1 + spread * worth);

/** What part of a batch's seeds it tells of by itself, where batches differ. */
export const tells = (seeds: number, spread = 0) => 1 / (1 + Math.max(0, seeds - 1) * spread);

export const SPREADS = [0, 0.005, 0.01, 0.02, 0.03, 0.05, 0.075, 0.1, 0.15, 0.2, 0.3, 0.4];
const MEANS = Array.from({ length: 49 }, (_, i) => (i + 1) / 50);

/** How much batches differ beyond luck: the most likely correlation within a batch, 0 to 0.4, of a beta-binomial, whatever their mean. */
export function spreadOf(counted: readonly Counted[]): number {
  return mostLikely(SPREADS, (spread) => Math.max(...MEANS.map((mean) => sum(counted.map((one) => logBetaBinomial(one, mean, spread))))));
}

/** The first of the values that is as likely as any. */
export function mostLikely(values: readonly number[], logOf: (value: number) => number): number {
  let [best, most] = [values[0] as number, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    const log = logOf(value);
    if (log > most + 1e-9) [best, most] = [value, log];
  }
  return best;
}

/** The logarithm of how likely a count is by a beta-binomial of this mean and this correlation within a batch, but for the ways to choose. */
export function logBetaBinomial({ came, of }: Counted, mean: number, spread: number): number {
  if (spread === 0) return came * Math.log(mean) + (of - came) * Math.log(1 - mean);
  const alpha = (mean * (1 - spread)) / spread;
  const beta = ((1 - mean) * (1 - spread)) / spread;
  let log = 0;
  for (let i = 0; i < came; i++) log += Math.log(alpha + i);
  for (let i = 0; i < of - came; i++) log += Math.log(beta + i);
  for (let i = 0; i < of; i++) log -= Math.log(alpha + beta + i);
  return log;
}
