import { binomialAtLeast, rangeHolding } from '../chance/binomial.ts';
import { chanceOf, prospectOf, rangeOf } from '../chance/prospect.ts';
import { type BetaShare, meanShare } from '../chance/shares.ts';

/** Up to here every possible number of viable seeds is gone through; beyond it the quantiles of the share are as good, and quick. */
const EXACT_UP_TO = 2000;

/** More seeds than this are not worth counting one by one. */
const MOST_SEEDS = 200_000;

/**
 * The number of plants from `seeds` seeds, where the share viable is Beta and every viable seed makes a plant
 * with chance `certain` (0 to 1). The number viable is beta-binomial; thinned by `certain` it is the
 * mixture summed here exactly, without sampling.
 */
export interface Harvest {
  /** P(plants ≥ `plants`). */
  atLeast(plants: number): number;
}

/**
 * Prepares the distribution for one number of seeds: exact up to 2,000 of them, by the quantiles of the share beyond.
 * @throws {RangeError} for a negative or fractional number of seeds, or a share outside 0 to 1.
 */
export function harvest(seeds: number, viable: BetaShare, certain: number): Harvest {
  if (!Number.isInteger(seeds) || seeds < 0) throw new RangeError('Seeds are a whole number, zero or more.');
  if (!(certain >= 0 && certain <= 1)) throw new RangeError('A chance lies between 0 and 1.');
  if (seeds > EXACT_UP_TO) {
    const prospect = prospectOf([viable, certain]);
    return { atLeast: (plants) => chanceOf(plants, seeds, prospect) };
  }
  const viableSeeds = betaBinomial(seeds, viable);
  return {
    atLeast(plants) {
      if (plants <= 0) return 1;
      if (plants > seeds || certain === 0) return 0;
      const reached = reachedWithViable(plants, seeds, certain);
      const sum = viableSeeds.reduce((total, weight, s) => total + weight * (reached[s] as number), 0);
      return Math.min(1, sum);
    },
  };
}

/**
 * The smallest number of seeds that gives at least `plants` plants with chance `confidence`, or `undefined`
 * where even 200,000 would not. `viable` may be a known share (a number) or a Beta distribution;
 * `certain` multiplies what is known of the rest of the chain (released × sprouts × establishes).
 * Exact: binomial for a known share, the beta-binomial (thinned by `certain`) otherwise.
 * @throws {RangeError} for plants below 1 or not whole, or shares outside 0 to 1.
 */
export function seedsNeeded(plants: number, confidence: number, viable: number | BetaShare, certain = 1): number | undefined {
  if (!Number.isInteger(plants) || plants < 1) throw new RangeError('Ask for one plant or more.');
  if (!(confidence > 0 && confidence < 1)) throw new RangeError('The confidence lies between 0 and 1.');
  const enough = (seeds: number) => chanceOfAtLeast(plants, seeds, viable, certain) >= confidence;
  let tooFew = plants - 1;
  let reach = plants;
  while (!enough(reach)) {
    tooFew = reach;
    reach *= 2;
    if (reach > MOST_SEEDS) return undefined;
  }
  while (reach - tooFew > 1) {
    const middle = Math.floor((tooFew + reach) / 2);
    if (enough(middle)) reach = middle;
    else tooFew = middle;
  }
  return reach;
}

/** P(at least `plants` plants from `seeds` seeds), for a known share or a Beta one; see {@link seedsNeeded}. */
export function chanceOfAtLeast(plants: number, seeds: number, viable: number | BetaShare, certain = 1): number {
  if (typeof viable !== 'number') return harvest(seeds, viable, certain).atLeast(plants);
  const chance = viable * certain;
  if (!(chance >= 0 && chance <= 1)) throw new RangeError('A chance lies between 0 and 1.');
  return binomialAtLeast(plants, seeds, chance);
}

/** The range in which the number of plants will lie with chance `within` (default 0.9); see {@link rangeHolding}. */
export function plantsRange(seeds: number, viable: BetaShare, certain: number, within = 0.9): { low: number; high: number } {
  if (seeds > EXACT_UP_TO) return rangeOf(seeds, prospectOf([viable, certain]), within);
  return rangeHolding(within, seeds, harvest(seeds, viable, certain).atLeast, () => seeds * certain * meanShare(viable));
}

/**
 * g(s) = P(Binomial(s, chance) ≥ plants) for s from 0 to `seeds`. One more seed adds chance · P(Binomial(s, chance) = plants − 1);
 * that term is carried as a logarithm, since for hundreds of plants it begins below the smallest double.
 */
function reachedWithViable(plants: number, seeds: number, chance: number): Float64Array {
  const reached = new Float64Array(seeds + 1);
  const logMiss = Math.log1p(-chance);
  let logLastMissing = (plants - 1) * Math.log(chance);
  let sum = 0;
  for (let s = plants; s <= seeds; s++) {
    sum += chance * Math.exp(logLastMissing);
    reached[s] = Math.min(1, sum);
    logLastMissing += Math.log(s / (s - plants + 1)) + logMiss;
  }
  return reached;
}

/** P(k viable of `seeds`), for k from 0 to `seeds`, by the ratio of neighbours from the mode outwards, so that nothing underflows. */
function betaBinomial(seeds: number, { alpha, beta }: BetaShare): Float64Array {
  const weights = new Float64Array(seeds + 1);
  const mode = Math.min(seeds, Math.max(0, Math.round((seeds * alpha) / (alpha + beta))));
  weights[mode] = 1;
  for (let k = mode; k < seeds; k++) {
    weights[k + 1] = ((weights[k] as number) * (seeds - k) * (alpha + k)) / ((k + 1) * (beta + seeds - k - 1));
  }
  for (let k = mode; k > 0; k--) {
    weights[k - 1] = ((weights[k] as number) * k * (beta + seeds - k)) / ((seeds - k + 1) * (alpha + k - 1));
  }
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => weight / total);
}
