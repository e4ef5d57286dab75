import type { Method } from '@chill/model/method.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Cue, Species } from '@chill/model/species.ts';
import type { Medium, Stage, StageKind } from '@chill/model/stage.ts';
import { coldResponseOf } from '../chill/effectiveness.ts';
import { DAYS_PER_TURN, MOST_TURNS, TURNS_SURVIVAL, turnsCredit } from '../chill/freezeThaw.ts';
import type { SwingingPlace } from '../chill/met.ts';
import {
  type Brought,
  type Credit,
  daysToFree,
  NO_CREDIT,
  type Requirement,
  releasedWithCredit,
  requirementsOf,
} from '../chill/requirement.ts';
import { placesFor } from '../kinds/places.ts';
import { mediumOf, STAGES, type StageFacts } from '../kinds/stages.ts';
import type { LearnedRot, RotMultiplier } from '../rot/learned.ts';
import { daysToSprout, degreesPerDay, type ThermalTime, thermalTime } from '../sprout/thermalTime.ts';
import { bestTakeOut, type SteadyTreatment, steadyCurve, type TakeOut, type TakeOutCurve } from '../takeOut/takeOut.ts';
import { dayIn, type YearOfDays } from '../winter/climate.ts';
import { outdoorStay, type Shelter } from '../winter/outdoors.ts';
import { coatOpened } from './coats.ts';
import { isTakenUp, sproutingStage } from './stageOrder.ts';
import { litShare, warmthShare } from './whereItSprouts.ts';

/** A dry-cold day counts as 1/1.25 of a moist one, where dry cold works at all. Assumption. */
export const DRY_COLD_FACTOR = 1.25;
/** How long seed is left outdoors where no winter is known of, days. */
const NO_WINTER_DAYS = 120;

/** A stage of a method with everything about it worked out for one nursery. */
export interface ResolvedStage {
  kind: StageKind;
  medium?: Medium;
  temperature_C: number;
  /** Half the swing of the place's days around that, °C, where it was measured. */
  halfSwing_C?: number;
  place?: Place;
  /** Whether it has light where the seed sprouts, as far as somebody said. */
  light?: Place['light'];
  /** Whole days that are best. */
  days: number;
  /** Where a curve decides the days: the best day and its window, days from the start of the stage. */
  takeOut?: TakeOut;
  curve?: TakeOutCurve;
  /** What made the curve, so that it can be followed day by day later. */
  treatment?: SteadyTreatment;
  /** Share of the seeds entering that are released by it, and that are not lost in it. */
  released: number;
  survives: number;
  /** Rot hazard added up in it, where it rots. */
  exposure?: number;
  /** How surely the rot's multiplier is known there; the prior's where nothing was learned. */
  rotShape?: number;
  /** Outdoors: degree-days that each day brings for sprouting there. */
  degrees?: (day: number) => number;
  /** What single years would free, each as likely, where the weather decides. */
  releasedByYears?: Float64Array;
}

/** The links of the chain from a viable seed to a plant, each a share 0 to 1. */
export interface Chain {
  opened: number;
  released: number;
  /** Answers to the cues that are given or not: smoke, flooding. */
  answered: number;
  survives: number;
  /** Those that come at the warmth they get: less than all where the seed wants warm days and cool nights, none where it never sprouts at that temperature. */
  warmth: number;
  /** Those that come in the light, or the dark, that the place has: all where it has what the seed wants, or nobody said what it has. */
  lit: number;
  sprouts: number;
  establishes: number;
}

/**
 * The steady treatment that a waiting stage is, or `undefined` for a stage that frees nothing by waiting.
 * Dry cold is a treatment only for species marked as answering to it. `credit` is cold that the seed brings along.
 */
export function treatmentOf(
  species: Species,
  stage: Pick<Stage, 'kind' | 'medium'>,
  temperature_C: number,
  credit = NO_CREDIT,
): SteadyTreatment | undefined {
  const { ripening, warm, cold } = requirementsOf(species);
  const rot = { medium: mediumOf(stage), temperature_C };
  const coldResponse = coldResponseOf(species);
  const { earns, water, response } = STAGES[stage.kind];
  if (earns === 'ripening' && ripening) return { requirement: ripening, temperature_C, ...(response && { response }), rot, credit };
  if (earns === 'warmth' && warm) return { requirement: warm, temperature_C, ...(response && { response }), rot };
  if (earns !== 'cold' || !cold) return undefined;
  if (water === 'damp') return { requirement: cold, temperature_C, response: coldResponse, rot, credit };
  if (species.cold.need !== 'none' && species.cold.dryColdWorks) {
    return { requirement: cold, temperature_C, response: coldResponse, rot, credit, daysPerEffectiveDay: DRY_COLD_FACTOR };
  }
  return undefined;
}

/** A treatment whose rot is the nursery's own, where its mould has been recorded. */
export function withOwnRot(treatment: SteadyTreatment | undefined, rot: LearnedRot | undefined): SteadyTreatment | undefined {
  const own = treatment && rot?.[treatment.rot.medium];
  return own ? { ...treatment, rotShape: own.shape, rot: { ...treatment.rot, own: own.mean } } : treatment;
}

/** What surrounds a method besides the species: the nursery's places, what the lot brings along, and for a winter outdoors the year and the day it begins. */
export interface Surroundings extends Brought {
  places: readonly SwingingPlace[];
  outdoors?: { year: YearOfDays; start: PlainDate };
  /** The nursery's own multipliers on rot. */
  rot?: LearnedRot;
}

/** Works out every stage of a method for this species in its surroundings. */
export function resolveMethod(
  species: Species,
  method: Method,
  { places, credit: brought = NO_CREDIT, storedDry_days = 0, outdoors, rot }: Surroundings,
): ResolvedStage[] {
  const law = thermalTime(species.sprouting);
  let credit = brought;
  let bed: { medium: Medium; age_days: number } | undefined;
  return method.stages.map((stage, index) => {
    // Going on in the same sand or pot, its medium goes on ageing.
    const age = stage.medium !== undefined && bed?.medium === stage.medium ? bed.age_days : 0;
    const resolved = resolveStage(stage, index, age);
    bed = stage.medium && { medium: stage.medium, age_days: age + resolved.days };
    return resolved;
  });

  function resolveStage(stage: Stage, index: number, mediumAge_days: number): ResolvedStage {
    const place = placesFor(stage.kind, places)[0];
    const temperature_C = place?.nominal_C ?? stage.temperature_C ?? defaultTemperature(species, stage.kind);
    const halfSwing_C = place?.halfSwing_C;
    const base = {
      kind: stage.kind,
      ...(stage.medium && { medium: stage.medium }),
      temperature_C,
      ...(halfSwing_C && { halfSwing_C }),
      ...(place && { place }),
      ...(place?.light && { light: place.light }),
    };
    const { course, earns, water } = STAGES[stage.kind];
    if (course === 'turns') {
      const days = stage.days?.best ?? MOST_TURNS * DAYS_PER_TURN;
      credit = { ...brought, days: brought.days + turnsCredit(days) };
      return { ...base, days, released: 1, survives: TURNS_SURVIVAL };
    }
    if (earns === 'winter') return { ...base, ...leftOut(species, outdoors, brought, place?.cover, rot?.outdoorFlat) };
    const ahead = earns === 'ripening' ? { days: storedDry_days, give_days: 0 } : credit;
    const treatment = withOwnRot(treatmentOf(species, stage, temperature_C, ahead), rot);
    // Only the first cold stage begins with what the seed brings along.
    if (earns === 'cold' && (water === 'damp' || treatment)) credit = NO_CREDIT;
    if (treatment) return { ...base, ...treated(stage, { ...treatment, ...(mediumAge_days > 0 && { mediumAge_days }) }) };
    return { ...base, days: plainDays(species, method, stage, index, law, base), released: 1, survives: 1 };
  }
}

/** What of a stage its chain is made from: as it is planned, or as it went. */
export type ChainStage = Pick<ResolvedStage, 'kind' | 'temperature_C' | 'halfSwing_C' | 'curve' | 'released' | 'survives'> &
  Partial<Pick<ResolvedStage, 'days' | 'degrees' | 'light'>>;

/**
 * The chain from a viable seed to a plant along a method. A cue that the method leaves out releases only those that need none of it, with what of it the seed
 * brings along: a past winter, months in the drawer.
 */
export function chainOf(species: Species, method: Method, stages: readonly ChainStage[], brought: Brought = {}): Chain {
  const { credit = NO_CREDIT, storedDry_days = 0 } = brought;
  const { ripening, warm, cold } = requirementsOf(species);
  const times = (what: StageFacts['earns']) => stages.filter(({ kind, curve }) => STAGES[kind].earns === what && curve).length;
  const product = (pick: (stage: ChainStage) => number) => stages.reduce((all, stage) => all * pick(stage), 1);
  const without = (requirement: Requirement | undefined, missing: number, had = NO_CREDIT) => {
    if (!requirement || missing <= 0) return 1;
    return releasedWithCredit(0, requirement, had) * requirement.freedWithout ** (missing - 1);
  };
  const winters = (species.cold.need !== 'none' && species.cold.winters) || 1;
  const outside = times('winter');
  const missed =
    without(ripening, 1 - times('ripening'), { days: storedDry_days, give_days: 0 }) *
    without(warm, 1 - times('warmth') - outside) *
    without(cold, winters - times('cold') - outside * winters, times('cold') + outside > 0 ? NO_CREDIT : credit);
  return {
    opened: coatOpened(species, method),
    released: stages.reduce((all, { released }, i) => (isTakenUp(species, stages, i) ? all : all * released), 1) * missed,
    answered: cuesAnswered(species, method),
    survives: product((stage) => stage.survives),
    warmth: warmthShare(species, stages, sproutingStage(method)),
    lit: litShare(species, stages[sproutingStage(method)]?.light),
    sprouts: species.sprouting.share,
    establishes: species.pot.establishes,
  };
}

/** The share that answers to the cues which are given or not: 1 where the species asks for none. */
export function cuesAnswered({ smoke, flooding }: Species, method: Method): number {
  const given = (kind: StageKind) => method.stages.some((stage) => stage.kind === kind);
  const share = (cue: Cue | undefined, kind: StageKind) => (cue ? (given(kind) ? cue.with : cue.without) : 1);
  return share(smoke, 'smoke') * share(flooding, 'flood');
}

/** The chance that one viable seed becomes a plant, 0 to 1. */
export function chainShare(chain: Chain): number {
  return chain.opened * chain.released * chain.answered * chain.survives * chain.warmth * chain.lit * chain.sprouts * chain.establishes;
}

/** Gives a treated stage another length, days, within its curve. */
export function withDays(stage: ResolvedStage, days: number): ResolvedStage {
  const { curve } = stage;
  if (!curve) return { ...stage, days };
  const at = Math.min(days, curve.yields.length - 1);
  return { ...stage, days, ...atDay(curve, at) };
}

/** What a curve comes to by a day. */
function atDay(curve: TakeOutCurve, day: number): Pick<ResolvedStage, 'released' | 'survives' | 'exposure'> {
  return { released: curve.released[day] as number, survives: curve.survives[day] as number, exposure: curve.exposed[day] as number };
}

/** A winter outdoors, as the months give it; where there is no winter, or none is told of, it frees nothing. */
function leftOut(
  species: Species,
  outdoors: Surroundings['outdoors'],
  credit: Credit,
  shelter: Shelter | undefined,
  rot: RotMultiplier | undefined,
): Omit<ResolvedStage, 'kind' | 'temperature_C'> {
  const stay = outdoors && outdoorStay(species, outdoors.year, outdoors.start, { credit, shelter, rot });
  if (!stay) return { days: NO_WINTER_DAYS, released: 1, survives: 1 };
  const { days, curve, takeOut } = stay;
  const { year, start } = outdoors;
  const law = thermalTime(species.sprouting);
  const first = dayIn(start);
  const degrees = (day: number) => {
    const of = (first + day) % 365;
    return degreesPerDay(year.mean_C[of] as number, year.halfSwing_C[of] as number, law);
  };
  return { days, curve, takeOut, degrees, ...(rot && { rotShape: rot.shape }), ...atDay(curve, days) };
}

function treated(stage: Stage, treatment: SteadyTreatment): Omit<ResolvedStage, 'kind' | 'temperature_C'> {
  const curve = steadyCurve(treatment);
  const takeOut = bestTakeOut(curve);
  // Dry seed loses next to nothing by waiting; it need not wait longer than it must.
  const enough = STAGES[stage.kind].earns === 'ripening' ? takeOut.from : takeOut.best;
  const days = Math.min(stage.days?.best ?? enough, curve.yields.length - 1);
  const { rotShape } = treatment;
  return { days, takeOut, curve, treatment, ...(rotShape !== undefined && { rotShape }), ...atDay(curve, days) };
}

function plainDays(species: Species, method: Method, stage: Stage, index: number, law: ThermalTime, at: Warmth): number {
  const sprouting = index === sproutingStage(method) ? wholeSproutingDays(0.9, law, at, species) : 0;
  const { course, earns, bench } = STAGES[stage.kind];
  if (course === 'grows') return sprouting + (stage.days?.best ?? species.pot.days.best);
  if (stage.days) return stage.days.best;
  if (course === 'sprouts') return sprouting;
  const { cold } = requirementsOf(species);
  // Dry cold that does nothing is still kept as long as its followers keep it; the chain then says what it was worth.
  if (earns === 'cold' && cold) return Math.ceil(daysToFree(0.9, cold) * DRY_COLD_FACTOR);
  return bench?.days ?? 0;
}

/** The warmth of a place: its mean, and half the swing of its days where that was measured, °C. */
type Warmth = Pick<ResolvedStage, 'temperature_C' | 'halfSwing_C'>;

/**
 * Whole days in the warmth until `share` of those that will have sprouted. Where it never sprouts at that warmth no plants are counted on
 * ({@link chainOf}); only so that such a plan can be drawn at all it is given the days of the species' own temperature.
 */
export function wholeSproutingDays(share: number, law: ThermalTime, { temperature_C, halfSwing_C }: Warmth, species: Species): number {
  const here = daysToSprout(share, law, temperature_C, halfSwing_C);
  return Math.ceil(Number.isFinite(here) ? here : daysToSprout(share, law, species.sprouting.at_C));
}

function defaultTemperature(species: Species, kind: StageKind): number {
  return STAGES[kind].course === 'sprouts' ? species.sprouting.at_C : STAGES[kind].assumed_C;
}
