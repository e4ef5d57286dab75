import { logChoose } from '../chance/binomial.ts';
import { normalCdf, normalQuantile } from '../chance/normal.ts';
import { jeffreys, wilsonInterval } from '../chance/shares.ts';

/** So many came of so many. */
export interface Counted {
  came: number;
  of: number;
}

/** Tables that are as likely as the one seen but for rounding count as such. */
const AS_LIKELY = 1 + 1e-7;

/**
 * Fisher's exact test, two-sided: the chance, 0 to 1, that luck alone deals a table at most as likely as this one, the totals being what they are. An empty
 * arm shows nothing: 1. Source: Fisher 1935.
 * @throws {RangeError} for counts that cannot be.
 */
export function fisherExact(a: Counted, b: Counted): number {
  requireCounts(a, b);
  const total = a.came + b.came;
  const from = Math.max(0, total - b.of);
  const to = Math.min(a.of, total);
  const whole = logChoose(a.of + b.of, total);
  const chance = (x: number) => Math.exp(logChoose(a.of, x) + logChoose(b.of, total - x) - whole);
  const limit = chance(a.came) * AS_LIKELY;
  let sum = 0;
  for (let x = from; x <= to; x++) {
    const one = chance(x);
    if (one <= limit) sum += one;
  }
  return Math.min(1, sum);
}

/** Two bags that are treated alike differ by this much all the same, standard deviation in the logit of what sprouts. Assumption, until enough trials are made again. */
export const BAGS_DIFFER = 0.35;
/** So many steps tell how far two bags may lie apart. */
const APART_STEPS = 41;

/**
 * The chance, 0 to 1, that luck would part two arms so far, where each lay in a bag of its own and bags differ by `apart` (standard deviation, logit): Fisher's
 * exact test, its tables weighed over all that the two bags may differ by (the noncentral hypergeometric, its log odds ratio normal with twice the variance).
 * Without a difference between bags it is Fisher's.
 * @throws {RangeError} for counts that cannot be.
 */
export function luckOfBags(a: Counted, b: Counted, apart = BAGS_DIFFER): number {
  if (apart === 0) return fisherExact(a, b);
  requireCounts(a, b);
  const total = a.came + b.came;
  const from = Math.max(0, total - b.of);
  const tables = Math.min(a.of, total) - from + 1;
  const chances = new Float64Array(tables);
  for (let step = 0; step < APART_STEPS; step++) {
    const log = Math.SQRT2 * apart * normalQuantile((step + 0.5) / APART_STEPS);
    const logs = Float64Array.from(
      { length: tables },
      (_, i) => logChoose(a.of, from + i) + logChoose(b.of, total - from - i) + log * (from + i),
    );
    const top = Math.max(...logs);
    const weights = logs.map((one) => Math.exp(one - top));
    const whole = weights.reduce((sum, one) => sum + one, 0);
    for (let i = 0; i < tables; i++) chances[i] = (chances[i] as number) + (weights[i] as number) / whole / APART_STEPS;
  }
  const limit = (chances[a.came - from] as number) * AS_LIKELY;
  return Math.min(
    1,
    chances.reduce((sum, one) => (one <= limit ? sum + one : sum), 0),
  );
}

/** The difference between two shares, a less b, and the interval in which it lies. */
export interface Difference {
  difference: number;
  low: number;
  high: number;
}

/**
 * The interval of a difference between two shares from their Wilson intervals (Newcombe 1998, method 10), at `confidence`; from −1 to 1 where an arm is
 * empty.
 */
export function newcombe(a: Counted, b: Counted, confidence = 0.95): Difference {
  requireCounts(a, b);
  if (a.of === 0 || b.of === 0) return { difference: 0, low: -1, high: 1 };
  const [one, other] = [wilsonInterval(a.came, a.of, confidence), wilsonInterval(b.came, b.of, confidence)];
  const difference = one.share - other.share;
  return {
    difference,
    low: difference - Math.hypot(one.share - one.low, other.high - other.share),
    high: difference + Math.hypot(one.high - one.share, other.share - other.low),
  };
}

/** The same interval, with what two bags differ by besides (`apart`, logit) in it: as a share that is about p(1 − p) times as much. */
export function differenceOfBags(a: Counted, b: Counted, apart = BAGS_DIFFER, confidence = 0.95): Difference {
  const { difference, low, high } = newcombe(a, b, confidence);
  const share = ({ came, of }: Counted) => (came + 0.5) / (of + 1);
  const bag = (one: Counted) => share(one) * (1 - share(one)) * apart;
  const reach = normalQuantile((1 + confidence) / 2) * Math.hypot(bag(a), bag(b));
  return {
    difference,
    low: Math.max(-1, difference - Math.hypot(difference - low, reach)),
    high: Math.min(1, difference + Math.hypot(high - difference, reach)),
  };
}

/** The chance that the method of arm a is truly better than that of b, where their bags may differ too (`apart`, logit): as sure as the counts make it, over what both leave open. */
export function chanceBetterOfBags(a: Counted, b: Counted, apart = BAGS_DIFFER): number {
  const counts = chanceBetter(a, b);
  const open = ({ came, of }: Counted) => 1 / (came + 0.5) + 1 / (of - came + 0.5);
  const own = open(a) + open(b);
  const z = normalQuantile(Math.min(1 - 1e-12, Math.max(1e-12, counts)));
  return normalCdf(z * Math.sqrt(own / (own + 2 * apart ** 2)));
}

/** The two densities are added up in so many steps of the logit: enough for a millionth. */
const STEPS = 16_384;

/** The chance that arm a is truly better than arm b, 0 to 1: independent Jeffreys posteriors, added up over both. Half where neither has anything. */
export function chanceBetter(a: Counted, b: Counted): number {
  requireCounts(a, b);
  const [one, other] = [posterior(a), posterior(b)];
  const from = Math.min(one.from, other.from);
  const width = (Math.max(one.to, other.to) - from) / STEPS;
  let [below, sum, all, before] = [0, 0, 0, 0];
  for (let i = 0; i <= STEPS; i++) {
    const u = from + i * width;
    const [here, there] = [Math.exp(one.log(u)), Math.exp(other.log(u))];
    below += (before + there) / 2;
    sum += here * below;
    all += here;
    before = there;
  }
  return Math.min(1, Math.max(0, sum / (all * below)));
}

/** The density of a share after Jeffreys, in the logit, less its height at the middle; and where it has anything to say. */
function posterior({ came, of }: Counted) {
  const { alpha, beta } = of === 0 ? { alpha: 0.5, beta: 0.5 } : jeffreys(came, of);
  const middle = Math.log(alpha / beta);
  const raw = (u: number) => -alpha * Math.log1p(Math.exp(-u)) - beta * Math.log1p(Math.exp(u));
  const top = raw(middle);
  const sd = Math.sqrt(1 / alpha + 1 / beta);
  return { log: (u: number) => raw(u) - top, from: middle - 10 * sd - 14 / alpha, to: middle + 10 * sd + 14 / beta };
}

/** Several chances of luck made good for having looked so often (Holm 1979), each where it stood. */
export function holm(chances: readonly number[]): number[] {
  const order = chances.map((chance, at) => ({ chance, at })).sort((a, b) => a.chance - b.chance);
  const adjusted = new Array<number>(chances.length).fill(1);
  let most = 0;
  for (const [i, { chance, at }] of order.entries()) {
    most = Math.max(most, Math.min(1, chance * (chances.length - i)));
    adjusted[at] = most;
  }
  return adjusted;
}

/** A day on which an arm was looked at: how many had come since the time before, how many were left. */
export interface Look {
  day: number;
  came: number;
  left: number;
}

/**
 * Whether one arm sprouts faster than another (log-rank; Mantel 1966): the chance that luck alone would part them so far, and which one is ahead. Seeds that
 * were taken away or are still waiting count as long as they were there. `undefined` where nothing came in either, or they were never there together.
 */
export function logRank(a: readonly Look[], b: readonly Look[]): { chance: number; ahead: 'a' | 'b' } | undefined {
  const days = [...new Set([...a, ...b].filter(({ came }) => came > 0).map(({ day }) => day))].sort((x, y) => x - y);
  let [seen, expected, variance] = [0, 0, 0];
  for (const day of days) {
    const [one, other] = [onDay(a, day), onDay(b, day)];
    const there = one.there + other.there;
    const came = one.came + other.came;
    if (there < 2 || one.there === 0 || other.there === 0) continue;
    const share = one.there / there;
    seen += one.came;
    expected += came * share;
    variance += (came * share * (1 - share) * (there - came)) / (there - 1);
  }
  if (variance <= 0) return undefined;
  const z = (seen - expected) / Math.sqrt(variance);
  return { chance: 2 * normalCdf(-Math.abs(z)), ahead: z >= 0 ? 'a' : 'b' };
}

/** How many of an arm came on a day, and how many were there to come. */
function onDay(looks: readonly Look[], day: number): { came: number; there: number } {
  const then = looks.filter((one) => one.day === day);
  const first = then[0];
  const came = then.reduce((sum, one) => sum + one.came, 0);
  if (first) return { came, there: came + (then.at(-1) as Look).left };
  const before = looks.findLast((one) => one.day < day);
  const after = looks.find((one) => one.day > day);
  // Between two looks those are there that the first left; before the first all that it found; after the last nobody looked.
  if (before && after) return { came: 0, there: before.left };
  return { came: 0, there: after ? after.came + after.left : 0 };
}

function requireCounts(...all: readonly Counted[]): void {
  for (const { came, of } of all)
    if (!(Number.isInteger(came) && Number.isInteger(of) && came >= 0 && came <= of)) throw new RangeError(`${came} of ${of} cannot be.`);
}
