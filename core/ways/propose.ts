import type { DatedStage, Plan, Wish } from '@chill/model/batch.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { Way } from '@chill/model/way.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { chanceOfAtLeast, plantsRange, seedsNeeded } from '../lot/seedsNeeded.ts';
import { type BetaShare, meanShare } from '../lot/viability.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import { nextFrostSafeDate } from '../winter/frost.ts';
import { planBackward, planForward, totalDays } from './chain.ts';
import { objectionsTo } from './objections.ts';
import type { KeyDates, Proposal } from './proposal.ts';
import { chainOf, chainShare, type ResolvedStage, resolveWay, sproutingStage, wholeSproutingDays, withDays } from './resolve.ts';

/** Everything that decides what a way would give. */
export interface Request {
  species: Species;
  sound: BetaShare;
  /** Seeds of the lot that no batch has yet. */
  available: number;
  wish: Wish;
  nursery: Nursery;
  places: readonly Place[];
  today: PlainDate;
}

/** The day by which a wish wants its plants, or `undefined` where it names the start. */
export function wantedDay(wish: Wish, nursery: Nursery, today: PlainDate): PlainDate | undefined {
  if (wish.timing.by === 'readyBy') return wish.timing.date;
  if (wish.timing.by === 'frostRisk') return nextFrostSafeDate(nursery.lastFrost, today, wish.timing.risk);
  return undefined;
}

/** Lays one way out for a request. */
export function propose(way: Way, request: Request): Proposal {
  const { species, sound, available, wish, nursery, places, today } = request;
  const wanted = wantedDay(wish, nursery, today);
  const best = resolveWay(species, way, places);
  const { resolved, stages, missedStart } = timed(best, wish, wanted, today);

  const chain = chainOf(species, way, resolved);
  const certain = chainShare(chain);
  const seeds = seedsNeeded(wish.plants, wish.confidence, sound, certain);
  const starting = Math.min(seeds ?? available, available);
  const setOut = (stages.at(-1) as DatedStage).end;
  const proposal: Omit<Proposal, 'against'> = {
    way,
    resolved,
    stages,
    dates: keyDates(species, way, resolved, stages),
    ...(wanted && { wanted }),
    late_days: wanted ? Math.max(0, daysBetween(wanted, setOut)) : 0,
    shortened_days: totalDays(best) - totalDays(resolved),
    ...(missedStart && { missedStart }),
    ...(seeds !== undefined && { seeds }),
    starting,
    expected: plantsRange(starting, sound, certain),
    chance: chanceOfAtLeast(wish.plants, starting, sound, certain),
    chain,
    share: meanShare(sound) * certain,
  };
  return { ...proposal, against: objectionsTo(proposal, { species, available, nursery, today }) };
}

/** Lays every way of the species out, the one to recommend first. */
export function proposeAll(request: Request): Proposal[] {
  return request.species.ways.map((way) => propose(way, request)).sort((a, b) => burden(a, request) - burden(b, request));
}

/** Weeks late stop mattering one by one once the season is missed; three weeks late is most of the way there. */
const LATENESS_SETTLES_DAYS = 21;
const DOUBT = { 'well established': 0, 'commonly reported': 0.1, sparse: 0.3, anecdotal: 0.6 } as const;

/**
 * How much speaks against a way, for sorting only: what stops it outweighs all; then lateness, then seeds as a part of what
 * the lot holds (a lot too small weighs double), then doubt about the recipe.
 */
function burden(proposal: Proposal, { available }: Request): number {
  const stops = proposal.against.some((objection) => objection.weight === 'stops') ? 1000 : 0;
  const lateness = 2 * (1 - Math.exp(-proposal.late_days / LATENESS_SETTLES_DAYS));
  const wanted = Math.min(100, (proposal.seeds ?? Number.MAX_SAFE_INTEGER) / Math.max(1, available));
  const costs = proposal.against.filter((objection) => objection.weight === 'costs').length * 0.15;
  return stops + lateness + wanted + (wanted > 1 ? 1 : 0) + DOUBT[proposal.way.evidence] + costs;
}

/**
 * Puts the stages on the calendar. Where the start that the wanted day asks for is past, the way starts today, and its
 * longest treatment is cut short, though never below its window, by as much as brings it in time.
 */
function timed(best: ResolvedStage[], wish: Wish, wanted: PlainDate | undefined, today: PlainDate) {
  if (wish.timing.by === 'startOn') return { resolved: best, stages: planForward(best, wish.timing.date) };
  const stages = planBackward(best, wanted as PlainDate);
  const start = (stages[0] as DatedStage).start;
  if (start >= today) return { resolved: best, stages };
  const late = daysBetween(start, today);
  const longest = best.reduce((at, stage, index) => ((stage.pull?.best ?? 0) > (best[at]?.pull?.best ?? 0) ? index : at), 0);
  const resolved = best.map((stage, index) =>
    index === longest && stage.pull ? withDays(stage, Math.max(Math.min(stage.days, stage.pull.from), stage.days - late)) : stage,
  );
  return { resolved, stages: planForward(resolved, today), missedStart: start };
}

function keyDates(species: Species, way: Way, resolved: readonly ResolvedStage[], stages: readonly DatedStage[]): KeyDates {
  const cold = stages.findIndex((stage) => stage.kind === 'coldMoist' || stage.kind === 'coldDry');
  const coldStage = stages[cold];
  const sprouts = sproutingStage(way);
  const sproutStage = stages[sprouts] as DatedStage;
  const law = thermalTime(species.sprouting);
  const daysTo = (share: number) => wholeSproutingDays(share, law, (resolved[sprouts] as ResolvedStage).temperature_C, species);
  const last = stages.at(-1) as DatedStage;
  return {
    start: (stages[0] as DatedStage).start,
    ...(coldStage && { intoCold: coldStage.start, bestOut: coldStage.end }),
    ...(coldStage?.window && { window: coldStage.window }),
    firstSprouts: addDays(sproutStage.start, daysTo(0.1)),
    potted: sprouts === stages.length - 1 ? addDays(sproutStage.start, daysTo(0.9)) : last.start,
    setOut: last.end,
  };
}

/** The plan that a proposal becomes when it is chosen, with `seeds` to start. */
export function planFrom(proposal: Proposal, wish: Wish, sound: BetaShare, seeds = proposal.starting): Plan {
  return { seeds, wish, way: proposal.way, stages: proposal.stages, expects: plantsRange(seeds, sound, chainShare(proposal.chain)) };
}
