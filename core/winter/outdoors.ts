import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species, TemperatureResponse } from '@chill/model/species.ts';
import { coldResponseOf, WARM_RESPONSE } from '../chill/effectiveness.ts';
import type { Met } from '../chill/met.ts';
import { type Credit, daysToFree, freedWithCredit, NO_CREDIT, type Requirement } from '../chill/requirement.ts';
import { ageing, ROT_LAW } from '../rot/hazard.ts';
import { bestPull, type Pull, type PullCurve } from '../ways/pull.ts';
import { requirementsOf } from '../ways/requirements.ts';
import { dailyEffect, dayIn, daysUntilWarm, type YearOfDays } from './climate.ts';

/** Rate a day at which uncovered seed outdoors is taken by mice and birds. Assumption. */
export const ANIMALS_PER_DAY = 0.003;

/** A cue that the seasons give in turn is due when this share has had it; only then does the next one count. Assumption: single seeds go on one by one. */
export const DUE_SHARE = 0.5;
/** Seed stays out for another year where that frees this many times more. */
const ANOTHER_YEAR_PAYS = 1.3;

/** What a seed meets in a flat left outdoors, from one day on until a spring. */
export interface Outdoors {
  days: number;
  /** How many springs it lies out for: two where the first frees much less. */
  springs: 1 | 2;
  curve: PullCurve;
  pull: Pull;
}

interface Phase {
  requirement: Requirement;
  /** Effective days that a day of the stay earns. */
  effect: (day: number) => number;
  credit: Credit;
}

/** What an outdoor place is covered against. */
export type Shelter = NonNullable<Place['cover']>;

/** Rain on an open flat keeps it too wet for a part of the time: rot is so many times as fast. Assumption. */
const RAIN_WETS = 1.5;

/** What is lost a day to animals, and how many times as fast rot goes, under a shelter; a place that was not asked about counts as covered. */
export function shelterLoss(shelter: Shelter | undefined): { perDay: number; wetter: number } {
  return { perDay: shelter?.animals === false ? ANIMALS_PER_DAY : 0, wetter: shelter?.rain === false ? RAIN_WETS : 1 };
}

/** What a stay outdoors is reckoned from besides the species and the year. */
export interface StayGiven {
  credit?: Credit;
  /** What the place's readings say of the days so far. */
  seen?: { cold: Met; warm: Met; days: number } | undefined;
  shelter?: Shelter | undefined;
}

/**
 * A stay outdoors from `start` by the month's mean temperatures: warmth and cold are earned in the order in which the species wants them, and it
 * ends when the ten-day mean rises above what counts as cold, in the first spring or, where that frees much more, the second. Days that were measured
 * count as they were. `undefined` where winter never comes, or where the species waits for none. Remembered, since a wish being changed asks for the
 * same stays again.
 */
export function outdoorStay(species: Species, year: YearOfDays, start: PlainDate, given: StayGiven = {}): Outdoors | undefined {
  const { credit = NO_CREDIT, seen, shelter } = given;
  if (seen) return stayOf(species, year, dayIn(start), given);
  const key = `${start} ${credit.days} ${credit.give_days} ${shelterLoss(shelter).perDay} ${shelterLoss(shelter).wetter}`;
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

/** The cues that a species wants of its seasons, in their order: what each needs, what it answers to. */
export function seasonsOf(species: Species): { kind: 'warm' | 'cold'; requirement: Requirement; response: TemperatureResponse }[] {
  const { warm, cold } = requirementsOf(species);
  if (!cold || species.cold.need === 'none') return [];
  const chilled = { kind: 'cold' as const, requirement: cold, response: coldResponseOf(species) };
  const warmed = warm && { kind: 'warm' as const, requirement: warm, response: WARM_RESPONSE };
  return [...(species.cold.winters === 2 ? [chilled] : []), ...(warmed ? [warmed] : []), chilled];
}

function stayOf(species: Species, year: YearOfDays, start: number, given: StayGiven): Outdoors | undefined {
  const seasons = seasonsOf(species);
  const { credit = NO_CREDIT, seen } = given;
  if (seasons.length === 0) return undefined;
  const phases = seasons.map(({ kind, requirement, response }): Phase => {
    const effect = dailyEffect(year, response);
    return {
      requirement,
      effect: (day) => (seen && day < seen.days ? seen[kind].effect(day) : (effect[(start + day) % 365] as number)),
      credit: kind === 'cold' ? credit : NO_CREDIT,
    };
  });
  const ahead = springsAhead(species, year, start);
  if (!ahead) return undefined;
  const { first, second = first } = ahead;
  const curve = followed(phases, year, start, second, given);
  const pays = (curve.yields[second] as number) > (curve.yields[first] as number) * ANOTHER_YEAR_PAYS;
  const days = pays ? second : first;
  const upTo = { ...curve, yields: curve.yields.slice(0, days + 1) };
  const pull = { ...bestPull(upTo), best: days, to: days, yields: curve.yields[days] as number };
  return { days, springs: pays ? 2 : 1, curve, pull };
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

function followed(phases: readonly Phase[], year: YearOfDays, start: number, days: number, { seen, shelter }: StayGiven): PullCurve {
  const curve: PullCurve = { earned: [], freed: [], survives: [], yields: [] };
  const dueAt = phases.map(({ requirement }) => daysToFree(DUE_SHARE, requirement));
  const earned = phases.map(() => 0);
  const { perDay, wetter } = shelterLoss(shelter);
  let exposure = 0;
  for (let day = 0; day <= days; day++) {
    const freed = phases.reduce(
      (share, { requirement, credit }, i) => share * freedWithCredit(earned[i] as number, requirement, credit),
      1,
    );
    const survives = Math.exp(-exposure);
    curve.earned.push(earned.at(-1) as number);
    curve.freed.push(freed);
    curve.survives.push(survives);
    curve.yields.push(freed * survives);
    const today = (start + day) % 365;
    const active = earned.findIndex((sum, i) => sum + (phases[i] as Phase).credit.days < (dueAt[i] as number));
    const at = active < 0 ? phases.length - 1 : active;
    earned[at] = (earned[at] as number) + (phases[at] as Phase).effect(day);
    const warmth = seen && day < seen.days ? seen.cold.rot(day) : ROT_LAW.at(year.mean_C[today] as number);
    exposure += ageing(day, day + 1, 'outdoorFlat') * warmth * wetter + perDay;
  }
  return curve;
}
