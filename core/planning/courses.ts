import type { Plan, Wish } from '@chill/model/batch.ts';
import type { Method } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { placesFor } from '../kinds/places.ts';
import { atBench, STAGES } from '../kinds/stages.ts';
import { movedTo, totalDays } from '../methods/dated.ts';
import { unsownId } from '../methods/endings.ts';
import { withFigures } from '../methods/figures.ts';
import type { Proposal } from '../methods/proposal.ts';
import { doubtOf, lotInRequest, propose, type Request, weighMethods, withSownEndings } from '../methods/propose.ts';
import { findMethod, methodsToWeigh } from '../methods/schools.ts';
import { roomAhead } from '../nursery/lodging.ts';
import type { StockedLot } from '../nursery/stocked.ts';
import { type DatedWork, workAhead } from '../season/work.ts';
import type { Pinned, SeasonToPlan } from './season.ts';
import type { Wanted } from './wanted.ts';

/** Seeds of one lot in a course. */
export interface CoursePart {
  lot: StockedLot;
  proposal: Proposal;
  wish: Wish;
}

/** What lies in a place on a course, days from its start; plants stay on until the frost lets them out. Places are counted as in the season. */
export interface CourseStay {
  part: number;
  stage: number;
  from: number;
  to: number;
  grows: boolean;
  /** Where it may lie, the fittest first, and the room that it takes there. */
  in: { place: number; room: number }[];
}

/** One method laid out for the lots that keep a promise; it may begin on several days. */
export interface Course {
  wanted: Wanted;
  method: Method;
  parts: CoursePart[];
  plants: { low: number; high: number };
  /** Whether that is as many as was wanted, as surely as it was wanted. */
  enough: boolean;
  /** How far down the order of lots its first one is. */
  rank: number;
  /** Starts, days from today: the latest that is in time, and those that may be chosen. */
  latest: number;
  starts: number[];
  /** From its start until its plants are ready. */
  days: number;
  lying: CourseStay[];
  work: (Pick<DatedWork, 'minutes' | 'sooner_days' | 'later_days'> & { day: number })[];
  /** How far it is doubted, and how many drawbacks cost something. */
  doubt: number;
  drawbacks: number;
}

/** So many methods are weighed for a promise, the first of them on the towel and sown; in a hurry, the first of the handbook. */
const METHODS = 3;
const METHODS_IN_HURRY = 1;
/** Fewer than this part of what was wanted helps nobody. */
const WORTH_STARTING = 0.1;
/** Starts are tried every week up to so many days around the latest that is in time, every other week from today on before that. */
const NEAR_DAYS = 42;
const AFTER_DAYS = 56;
/** A winter outdoors differs with its start, and each is weighed by itself: so many starts before the latest and after it, so far apart. */
const WINTER_STARTS = 4;
const WINTER_APART_DAYS = 14;
/** Places no further apart than this serve a stage alike, °C. */
const ALIKE_C = 1.5;

/**
 * Every course that keeps a promise, or a part of it. `hurried`: only the lots that come first, by the methods that the handbook names first, so that there is
 * something to begin with.
 */
export function coursesFor(season: SeasonToPlan, wanted: Wanted, hurried = false): Course[] {
  const species = season.species.find(({ id }) => id === wanted.promise.speciesId);
  if (!species) return [];
  const { promise, plants } = wanted;
  const confidence = promise.confidence ?? season.nursery.settings.confidence;
  const wish: Wish = { plants, confidence, timing: { by: 'readyBy', date: promise.on } };
  const pin = season.pinned.find(({ promiseId }) => promiseId === promise.id);
  const barred = new Set(season.without.filter(({ promiseId }) => promiseId === promise.id).map(({ methodId }) => methodId));
  const groups = lotGroups(season, wanted);
  return (hurried ? groups.slice(0, 1) : groups).flatMap((group, rank) =>
    basesFor(season, species, group[0] as StockedLot, wish, { hurried, pin, barred }).flatMap((base): Course[] => {
      const latest = Math.max(0, daysBetween(season.today, base.dates.start));
      const pinned = pin && Math.max(0, daysBetween(season.today, pin.start));
      const outdoors = base.method.stages.some(({ kind }) => STAGES[kind].earns === 'winter');
      const last = Math.min(...group.map((lot) => lastStart(season, species, lot)));
      if (!outdoors) {
        const starts = (pinned !== undefined ? [pinned] : startsAround(latest)).filter((start) => start <= last);
        return starts.length > 0 ? courseOf({ season, species, wanted, group, rank, wish }, base, latest, starts) : [];
      }
      const apart = Array.from({ length: 2 * WINTER_STARTS + 1 }, (_, i) => latest + (i - WINTER_STARTS) * WINTER_APART_DAYS);
      return (pinned !== undefined ? [pinned] : hurried ? [latest] : apart)
        .filter((start) => start >= 0 && start <= last)
        .flatMap((start) => courseOf({ season, species, wanted, group, rank, wish }, base, latest, [start], start !== latest));
    }),
  );
}

/** The lots that serve a promise, in groups: each group is one way to get all of its seed. */
function lotGroups({ lots, lotRule }: SeasonToPlan, { promise }: Wanted): StockedLot[][] {
  const own = lots
    .filter(
      ({ id, speciesId, unassigned }) => speciesId === promise.speciesId && unassigned > 0 && (!promise.lotId || promise.lotId === id),
    )
    .toSorted((a, b) => a.provenance.on.localeCompare(b.provenance.on) || a.code.localeCompare(b.code));
  if (lotRule === 'mixed') return own.length > 0 ? [own] : [];
  if (lotRule === 'apart') return own.map((lot) => [lot]);
  return own.map((lot) => [lot, ...own.filter((other) => other !== lot)]);
}

/** The methods for a lot, the one to recommend first, on the towel and sown; in a hurry the handbook's first; where one is held fast, that one. */
function basesFor(
  season: SeasonToPlan,
  species: Species,
  lot: StockedLot,
  wish: Wish,
  { hurried, pin, barred }: { hurried: boolean; pin: Pinned | undefined; barred: ReadonlySet<string> },
): Proposal[] {
  const request = requestFor(season, species, lot, wish);
  const usable = ({ against }: Proposal) => !against.some(({ weight }) => weight === 'stops');
  if (pin) {
    const method = findMethod(species, pin.methodId);
    const workedOut = methodsToWeigh(species).methods.some((one) => one.workedOut && one.method.id === unsownId(pin.methodId));
    return method ? [propose(method, request, workedOut)].filter(usable) : [];
  }
  const open = (method: Method) => !barred.has(method.id);
  if (hurried) {
    const methods = methodsToWeigh(species).methods.filter(({ method }) => open(method));
    return methods
      .slice(0, METHODS_IN_HURRY)
      .map(({ method, workedOut }) => propose(method, request, workedOut))
      .filter(usable);
  }
  const offered = weighMethods(request).offered.filter(usable);
  return [...withSownEndings(offered.slice(0, 1), request), ...offered.slice(1)].filter(({ method }) => open(method)).slice(0, METHODS + 1);
}

function requestFor({ nursery, places, today, rot }: SeasonToPlan, ofAll: Species, lot: StockedLot, wish: Wish): Request {
  const species = withFigures(ofAll, lot.figures);
  return { ...lotInRequest(lot, lot.unassigned, species, today), species, wish, nursery, places, today, ...(rot && { rot }) };
}

/** The last day from today on which a lot may begin: seed that must not dry is dead after it. */
function lastStart({ today }: SeasonToPlan, species: Species, lot: StockedLot): number {
  const { keeping } = lotInRequest(lot, lot.unassigned, species, today);
  return keeping ? Math.max(0, daysBetween(today, keeping.moistUntil)) : Number.POSITIVE_INFINITY;
}

function startsAround(latest: number): number[] {
  const starts = new Set([0]);
  for (let start = latest + AFTER_DAYS; start >= Math.max(0, latest - NEAR_DAYS); start -= 7) starts.add(start);
  for (let start = latest - NEAR_DAYS - 14; start > 0; start -= 14) starts.add(start);
  return [...starts];
}

interface Circumstances {
  season: SeasonToPlan;
  species: Species;
  wanted: Wanted;
  group: readonly StockedLot[];
  rank: number;
  wish: Wish;
}

/** A method for a group of lots; `startOn`: its winter is that of its first start. */
function courseOf(
  { season, species, wanted, group, rank, wish }: Circumstances,
  base: Proposal,
  latest: number,
  starts: number[],
  startOn = false,
): Course[] {
  const { today } = season;
  const start = addDays(today, starts[0] as number);
  const timed: Wish = startOn ? { ...wish, timing: { by: 'startOn', date: start } } : wish;
  const parts = partsOf(season, species, group, base, timed);
  const plants = parts.reduce((sum, { proposal: { expected } }) => ({ low: sum.low + expected.low, high: sum.high + expected.high }), {
    low: 0,
    high: 0,
  });
  if ((plants.low + plants.high) / 2 < wanted.plants * WORTH_STARTING) return [];
  const dated = parts.map((part) => planOf(part, start));
  const from = (on: string) => daysBetween(start, on);
  const lying = dated.flatMap((plan, part) =>
    plan.stages.flatMap((stage, index): CourseStay[] => {
      const place = season.places.find(({ id }) => id === stage.placeId);
      if (!place || atBench(stage.kind)) return [];
      const alike = placesFor(stage.kind, season.places).filter(
        ({ id, kind, nominal_C, light }) =>
          id !== place.id && kind === place.kind && Math.abs(nominal_C - place.nominal_C) <= ALIKE_C && light === place.light,
      );
      const rooms = [place, ...alike].map((one) => ({ place: season.places.indexOf(one), room: roomAhead(plan, index, species, one) }));
      return [
        { part, stage: index, from: from(stage.start), to: from(stage.end), grows: STAGES[stage.kind].course === 'grows', in: rooms },
      ];
    }),
  );
  const work = dated.flatMap((plan) =>
    steadily(workAhead(plan.method, plan.stages, today)).map(({ on, ...one }) => ({ ...one, day: from(on) })),
  );
  const days = Math.max(...parts.map(({ proposal }) => totalDays(proposal.resolved)));
  const { seeds, starting } = (parts.at(-1) as CoursePart).proposal;
  return [
    {
      wanted,
      method: base.method,
      parts,
      plants,
      rank,
      latest,
      starts,
      days,
      lying,
      work,
      enough: seeds !== undefined && seeds <= starting,
      doubt: doubtOf(base),
      drawbacks: base.against.filter(({ weight }) => weight === 'costs').length,
    },
  ];
}

/** Work with all looks of a stage as one, evenly over it: by the day they come to the same, and a season's model stays small. */
function steadily(work: readonly DatedWork[]): Pick<DatedWork, 'on' | 'minutes' | 'sooner_days' | 'later_days'>[] {
  const looks = new Map<number, DatedWork[]>();
  const others = work.filter((one) => {
    if (one.what === 'check') looks.set(one.stage, [...(looks.get(one.stage) ?? []), one]);
    return one.what !== 'check';
  });
  const told = [...looks.values()].map((of) => {
    const [first, last] = [of[0] as DatedWork, of.at(-1) as DatedWork];
    const minutes = of.reduce((sum, one) => sum + one.minutes, 0);
    return { on: first.on, minutes, sooner_days: first.sooner_days, later_days: daysBetween(first.on, last.on) + last.later_days };
  });
  return [...others.map(({ on, minutes, sooner_days, later_days }) => ({ on, minutes, sooner_days, later_days })), ...told];
}

/** Seed of each lot in turn, as long as it is not enough; the next is asked for what the low end of the one before leaves. */
function partsOf(season: SeasonToPlan, species: Species, group: readonly StockedLot[], base: Proposal, wish: Wish): CoursePart[] {
  const parts: CoursePart[] = [];
  const share = season.lotRule === 'mixed' ? Math.ceil(wish.plants / group.length) : undefined;
  let left = wish.plants;
  for (const lot of group) {
    if (left <= 0) break;
    const asked: Wish = { ...wish, plants: Math.min(left, share ?? left) };
    const first = lot === group[0] && asked.plants === wish.plants && wish.timing.by === 'readyBy';
    const proposal = first ? base : propose(base.method, requestFor(season, species, lot, asked), base.workedOut);
    if (proposal.starting < 1) continue;
    const enough = proposal.seeds !== undefined && proposal.seeds <= proposal.starting;
    left -= enough ? asked.plants : proposal.expected.low;
    parts.push({ lot, proposal, wish: asked });
  }
  return parts;
}

/** The plan of a part that begins on a day. */
export function planOf({ proposal: { method, stages, starting, expected, figures }, wish }: CoursePart, start: string): Plan {
  return { seeds: starting, wish, method, stages: movedTo(stages, start), expects: expected, ...(figures && { figures }) };
}
