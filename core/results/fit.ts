import { normalCdf, normalQuantile } from '../chance/normal.ts';
import { randomFrom } from '../chance/random.ts';
import type { Look } from './compare.ts';

/** A law of sprouting: the share that comes at all, and when those that do, lognormal in days. */
export interface SproutLaw {
  /** Share that comes in the end, 0 to 1. */
  share: number;
  /** Of those that come: days to half of them, and the spread of the logarithm of days. */
  half_days: number;
  spread: number;
}

/** What a law comes to: days to 10, 50 and 90 in 100 of those that come, and their mean. */
export interface Times {
  share: number;
  t10: number;
  t50: number;
  t90: number;
  mean: number;
  spread: number;
}

/** A law fitted to counts; or why none could be. */
export type Fitted =
  | { law: SproutLaw; times: Times; logLikelihood: number }
  | { none: 'nothingCame' | 'neverLooked' }
  /** All came between two looks: when, within that time, nobody saw. */
  | { none: 'oneInterval'; from: number; to: number; came: number; of: number };

/** Sprouts found when the warmth began have come before: taken as half a day, since no logarithm has a day 0. */
const LEAST_DAY = 0.5;
const SPREAD = { least: 0.03, most: 2.5 };

/** Looks in order, one a day, each with the day of the look before. */
interface Stretch {
  from: number;
  to: number;
  came: number;
  left: number;
}

function stretchesOf(looks: readonly Look[]): Stretch[] {
  const days = new Map<number, { came: number; left: number }>();
  for (const { day, came, left } of [...looks].sort((a, b) => a.day - b.day)) {
    const at = Math.max(LEAST_DAY, day);
    days.set(at, { came: (days.get(at)?.came ?? 0) + came, left });
  }
  let from = 0;
  return [...days].map(([to, { came, left }]) => {
    const one = { from, to, came, left };
    from = to;
    return one;
  });
}

/** How likely counts are by a law: of those there at each look, each came since the look before with the chance of the stretch. Seeds taken away drop out. */
export function logLikelihoodOf(law: SproutLaw, looks: readonly Look[]): number {
  return logLikelihood(law, stretchesOf(looks));
}

/** The share of all that has come by a day, 0 to 1, by a law. */
export function cameBy({ share, half_days, spread }: SproutLaw, day: number): number {
  return day <= 0 ? 0 : share * normalCdf(Math.log(day / half_days) / spread);
}

function logLikelihood(law: SproutLaw, stretches: readonly Stretch[]): number {
  let [sum, before] = [0, 0];
  for (const { to, came, left } of stretches) {
    const now = cameBy(law, to);
    // Not 0 however small: a count that the law leaves no room for only makes it very unlikely.
    if (came > 0) sum += came * Math.log(Math.max(1e-300, (now - before) / (1 - before)));
    if (left > 0) sum += left * Math.log(Math.max(1e-300, (1 - now) / (1 - before)));
    before = now;
  }
  return sum;
}

/**
 * The law that makes the counts most likely: lognormal times of those that come, a share that never does, times known only between looks, the rest still to
 * come (interval-censored maximum likelihood with a cure fraction; science.md, "Sprouting").
 */
export function fitSprouting(looks: readonly Look[]): Fitted {
  const stretches = stretchesOf(looks);
  const first = stretches[0];
  if (!first) return { none: 'neverLooked' };
  const with_ = stretches.filter(({ came }) => came > 0);
  const [one, two] = with_;
  if (!one) return { none: 'nothingCame' };
  const came = with_.reduce((sum, stretch) => sum + stretch.came, 0);
  const last = stretches.at(-1) as Stretch;
  if (!two) return { none: 'oneInterval', from: one.from, to: one.to, came, of: came + last.left };
  const law = mostLikely(stretches, came / (came + last.left));
  return { law, times: timesOf(law), logLikelihood: logLikelihood(law, stretches) };
}

/** Days and share of a law, as they are told. */
export function timesOf({ share, half_days, spread }: SproutLaw): Times {
  const at = (part: number) => half_days * Math.exp(spread * normalQuantile(part));
  return { share, t10: at(0.1), t50: half_days, t90: at(0.9), mean: half_days * Math.exp(spread ** 2 / 2), spread };
}

const toLaw = ([a, b, c]: readonly number[]): SproutLaw => ({
  share: 1 / (1 + Math.exp(-(a as number))),
  half_days: Math.exp(b as number),
  spread: Math.min(SPREAD.most, Math.max(SPREAD.least, Math.exp(c as number))),
});

/** Down to this difference between the corners of the simplex, and no more than so many steps. */
const FINE = 1e-10;
const MOST_STEPS = 600;

/** Climbs with a simplex (Nelder and Mead 1965) from the moments of what was seen, once more from where it came to. */
function mostLikely(stretches: readonly Stretch[], share: number): SproutLaw {
  const cost = (at: readonly number[]) => -logLikelihood(toLaw(at), stretches);
  const logs = stretches.flatMap(({ from, to, came }) => (came > 0 ? [{ log: Math.log((Math.max(from, to / 2) + to) / 2), came }] : []));
  const all = logs.reduce((sum, { came }) => sum + came, 0);
  const mean = logs.reduce((sum, { log, came }) => sum + log * came, 0) / all;
  const sd = Math.sqrt(logs.reduce((sum, { log, came }) => sum + came * (log - mean) ** 2, 0) / all);
  const start = [Math.log((share + 0.02) / (1.02 - share)), mean, Math.log(Math.max(0.1, sd))];
  return toLaw(simplex(cost, simplex(cost, start, 0.4), 0.15));
}

/** Walks a simplex of corners down a cost until they are as good as one (Nelder and Mead 1965). */
export function simplex(cost: (at: readonly number[]) => number, start: readonly number[], step: number): number[] {
  const corners = [start, ...start.map((_, i) => start.map((value, j) => (i === j ? value + step : value)))].map((at) => ({
    at: [...at],
    cost: cost(at),
  }));
  const mix = (a: readonly number[], b: readonly number[], t: number) => a.map((value, i) => value + t * ((b[i] as number) - value));
  for (let i = 0; i < MOST_STEPS; i++) {
    corners.sort((a, b) => a.cost - b.cost);
    const [best, worst, next] = [corners[0], corners.at(-1), corners.at(-2)] as [Corner, Corner, Corner];
    if (worst.cost - best.cost < FINE) break;
    const others = corners.slice(0, -1);
    const middle = start.map((_, j) => others.reduce((sum, { at }) => sum + (at[j] as number), 0) / others.length);
    const tried = (t: number): Corner => {
      const at = mix(middle, worst.at, t);
      return { at, cost: cost(at) };
    };
    const across = tried(-1);
    if (across.cost < best.cost) {
      const further = tried(-2);
      corners[corners.length - 1] = further.cost < across.cost ? further : across;
    } else if (across.cost < next.cost) corners[corners.length - 1] = across;
    else {
      const nearer = across.cost < worst.cost ? tried(-0.5) : tried(0.5);
      if (nearer.cost < Math.min(across.cost, worst.cost)) corners[corners.length - 1] = nearer;
      else
        for (const corner of corners.slice(1)) {
          corner.at = mix(best.at, corner.at, 0.5);
          corner.cost = cost(corner.at);
        }
    }
  }
  return (corners.sort((a, b) => a.cost - b.cost)[0] as Corner).at;
}

interface Corner {
  at: number[];
  cost: number;
}

/** A range that holds so much of what a fit would have been with other seeds of the same kind. */
export type TimesRange = { [K in keyof Times]: { low: number; high: number } };

/** Seeds are dealt again this often. */
export const DEALT_AGAIN = 400;
/** The ranges told hold 9 in 10. */
const WITHIN = 0.9;

/**
 * How sure a fit is: seeds drawn again from those there were, with replacement, and fitted again, many times; the same every time for the same `name`.
 * Yields how far it is, 0 to 1, and answers with the range of each figure; `undefined` where too few of the draws could be fitted.
 */
export function* bootstrap(looks: readonly Look[], name: string, times = DEALT_AGAIN): Generator<number, TimesRange | undefined> {
  const stretches = stretchesOf(looks);
  const fates = fatesOf(stretches);
  const seeds = fates.reduce((sum, { count }) => sum + count, 0);
  const random = randomFrom(name);
  const found: Times[] = [];
  for (let i = 0; i < times; i++) {
    const drawn = new Map<string, number>();
    for (let k = 0; k < seeds; k++) {
      const fate = fateOf(fates, Math.floor(random() * seeds));
      const key = `${fate.came ? 'c' : 'l'}${fate.at}`;
      drawn.set(key, (drawn.get(key) ?? 0) + 1);
    }
    const again = fitSprouting(looksOf(stretches, drawn));
    if ('times' in again) found.push(again.times);
    if (i % 20 === 19) yield (i + 1) / times;
  }
  if (found.length < times / 2) return undefined;
  const range = (key: keyof Times) => {
    const sorted = found.map((one) => one[key]).sort((a, b) => a - b);
    const at = (chance: number) => sorted[Math.min(sorted.length - 1, Math.floor(chance * sorted.length))] as number;
    return { low: at((1 - WITHIN) / 2), high: at((1 + WITHIN) / 2) };
  };
  return { share: range('share'), t10: range('t10'), t50: range('t50'), t90: range('t90'), mean: range('mean'), spread: range('spread') };
}

/** So many seeds came at a look, or were last seen waiting at one: of the first stretch's start, −1. */
interface SeedFate {
  came: boolean;
  at: number;
  count: number;
}

/** The fate of the seed that stands so far along, from 0. */
function fateOf(fates: readonly SeedFate[], seed: number): SeedFate {
  let before = 0;
  return fates.find(({ count }) => {
    before += count;
    return seed < before;
  }) as SeedFate;
}

function fatesOf(stretches: readonly Stretch[]): SeedFate[] {
  const fates: SeedFate[] = [];
  let there = stretches[0] ? stretches[0].came + stretches[0].left : 0;
  for (const [at, { came, left }] of stretches.entries()) {
    const gone = Math.max(0, there - came - left);
    if (came > 0) fates.push({ came: true, at, count: came });
    if (gone > 0) fates.push({ came: false, at: at - 1, count: gone });
    there = left;
  }
  if (there > 0) fates.push({ came: false, at: stretches.length - 1, count: there });
  return fates;
}

/** Seeds drawn again, as they would have been looked at. */
function looksOf(stretches: readonly Stretch[], drawn: ReadonlyMap<string, number>): Look[] {
  let left = 0;
  const looks: Look[] = [];
  for (let at = stretches.length - 1; at >= 0; at--) {
    left += drawn.get(`l${at}`) ?? 0;
    const came = drawn.get(`c${at}`) ?? 0;
    looks.unshift({ day: (stretches[at] as Stretch).to, came, left });
    left += came;
  }
  return looks;
}

/** A point of what is left to come, look by look (Kaplan and Meier 1958): the share that has come by then, and its range, 9 times in 10 (Greenwood). */
export interface KaplanMeier {
  day: number;
  share: number;
  low: number;
  high: number;
}

/** The share that had come by each look, seeds that were taken away counting as long as they were there. */
export function kaplanMeier(looks: readonly Look[]): KaplanMeier[] {
  const z = normalQuantile((1 + WITHIN) / 2);
  let [left, sum] = [1, 0];
  return stretchesOf(looks).map(({ to, came, left: there }) => {
    const atRisk = came + there;
    if (atRisk > 0) {
      left *= 1 - came / atRisk;
      if (there > 0) sum += came / (atRisk * there);
    }
    const half = z * left * Math.sqrt(sum);
    const share = 1 - left;
    return { day: to, share, low: Math.max(0, share - half), high: Math.min(1, share + half) };
  });
}
