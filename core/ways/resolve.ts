import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Cue, Species } from '@chill/model/species.ts';
import type { Medium, Stage, StageKind } from '@chill/model/stage.ts';
import type { Way } from '@chill/model/way.ts';
import { coldResponseOf, RIPENING_RESPONSE, WARM_RESPONSE } from '../chill/effectiveness.ts';
import { type Credit, daysToFree, NO_CREDIT, type Requirement } from '../chill/requirement.ts';
import { handbookLink, type Link } from '../lot/prospect.ts';
import type { BetaShare } from '../lot/viability.ts';
import type { LearnedRot } from '../rot/learned.ts';
import { daysToSprout, type ThermalTime, thermalTime } from '../sprout/thermalTime.ts';
import type { YearOfDays } from '../winter/climate.ts';
import { outdoorStay, type Shelter } from '../winter/outdoors.ts';
import { ASSUMED_C, placesFor } from './places.ts';
import { bestPull, type Pull, type PullCurve, type SteadyTreatment, steadyCurve } from './pull.ts';
import { requirementsOf } from './requirements.ts';

/** A dry-cold day counts as 1/1.25 of a moist one, where dry cold works at all. Assumption. */
export const DRY_COLD_FACTOR = 1.25;
/** Chill-days credited for one freezer turn (a day frozen, a day in the fridge), and how many turns may count. Anecdotal. */
export const TURN_CREDIT_DAYS = 10;
export const MOST_TURNS = 3;
/** Share of seed that lives through the freezer turns. Anecdotal. */
export const TURNS_SURVIVAL = 0.85;
const DAYS_PER_TURN = 2;
/** How long seed is left outdoors where no winter is known of, days. */
const NO_WINTER_DAYS = 120;

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
  /** Answers to the cues that are given or not: smoke, flooding. */
  answered: number;
  survives: number;
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
  const rot = { medium: stage.medium ?? 'envelope', temperature_C };
  const coldResponse = coldResponseOf(species);
  if (stage.kind === 'dryStore' && ripening) return { requirement: ripening, temperature_C, response: RIPENING_RESPONSE, rot, credit };
  if (stage.kind === 'warmMoist' && warm) return { requirement: warm, temperature_C, response: WARM_RESPONSE, rot };
  if (stage.kind === 'coldMoist' && cold) return { requirement: cold, temperature_C, response: coldResponse, rot, credit };
  if (stage.kind === 'coldDry' && cold && species.cold.need !== 'none' && species.cold.dryColdWorks) {
    return { requirement: cold, temperature_C, response: coldResponse, rot, daysPerEffectiveDay: DRY_COLD_FACTOR };
  }
  return undefined;
}

/** A treatment whose rot is the nursery's own, where its mould has been recorded. */
export function withOwnRot(treatment: SteadyTreatment | undefined, rot: LearnedRot | undefined): SteadyTreatment | undefined {
  const own = treatment && rot?.[treatment.rot.medium];
  return own ? { ...treatment, rot: { ...treatment.rot, own: own.mean } } : treatment;
}

/** Which stage of a way the seeds sprout in: the warm towel, the flooded pot, or the pot where there is neither. */
export function sproutingStage(way: Way): number {
  const stage = way.stages.findIndex(({ kind }) => kind === 'warmTowel' || kind === 'flood');
  return stage >= 0 ? stage : way.stages.length - 1;
}

/** What surrounds a way besides the species: the nursery's places, cold that the lot brings along, and for a winter outdoors the year and the day it begins. */
export interface Surroundings {
  places: readonly Place[];
  credit?: Credit;
  /** Days that the lot has lain dry since its harvest. */
  storedDry_days?: number;
  outdoors?: { year: YearOfDays; start: PlainDate };
  /** The nursery's own multipliers on rot. */
  rot?: LearnedRot;
}

/** Works out every stage of a way for this species in its surroundings. */
export function resolveWay(
  species: Species,
  way: Way,
  { places, credit: brought = NO_CREDIT, storedDry_days = 0, outdoors, rot }: Surroundings,
): ResolvedStage[] {
  const law = thermalTime(species.sprouting);
  let credit = brought;
  return way.stages.map((stage, index) => {
    const place = placesFor(stage.kind, places)[0];
    const temperature_C = place?.nominal_C ?? stage.temperature_C ?? defaultTemperature(species, stage.kind);
    const base = { kind: stage.kind, ...(stage.medium && { medium: stage.medium }), temperature_C, ...(place && { place }) };
    if (stage.kind === 'freezerTurns') {
      const days = stage.days?.best ?? MOST_TURNS * DAYS_PER_TURN;
      credit = { ...brought, days: brought.days + turnsCredit(days) };
      return { ...base, days, freed: 1, survives: TURNS_SURVIVAL };
    }
    if (stage.kind === 'outdoorWinter') return { ...base, ...leftOut(species, outdoors, brought, place?.cover) };
    const ahead = stage.kind === 'dryStore' ? { days: storedDry_days, give_days: 0 } : credit;
    const treatment = withOwnRot(treatmentOf(species, stage, temperature_C, ahead), rot);
    // Only the first cold stage begins with what the seed brings along.
    if (stage.kind === 'coldMoist') credit = NO_CREDIT;
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
  const { ripening, warm, cold } = requirementsOf(species);
  const times = (...kinds: StageKind[]) => stages.filter((stage) => kinds.includes(stage.kind) && stage.curve).length;
  const product = (pick: (stage: ResolvedStage) => number) => stages.reduce((all, stage) => all * pick(stage), 1);
  const without = (requirement: Requirement | undefined, missing: number) =>
    requirement ? requirement.freedWithout ** Math.max(0, missing) : 1;
  const winters = (species.cold.need !== 'none' && species.cold.winters) || 1;
  const outside = times('outdoorWinter');
  const missed =
    without(ripening, 1 - times('dryStore')) *
    without(warm, 1 - times('warmMoist') - outside) *
    without(cold, winters - times('coldMoist', 'coldDry') - outside * winters);
  return {
    opened: coatOpened(species, way),
    freed: product((stage) => stage.freed) * missed,
    answered: cuesAnswered(species, way),
    survives: product((stage) => stage.survives),
    sprouts: species.sprouting.share,
    establishes: species.pot.establishes,
  };
}

/** The share that answers to the cues which are given or not: 1 where the species asks for none. */
export function cuesAnswered({ smoke, flooding }: Species, way: Way): number {
  const given = (kind: StageKind) => way.stages.some((stage) => stage.kind === kind);
  const share = (cue: Cue | undefined, kind: StageKind) => (cue ? (given(kind) ? cue.with : cue.without) : 1);
  return share(smoke, 'smoke') * share(flooding, 'flood');
}

/** The share of a lot's coats that let water in after the stages of a way: 1 for a seed without a hard coat. */
export function coatOpened({ hardCoat }: Species, way: Way): number {
  if (!hardCoat) return 1;
  const has = (kind: StageKind) => way.stages.some((stage) => stage.kind === kind);
  return Math.max(hardCoat.untreated, has('openCoat') ? hardCoat.openCoat : 0, has('hotWater') ? hardCoat.hotWater : 0);
}

/** The chance that one sound seed becomes a plant, 0 to 1. */
export function chainShare(chain: Chain): number {
  return chain.opened * chain.freed * chain.answered * chain.survives * chain.sprouts * chain.establishes;
}

/** The chain with what is not known of it: the handbook's shares are worth ten seeds each, and rot has a nursery's own unknown multiplier. */
export function chainLinks(sound: BetaShare, chain: Chain, rotShape?: number): Link[] {
  return [
    sound,
    handbookLink(chain.opened),
    handbookLink(chain.answered),
    chain.freed,
    { rotExposure: -Math.log(chain.survives), ...(rotShape !== undefined && { shape: rotShape }) },
    handbookLink(chain.sprouts),
    handbookLink(chain.establishes),
  ];
}

/** Gives a treated stage another length, days, within its curve. */
export function withDays(stage: ResolvedStage, days: number): ResolvedStage {
  const { curve } = stage;
  if (!curve) return { ...stage, days };
  const at = Math.min(days, curve.yields.length - 1);
  return { ...stage, days, freed: curve.freed[at] as number, survives: curve.survives[at] as number };
}

/** A winter outdoors, as the months give it; where there is no winter, or none is told of, it frees nothing. */
function leftOut(
  species: Species,
  outdoors: Surroundings['outdoors'],
  credit: Credit,
  shelter: Shelter | undefined,
): Omit<ResolvedStage, 'kind' | 'temperature_C'> {
  const stay = outdoors && outdoorStay(species, outdoors.year, outdoors.start, { credit, shelter });
  if (!stay) return { days: NO_WINTER_DAYS, freed: 1, survives: 1 };
  const { days, curve, pull } = stay;
  return { days, curve, pull, freed: curve.freed[days] as number, survives: curve.survives[days] as number };
}

function treated(stage: Stage, treatment: SteadyTreatment): Omit<ResolvedStage, 'kind' | 'temperature_C'> {
  const curve = steadyCurve(treatment);
  const pull = bestPull(curve);
  // Dry seed loses next to nothing by waiting; it need not wait longer than it must.
  const enough = stage.kind === 'dryStore' ? pull.from : pull.best;
  const days = Math.min(stage.days?.best ?? enough, curve.yields.length - 1);
  return { days, pull, curve, treatment, freed: curve.freed[days] as number, survives: curve.survives[days] as number };
}

function plainDays(species: Species, way: Way, stage: Stage, index: number, law: ThermalTime, temperature_C: number): number {
  const sprouting = index === sproutingStage(way) ? wholeSproutingDays(0.9, law, temperature_C, species) : 0;
  if (stage.kind === 'pot') return sprouting + (stage.days?.best ?? species.pot.days.best);
  if (stage.days) return stage.days.best;
  if (stage.kind === 'warmTowel' || stage.kind === 'flood') return sprouting;
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
  return kind === 'warmTowel' || kind === 'flood' ? species.sprouting.at_C : ASSUMED_C[kind];
}
