import type { PlaceId } from '@chill/model/primitives.ts';
import { addDays } from '../calendar/dates.ts';
import { type LaidOut, layOut } from './candidates.ts';
import { Improving } from './improving.ts';
import { costOf, type Free, type Picked, type PlanProblem } from './problem.ts';
import { freeIn, isThere, mondayOf, type OpenDays, type SeasonToPlan } from './season.ts';

/** What one more of something is worth, found by planning again with it: so many promises more are kept wholly and in time, and what leaving and lateness cost less. */
export interface Worth {
  /** How much more room in the place was tried. */
  room?: number;
  /** Room in a place, an hour a week of one of these people (it does not matter whose), or a week more for every promise. */
  of: { placeId: PlaceId } | { people: string[] } | 'week';
  more: number;
  saves: number;
}

/** One more of a place is a tenth of it, or one; of hands, an hour a week; of time, a week for everything. */
const PART_OF_PLACE = 0.1;
const HOUR_min = 60;
const WEEK_days = 7;
/** Rounds that planning again is given; it begins from the plan at hand. */
const ROUNDS = 600;
/** Less than this saved is nothing worth saying. */
const WORTH_SAYING = 1;

/** What holds a plan back: each place, people's time, and time itself are given a little more, and the season planned again. */
export function* whatBinds(season: SeasonToPlan, laidOut: LaidOut, picked: Picked): Generator<Worth> {
  const { problem } = laidOut;
  // What more rounds alone would find must not be put down to what is added.
  const base = new Improving(problem, picked).improve(ROUNDS);
  const whole = keptWhole(laidOut, base.picked);
  const tried = (of: Worth['of'], resource: number, free: Free): Worth | undefined => {
    const wider: PlanProblem = { ...problem, resources: problem.resources.with(resource, free) };
    const again = new Improving(wider, base.picked).improve(ROUNDS);
    const saves = costOf(problem, base.picked) - again.cost;
    return saves >= WORTH_SAYING ? { of, more: keptWhole(laidOut, again.picked) - whole, saves } : undefined;
  };
  // A little more of a place may be too little for anything that is left: then as much again is tried.
  const left = base.picked.includes(undefined);
  for (const [resource, place] of season.places.entries()) {
    for (const room of [moreOf(place.capacity), ...(left ? [place.capacity] : [])]) {
      const wider = { ...place, capacity: place.capacity + room };
      const worth = tried({ placeId: place.id }, resource, freeIn(wider, season.stays, season.today));
      if (!worth) continue;
      yield { ...worth, room };
      break;
    }
  }
  const { hands } = laidOut;
  for (const { people, on } of hands ? alike(season, hands) : []) {
    const free = (hands as OpenDays).free.map((step) => ({ ...step, free: step.free + (on[step.from] as number) * HOUR_min }));
    const worth = tried({ people }, season.places.length, free);
    if (worth) yield worth;
  }
  const later = season.wanted.map((one) => ({ ...one, promise: { ...one.promise, on: addDays(one.promise.on, WEEK_days) } }));
  const aWeekMore = layOut({ ...season, wanted: later });
  const again = new Improving(aWeekMore.problem).improve(ROUNDS);
  const saves = base.cost - again.cost;
  if (saves >= WORTH_SAYING) yield { of: 'week', more: keptWhole(aWeekMore, again.picked) - whole, saves };
}

/** People who are there on the same days: an hour a week more of one does what one more of another would. `on`: the part of it that each open day has. */
function alike({ nursery, today }: SeasonToPlan, { days }: OpenDays): { people: string[]; on: number[] }[] {
  const groups = new Map<string, { people: string[]; on: number[] }>();
  for (const person of nursery.people ?? []) {
    const there = days.map((day) => (isThere(person, addDays(today, day)) ? mondayOf(addDays(today, day)) : undefined));
    const inWeek = new Map<string | undefined, number>();
    for (const week of there) inWeek.set(week, (inWeek.get(week) ?? 0) + 1);
    const key = there.join();
    const group = groups.get(key) ?? { people: [], on: there.map((week) => (week === undefined ? 0 : 1 / (inWeek.get(week) as number))) };
    group.people.push(person.name);
    groups.set(key, group);
  }
  return [...groups.values()];
}

/** How many promises a plan keeps wholly and in time. */
function keptWhole({ candidates }: LaidOut, picked: Picked): number {
  return picked.filter((at, row) => {
    const one = at === undefined ? undefined : candidates[row]?.[at];
    return one !== undefined && one.late_days === 0 && one.course.enough;
  }).length;
}

/** How much more of a place is tried. */
const moreOf = (capacity: number): number => Math.max(1, Math.round(capacity * PART_OF_PLACE));
