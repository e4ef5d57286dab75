import type { Nursery, Person } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { BatchId, PlainDate, PromiseId } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { addDays, dayNumber, daysBetween } from '../calendar/dates.ts';
import type { SwingingPlace } from '../chill/met.ts';
import type { StockedLot } from '../nursery/stocked.ts';
import type { LearnedRot } from '../rot/learned.ts';
import type { Stay } from '../season/stays.ts';
import type { DatedWork } from '../season/work.ts';
import type { Free } from './problem.ts';
import type { Wanted } from './wanted.ts';

/** Of which lots seed is taken where a species has several: the oldest first and the next only where it is not enough; or one lot for a promise, never two; or the same number of plants from each. */
export const LOT_RULES = ['oldest', 'apart', 'mixed'] as const;
export type LotRule = (typeof LOT_RULES)[number];

/** What the grower holds fast for a promise: the method, and the day on which it begins. */
export interface Pinned {
  promiseId: PromiseId;
  methodId: string;
  start: PlainDate;
}

/** Everything that a season is planned from; plain data, so that it can be handed to a worker. */
export interface SeasonToPlan {
  today: PlainDate;
  nursery: Nursery;
  /** At what their readings say. */
  places: readonly SwingingPlace[];
  rot?: LearnedRot;
  species: readonly Species[];
  lots: readonly StockedLot[];
  /** Where everything lies that is in hand: it is fixed. */
  stays: readonly Stay[];
  /** Its work, from today on. */
  work: readonly Pick<DatedWork, 'on' | 'minutes' | 'sooner_days' | 'later_days'>[];
  wanted: readonly Wanted[];
  lotRule: LotRule;
  pinned: readonly Pinned[];
  /** Planned batches of accepted seasons that this one may plan anew: they are counted as if they were not there, and withdrawn when it is accepted. */
  withdraw: readonly BatchId[];
  /** Methods that are not to be used for a promise. */
  without: readonly { promiseId: PromiseId; methodId: string }[];
}

/** The Monday of a day's week. */
export function mondayOf(day: PlainDate): PlainDate {
  return addDays(day, -((dayNumber(day) + 3) % 7));
}

/** Minutes that all people together have on a day; `undefined` where nobody is named. */
export function minutesOn({ people }: Pick<Nursery, 'people'>, day: PlainDate): number | undefined {
  if (!people || people.length === 0) return undefined;
  const weekday = daysBetween(mondayOf(day), day);
  return people.reduce((sum, person) => sum + (isThere(person, day) ? (person.minutes[weekday] as number) : 0), 0);
}

/** Whether somebody is not away on a day. */
export const isThere = ({ away }: Person, day: PlainDate) => !away?.some(({ from, to }) => from <= day && day <= to);

/** Room of a place that is free from each day on, counted from today: what lies there is taken off, and nothing may lie there while it is shut. */
export function freeIn(place: Place, stays: readonly Stay[], today: PlainDate): Free {
  const day = (on: PlainDate) => Math.max(0, daysBetween(today, on));
  const here = stays.filter(({ placeId, to }) => placeId === place.id && to > today);
  const shut = (place.shut ?? []).filter(({ to }) => to >= today);
  const days = [...here.flatMap(({ from, to }) => [from, to]), ...shut.flatMap(({ from, to }) => [from, addDays(to, 1)])].map(day);
  return [...new Set([0, ...days])]
    .sort((a, b) => a - b)
    .map((from) => {
      const on = addDays(today, from);
      const taken = here.reduce((sum, stay) => (stay.from <= on && on < stay.to ? sum + stay.room : sum), 0);
      const closed = shut.some((one) => one.from <= on && on <= one.to);
      return { from, free: closed ? 0 : place.capacity - taken };
    });
}

/** Days on which somebody has time left, in their order, counted from today, and how many minutes; `first` says which of them is the first from a day on. */
export interface OpenDays {
  days: number[];
  free: Free;
  first: (day: number) => number;
}

/** A day on which less than this part of the people's minutes is left is as good as full. */
const AS_GOOD_AS_FULL = 0.1;

/**
 * The days, of so many from today on, on which people have time left beside the work in hand, which is spread over the days that it may be done on, and waits
 * for the next where they do not hold it; `undefined` where nobody is named.
 */
export function openDays(
  { nursery, work, today }: Pick<SeasonToPlan, 'nursery' | 'work' | 'today'>,
  horizon: number,
): OpenDays | undefined {
  const minutes = Array.from({ length: horizon }, (_, day) => minutesOn(nursery, addDays(today, day)));
  if (minutes.length === 0 || minutes[0] === undefined) return undefined;
  const has = Float64Array.from(minutes, (one) => one ?? 0);
  const asked = new Float64Array(horizon);
  for (const { on, minutes: much, sooner_days, later_days } of work) {
    const day = daysBetween(today, on);
    const days = Array.from({ length: sooner_days + later_days + 1 }, (_, i) => day - sooner_days + i);
    const works = days.filter((one) => (has[one] ?? 0) > 0);
    for (const one of works.length > 0 ? works : [Math.max(0, day)])
      if (one < horizon) asked[one] = (asked[one] as number) + much / Math.max(1, works.length);
  }
  let waits = 0;
  const left = has.map((most, day) => {
    const all = (asked[day] as number) + waits;
    waits = Math.max(0, all - most);
    return most - Math.min(most, all);
  });
  const days = [...left.keys()].filter((day) => (left[day] as number) > AS_GOOD_AS_FULL * (has[day] as number));
  const first = new Int32Array(horizon + 1).fill(days.length);
  for (let day = horizon - 1, at = days.length; day >= 0; day--) {
    if (days[at - 1] === day) at -= 1;
    first[day] = at;
  }
  return {
    days,
    free: days.map((day, from) => ({ from, free: left[day] as number })),
    first: (day) => first[Math.min(horizon, Math.max(0, day))] as number,
  };
}
