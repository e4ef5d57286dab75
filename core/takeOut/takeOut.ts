import type { TemperatureResponse } from '@chill/model/species.ts';
import { effectiveness } from '../chill/effectiveness.ts';
import { type Credit, daysToFree, NO_CREDIT, type Requirement, releasedWithCredit } from '../chill/requirement.ts';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import { remembered } from '../memory/remembered.ts';
import { expectedSurvival, type RotConditions, rotExposure } from '../rot/hazard.ts';
import { ROT_PRIOR } from '../rot/learned.ts';

/** Ending a stage anywhere in the window keeps at least this much of the best yield. */
export const WINDOW_KEEPS = 0.97;

/** No treatment is followed for longer than this, days. */
const LONGEST_STAGE_DAYS = 450;

/** What a treatment gains and loses, day by day from its start (index = whole days). */
export interface TakeOutCurve {
  /** Effective days earned. */
  earned: number[];
  /** Share released. */
  released: number[];
  /** Rot hazard added up. */
  exposed: number[];
  /** Share not lost to rot, averaged over what is not known of it. */
  survives: number[];
  /** Released × survives: what taking out on that day gives of the viable seeds. */
  yields: number[];
}

/** The best day to end a stage, in days from its start, and the days between which it hardly matters. */
export interface TakeOut {
  best: number;
  from: number;
  to: number;
  yields: number;
}

/**
 * The curve from what each day has earned and lost. `days` is the last day drawn; `earnedBy` and `exposedBy`
 * give effective days and added-up rot hazard by that whole day, and must not fall; `credit` comes on top. `rotShape` is how surely the
 * hazard's multiplier is known: the shape of a Gamma with mean 1; without it the hazard is taken as it is.
 */
export function takeOutCurve(
  days: number,
  requirement: Requirement,
  earnedBy: (day: number) => number,
  exposedBy: (day: number) => number,
  credit = NO_CREDIT,
  rotShape?: number,
): TakeOutCurve {
  const curve: TakeOutCurve = { earned: [], released: [], exposed: [], survives: [], yields: [] };
  for (let day = 0; day <= days; day++) {
    const earned = earnedBy(day);
    const released = releasedWithCredit(earned, requirement, credit);
    const exposed = exposedBy(day);
    const survives = expectedSurvival(exposed, rotShape);
    curve.exposed.push(exposed);
    curve.earned.push(earned + credit.days);
    curve.released.push(released);
    curve.survives.push(survives);
    curve.yields.push(released * survives);
  }
  return curve;
}

/** What taking out on each day gives of the viable seeds that were not released when the curve begins. */
export function yieldOfRest({ released, survives }: Pick<TakeOutCurve, 'released' | 'survives'>): number[] {
  return released.map((share, day) => (share - (released[0] as number)) * (survives[day] as number));
}

/** The best day of a curve, and the days around it that keep {@link WINDOW_KEEPS} of its yield. */
export function bestTakeOut({ yields }: Pick<TakeOutCurve, 'yields'>): TakeOut {
  let best = 0;
  for (let day = 1; day < yields.length; day++) {
    if ((yields[day] as number) > (yields[best] as number)) best = day;
  }
  const enough = (yields[best] as number) * WINDOW_KEEPS;
  let from = best;
  let to = best;
  while (from > 0 && (yields[from - 1] as number) >= enough) from -= 1;
  while (to < yields.length - 1 && (yields[to + 1] as number) >= enough) to += 1;
  return { best, from, to, yields: yields[best] as number };
}

/** A treatment at one temperature all through. */
export interface SteadyTreatment {
  requirement: Requirement;
  temperature_C: number;
  response?: TemperatureResponse;
  rot: RotConditions;
  /** Age of the medium when the stage begins, days; 0 where it is fresh. */
  mediumAge_days?: number;
  /** How surely the rot's multiplier is known; the prior's where nothing was learned. */
  rotShape?: number;
  /** Effective days already earned before the stage begins. */
  credit?: Credit;
  /** Days that count as one; 1.25 for dry cold. */
  daysPerEffectiveDay?: number;
}

/** Effective days that one day of this treatment earns, 0 to 1. */
export function earnedPerDay({ temperature_C, response = COLD_RESPONSE, daysPerEffectiveDay = 1 }: SteadyTreatment): number {
  return effectiveness(temperature_C, response) / daysPerEffectiveDay;
}

/** How far ahead a curve must be drawn to hold its best day and the end of its window. */
export function horizonDays(requirement: Requirement, perDay: number): number {
  if (perDay <= 0) return 0;
  return Math.min(LONGEST_STAGE_DAYS, Math.ceil((2.5 * daysToFree(0.95, requirement)) / perDay) + 30);
}

const curves = remembered<string, TakeOutCurve>(200);

/** The curve of a treatment at a constant temperature in a medium that ages all through. Remembered: a plan that is weighed, made and shown asks for the same. */
export function steadyCurve(treatment: SteadyTreatment): TakeOutCurve {
  return curves(JSON.stringify(treatment), () => curveOf(treatment));
}

function curveOf(treatment: SteadyTreatment): TakeOutCurve {
  const perDay = earnedPerDay(treatment);
  const age = treatment.mediumAge_days ?? 0;
  return takeOutCurve(
    horizonDays(treatment.requirement, perDay),
    treatment.requirement,
    (day) => day * perDay,
    (day) => rotExposure(age, age + day, treatment.rot),
    treatment.credit,
    treatment.rotShape ?? ROT_PRIOR.shape,
  );
}
