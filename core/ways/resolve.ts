import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import type { Medium, Stage, StageKind } from '@chill/model/stage.ts';
import type { Way } from '@chill/model/way.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '../chill/effectiveness.ts';
import { daysToFree, type Requirement, requirementFrom } from '../chill/requirement.ts';
import { daysToSprout, type ThermalTime, thermalTime } from '../sprout/thermalTime.ts';
import { ASSUMED_C, placesFor } from './places.ts';
import { bestPull, type Pull, type PullCurve, type SteadyTreatment, steadyCurve } from './pull.ts';

/** A dry-cold day counts as 1/1.25 of a moist one, where dry cold works at all. Assumption. */
export const DRY_COLD_FACTOR = 1.25;
/** Chill-days credited for one freezer turn (a day frozen, a day in the fridge), and how many turns may count. Anecdotal. */
export const TURN_CREDIT_DAYS = 10;
export const MOST_TURNS = 3;
/** Share of seed that lives through the freezer turns. Anecdotal. */
export const TURNS_SURVIVAL = 0.85;
const DAYS_PER_TURN = 2;

/** How long the short bench stages take where a way does not say, days: overnight soaks run into the next day. */
const BENCH_DAYS: Partial<Record<StageKind, number>> = { soak: 1, hotWater: 1, smoke: 1, clean: 0, openCoat: 0, disinfect: 0 };

/** A stage of a way with everything about it worked out for one nursery. */
export interface ResolvedStage {
  kind: StageKind;
  medium?: Medium;
  temperature_C: number;
  place?: Place;
  /** Whole days that are best. */
  days: number;
  /** Where a curve decides the days: the best day and its window, days from the start of the stage. */
  pull?: Pull;
  curve?: PullCurve;
  /** What made the curve, so that it can be followed day by day later. */
  treatment?: SteadyTreatment;
  /** Share of the seeds entering that are freed by it, and that are not lost in it. */
  freed: number;
  survives: number;
}

/** The links of the chain from a sound seed to a plant, each a share 0 to 1. */
export interface Chain {
  opened: number;
  freed: number;
  survives: number;
  sprouts: number;
  establishes: number;
}

/** What each cue demands, as distributions. Absent: the species does not ask for it. */
export function requirementsOf(species: Species): { warm?: Requirement; cold?: Requirement } {
  const { warmFirst, cold } = species;
  return {
    ...(warmFirst && { warm: requirementFrom(warmFirst.days, warmFirst.freedWithout) }),
    ...(cold.need !== 'none' && { cold: requirementFrom(cold.days, cold.freedWithout) }),
  };
}

/**
 * The steady treatment that a waiting stage is, or `undefined` for a stage that frees nothing by waiting.
 * Dry cold is a treatment only for species marked as answering to it.
 */
export function treatmentOf(species: Species, stage: Stage, temperature_C: number, credit = 0): SteadyTreatment | undefined {
  const { warm, cold } = requirementsOf(species);
  const rot = { medium: stage.medium ?? 'envelope', temperature_C };
  const coldResponse = (species.cold.need !== 'none' && species.cold.response) || COLD_RESPONSE;
  if (stage.kind === 'warmMoist' && warm) return { requirement: warm, temperature_C, response: WARM_RESPONSE, rot };
  if (stage.kind === 'coldMoist' && cold) return { requirement: cold, temperature_C, response: coldResponse, rot, credit };
  if (stage.kind === 'coldDry' && cold && species.cold.need !== 'none' && species.cold.dryColdWorks) {
    return { requirement: cold, temperature_C, response: coldResponse, rot, daysPerEffectiveDay: DRY_COLD_FACTOR };
  }
  return undefined;
}

/** Which stage of a way the seeds sprout in: the warm towel, or the pot where there is none. */
export function sproutingStage(way: Way): number {
  const towel = way.stages.findIndex((stage) => stage.kind === 'warmTowel');
  return towel >= 0 ? towel : way.stages.length - 1;
}

/** Works out every stage of a way for this species among these places. */
export function resolveWay(species: Species, way: Way, places: readonly Place[]): ResolvedStage[] {
  const law = thermalTime(species.sprouting);
  let credit = 0;
  return way.stages.map((stage, index) => {
    const place = placesFor(stage.kind, places)[0];
    const temperature_C = place?.nominal_C ?? stage.temperature_C ?? defaultTemperature(species, stage.kind);
    const base = { kind: stage.kind, ...(stage.medium && { medium: stage.medium }), temperature_C, ...(place && { place }) };
    if (stage.kind === 'freezerTurns') {
      const days = stage.days?.best ?? MOST_TURNS * DAYS_PER_TURN;
      credit = turnsCredit(days);
      return { ...base, days, freed: 1, survives: TURNS_SURVIVAL };
    }
    const treatment = treatmentOf(species, stage, temperature_C, credit);
    if (treatment) return { ...base, ...treated(stage, treatment) };
    return { ...base, days: plainDays(species, way, stage, index, law, temperature_C), freed: 1, survives: 1 };
  });
}

/** Chill-days credited to freezer turns that took `days`. Anecdotal. */
export function turnsCredit(days: number): number {
  return TURN_CREDIT_DAYS * Math.min(MOST_TURNS, Math.floor(days / DAYS_PER_TURN));
}

/** The chain from a sound seed to a plant along a way. A cue that the way leaves out frees only those that need none of it. */
export function chainOf(species: Species, way: Way, stages: readonly ResolvedStage[]): Chain {
  const { warm, cold } = requirementsOf(species);
  const treated = (...kinds: StageKind[]) => stages.some((stage) => kinds.includes(stage.kind) && stage.treatment);
  const product = (pick: (stage: ResolvedStage) => number) => stages.reduce((all, stage) => all * pick(stage), 1);
  const missed =
    (warm && !treated('warmMoist') ? warm.freedWithout : 1) * (cold && !treated('coldMoist', 'coldDry') ? cold.freedWithout : 1);
  return {
    opened: coatOpened(species, way),
    freed: product((stage) => stage.freed) * missed,
    survives: product((stage) => stage.survives),
    sprouts: species.sprouting.share,
    establishes: species.pot.establishes,
  };
}

/** The share of a lot's coats that let water in after the stages of a way: 1 for a seed without a hard coat. */
export function coatOpened({ hardCoat }: Species, way: Way): number {
  if (!hardCoat) return 1;
  const has = (kind: StageKind) => way.stages.some((stage) => stage.kind === kind);
  return Math.max(hardCoat.untreated, has('openCoat') ? hardCoat.openCoat : 0, has('hotWater') ? hardCoat.hotWater : 0);
}

/** The chance that one sound seed becomes a plant, 0 to 1. */
export function chainShare(chain: Chain): number {
  return chain.opened * chain.freed * chain.survives * chain.sprouts * chain.establishes;
}

/** Gives a treated stage another length, days, within its curve. */
export function withDays(stage: ResolvedStage, days: number): ResolvedStage {
  const { curve } = stage;
  if (!curve) return { ...stage, days };
  const at = Math.min(days, curve.yields.length - 1);
  return { ...stage, days, freed: curve.freed[at] as number, survives: curve.survives[at] as number };
}

function treated(stage: Stage, treatment: SteadyTreatment): Omit<ResolvedStage, 'kind' | 'temperature_C'> {
  const curve = steadyCurve(treatment);
  const pull = bestPull(curve);
  const days = Math.min(stage.days?.best ?? pull.best, curve.yields.length - 1);
  return { days, pull, curve, treatment, freed: curve.freed[days] as number, survives: curve.survives[days] as number };
}

function plainDays(species: Species, way: Way, stage: Stage, index: number, law: ThermalTime, temperature_C: number): number {
  const sprouting = index === sproutingStage(way) ? wholeSproutingDays(0.9, law, temperature_C, species) : 0;
  if (stage.kind === 'pot') return sprouting + (stage.days?.best ?? species.pot.days.best);
  if (stage.days) return stage.days.best;
  if (stage.kind === 'warmTowel') return sprouting;
  const { cold } = requirementsOf(species);
  // Dry cold that does nothing is still kept as long as its followers keep it; the chain then says what it was worth.
  if (stage.kind === 'coldDry' && cold) return Math.ceil(daysToFree(0.9, cold) * DRY_COLD_FACTOR);
  return BENCH_DAYS[stage.kind] ?? 0;
}

/** Whole days in the warmth until `share` of those that will have sprouted; at the species' own temperature where this one is useless. */
export function wholeSproutingDays(share: number, law: ThermalTime, temperature_C: number, species: Species): number {
  const here = daysToSprout(share, law, temperature_C);
  return Math.ceil(Number.isFinite(here) ? here : daysToSprout(share, law, species.sprouting.at_C));
}

function defaultTemperature(species: Species, kind: StageKind): number {
  return kind === 'warmTowel' ? species.sprouting.at_C : ASSUMED_C[kind];
}
