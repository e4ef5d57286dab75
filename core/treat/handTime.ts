import type { OpeningMethod } from '@chill/model/event.ts';
import type { SeedForm } from '@chill/model/species.ts';
import type { Opening } from '../ledger/batchState.ts';

/** Seconds that one seed takes before anyone has been timed. Sanding does a whole handful at once. Assumptions. */
const FIRST_GUESS_S: Record<OpeningMethod, number> = { nick: 12, file: 15, sand: 1, peel: 20 };
/** The guess is worth this many timed seeds. */
const GUESS_SEEDS = 10;

/** How long opening takes here: seconds a seed, and how many timed seeds that rests on. */
export interface HandTime {
  perSeed_s: number;
  timed: number;
}

/** Seconds for one seed by a method, from what was timed, with the first guess worth ten seeds. */
export function handTime(method: OpeningMethod, openings: readonly Opening[]): HandTime {
  const timed = openings.filter((one) => one.method === method && one.seconds !== undefined);
  const seeds = timed.reduce((sum, { count }) => sum + count, 0);
  const seconds = timed.reduce((sum, one) => sum + (one.seconds ?? 0), 0);
  return { perSeed_s: (FIRST_GUESS_S[method] * GUESS_SEEDS + seconds) / (GUESS_SEEDS + seeds), timed: seeds };
}

/** Nobody sits longer than this over one lot, s, and nobody holds a seed that is smaller, mm, one by one: both are sanded by the handful. Assumptions. */
const LONGEST_SITTING_S = 30 * 60;
const HELD_FROM_MM = 3;

/** The way of opening coats that suits this seed in this number: one by one with a file where that is done in a sitting, by the handful otherwise. */
export function usualOpening(seed: Pick<SeedForm, 'length_mm'>, seeds: number, filing: HandTime = handTime('file', [])): OpeningMethod {
  return seed.length_mm < HELD_FROM_MM || seeds * filing.perSeed_s > LONGEST_SITTING_S ? 'sand' : 'file';
}
