import { remembered } from '../memory/remembered.ts';
import { binomialAtLeast, logChoose, rangeHolding } from './binomial.ts';
import { betaQuantiles, gammaQuantiles } from './distributions.ts';
import { normalQuantile } from './normal.ts';
import { type Random, randomFrom } from './random.ts';
import type { BetaShare } from './shares.ts';

/** What a handbook figure for one link counts for, in seeds seen (science: a prior worth 10 seeds). */
export const LINK_WORTH_SEEDS = 10;
/** How unsure the handbook is of how fast a species sprouts: the logarithm of the time scale is normal with this spread (science). */
export const TIME_SCALE_SPREAD = 0.35;

/**
 * One link of the chain from seed to plant, as a share 0 to 1: a known one; an uncertain one; what is left after a given mean exposure to a hazard whose
 * multiplier is not known (Gamma of this shape and mean 1); equally likely values; or what a time scale makes of it.
 */
export type Link =
  | number
  | BetaShare
  | { exposure: number; shape: number }
  | { values: Float64Array }
  | { ofTimeScale: (times: number) => number };

/** A link with a name: wherever the same name stands, in whatever chain, it is the same unknown. */
export interface NamedLink {
  key: string;
  link: Link;
}

/** What a test has shown of a chain: so many of so many came through all of its links. */
export interface TestEvidence {
  came: number;
  tested: number;
  links: readonly NamedLink[];
}

/** What is known of the chance that one seed makes a plant. */
export interface Prospect {
  /** Its quantiles at {@link CHANCES}, rising; one figure where it is known. */
  shares: Float64Array;
  mean: number;
}

/** Quantiles are kept at these chances, ever closer towards both ends: the tail decides how many seeds are enough. */
const EDGES = 97;
const REACH = 8;
export const CHANCES = Float64Array.from({ length: EDGES }, (_, i) => {
  if (i === 0) return 0;
  if (i === EDGES - 1) return 1;
  return 1 / (1 + Math.exp(REACH - (2 * REACH * i) / (EDGES - 1)));
});

/** Draws of each unknown; more where tests weigh them, since weighing leaves fewer that count. */
const DRAWS = 1024;
const DRAWS_WEIGHED = 8192;
/** More seeds than this are not worth counting one by one. */
const MOST_SEEDS = 200_000;

/** The Beta that a handbook's share stands for as a link, worth {@link LINK_WORTH_SEEDS} unless more have been seen; 0 and 1 are taken as certain. */
export function handbookLink(share: number, worth = LINK_WORTH_SEEDS): Link {
  if (share <= 0 || share >= 1) return share;
  return { alpha: share * worth, beta: (1 - share) * worth };
}

/**
 * The product of the links. One uncertain link is taken by its own quantiles. Several are multiplied by Monte Carlo: each is stratified (one draw from
 * each of 1,024 equal parts of its distribution) and the parts are dealt together at random, seeded by the link's name; `random` deals otherwise.
 * What tests have shown weighs the draws by how likely it was with each (science: importance weights), so that it tells of all the links it went through
 * together, and of none alone.
 * @throws {RangeError} for a share outside 0 to 1.
 */
export function prospectOf(links: readonly (Link | NamedLink)[], random?: Random, evidence: readonly TestEvidence[] = []): Prospect {
  const named = links.map((one, i): NamedLink => (typeof one === 'object' && 'key' in one ? one : { key: `link ${i}`, link: one }));
  let certain = 1;
  const uncertain: NamedLink[] = [];
  for (const one of named) {
    if (typeof one.link === 'number') {
      if (!(one.link >= 0 && one.link <= 1)) throw new RangeError('A share lies between 0 and 1.');
      certain *= one.link;
    } else if (!('exposure' in one.link) || one.link.exposure > 0) uncertain.push(one);
  }
  if (uncertain.length === 0 || certain === 0) return { shares: Float64Array.of(certain), mean: certain };
  const only = uncertain[0]?.link as Exclude<Link, number>;
  if (uncertain.length === 1 && evidence.length === 0) {
    const shares = quantilesOf(only).map((share) => share * certain);
    return { shares, mean: meanOf(shares) };
  }
  const draws = evidence.length > 0 ? DRAWS_WEIGHED : DRAWS;
  const product = new Float64Array(draws).fill(certain);
  for (const one of uncertain) multiply(product, one, random);
  return summed(product, evidence.length > 0 ? weightsOf(evidence, draws) : undefined);
}

/** The mean of what is known of a share once tests have weighed it, and the range that it lies in 95 times in 100. */
export function believedShare(link: NamedLink, evidence: readonly TestEvidence[]): { share: number; low: number; high: number } {
  const { shares, mean } = prospectOf([link], undefined, evidence);
  return { share: mean, low: quantileAt(shares, 0.025), high: quantileAt(shares, 0.975) };
}

/** P(at least `plants` of `seeds` make it), 0 to 1, averaged over what is not known of their chance. */
export function chanceOf(plants: number, seeds: number, { shares }: Prospect): number {
  if (plants <= 0) return 1;
  if (plants > seeds) return 0;
  const logWays = logChoose(seeds, plants);
  const tail = (share: number) => binomialAtLeast(plants, seeds, share, logWays);
  if (shares.length === 1) return tail(shares[0] as number);
  let sum = 0;
  let before = tail(shares[0] as number);
  for (let i = 1; i < EDGES; i++) {
    const width = (CHANCES[i] as number) - (CHANCES[i - 1] as number);
    // The chance only rises with the share: once it is 1 it stays so.
    if (before >= 1) {
      sum += width;
      continue;
    }
    const [low, high] = [shares[i - 1] as number, shares[i] as number];
    const after = tail(high);
    sum += width * between(tail, low, high, before, after, width, DEEPEST);
    before = after;
  }
  return Math.min(1, sum);
}

/** How often a stretch is halved at most, and the part of the whole chance below which it need not be. */
const DEEPEST = 7;
const FINE = 5e-5;

/** The mean of a rising `tail` between two shares, halving where it rises too much for a straight line. */
function between(
  tail: (share: number) => number,
  low: number,
  high: number,
  atLow: number,
  atHigh: number,
  width: number,
  depth: number,
): number {
  if (depth === 0 || (atHigh - atLow) * width < FINE) return (atLow + atHigh) / 2;
  const middle = (low + high) / 2;
  const atMiddle = tail(middle);
  const half = width / 2;
  return (
    (between(tail, low, middle, atLow, atMiddle, half, depth - 1) + between(tail, middle, high, atMiddle, atHigh, half, depth - 1)) / 2
  );
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
  const modest = quantileAt(prospect.shares, 1 - confidence);
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

/** How many plants so many seeds most likely give: half the time more, half the time fewer. */
export function middleOf(seeds: number, { shares }: Prospect): number {
  return Math.round(seeds * quantileAt(shares, 0.5));
}

/** The range in which the number of plants will lie with chance `within` (default 0.9); see {@link rangeHolding}. */
export function rangeOf(seeds: number, prospect: Prospect, within = 0.9): { low: number; high: number } {
  const guess = (chance: number) => {
    const share = quantileAt(prospect.shares, 1 - chance);
    const spread = Math.sqrt(seeds * share * (1 - share));
    return prospect.shares.length === 1 ? seeds * share + spread * normalQuantile(1 - chance) : seeds * share;
  };
  return rangeHolding(within, seeds, (k) => chanceOf(k, seeds, prospect), guess);
}

/**
 * What is not known of a share made wider by a factor above 1, or narrower, about its median, in the logit: a nursery whose ranges have proven too narrow
 * knows less than it believed. The luck of single seeds stays what it is.
 */
export function spreadBy(prospect: Prospect, factor: number): Prospect {
  if (factor === 1 || prospect.shares.length === 1) return prospect;
  const logit = (share: number) => Math.log(share / (1 - share));
  const median = quantileAt(prospect.shares, 0.5);
  if (median <= 0 || median >= 1) return prospect;
  const shares = prospect.shares.map((share) =>
    share <= 0 || share >= 1 ? share : 1 / (1 + Math.exp(-(logit(median) + factor * (logit(share) - logit(median))))),
  );
  return { shares, mean: meanOf(shares) };
}

/**
 * What is known of the chance of one of many seeds that are of several kinds, so many of each. What is not known is taken to be the same for all: where one
 * kind does well the others do, so quantiles are added to quantiles.
 */
export function pooled(parts: readonly { count: number; prospect: Prospect }[]): Prospect {
  const all = parts.reduce((sum, { count }) => sum + count, 0);
  const shares = new Float64Array(EDGES);
  for (const { count, prospect } of parts)
    for (let i = 0; i < EDGES; i++)
      shares[i] = (shares[i] as number) + ((prospect.shares[i] ?? (prospect.shares[0] as number)) * count) / Math.max(1, all);
  return { shares, mean: parts.reduce((sum, { count, prospect }) => sum + prospect.mean * count, 0) / Math.max(1, all) };
}

/** The share that is undercut with `chance`, read off quantiles at {@link CHANCES}. */
export function quantileAt(shares: Float64Array, chance: number): number {
  if (shares.length === 1) return shares[0] as number;
  let i = 1;
  while (i < EDGES - 1 && (CHANCES[i] as number) < chance) i += 1;
  const [from, to] = [CHANCES[i - 1] as number, CHANCES[i] as number];
  const part = Math.min(1, Math.max(0, (chance - from) / (to - from)));
  return (shares[i - 1] as number) + part * ((shares[i] as number) - (shares[i - 1] as number));
}

/** A prospect as so many equally likely shares, rising: the middles of equal parts. */
export function equallyLikely({ shares }: Pick<Prospect, 'shares'>, parts: number): Float64Array {
  return Float64Array.from({ length: shares.length === 1 ? 1 : parts }, (_, i) => quantileAt(shares, (i + 0.5) / parts));
}

/** What is known of a share from draws of it, each as likely as its weight, where they are weighed. */
export function summed(draws: Float64Array, weights?: Float64Array): Prospect {
  const order = weights && Uint32Array.from(draws, (_, i) => i).sort((a, b) => (draws[a] as number) - (draws[b] as number));
  const sorted = order ? Float64Array.from(order, (i) => draws[i] as number) : Float64Array.from(draws).sort();
  const shares = new Float64Array(EDGES);
  const weight = (i: number) => (weights && order ? (weights[order[i] as number] as number) : 1 / sorted.length);
  let mean = 0;
  let edge = 0;
  let [below, lastAt, last] = [0, 0, sorted[0] as number];
  for (let i = 0; i < sorted.length; i++) {
    const [here, w] = [sorted[i] as number, weight(i)];
    mean += here * w;
    // A draw stands for the middle of its part.
    const at = below + w / 2;
    while (edge < EDGES && (CHANCES[edge] as number) <= at) {
      const part = at > lastAt ? ((CHANCES[edge] as number) - lastAt) / (at - lastAt) : 0;
      shares[edge++] = i === 0 ? here : last + part * (here - last);
    }
    [below, lastAt, last] = [below + w, at, here];
  }
  shares.fill(last, edge);
  return { shares, mean };
}

/** The mean of what is known by its quantiles. */
function meanOf(shares: Float64Array): number {
  let sum = 0;
  for (let i = 1; i < EDGES; i++)
    sum += ((CHANCES[i] as number) - (CHANCES[i - 1] as number)) * (((shares[i] as number) + (shares[i - 1] as number)) / 2);
  return sum;
}

/** Multiplies draws by those of a link. */
export function multiply(product: Float64Array, { key, link }: NamedLink, random?: Random): void {
  const draws = product.length;
  if (typeof link === 'number') {
    for (let i = 0; i < draws; i++) product[i] = (product[i] as number) * link;
    return;
  }
  const parts = partsOf(link, draws);
  const order = random ? shuffled(draws, random) : dealOf('ofTimeScale' in link ? TIME_SCALE_KEY : key, draws);
  for (let i = 0; i < draws; i++) product[i] = (product[i] as number) * (parts[order[i] as number] as number);
}
const TIME_SCALE_KEY = 'time scale';

/** How likely each draw is after what tests have shown; they add up to 1. */
function weightsOf(evidence: readonly TestEvidence[], draws: number): Float64Array {
  const logs = new Float64Array(draws);
  for (const { came, tested, links } of evidence) {
    const chance = new Float64Array(draws).fill(1);
    for (const one of links) multiply(chance, one);
    for (let i = 0; i < draws; i++) {
      const share = Math.min(1 - 1e-9, Math.max(1e-9, chance[i] as number));
      logs[i] = (logs[i] as number) + came * Math.log(share) + (tested - came) * Math.log1p(-share);
    }
  }
  const top = logs.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
  const weights = logs.map((log) => Math.exp(log - top));
  const total = weights.reduce((sum, one) => sum + one, 0);
  return weights.map((one) => one / total);
}

/** The middles of equally likely parts of a link, as many as there are draws. */
function partsOf(link: Exclude<Link, number>, draws: number): Float64Array {
  if ('values' in link) return Float64Array.from({ length: draws }, (_, i) => link.values[i % link.values.length] as number);
  if ('ofTimeScale' in link) return timeScales(draws).map(link.ofTimeScale);
  const at = Array.from({ length: draws }, (_, i) => (i + 0.5) / draws);
  if ('exposure' in link) {
    const multipliers = known(`g${link.shape} ${draws}`, () => gammaQuantiles(link.shape, link.shape, at));
    return multipliers.map((multiplier) => Math.exp(-link.exposure * multiplier));
  }
  return known(`b${link.alpha},${link.beta} ${draws}`, () => betaQuantiles(link.alpha, link.beta, at));
}

/** How many seeds seen a share counts for: those of a Beta of its mean and variance; `undefined` where it is known. */
export function worthOf({ shares, mean }: Prospect): number | undefined {
  if (shares.length === 1) return undefined;
  const variance = meanOf(shares.map((share) => (share - mean) ** 2));
  return variance > 0 ? (mean * (1 - mean)) / variance - 1 : undefined;
}

/** The quantiles of one link at {@link CHANCES}. */
function quantilesOf(link: Exclude<Link, number>): Float64Array {
  if ('values' in link) return summed(link.values).shares;
  if ('ofTimeScale' in link) return summed(timeScales(DRAWS).map(link.ofTimeScale)).shares;
  const at = CHANCES;
  if (!('exposure' in link)) return known(`B${link.alpha},${link.beta}`, () => betaQuantiles(link.alpha, link.beta, at));
  const multipliers = known(`G${link.shape}`, () => gammaQuantiles(link.shape, link.shape, at));
  return multipliers.map((multiplier) => Math.exp(-link.exposure * multiplier)).reverse();
}

/** Equally likely time scales, each as a factor on the handbook's, rising. */
export function timeScales(parts: number): Float64Array {
  return known(`t${parts}`, () =>
    Float64Array.from({ length: parts }, (_, i) => Math.exp(TIME_SCALE_SPREAD * normalQuantile((i + 0.5) / parts))),
  );
}

/** Remembered distributions: a wish being dragged makes few new ones. */
const known = remembered<string, Float64Array>(200);

const deals = remembered<string, Uint16Array>(400);

/** The order in which the parts of a link are dealt: seeded by its name, and so the same in every chain that it stands in. */
function dealOf(key: string, draws: number): Uint16Array {
  return deals(`${key} ${draws}`, (name) => shuffled(draws, randomFrom(`deal ${name}`)));
}

function shuffled(length: number, random: Random): Uint16Array {
  const order = Uint16Array.from({ length }, (_, i) => i);
  for (let i = length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [order[i], order[j]] = [order[j] as number, order[i] as number];
  }
  return order;
}
