import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { gammaQuantiles } from '../chance/distributions.ts';
import type { Random } from '../chance/random.ts';
import { coldResponseOf } from '../chill/effectiveness.ts';
import { type Credit, daysToFree, NO_CREDIT } from '../chill/requirement.ts';
import { WARM_RESPONSE } from '../kinds/responses.ts';
import { ageing, ROT_LAW } from '../rot/hazard.ts';
import { ROT_PRIOR, type RotMultiplier } from '../rot/learned.ts';
import { dayIn, type YearOfDays } from './climate.ts';
import type { DailyClimate } from './dailyClimate.ts';
import { outdoorStay, type Shelter, shelterLoss, springsAhead } from './outdoors.ts';
import { classesOf, creditOfLast, releasedOf, type SeasonCue, seasonsOf } from './seasons.ts';
import { makeWinters } from './winters.ts';

/** A winter is enough when this share of the seeds that need it is released by it. */
export const ENOUGH_SHARE = 0.9;
/** Spring is told by the mean of so many days. */
const TEN_DAYS = 10;

/** The question: is there enough winter for this seed, out from a day on. */
export interface WinterQuestion {
  species: Species;
  climate: DailyClimate;
  /** Day of the year on which the days to come begin, 0 to 364; and how many are followed. */
  start: number;
  days: number;
  winters: number;
  credit?: Credit;
  /** Effective days of the days that it has been out already, as they were measured: cold and warm, one figure a day. */
  seen?: { cold: number[]; warm: number[]; mean_C: number[] };
  anomaly?: number;
  /** What the flat is covered against; where nobody said, against mice and rain. */
  shelter?: Shelter | undefined;
  /** What the nursery's own mould says of rot in flats outdoors; the prior where it says nothing. */
  rot?: Pick<RotMultiplier, 'shape' | 'rate'> | undefined;
  /** Springs until it is looked for: two where it waits for cold, warmth and cold, or for warmth that is past. 1 where not told. */
  springs?: 1 | 2;
}

/** Days that winters are followed beyond the usual day of spring, and how many where no spring is usual. */
const BEYOND_SPRING_DAYS = 60;
const FOLLOWED_DAYS = 270;

/**
 * How long the winters of a question are followed from the day on which the seed goes out, and how many springs it waits for. Cold alone is asked of the
 * winter that comes; seed that wants warmth before its cold, or two winters, may have to lie over a summer.
 */
export function followedFor(species: Species, year: YearOfDays, out: PlainDate, credit?: Credit): { days: number; springs: 1 | 2 } {
  const ahead = springsAhead(species, year, dayIn(out));
  const springs = seasonsOf(species).length > 1 ? (outdoorStay(species, year, out, credit && { credit })?.springs ?? 1) : 1;
  const spring = springs === 2 ? ahead?.second : ahead?.first;
  return { days: spring === undefined ? FOLLOWED_DAYS : spring + BEYOND_SPRING_DAYS, springs };
}

/** A figure in a tenth, half and nine tenths of the winters. */
export interface Bands {
  low: number[];
  middle: number[];
  high: number[];
}

/** The same for one figure, with its mean over all winters. */
export interface Spread {
  low: number;
  middle: number;
  high: number;
  mean: number;
}

/** What a thousand winters say. Days count from the day on which the seed went out. */
export interface WinterAnswer {
  winters: number;
  /** Days seen before the winters begin. */
  seen_days: number;
  /** Chill-days earned by each whole day (index 0: none yet); once spring has come, no more counts. */
  chill: Bands;
  /** Effective days that free nine in ten of those that need cold, with what the seed brings along. */
  needed: number;
  /** Chance that it is earned before the ten-day mean outdoors passes what counts as cold. */
  enough: number;
  /** Chance that it is earned by each day. */
  enoughBy: number[];
  /** Share of the viable seeds released by spring; not lost to rot or animals by then; both. Each winter has its own multiplier on rot, since nobody knows it. */
  released: Spread;
  alive: Spread;
  ready: Spread;
  /** Day on which spring comes, or the last day followed where it does not. */
  spring: Spread;
}

/** Winters calculated so far; they can be added to in parts, with a word on how far it is in between. */
export class WinterCount {
  readonly #question: WinterQuestion;
  readonly #chill: Float32Array[] = [];
  readonly #released: number[] = [];
  readonly #alive: number[] = [];
  readonly #springs: number[] = [];
  readonly #metOn: number[] = [];
  readonly #needed: number;

  constructor(question: WinterQuestion) {
    this.#question = question;
    const cold = seasonsOf(question.species).at(-1);
    if (!cold) throw new RangeError('That seed waits for no winter.');
    this.#needed = daysToFree(ENOUGH_SHARE, cold.requirement);
  }

  get done(): number {
    return this.#released.length;
  }

  /** Adds so many winters, from a stream of chance. */
  add(winters: number, random: Random): void {
    const { species, climate, start, days, credit = NO_CREDIT, seen, anomaly = 0, shelter, rot = ROT_PRIOR, springs = 1 } = this.#question;
    const cold = coldResponseOf(species);
    const seasons = seasonsOf(species);
    // Warmth is only asked of seed that wants it.
    const responses = seasons.length > 1 ? [cold, WARM_RESPONSE] : [cold];
    const made = makeWinters({ climate, start, days, winters, responses, random, anomaly });
    const last = seasons.at(-1) as SeasonCue;
    const before = seen?.cold.length ?? 0;
    // A mild week in autumn is no spring: it is looked for once the depth of the usual winter is past.
    const midwinter = daysToMidwinter(climate, start - before, cold.zeroAbove_C, springs);
    const { perDay, wetter } = shelterLoss(shelter);
    const ages = Float64Array.from({ length: before + days }, (_, day) => ageing(day, day + 1, 'outdoorFlat') * wetter);
    const usual = (day: number) => usualOn(climate, start - before + day);
    const multipliers = gammaQuantiles(
      rot.shape,
      rot.rate,
      Array.from({ length: MULTIPLIERS }, (_, i) => (i + 0.5) / MULTIPLIERS),
    );
    const brought = creditOfLast(seasons, credit);
    for (let winter = 0; winter < winters; winter++) {
      const line = new Float32Array(before + days + 1);
      const from = winter * days;
      const meanOn = (day: number) =>
        day < 0 ? usual(day) : day < before ? (seen?.mean_C[day] as number) : (made.mean_C[from + day - before] as number);
      let [tenDays, exposure] = [0, 0];
      for (let day = -TEN_DAYS; day < 0; day++) tenDays += meanOn(day);
      const multiplier = multipliers[Math.floor(random() * MULTIPLIERS)] as number;
      const sums = seasons.map(() => new Float64Array(before + days + 1));
      let spring = before + days;
      for (let day = 0; day < spring; day++) {
        tenDays += meanOn(day) - meanOn(day - TEN_DAYS);
        if (day >= midwinter && tenDays / TEN_DAYS >= cold.zeroAbove_C) {
          spring = day;
          break;
        }
        for (const [i, { kind }] of seasons.entries()) {
          const sum = sums[i] as Float64Array;
          const counts =
            day < before
              ? (seen?.[kind][day] as number)
              : ((made.effects[kind === 'cold' ? 0 : 1] as Float32Array)[from + day - before] as number);
          sum[day + 1] = (sum[day] as number) + counts;
        }
        exposure += (ages[day] as number) * ROT_LAW.at(meanOn(day)) * multiplier + perDay;
      }
      const sum = sums.at(-1) as Float64Array;
      const classes = classesOf(seasons, sums, spring, credit);
      const begun = seasons.length > 1 ? (classes[classes.length >> 1]?.from ?? Number.POSITIVE_INFINITY) : 0;
      for (let day = 0; day < line.length; day++) line[day] = Math.max(0, (sum[Math.min(day, spring)] as number) - begun) + brought.days;
      this.#chill.push(line);
      this.#springs.push(spring);
      this.#metOn.push(metBy(sum, spring, (given) => needyReleased(classes, last, given, brought)));
      this.#alive.push(Math.exp(-exposure));
      this.#released.push(releasedOf(classes, last, sum[spring] as number, brought));
    }
  }

  /** The share released by spring in each winter so far. */
  get releasedByYears(): Float64Array {
    return Float64Array.from(this.#released);
  }

  /** What they say so far. */
  answer(): WinterAnswer {
    const winters = this.done;
    const length = this.#chill[0]?.length ?? 0;
    const bands: Bands = { low: [], middle: [], high: [] };
    const enoughBy: number[] = [];
    for (let day = 0; day < length; day++) {
      const sorted = Float32Array.from(this.#chill, (line) => line[day] as number).sort();
      bands.low.push(at(sorted, 0.1));
      bands.middle.push(at(sorted, 0.5));
      bands.high.push(at(sorted, 0.9));
      enoughBy.push(this.#metOn.filter((met) => met >= 0 && met <= day).length / winters);
    }
    return {
      winters,
      seen_days: this.#question.seen?.cold.length ?? 0,
      chill: bands,
      needed: this.#needed,
      enough: enoughBy.at(-1) ?? 0,
      enoughBy,
      released: spreadOf(this.#released),
      alive: spreadOf(this.#alive),
      ready: spreadOf(this.#released.map((released, winter) => released * (this.#alive[winter] as number))),
      spring: spreadOf(this.#springs),
    };
  }
}

/** Multipliers on rot that a winter's is drawn from, each as likely. */
const MULTIPLIERS = 512;

/** The share released of those that need the last season's cold at all. */
function needyReleased(classes: Parameters<typeof releasedOf>[0], last: SeasonCue, given: number, credit: Credit): number {
  return releasedOf(classes, { ...last, requirement: { ...last.requirement, releasedWithout: 0 } }, given, credit);
}

/** The first day by which {@link ENOUGH_SHARE} are released, or −1 where they are not by spring. */
function metBy(sum: Float64Array, spring: number, released: (given: number) => number): number {
  if (released(sum[spring] as number) < ENOUGH_SHARE) return -1;
  let [before, by] = [-1, spring];
  while (by - before > 1) {
    const middle = (before + by) >> 1;
    if (released(sum[middle] as number) >= ENOUGH_SHARE) by = middle;
    else before = middle;
  }
  return by;
}

function spreadOf(values: readonly number[]): Spread {
  const sorted = Float32Array.from(values).sort();
  const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
  return { low: at(sorted, 0.1), middle: at(sorted, 0.5), high: at(sorted, 0.9), mean };
}

function at(sorted: Float32Array, share: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
}

/** The usual mean of a day of the year, which may lie in the year before or after, °C. */
function usualOn({ min_C, max_C }: DailyClimate, day: number): number {
  const of = ((day % 365) + 365) % 365;
  return ((min_C[of] as number) + (max_C[of] as number)) / 2;
}

/**
 * Days from a day of the year to the depth of the usual winter before the last spring that is waited for; 0 where that winter is already on its way out:
 * the year on its way up, and its ten-day mean not yet above what counts as cold.
 */
function daysToMidwinter(climate: DailyClimate, from: number, above_C: number, springs: 1 | 2): number {
  const year = Array.from({ length: 365 }, (_, day) => usualOn(climate, day));
  const until = (extreme: number) => (((year.indexOf(extreme) - from) % 365) + 365) % 365;
  const [coldest, warmest] = [until(Math.min(...year)), until(Math.max(...year))];
  const tenDays = Array.from({ length: TEN_DAYS }, (_, back) => usualOn(climate, from - back));
  const ahead = coldest < warmest || tenDays.reduce((sum, one) => sum + one, 0) / TEN_DAYS >= above_C;
  if (springs === 1) return ahead ? coldest : 0;
  return ahead ? coldest + 365 : coldest;
}
