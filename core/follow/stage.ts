import type { Species } from '@chill/model/species.ts';
import type { Stage } from '@chill/model/stage.ts';
import { addDays } from '../calendar/dates.ts';
import { coldResponseOf } from '../chill/effectiveness.ts';
import { DAYS_PER_TURN, MOST_TURNS, TURNS_SURVIVAL, turnsCredit } from '../chill/freezeThaw.ts';
import { type Credit, daysToFree, requirementsOf } from '../chill/requirement.ts';
import { mediumOf, STAGES } from '../kinds/stages.ts';
import { upFor } from '../sowing/sown.ts';
import { daysToSprout, degreeDaysTo, degreesPerDay, type ThermalTime, thermalTime } from '../sprout/thermalTime.ts';
import { bestTakeOut, type SteadyTreatment, steadyCurve, type TakeOutCurve, yieldOfRest } from '../takeOut/takeOut.ts';
import { outdoorStay } from '../winter/outdoors.ts';
import { meanOfYears, releasedThroughYears } from '../winter/throughYears.ts';
import { ageOf } from './broughtIn.ts';
import type { BroughtIn, FollowedStage, StageGiven, Surroundings } from './followed.ts';
import { dayReaching, degreesOutdoors } from './outdoorWarmth.ts';

/** A dry-cold day counts as 1/1.25 of a moist one, where dry cold works at all. Assumption. */
export const DRY_COLD_FACTOR = 1.25;
/** How long seed is left outdoors where no winter is known of, days. */
const NO_WINTER_DAYS = 120;

/** What a stage comes to, besides where it lies and when it ends. */
type WorkedOut = Omit<FollowedStage, keyof StageGiven | 'end' | 'days'> & { days: number };

/** Where a stage lies, without what is asked of it. */
export function placedAs({
  asked: _asked,
  sprouts: _sprouts,
  days: _days,
  ...placed
}: StageGiven): Omit<StageGiven, 'asked' | 'sprouts' | 'days'> {
  return placed;
}

/** A stage that has not begun: what it needs, and what it does to the seed. */
export function stageToCome(around: Surroundings, given: StageGiven, broughtIn: BroughtIn): FollowedStage {
  const comes = workedOut(around, given, broughtIn);
  return { ...placedAs(given), ...comes, end: addDays(given.start, comes.days) };
}

function workedOut(around: Surroundings, given: StageGiven, broughtIn: BroughtIn): WorkedOut {
  const { course, earns } = STAGES[given.kind];
  if (course === 'turns') return turns(given);
  if (earns === 'winter') return winter(around, given, broughtIn);
  const treatment = treatmentIn(around, given, broughtIn);
  return treatment ? treated(given, broughtIn, treatment) : { days: plainDays(around.species, given), released: 1, survives: 1 };
}

function turns({ days, asked }: StageGiven): WorkedOut {
  const all = days ?? asked?.best ?? MOST_TURNS * DAYS_PER_TURN;
  return { days: all, released: 1, survives: TURNS_SURVIVAL, turned_days: turnsCredit(all) };
}

/** A winter outdoors by the months' means, freeing what single winters would where those are weighed; where there is none, it frees nothing. */
function winter({ species, year, winters, rot }: Surroundings, given: StageGiven, { credit }: BroughtIn): WorkedOut {
  const { start, place, asked } = given;
  const stay = year && outdoorStay(species, year, start, { credit, shelter: place?.cover, rot: rot?.outdoorFlat, days: asked?.best });
  if (!stay) return { days: given.days ?? NO_WINTER_DAYS, released: 1, survives: 1 };
  const days = given.days ?? stay.days;
  const degrees = degreesOutdoors(thermalTime(species.sprouting), year, start);
  const own = rot?.outdoorFlat && { rotShape: rot.outdoorFlat.shape };
  const mean = { days, curve: stay.curve, takeOut: stay.takeOut, degrees, ...own, ...atDay(stay.curve, days) };
  return winters && mean.released > 0 ? throughYears(mean, releasedThroughYears(species, winters, start, credit)) : mean;
}

/** A winter outdoors to come, by the day as the mean year has it, and freeing what single winters would. */
function throughYears<S extends Pick<FollowedStage, 'released'> & { curve: TakeOutCurve }>(stage: S, years: Float64Array): S {
  const { curve, released } = stage;
  const mean = meanOfYears(years);
  return {
    ...stage,
    curve: { ...curve, released: curve.released.map((share) => Math.min(1, (share * mean) / released)) },
    released: mean,
    releasedByYears: years,
  };
}

function treated(given: StageGiven, broughtIn: BroughtIn, steady: SteadyTreatment): WorkedOut {
  const age = ageOf(broughtIn, given.start);
  const treatment = age > 0 ? { ...steady, mediumAge_days: age } : steady;
  const whole = steadyCurve(treatment);
  const curve = broughtIn.goesOn ? { ...whole, yields: yieldOfRest(whole) } : whole;
  const takeOut = bestTakeOut(curve);
  // Dry seed loses next to nothing by waiting; it need not wait longer than it must.
  const enough = STAGES[given.kind].earns === 'ripening' ? takeOut.from : takeOut.best;
  const days = given.days ?? Math.min(given.asked?.best ?? enough, curve.yields.length - 1);
  const { rotShape } = treatment;
  return { days, takeOut, curve, treatment, ...(rotShape !== undefined && { rotShape }), ...atDay(curve, days) };
}

/** What a curve comes to by a day; after its last it stays as it was then. */
export function atDay(curve: TakeOutCurve, day: number): Required<Pick<FollowedStage, 'released' | 'survives' | 'exposure' | 'earned'>> {
  const at = Math.min(day, curve.yields.length - 1);
  return {
    released: curve.released[at] as number,
    survives: curve.survives[at] as number,
    exposure: curve.exposed[at] as number,
    earned: curve.earned[at] as number,
  };
}

/** The steady treatment that a stage is, with the nursery's own rot, where it frees anything by waiting. */
export function treatmentIn({ species, rot }: Surroundings, given: StageGiven, { credit, bathed }: BroughtIn): SteadyTreatment | undefined {
  const plain = treatmentOf(species, given, given.temperature_C, credit);
  const own = plain && rot?.[plain.rot.medium];
  const treatment = own ? { ...plain, rotShape: own.shape, rot: { ...plain.rot, own: own.mean } } : plain;
  return treatment && bathed ? { ...treatment, rot: { ...treatment.rot, cleanliness: 'bathed' } } : treatment;
}

/**
 * The steady treatment that a waiting stage is, or `undefined` for a stage that frees nothing by waiting.
 * Dry cold is a treatment only for species marked as answering to it. `credit` is what counts already of what it earns.
 */
export function treatmentOf(
  species: Species,
  stage: Pick<Stage, 'kind' | 'medium'>,
  temperature_C: number,
  credit?: Credit,
): SteadyTreatment | undefined {
  const { ripening, warm, cold } = requirementsOf(species);
  const common = { temperature_C, rot: { medium: mediumOf(stage), temperature_C } };
  const { earns, water, response } = STAGES[stage.kind];
  if (earns === 'ripening' && ripening)
    return { ...common, requirement: ripening, ...(response && { response }), ...(credit && { credit }) };
  if (earns === 'warmth' && warm) return { ...common, requirement: warm, ...(response && { response }) };
  if (earns !== 'cold' || !cold) return undefined;
  const chilled = { ...common, requirement: cold, response: coldResponseOf(species), ...(credit && { credit }) };
  if (water === 'damp') return chilled;
  return species.cold.need !== 'none' && species.cold.dryColdWorks ? { ...chilled, daysPerEffectiveDay: DRY_COLD_FACTOR } : undefined;
}

function plainDays(species: Species, given: StageGiven): number {
  if (given.days !== undefined) return given.days;
  const { course, earns, bench } = STAGES[given.kind];
  const sprouting = given.sprouts ? wholeSproutingDays(0.9, thermalTime(species.sprouting), given, species) : 0;
  if (course === 'grows') return sprouting + (given.asked?.best ?? species.pot.days.best);
  if (given.asked) return given.asked.best;
  if (course === 'sprouts') return sprouting;
  const { cold } = requirementsOf(species);
  // Dry cold that does nothing is still kept as long as its followers keep it; the chain then says what it was worth.
  if (earns === 'cold' && cold) return Math.ceil(daysToFree(0.9, cold) * DRY_COLD_FACTOR);
  return bench?.days ?? 0;
}

/** The warmth of a place: its mean, and half the swing of its days where that was measured, °C; in the ground what each day brings. */
type Warmth = Pick<FollowedStage, 'temperature_C' | 'halfSwing_C' | 'sowing' | 'degrees'>;

/**
 * Whole days in the warmth until `share` of those that will have sprouted, or, where it is sown, have come up. Where it never sprouts at that warmth no plants are counted on
 * ({@link chainOf}); only so that such a plan can be drawn at all it is given the days of the species' own temperature.
 */
export function wholeSproutingDays(
  share: number,
  law: ThermalTime,
  { temperature_C, halfSwing_C, sowing, degrees }: Warmth,
  species: Species,
): number {
  const up = sowing ? upFor(species, sowing) : 0;
  const inGround = degrees && dayReaching(degreeDaysTo(share, law) + up, degrees);
  if (inGround !== undefined) return inGround;
  const here = daysToSprout(share, law, temperature_C, halfSwing_C);
  if (!Number.isFinite(here)) return Math.ceil(daysToSprout(share, law, species.sprouting.at_C));
  return Math.ceil(here + (up > 0 ? up / degreesPerDay(temperature_C, halfSwing_C ?? 0, law) : 0));
}
