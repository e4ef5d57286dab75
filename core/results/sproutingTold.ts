import type { Believed } from '@chill/model/outcome.ts';
import type { LotId } from '@chill/model/primitives.ts';
import { normalChance } from '../chance/normal.ts';
import type { BetaShare } from '../chance/shares.ts';
import { type Requirement, releasedShare } from '../chill/requirement.ts';
import type { ThermalTime } from '../sprout/thermalTime.ts';
import type { Counted } from './compare.ts';
import { tells } from './learnedShare.ts';
import { sum } from './weighed.ts';

/** What one batch tells of how its species sprouts: so many of so many came, when, and what its seeds had behind them. */
export interface Told extends Counted {
  lotId: LotId;
  /** Of its seeds, the share viable; and of those, the share that coats, cues and light let through. */
  viable: Believed;
  answers: Believed;
  looks: readonly { warmth: number; came: number; left: number }[];
  /** The share taken to be released, and the degree-days by which equal parts of it had been. */
  released: number;
  releasedAt: readonly number[];
  /** Effective days of moist cold in all, where one cold alone released them. */
  earned_days?: number;
  /** The same day by day, in equal steps, each with the degree-days by then: which seeds were released at which warmth follows from any law. */
  cold?: { earned: readonly number[]; warmth: readonly number[] };
}

/** What is taken to be so before anything is counted. */
export interface Before {
  /** The cold needed as the handbook has it; absent where the species needs none, or no batch tells of it. */
  cold: Requirement | undefined;
  speed: Pick<ThermalTime, 'median_degreeDays' | 'spread'>;
  share: BetaShare;
}

/** Values of one unknown that are weighed, equally far apart, from the first to the last. */
export type GridAxis = readonly number[];
/** The axes of a grid: level and spread of the cold needed, and the time scale, each as a logarithm of a factor; and the share. */
export interface Axes {
  level: GridAxis;
  spread: GridAxis;
  time: GridAxis;
  share: GridAxis;
}

/** Points at which the counts of a lot are weighed, between which they are told by a straight line. */
const COUNT_POINTS = 64;
/** Nothing is quite impossible: a count that a law leaves no room for only makes it very unlikely. */
export const LEAST = 1e-9;

/** Batches of one lot, and equally likely values of its own share of viable seed, as factors of its mean, rising. */
export interface LotTold {
  mine: readonly Told[];
  factors: Float64Array;
}

/** The chance of a batch's released seed to sprout, where so much of what is viable and answers does. */
export function chanceOfTold({ viable, answers }: Told, share: number): number {
  return Math.min(1 - LEAST, Math.max(LEAST, viable.share * answers.share * share));
}

/** Adds how likely the counts of one lot are to each point of the grid, whatever its own share of viable seed is. */
export function addLot(
  logs: Float64Array,
  { mine, factors }: LotTold,
  { laws, axes, before, spread }: { laws: readonly (Requirement | undefined)[]; axes: Axes; before: Before; spread: number },
): void {
  const [times, shares] = [axes.time.length, axes.share.length];
  const [least, most] = [(axes.share[0] as number) * (factors[0] as number), (axes.share.at(-1) as number) * (factors.at(-1) as number)];
  const step = (most - least) / (COUNT_POINTS - 1);
  const at = Float64Array.from({ length: COUNT_POINTS }, (_, i) => least + i * step);
  const by = mine.map((batch) => releases(batch, before, laws, axes.time));
  // Where the share times each value of the lot's own lies among those points is the same for every law and speed.
  const places = Float64Array.from({ length: shares * factors.length }, (_, i) => {
    const place = ((axes.share[Math.floor(i / factors.length)] as number) * (factors[i % factors.length] as number) - least) / (step || 1);
    return Math.min(COUNT_POINTS - 1 - 1e-9, Math.max(0, place));
  });
  const lines = mine.map((batch) => ({
    looks: batch.looks.length,
    weight: tells(batch.of, spread),
    chances: at.map((share) => chanceOfTold(batch, share)),
    came: at.map((share) => batch.came * Math.log(chanceOfTold(batch, share))),
    waits: waitsOf(batch),
  }));
  const counted = new Float64Array(COUNT_POINTS);
  for (let combination = 0; combination < laws.length * times; combination++) {
    counted.fill(0);
    for (let i = 0; i < mine.length; i++) {
      const { looks, weight, chances, came, waits } = lines[i] as (typeof lines)[number];
      const all = by[i] as Float64Array;
      const first = combination * looks;
      const when = weight * logTimes(mine[i] as Told, all, first);
      for (let point = 0; point < COUNT_POINTS; point++)
        counted[point] = (counted[point] as number) + when + weight * (came[point] as number);
      for (let k = 0; k < waits.length; k++) {
        const { look, count } = waits[k] as (typeof waits)[number];
        const behind = all[first + look] as number;
        for (let point = 0; point < COUNT_POINTS; point++)
          counted[point] = (counted[point] as number) + weight * count * Math.log(1 - (chances[point] as number) * behind);
      }
    }
    let top = Number.NEGATIVE_INFINITY;
    for (let point = 0; point < COUNT_POINTS; point++) top = Math.max(top, counted[point] as number);
    for (let point = 0; point < COUNT_POINTS; point++) counted[point] = Math.exp((counted[point] as number) - top);
    for (let j = 0; j < shares; j++) {
      let all = 0;
      for (let r = j * factors.length; r < (j + 1) * factors.length; r++) {
        const place = places[r] as number;
        const low = Math.floor(place);
        all += (counted[low] as number) + (place - low) * ((counted[low + 1] as number) - (counted[low] as number));
      }
      logs[combination * shares + j] = (logs[combination * shares + j] as number) + top + Math.log(all + 1e-300);
    }
  }
}

/** Of a batch's seeds that will sprout, the share that has by each look, for each law of the cold and each time scale: law by law, in it time by time, in it look by look. */
export function releases(batch: Told, { cold, speed }: Before, laws: readonly (Requirement | undefined)[], times: GridAxis): Float64Array {
  const { looks } = batch;
  const course = cold ? batch.cold : undefined;
  const from = course
    ? course.warmth.map((warmth, j) => (j === 0 ? warmth : (warmth + (course.warmth[j - 1] as number)) / 2))
    : batch.releasedAt;
  const up = new Float64Array(times.length * looks.length * from.length);
  const logMedian = Math.log(speed.median_degreeDays);
  for (const [k, time] of times.entries())
    for (const [i, { warmth }] of looks.entries())
      for (const [j, at] of from.entries())
        if (warmth > at)
          up[(k * looks.length + i) * from.length + j] = normalChance((Math.log(warmth - at) - logMedian - time) / speed.spread);
  const shares = new Float64Array(laws.length * times.length * looks.length);
  for (const [l, law] of laws.entries()) {
    const parts = partsOf(batch, course, law, cold, from.length);
    for (let row = 0; row < times.length * looks.length; row++) {
      let all = 0;
      for (let j = 0; j < parts.length; j++) all += (parts[j] as number) * (up[row * parts.length + j] as number);
      shares[l * times.length * looks.length + row] = all;
    }
  }
  return shares;
}

/** The parts of a batch's seed that a law of the cold releases, step by step; where the cold was not its only treatment, as it was believed, more or less of it. */
function partsOf(batch: Told, course: Told['cold'], law: Requirement | undefined, said: Requirement | undefined, steps: number): number[] {
  if (course && law) {
    const by = course.earned.map((earned) => releasedShare(earned, law));
    return by.map((share, j) => (j === 0 ? share : Math.max(0, share - (by[j - 1] as number))));
  }
  const { released, earned_days } = batch;
  const all =
    law && said && earned_days !== undefined
      ? Math.min(1, (released * releasedShare(earned_days, law)) / Math.max(LEAST, releasedShare(earned_days, said)))
      : released;
  return Array.from({ length: steps }, () => all / steps);
}

/** How likely the counts of a batch are where a seed's chance is `chance` in the end, and by each look so much of that is behind it. */
export function logCounts(batch: Told, by: Float64Array, chance: number): number {
  const cameAll = sum(batch.looks.map(({ came }) => came)) * Math.log(chance);
  return logTimes(batch, by) + cameAll + sum(waitsOf(batch).map(({ look, count }) => count * Math.log(1 - chance * (by[look] as number))));
}

/** That part of it which tells when they came, and not how many. */
function logTimes({ looks }: Told, by: Float64Array, first = 0): number {
  let [log, before] = [0, 0];
  for (let i = 0; i < looks.length; i++) {
    const { came } = looks[i] as Told['looks'][number];
    const now = by[first + i] as number;
    if (came > 0) log += came * Math.log(Math.max(LEAST, now - before));
    before = now;
  }
  return log;
}

/** The looks after which seeds were seen no more without having come, and how many: at the last one all that were left, before it those taken away, mouldy or cut. */
function waitsOf({ looks }: Told): { look: number; count: number }[] {
  return looks.flatMap(({ left }, look) => {
    const next = looks[look + 1];
    const count = left - (next ? next.came + next.left : 0);
    return count === 0 ? [] : [{ look, count }];
  });
}
