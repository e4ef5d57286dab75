import type { Believed } from '@chill/model/outcome.ts';
import { betaQuantiles } from '../chance/distributions.ts';
import { normalQuantile } from '../chance/normal.ts';
import type { BetaShare } from '../chance/shares.ts';
import type { Requirement } from '../chill/requirement.ts';
import { logBetaBinomial, mostLikely, SPREAD_FROM, SPREADS } from './learnedShare.ts';
import {
  type Axes,
  addLot,
  type Before,
  chanceOfTold,
  type GridAxis,
  LEAST,
  type LotTold,
  logCounts,
  releases,
  type Told,
} from './sproutingTold.ts';
import { middles, sum } from './weighed.ts';

/** How likely everything is after what was counted: of each unknown by itself, and of level and spread of the cold together. */
export interface WeighedGrid {
  cold: { law: Requirement; weight: number }[];
  time: { value: number; weight: number }[];
  share: { value: number; weight: number }[];
  /** Of each batch, the share expected to have come by its last look, by what is likeliest. */
  expected: number[];
  /** The share of seeds sprouting by what is likeliest. */
  likeliest: number;
  /** How much batches differ beyond luck, 0 to 0.4; absent before there are three. */
  spread: number | undefined;
}

/**
 * How unsure the handbook is of the cold that a species needs here: the logarithms of its level and of its spread over seeds are normal with these. Assumption,
 * as wide for the level as for the time scale: nurseries' own seed differs by a third from what is printed.
 */
export const COLD_LEVEL_SPREAD = 0.3;
const COLD_SPREAD_SPREAD = 0.25;
/** Unknowns are followed so many standard deviations either way. */
const REACH = 3;
/** What is less likely than this part of the likeliest is not looked at more closely. */
const HARDLY = 1e-4;
/** Points of each unknown: many for few batches, which leave much open; fewer where many narrow it down. */
const FINE = { level: 13, spread: 5, time: 11, share: 20 };
const COARSE = { level: 9, spread: 3, time: 9, share: 16 };
const FINE_UP_TO = 20;
/** So many batches say where to look, before all do. */
const FIRST_LOOK = [8, 32, 128, 512];
const MOST_LOOKS = 5;
/** A grid that would be no closer than by this factor stays. */
const HARDLY_CLOSER = 0.6;
/** Equally likely values of a lot's own share. */
const LOT_PARTS = 12;
/** Tests of viability are off by a common factor, the standard deviation of its logarithm. Assumption: the same eye cut them all. */
const ALIKE_OFF = 0.12;
const ANSWER_PARTS = 9;

/**
 * What batches tell of the cold their species needs, of how fast it sprouts and of the share that does, all at once: a grid posterior. Each look is a binomial
 * of the seeds still there, with the chance of the interval since the look before; seeds are released as each law of the cold has them by what the batch was
 * given; and how many of a lot are viable is one more thing that is not known, the same for all batches of it. The grid is laid anew where it is likely,
 * first by a few batches, then by all. `time_spread`: how unsure the handbook is of the speed, the standard deviation of the time scale's logarithm. The counts
 * in, shares out are 0 to 1, weights are relative. Source: science.md, "Wait or stop" and "Learning" (interval-censored counts, a Beta worth ten seeds).
 */
export function weighSprouting(before: Before, batches: readonly Told[], time_spread: number): WeighedGrid {
  const points = batches.length <= FINE_UP_TO ? FINE : COARSE;
  const answers = answersOf(batches);
  const full: Axes = {
    level: before.cold ? axis(-REACH * COLD_LEVEL_SPREAD, REACH * COLD_LEVEL_SPREAD, points.level) : [0],
    spread: before.cold ? axis(-REACH * COLD_SPREAD_SPREAD, REACH * COLD_SPREAD_SPREAD, points.spread) : [0],
    time: axis(-REACH * time_spread, REACH * time_spread, points.time),
    share: axis(0, answers.at(-1) as number, points.share, 0.5),
  };
  const weighSome = (most: number, axes: Axes, spread = 0) => weigh(before, spreadOut(batches, most), axes, answers, time_spread, spread);
  let looked = weighSome(FIRST_LOOK[0] as number, full);
  for (const most of FIRST_LOOK.slice(1)) if (most < batches.length) looked = weighSome(most, narrowed(looked, full));
  /** All of them, until the grid lies no closer. */
  const settled = (spread: number) => {
    looked = weighSome(batches.length, narrowed(looked, full), spread);
    for (let i = 1; i < MOST_LOOKS; i++) {
      const axes = narrowed(looked, full);
      if (asWide(axes, looked.axes)) break;
      looked = weighSome(batches.length, axes, spread);
    }
    return looked;
  };
  const plain = settled(0);
  if (batches.length < SPREAD_FROM) return { ...plain, spread: undefined };
  // What batches differ by for other colds and other lots is no luck: they are held against what is likeliest of each.
  const spread = mostLikely(SPREADS, (one) => sum(batches.map((batch, i) => logBetaBinomial(batch, plain.expected[i] as number, one))));
  return { ...(spread > 0 ? settled(spread) : plain), spread };
}

function axis(from: number, to: number, points: number, inset = 0): GridAxis {
  const step = (to - from) / (points - 1 + 2 * inset);
  return Array.from({ length: points }, (_, i) => from + (i + inset) * step);
}

/** So many of all, evenly spread over them. */
function spreadOut<T>(all: readonly T[], most: number): readonly T[] {
  return all.length <= most ? all : Array.from({ length: most }, (_, i) => all[Math.floor(((i + 0.5) * all.length) / most)] as T);
}

type Marginals = Record<keyof Axes, Float64Array>;
interface Looked extends Omit<WeighedGrid, 'spread'> {
  axes: Axes;
  marginals: Marginals;
}

/** Axes over what a look has left likely, and a step beyond. */
function narrowed({ axes, marginals }: Looked, full: Axes): Axes {
  const one = (key: keyof Axes): GridAxis => {
    const values = axes[key];
    if (values.length === 1) return values;
    const weights = marginals[key];
    const most = Math.max(...weights);
    const likely = [...weights.keys()].filter((i) => (weights[i] as number) > HARDLY * most);
    const step = (values[1] as number) - (values[0] as number);
    const [first, last] = [full[key][0] as number, full[key].at(-1) as number];
    return axis(
      Math.max(first, (values[likely[0] as number] as number) - step),
      Math.min(last, (values[likely.at(-1) as number] as number) + step),
      values.length,
    );
  };
  return { level: one('level'), spread: one('spread'), time: one('time'), share: one('share') };
}

/** Whether axes are hardly narrower than others, and reach no further. */
function asWide(next: Axes, axes: Axes): boolean {
  return (Object.keys(axes) as (keyof Axes)[]).every((key) => {
    const [a, b] = [next[key], axes[key]];
    const width = (of: GridAxis) => (of.at(-1) as number) - (of[0] as number);
    const slack = 1e-9 + 0.02 * width(b);
    return (
      width(a) >= HARDLY_CLOSER * width(b) &&
      (a[0] as number) > (b[0] as number) - slack &&
      (a.at(-1) as number) < (b.at(-1) as number) + slack
    );
  });
}

/**
 * Equally likely factors on what all batches share and nobody knows, rising: how much coats, cues and light let through, and how far all tests of viability are
 * off alike.
 */
function answersOf(batches: readonly Told[]): Float64Array {
  const seeds = sum(batches.map(({ of }) => of));
  const variance = ({ share, worth }: Believed) => (worth === undefined || share <= 0 ? 0 : (1 - share) / share / (worth + 1));
  const spread = Math.sqrt(ALIKE_OFF ** 2 + sum(batches.map(({ answers, of }) => variance(answers) * of)) / seeds);
  const factors = Float64Array.from(middles(ANSWER_PARTS), (chance) => Math.exp(spread * normalQuantile(chance)));
  const mean = factors.reduce((a, b) => a + b, 0) / ANSWER_PARTS;
  return factors.map((factor) => factor / mean);
}

/** Equally likely values of a share, as factors of its mean, rising. */
function factorsOf({ share, worth }: Believed, parts: number): Float64Array {
  if (share <= 0 || share >= 1 || worth === undefined || worth <= 0) return Float64Array.of(1);
  const quantiles = betaQuantiles(share * worth, (1 - share) * worth, middles(parts));
  const mean = quantiles.reduce((a, b) => a + b, 0) / parts;
  return Float64Array.from(quantiles, (one) => one / mean);
}

/** Weighs every point of a grid by what some batches counted. */
function weigh(before: Before, batches: readonly Told[], axes: Axes, answers: Float64Array, time_spread: number, spread = 0): Looked {
  const lots = [...new Set(batches.map(({ lotId }) => lotId))].map((lot): LotTold => {
    const mine = batches.filter(({ lotId }) => lotId === lot);
    return { mine, factors: factorsOf((mine[0] as Told).viable, LOT_PARTS) };
  });
  const laws = lawsOn(axes, before);
  const logs = new Float64Array(laws.length * axes.time.length * axes.share.length);
  for (const lot of lots) addLot(logs, lot, { laws, axes, before, spread });
  const normal = (value: number, sd: number) => -((value / sd) ** 2) / 2;
  const onLevel = axes.level.map((value) => normal(value, COLD_LEVEL_SPREAD));
  const onSpread = axes.spread.map((value) => normal(value, COLD_SPREAD_SPREAD));
  const onTime = axes.time.map((value) => normal(value, time_spread));
  const onShare = axes.share.map((value) => priorOfBoth(value, before.share, answers));
  const marginals: Marginals = {
    level: new Float64Array(axes.level.length),
    spread: new Float64Array(axes.spread.length),
    time: new Float64Array(axes.time.length),
    share: new Float64Array(axes.share.length),
  };
  const add = (to: Float64Array, i: number, weight: number) => {
    to[i] = (to[i] as number) + weight;
  };
  for (let at = 0; at < logs.length; at++) {
    const { level, spread: wide, time } = placeOn(axes, at);
    add(logs, at, (onLevel[level] as number) + (onSpread[wide] as number) + (onTime[time] as number));
  }
  const peak = logs.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
  /** How likely each share is by the counts alone, whatever cold and speed are. */
  const byShare = new Float64Array(axes.share.length);
  const byLaw = new Float64Array(laws.length);
  let [most, best] = [0, 0];
  for (let at = 0; at < logs.length; at++) {
    const { law, level, spread: wide, time, share } = placeOn(axes, at);
    const likely = Math.exp((logs[at] as number) - peak);
    const weight = likely * (onShare[share] as number);
    if (weight > most) [most, best] = [weight, at];
    add(byShare, share, likely);
    add(byLaw, law, weight);
    add(marginals.level, level, weight);
    add(marginals.spread, wide, weight);
    add(marginals.time, time, weight);
    add(marginals.share, share, weight);
  }
  const likeliest = placeOn(axes, best);
  const share = axes.share[likeliest.share] as number;
  const expected = expectedOf(lots, before, { law: laws[likeliest.law], time: axes.time[likeliest.time] as number, share });
  return {
    axes,
    marginals,
    likeliest: Math.min(1, share),
    cold: before.cold ? laws.map((one, i) => ({ law: one as Requirement, weight: byLaw[i] as number })) : [],
    time: axes.time.map((value, i) => ({ value, weight: marginals.time[i] as number })),
    share: sharesFrom(axes.share, byShare, before.share, answers),
    expected: batches.map((batch) => expected.get(batch) as number),
  };
}

/** Where a point of the grid lies on each axis. */
function placeOn(axes: Axes, at: number) {
  const law = Math.floor(at / (axes.time.length * axes.share.length));
  return {
    law,
    level: Math.floor(law / axes.spread.length),
    spread: law % axes.spread.length,
    time: Math.floor(at / axes.share.length) % axes.time.length,
    share: at % axes.share.length,
  };
}

/** The laws of the cold on a grid: for each level of it, one law for each spread. Where no batch tells of a cold there is a single place, without a law. */
function lawsOn({ level, spread }: Axes, { cold }: Before): (Requirement | undefined)[] {
  if (!cold) return [undefined];
  return level.flatMap((by) =>
    spread.map((factor) => ({ ...cold, logMedian: cold.logMedian + by, spread: cold.spread * Math.exp(factor) })),
  );
}

/** Of each batch, the share to have come by its last look where law, speed and share are these, each lot as viable as its counts make likeliest. */
function expectedOf(
  lots: readonly LotTold[],
  before: Before,
  { law, time, share }: { law: Requirement | undefined; time: number; share: number },
): Map<Told, number> {
  const expected = new Map<Told, number>();
  for (const { mine, factors } of lots) {
    const by = mine.map((batch) => releases(batch, before, [law], [time]));
    const logOf = (factor: number) =>
      sum(mine.map((batch, i) => logCounts(batch, by[i] as Float64Array, chanceOfTold(batch, share * factor))));
    const factor = mostLikely([...factors], logOf);
    for (const [i, batch] of mine.entries())
      expected.set(batch, Math.max(LEAST, chanceOfTold(batch, share * factor) * ((by[i] as Float64Array).at(-1) as number)));
  }
  return expected;
}

/** How likely a share times what answers is before anything is counted: the mean over what answers may be. */
function priorOfBoth(value: number, share: BetaShare, answers: Float64Array): number {
  return answers.reduce((all, factor) => all + density(value / factor, share) / factor, 0) / answers.length;
}

function density(share: number, { alpha, beta }: BetaShare): number {
  if (share <= 0 || share >= 1) return 0;
  return Math.exp((alpha - 1) * Math.log(share) + (beta - 1) * Math.log(1 - share));
}

const SHARE_POINTS = 96;

/** How likely each share of seeds sprouting is, from how likely its products with what answers are by the counts. */
function sharesFrom(axis: GridAxis, byShare: Float64Array, prior: BetaShare, answers: Float64Array): { value: number; weight: number }[] {
  const [first, last] = [axis[0] as number, axis.at(-1) as number];
  const step = axis.length > 1 ? (axis[1] as number) - first : 1;
  const logs = byShare.map((one) => Math.log(one + 1e-300));
  const likely = (product: number) => {
    const place = (product - first) / step;
    if (place < -1 || place > axis.length) return 0;
    const low = Math.min(axis.length - 2, Math.max(0, Math.floor(place)));
    return Math.exp((logs[low] as number) + Math.min(1, Math.max(0, place - low)) * ((logs[low + 1] as number) - (logs[low] as number)));
  };
  const from = Math.max(0, (first - step) / (answers.at(-1) as number));
  const to = Math.min(1, (last + step) / (answers[0] as number));
  return middles(SHARE_POINTS).map((middle) => {
    const value = from + (to - from) * middle;
    return { value, weight: density(value, prior) * (answers.reduce((all, factor) => all + likely(value * factor), 0) / answers.length) };
  });
}
