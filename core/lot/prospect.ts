import { type Random, randomFrom } from '../chance/random.ts';
import { ROT_PRIOR } from '../rot/learned.ts';
import type { BetaShare } from './viability.ts';

/** What a handbook figure for one link counts for, in seeds seen (science: a prior worth 10 seeds). */
export const LINK_WORTH_SEEDS = 10;

/** One link of the chain from seed to plant: a known share, an uncertain one, or rot of a given mean exposure with a
 * multiplier that is not known: Gamma of this shape and mean 1, the prior's where nothing was learned. */
export type Link = number | BetaShare | { rotExposure: number; shape?: number };

/** What is known of the chance that one seed makes a plant: equally likely shares in rising order; one where it is known. */
export interface Prospect {
  shares: Float64Array;
  mean: number;
}

const SAMPLES = 1024;
/** Samples are averaged in this many groups of neighbours: the tail of a binomial hardly bends within one. */
const GROUPS = 64;
/** More seeds than this are not worth counting one by one. */
const MOST_SEEDS = 200_000;

/** The Beta that a handbook's share stands for as a link, worth {@link LINK_WORTH_SEEDS}; 0 and 1 are taken as certain. */
export function handbookLink(share: number): Link {
  if (share <= 0 || share >= 1) return share;
  return { alpha: share * LINK_WORTH_SEEDS, beta: (1 - share) * LINK_WORTH_SEEDS };
}

/**
 * Multiplies the links by Monte Carlo: each uncertain link is stratified (one draw from each of 1,024 equal parts of its distribution)
 * and the parts are dealt together at random. Deterministic: the deal is seeded; `random` deals otherwise. With one uncertain link there is nothing to deal,
 * and the answer differs from the exact one by the width of a part.
 * @throws {RangeError} for a share outside 0 to 1.
 */
export function prospectOf(links: readonly Link[], random?: Random): Prospect {
  let certain = 1;
  const drawn: Float64Array[] = [];
  for (const link of links) {
    if (typeof link === 'number') {
      if (!(link >= 0 && link <= 1)) throw new RangeError('A share lies between 0 and 1.');
      certain *= link;
    } else if ('rotExposure' in link) {
      if (link.rotExposure > 0)
        drawn.push(gammaParts(link.shape ?? ROT_PRIOR.shape).map((multiplier) => Math.exp(-link.rotExposure * multiplier)));
    } else drawn.push(betaParts(link));
  }
  if (drawn.length === 0 || certain === 0) return { shares: Float64Array.of(certain), mean: certain };
  const product = (drawn[0] as Float64Array).map((share) => share * certain);
  for (const [at, parts] of drawn.slice(1).entries()) {
    const order = random ? shuffled(SAMPLES, random) : usualDeal(at);
    for (let i = 0; i < SAMPLES; i++) product[i] = (product[i] as number) * (parts[order[i] as number] as number);
  }
  product.sort();
  const shares = new Float64Array(GROUPS);
  const each = SAMPLES / GROUPS;
  for (let i = 0; i < SAMPLES; i++) shares[Math.floor(i / each)] = (shares[Math.floor(i / each)] as number) + (product[i] as number) / each;
  return { shares, mean: shares.reduce((sum, share) => sum + share, 0) / GROUPS };
}

/** P(at least `plants` of `seeds` make it), 0 to 1, averaged over what is not known of their chance. */
export function chanceOf(plants: number, seeds: number, { shares }: Prospect): number {
  if (plants <= 0) return 1;
  if (plants > seeds) return 0;
  const logChoose = logFactorial(seeds) - logFactorial(plants) - logFactorial(seeds - plants);
  let sum = 0;
  for (const share of shares) sum += binomialTail(plants, seeds, share, logChoose);
  return sum / shares.length;
}

/**
 * The smallest number of seeds that gives `plants` or more with chance `confidence`, or `undefined` where even 200,000 would not.
 * @throws {RangeError} for plants below 1 or not whole, or a confidence outside 0 to 1.
 */
export function seedsFor(plants: number, confidence: number, prospect: Prospect): number | undefined {
  if (!Number.isInteger(plants) || plants < 1) throw new RangeError('Ask for one plant or more.');
  if (!(confidence > 0 && confidence < 1)) throw new RangeError('The confidence lies between 0 and 1.');
  if (prospect.mean <= 0) return undefined;
  const enough = (seeds: number) => chanceOf(plants, seeds, prospect) >= confidence;
  // A first guess from the share that is undercut as seldom as the wish may fail, then outwards until it is enclosed.
  const modest = prospect.shares[Math.floor((1 - confidence) * (prospect.shares.length - 1))] as number;
  const guess = Math.min(MOST_SEEDS, Math.max(plants, Math.ceil(plants / Math.max(modest, 1e-6))));
  let [tooFew, reach] = [plants - 1, guess];
  for (let step = Math.ceil(guess / 16); enough(reach) && reach - step > tooFew; step *= 2) {
    if (!enough(reach - step)) {
      tooFew = reach - step;
      break;
    }
    reach -= step;
  }
  while (!enough(reach)) {
    if (reach >= MOST_SEEDS) return undefined;
    tooFew = reach;
    reach = Math.min(MOST_SEEDS, Math.ceil(reach * 1.15) + 1);
  }
  while (reach - tooFew > 1) {
    const middle = Math.floor((tooFew + reach) / 2);
    if (enough(middle)) reach = middle;
    else tooFew = middle;
  }
  return reach;
}

/** The range in which the number of plants will lie with chance `within` (default 0.9), cut equally at both ends. */
export function rangeOf(seeds: number, prospect: Prospect, within = 0.9): { low: number; high: number } {
  const tail = (1 - within) / 2;
  /** The largest number of plants that is still reached with at least this chance. */
  const reachedWith = (chance: number) => {
    let low = 0;
    let high = seeds;
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if (chanceOf(middle, seeds, prospect) >= chance) low = middle;
      else high = middle - 1;
    }
    return low;
  };
  return { low: reachedWith(1 - tail), high: reachedWith(tail) };
}

/** Terms of a binomial smaller than this part of what is summed already are left out. */
const NEGLIGIBLE = 1e-12;

/**
 * P(Binomial(n, p) ≥ k), summed from the shorter side outwards from k until the terms no longer count. `logTerm` is the logarithm of
 * the number of ways to choose k of n, the same for every p.
 */
function binomialTail(k: number, n: number, p: number, logChoose: number): number {
  if (p <= 0) return 0;
  if (p >= 1) return 1;
  const odds = p / (1 - p);
  const atK = Math.exp(logChoose + k * Math.log(p) + (n - k) * Math.log1p(-p));
  let sum = 0;
  if (k > n * p) {
    for (let i = k, term = atK; i <= n && term > NEGLIGIBLE * sum; i++) {
      sum += term;
      term *= ((n - i) / (i + 1)) * odds;
    }
    return Math.min(1, sum);
  }
  for (let i = k - 1, term = (atK * k) / (n - k + 1) / odds; i >= 0 && term > NEGLIGIBLE * sum; i--) {
    sum += term;
    term *= i / (n - i + 1) / odds;
  }
  return Math.max(0, 1 - sum);
}

const logFactorials = [0];

function logFactorial(n: number): number {
  for (let i = logFactorials.length; i <= n; i++) logFactorials[i] = (logFactorials[i - 1] as number) + Math.log(i);
  return logFactorials[n] as number;
}

const partsKnown = new Map<string, Float64Array>();
/** Beyond this many, remembered distributions are forgotten: a wish being dragged makes few new ones. */
const MOST_REMEMBERED = 200;

/** The middles of {@link SAMPLES} equally likely parts of a Beta distribution. */
function betaParts({ alpha, beta }: BetaShare): Float64Array {
  return remembered(`b${alpha},${beta}`, () => {
    // In the logit x, the density is x^α (1 − x)^β without its poles at 0 and 1.
    const log = (u: number) => -alpha * Math.log1p(Math.exp(-u)) - beta * Math.log1p(Math.exp(u));
    const sd = Math.sqrt(1 / alpha + 1 / beta);
    const mode = Math.log(alpha / beta);
    return parts(log, mode - 12 * sd, mode + 12 * sd).map((u) => 1 / (1 + Math.exp(-u)));
  });
}

/** The same of a Gamma distribution with mean 1. */
function gammaParts(shape: number): Float64Array {
  return remembered(`g${shape}`, () => {
    const log = (u: number) => shape * u - shape * Math.exp(u);
    const sd = 1 / Math.sqrt(shape);
    return parts(log, -12 * sd, 6 * sd).map(Math.exp);
  });
}

function remembered(key: string, make: () => Float64Array): Float64Array {
  const known = partsKnown.get(key);
  if (known) return known;
  const made = make();
  if (partsKnown.size >= MOST_REMEMBERED) partsKnown.clear();
  partsKnown.set(key, made);
  return made;
}

/** Quantiles in the middle of each part, from a log density over a range that holds all that matters. */
function parts(logDensity: (u: number) => number, from: number, to: number): Float64Array {
  const steps = 4096;
  const width = (to - from) / steps;
  const heights = Float64Array.from({ length: steps }, (_, i) => logDensity(from + (i + 0.5) * width));
  const top = heights.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
  const weights = heights.map((height) => Math.exp(height - top));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const found = new Float64Array(SAMPLES);
  let below = 0;
  let i = 0;
  for (let part = 0; part < SAMPLES; part++) {
    const target = ((part + 0.5) / SAMPLES) * total;
    while (below + (weights[i] as number) < target && i < steps - 1) below += weights[i++] as number;
    found[part] = from + (i + (target - below) / (weights[i] as number)) * width;
  }
  return found;
}

const usualDeals: number[][] = [];

/** The order in which the parts of the next link are dealt where nobody asks for another: seeded, and so always the same. */
function usualDeal(link: number): number[] {
  usualDeals[link] ??= shuffled(SAMPLES, randomFrom(`link ${link}`));
  return usualDeals[link];
}

function shuffled(length: number, random: Random): number[] {
  const order = Array.from({ length }, (_, i) => i);
  for (let i = length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [order[i], order[j]] = [order[j] as number, order[i] as number];
  }
  return order;
}
