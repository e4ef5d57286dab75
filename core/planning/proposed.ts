import type { LotId, NewId, PlaceId, PlainDate } from '@chill/model/primitives.ts';
import type { NewSeason } from '@chill/model/seasonPlan.ts';
import type { Species } from '@chill/model/species.ts';
import { addDays, later } from '../calendar/dates.ts';
import { viableShare } from '../lot/viability.ts';
import { weighMethods } from '../methods/propose.ts';
import { type Stay, staysOfPlan } from '../season/stays.ts';
import { type DatedWork, plantingOut, workAhead } from '../season/work.ts';
import { type Candidate, type LaidOut, type PlannedPart, plansOf } from './candidates.ts';
import { type Picked, type PlanChoice, Room } from './problem.ts';
import type { OpenDays, SeasonToPlan } from './season.ts';
import type { Wanted } from './wanted.ts';

/** How a promise is kept in a proposed season. */
export interface Kept {
  methodId: string;
  start: PlainDate;
  /** When its plants go out. */
  ready: PlainDate;
  late_days: number;
  plants: { low: number; high: number };
  /** Whether that is as many as wanted, as surely as wanted. */
  enough: boolean;
  minutes: number;
  parts: PlannedPart[];
  stays: Stay[];
}

/** Seed that a promise lacks: how many to collect or buy, what they weigh, and by when they have to be there. */
export interface ToGet {
  seeds: number;
  grams: number;
  by: PlainDate;
}

/**
 * Why a promise is left: no seed of it in stock; no method that would do; or no room, with what is too full first and from when on (a place, people's time,
 * or the seed of its lots, that other promises take), and when it could be kept if it had been there.
 */
export type Left =
  | { why: 'noSeed' | 'noMethod' }
  | { why: 'noRoom'; full: { placeId: PlaceId } | 'hands' | 'seed'; on?: PlainDate; ready: PlainDate };

/** A wanted promise in a proposed season. `toGet`: where the seed in stock is not enough for it alone. */
export interface ProposedPromise {
  wanted: Wanted;
  kept?: Kept;
  left?: Left;
  toGet?: ToGet;
}

/** What a plan of a season comes to, promise by promise; plain data, so that a worker can hand it over. */
export function proposedFrom(season: SeasonToPlan, laidOut: LaidOut, picked: Picked): ProposedPromise[] {
  const { problem, candidates } = laidOut;
  const room = new Room(problem);
  for (const [row, at] of picked.entries()) if (at !== undefined) room.take(problem.rows[row]?.choices[at] as PlanChoice);
  return season.wanted.map((wanted, row): ProposedPromise => {
    const own = candidates[row] ?? [];
    const species = season.species.find(({ id }) => id === wanted.promise.speciesId);
    const at = picked[row];
    const chosen = at === undefined ? undefined : own[at];
    const toGet =
      species && (chosen ? !chosen.course.enough : !own.some(({ course }) => course.enough))
        ? seedToGet(season, wanted, species)
        : undefined;
    if (chosen && species) return { wanted, kept: keptBy(season, chosen, species), ...(toGet && { toGet }) };
    return { wanted, left: leftFor(season, wanted, own, room, laidOut.hands), ...(toGet && { toGet }) };
  });
}

function keptBy(season: SeasonToPlan, candidate: Candidate, species: Species): Kept {
  const { course, start, out, late_days, minutes } = candidate;
  const parts = plansOf(candidate, season);
  const { id, whom } = course.wanted.promise;
  const stays = parts.flatMap(({ plan }) => staysOfPlan({ id, code: whom, proposed: true }, plan, { ...season, species }));
  const day = (at: number) => addDays(season.today, at);
  const { plants, enough, method } = course;
  return { methodId: method.id, start: day(start), ready: day(out), late_days, plants, enough, minutes, parts, stays };
}

/** The hands' work that a kept promise is, day by day, planting out with it. */
export function workOf({ parts, ready }: Kept, today: PlainDate): DatedWork[] {
  return parts.flatMap(({ plan: { method, stages } }) => [...workAhead(method, stages, today), plantingOut(ready, stages.length - 1)]);
}

function leftFor(
  { today, lots, places }: SeasonToPlan,
  { promise }: Wanted,
  own: readonly Candidate[],
  room: Room,
  hands?: OpenDays,
): Left {
  const inStock = lots.some(({ id, speciesId }) => speciesId === promise.speciesId && (!promise.lotId || id === promise.lotId));
  if (!inStock) return { why: 'noSeed' };
  const [best] = own.toSorted((a, b) => a.choice.cost - b.choice.cost);
  if (!best) return { why: 'noMethod' };
  const wanting = room.wanting(best.choice);
  const ready = addDays(today, best.out);
  if (!wanting || 'stock' in wanting) return { why: 'noRoom', full: 'seed', ready };
  const place = places[wanting.resource];
  if (!place) return { why: 'noRoom', full: 'hands', on: addDays(today, hands?.days[wanting.at] ?? 0), ready };
  return { why: 'noRoom', full: { placeId: place.id }, on: addDays(today, wanting.at), ready };
}

/** Seeds that nobody has weighed are as many as will do. */
const ANY_NUMBER = 1_000_000;

/** How much seed of a species to get where what is in stock is not enough: by its best method, of a lot of which nothing is known. */
function seedToGet(season: SeasonToPlan, { promise, plants }: Wanted, species: Species): ToGet | undefined {
  const { nursery, places, today, rot } = season;
  const confidence = promise.confidence ?? nursery.settings.confidence;
  const { offered } = weighMethods({
    species,
    nursery,
    places,
    today,
    available: ANY_NUMBER,
    viable: viableShare({ kind: 'unknown' }, species),
    wish: { plants, confidence, timing: { by: 'readyBy', date: promise.on } },
    ...(rot && { rot }),
  });
  const [best] = offered;
  if (best?.seeds === undefined) return undefined;
  const inStock = season.lots.reduce((sum, { speciesId, unassigned }) => sum + (speciesId === species.id ? unassigned : 0), 0);
  const seeds = best.seeds - inStock;
  if (seeds <= 0) return undefined;
  return { seeds, grams: (seeds * species.seed.thousandSeeds_g) / 1000, by: later(best.dates.start, today) };
}

/** How many promises a proposed season keeps: wholly and in time, late or in part, and not at all. */
export function tally(promises: readonly ProposedPromise[]): { kept: number; partly: number; left: number } {
  const whole = promises.filter(({ kept }) => kept && kept.late_days === 0 && kept.enough).length;
  const left = promises.filter(({ kept }) => !kept).length;
  return { kept: whole, partly: promises.length - whole - left, left };
}

/** A proposed season as it is accepted: its plan, the batches that are made for it, and those that it was planned without. */
export function seasonToAccept(
  proposals: readonly ProposedPromise[],
  { today, withdraw }: Pick<SeasonToPlan, 'today' | 'withdraw'>,
  newId: NewId,
): NewSeason {
  const promises = proposals.map(({ wanted: { promise, plants }, kept }) => ({
    promiseId: promise.id,
    speciesId: promise.speciesId,
    whom: promise.whom,
    plants,
    on: promise.on,
    batches: (kept?.parts ?? []).map(({ lotId, plan }) => ({ id: newId(), lotId, plan, madeOn: today })),
    ...(kept && { ready: kept.ready, expects: kept.plants }),
  }));
  return {
    plan: { id: newId(), on: today, promises: promises.map(({ batches, ...one }) => ({ ...one, batchIds: batches.map(({ id }) => id) })) },
    batches: promises.flatMap(({ batches }) => batches),
    ...(withdraw.length > 0 && { withdraw: [...withdraw] }),
  };
}

/** What a proposed season takes of each lot. */
export function seedsTaken(proposals: readonly ProposedPromise[]): Map<LotId, number> {
  const taken = new Map<LotId, number>();
  for (const { kept } of proposals) for (const { lotId, plan } of kept?.parts ?? []) taken.set(lotId, (taken.get(lotId) ?? 0) + plan.seeds);
  return taken;
}
