import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '../chill/effectiveness.ts';
import { type Credit, daysToFree, freedWithCredit, NO_CREDIT, type Requirement } from '../chill/requirement.ts';
import { ageing, rotFactor } from '../rot/hazard.ts';
import { bestPull, type Pull, type PullCurve } from '../ways/pull.ts';
import { requirementsOf } from '../ways/requirements.ts';
import { dailyEffect, dayIn, daysUntilWarm, type YearOfDays } from './climate.ts';

/** Rate a day at which uncovered seed outdoors is taken by mice and birds. Assumption. */
export const ANIMALS_PER_DAY = 0.003;

/** A cue that the seasons give in turn is due when this share has had it; only then does the next one count. Assumption: single seeds go on one by one. */
const DUE_SHARE = 0.5;
/** Seed stays out for another year where that frees this many times more. */
const ANOTHER_YEAR_PAYS = 1.3;

/** What a seed meets in a flat left outdoors, from one day on until a spring. */
export interface Outdoors {
  days: number;
  curve: PullCurve;
  pull: Pull;
}

interface Phase {
  requirement: Requirement;
  effect: Float64Array;
  credit: Credit;
}

/**
 * A stay outdoors from `start` by the month's mean temperatures: warmth and cold are earned in the order in which the species wants them, and it
 * ends when the ten-day mean rises above what counts as cold, in the first spring or, where that frees much more, the second.
 * `undefined` where winter never comes, or where the species waits for none. Remembered, since a wish being changed asks for the same stays again.
 */
export function outdoorStay(species: Species, year: YearOfDays, start: PlainDate, credit = NO_CREDIT): Outdoors | undefined {
  const key = `${start} ${credit.days} ${credit.give_days}`;
  let stays = known.get(year)?.get(species);
  if (!stays) {
    stays = new Map();
    const ofYear = known.get(year) ?? new WeakMap<Species, Map<string, Outdoors | undefined>>();
    known.set(year, ofYear.set(species, stays));
  }
  if (!stays.has(key)) stays.set(key, stayOf(species, year, dayIn(start), credit));
  return stays.get(key);
}

const known = new WeakMap<YearOfDays, WeakMap<Species, Map<string, Outdoors | undefined>>>();

function stayOf(species: Species, year: YearOfDays, start: number, credit: Credit): Outdoors | undefined {
  const { warm, cold } = requirementsOf(species);
  if (!cold || species.cold.need === 'none') return undefined;
  const response = species.cold.response ?? COLD_RESPONSE;
  const chilled = { requirement: cold, effect: dailyEffect(year, response), credit };
  const warmed = warm && { requirement: warm, effect: dailyEffect(year, WARM_RESPONSE), credit: NO_CREDIT };
  const phases: Phase[] = [...(species.cold.winters === 2 ? [chilled] : []), ...(warmed ? [warmed] : []), chilled];

  const first = daysUntilWarm(year, start, response.zeroAbove_C);
  if (first === undefined) return undefined;
  const another = daysUntilWarm(year, start + first + 30, response.zeroAbove_C);
  const curve = followed(phases, year, start, another === undefined ? first : first + 30 + another);
  const last = curve.yields.length - 1;
  const days = (curve.yields[last] as number) > (curve.yields[first] as number) * ANOTHER_YEAR_PAYS ? last : first;
  const upTo = { ...curve, yields: curve.yields.slice(0, days + 1) };
  return { days, curve, pull: { ...bestPull(upTo), best: days, to: days, yields: curve.yields[days] as number } };
}

function followed(phases: readonly Phase[], year: YearOfDays, start: number, days: number): PullCurve {
  const curve: PullCurve = { earned: [], freed: [], survives: [], yields: [] };
  const dueAt = phases.map(({ requirement }) => daysToFree(DUE_SHARE, requirement));
  const earned = phases.map(() => 0);
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
    earned[at] = (earned[at] as number) + ((phases[at] as Phase).effect[today] as number);
    exposure += ageing(day, day + 1, 'outdoorFlat') * rotFactor({ temperature_C: year.mean_C[today] as number });
  }
  return curve;
}
