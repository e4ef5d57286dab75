import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { coldResponseOf } from '../chill/effectiveness.ts';
import type { Met } from '../chill/met.ts';
import { type Credit, NO_CREDIT } from '../chill/requirement.ts';
import { ageing, expectedSurvival, ROT_LAW } from '../rot/hazard.ts';
import { ROT_PRIOR, type RotMultiplier } from '../rot/learned.ts';
import { bestTakeOut, type TakeOut, type TakeOutCurve } from '../takeOut/takeOut.ts';
import { dailyEffect, dayIn, daysUntilWarm, type YearOfDays } from './climate.ts';
import { type Class, classesOf, creditOfLast, releasedOf, type SeasonCue, seasonsOf } from './seasons.ts';

/** Rate a day at which uncovered seed outdoors is taken by mice and birds. Assumption. */
export const ANIMALS_PER_DAY = 0.003;

/** Seed stays out for another year where that frees this many times more. */
const ANOTHER_YEAR_PAYS = 1.3;

/** What a seed meets in a flat left outdoors, from one day on until a spring. */
export interface Outdoors {
  days: number;
  /** How many springs it lies out for: two where the first frees much less. */
  springs: 1 | 2;
  curve: TakeOutCurve;
  takeOut: TakeOut;
}

/** What an outdoor place is covered against. */
export type Shelter = NonNullable<Place['cover']>;

/** Rain on an open flat keeps it too wet for a part of the time: rot is so many times as fast. Assumption. */
const RAIN_WETS = 1.5;

/** What is lost a day to animals, and how many times as fast rot goes, under a shelter; a place that was not asked about counts as covered. */
export function shelterLoss(shelter: Shelter | undefined): { perDay: number; wetter: number } {
  return { perDay: shelter?.animals === false ? ANIMALS_PER_DAY : 0, wetter: shelter?.rain === false ? RAIN_WETS : 1 };
}

/** What a stay outdoors follows from besides the species and the year. */
export interface StayGiven {
  credit?: Credit;
  /** What the place's readings say of the days so far. */
  seen?: { cold: Met; warm: Met; days: number } | undefined;
  shelter?: Shelter | undefined;
  /** Where the method itself says for how long it stays out, days. */
  days?: number | undefined;
  /** The nursery's own multiplier on rot in flats outdoors, where it has one. */
  rot?: RotMultiplier | undefined;
}

/**
 * A stay outdoors from `start` by the month's mean temperatures: each seed earns warmth and cold in the order in which the species wants them, and
 * it ends when the ten-day mean rises above what counts as cold, in the first spring or, where that frees much more, the second. Days that were measured
 * count as they were. `undefined` where winter never comes, or where the species waits for none. Remembered, since a wish being changed asks for the
 * same stays again.
 */
export function outdoorStay(species: Species, year: YearOfDays, start: PlainDate, given: StayGiven = {}): Outdoors | undefined {
  const { credit = NO_CREDIT, seen, shelter, rot } = given;
  if (seen) return stayOf(species, year, dayIn(start), given);
  const key = `${start} ${credit.days} ${credit.give_days} ${shelterLoss(shelter).perDay} ${shelterLoss(shelter).wetter} ${rot?.shape} ${rot?.rate} ${given.days}`;
  let stays = known.get(year)?.get(species);
  if (!stays) {
    stays = new Map();
    const ofYear = known.get(year) ?? new WeakMap<Species, Map<string, Outdoors | undefined>>();
    known.set(year, ofYear.set(species, stays));
  }
  if (!stays.has(key)) stays.set(key, stayOf(species, year, dayIn(start), given));
  return stays.get(key);
}

const known = new WeakMap<YearOfDays, WeakMap<Species, Map<string, Outdoors | undefined>>>();

function stayOf(species: Species, year: YearOfDays, start: number, given: StayGiven): Outdoors | undefined {
  const seasons = seasonsOf(species);
  if (seasons.length === 0) return undefined;
  if (given.days !== undefined) {
    const curve = followed(seasons, year, start, given.days, given);
    const yields = curve.yields[given.days] as number;
    return { days: given.days, springs: 1, curve, takeOut: { from: given.days, best: given.days, to: given.days, yields } };
  }
  const ahead = springsAhead(species, year, start);
  if (!ahead) return undefined;
  const { first, second = first } = ahead;
  const curve = followed(seasons, year, start, second, given);
  const pays = (curve.yields[second] as number) > (curve.yields[first] as number) * ANOTHER_YEAR_PAYS;
  const days = pays ? second : first;
  const upTo = { ...curve, yields: curve.yields.slice(0, days + 1) };
  const takeOut = { ...bestTakeOut(upTo), best: days, to: days, yields: curve.yields[days] as number };
  return { days, springs: pays ? 2 : 1, curve, takeOut };
}

/** Days from `start`, a day of the year, to the first spring and the one after it, by the months' means; `undefined` where no winter comes. */
export function springsAhead(species: Species, year: YearOfDays, start: number): { first: number; second?: number } | undefined {
  const { zeroAbove_C } = coldResponseOf(species);
  const first = daysUntilWarm(year, start, zeroAbove_C);
  if (first === undefined) return undefined;
  const another = daysUntilWarm(year, start + first + SUMMER_AT_LEAST_DAYS, zeroAbove_C);
  return { first, ...(another !== undefined && { second: first + SUMMER_AT_LEAST_DAYS + another }) };
}
/** The winter after a spring is looked for from so many days after it. */
const SUMMER_AT_LEAST_DAYS = 30;

function followed(seasons: readonly SeasonCue[], year: YearOfDays, start: number, days: number, given: StayGiven): TakeOutCurve {
  const { credit = NO_CREDIT, seen, shelter, rot } = given;
  const curve: TakeOutCurve = { earned: [], released: [], exposed: [], survives: [], yields: [] };
  const sums = seasons.map(({ kind, response }) => {
    const effect = dailyEffect(year, response);
    const sum = new Float64Array(days + 1);
    for (let day = 0; day < days; day++) {
      const counts = seen && day < seen.days ? seen[kind].effect(day) : (effect[(start + day) % 365] as number);
      sum[day + 1] = (sum[day] as number) + counts;
    }
    return sum;
  });
  const last = seasons.at(-1) as SeasonCue;
  const sum = sums.at(-1) as Float64Array;
  const classes = classesOf(seasons, sums, days, credit);
  const begun = seasons.length > 1 ? middleOf(classes) : 0;
  const brought = creditOfLast(seasons, credit);
  const { perDay, wetter } = shelterLoss(shelter);
  let [exposure, released] = [0, 0];
  for (let day = 0; day <= days; day++) {
    // Nothing earned, nobody released: that is most of a summer.
    if (day === 0 || sum[day] !== sum[day - 1]) released = releasedOf(classes, last, sum[day] as number, brought);
    const survives = expectedSurvival(exposure, rot?.shape ?? ROT_PRIOR.shape) * Math.exp(-perDay * day);
    curve.earned.push(Math.max(0, (sum[day] as number) - begun));
    curve.released.push(released);
    curve.exposed.push(exposure);
    curve.survives.push(survives);
    curve.yields.push(released * survives);
    const warmth = seen && day < seen.days ? seen.cold.rot(day) : ROT_LAW.at(year.mean_C[(start + day) % 365] as number);
    exposure += ageing(day, day + 1, 'outdoorFlat') * warmth * wetter * (rot?.mean ?? 1);
  }
  return curve;
}

/** What the last season had given by the day on which half of the seeds had come to it. */
function middleOf(classes: readonly Class[]): number {
  let part = 0;
  for (const one of classes) {
    part += one.part;
    if (part >= 0.5) return one.from;
  }
  return classes.at(-1)?.from ?? 0;
}
