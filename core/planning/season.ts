import type { Nursery, Person } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { BatchId, PlainDate, PromiseId } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { addDays, dayNumber, daysBetween } from '../calendar/dates.ts';
import type { SwingingPlace } from '../chill/met.ts';
import type { LearnedRot } from '../rot/learned.ts';
import type { StockedLot } from '../schedule/stocked.ts';
import type { Stay } from '../season/stays.ts';
import type { Week } from '../season/work.ts';
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
export interface Season {
  today: PlainDate;
  nursery: Nursery;
  /** At what their readings say. */
  places: readonly SwingingPlace[];
  rot?: LearnedRot;
  species: readonly Species[];
  lots: readonly StockedLot[];
  /** Where everything lies that is in hand: it is fixed. */
  stays: readonly Stay[];
  /** Its work by the week, from {@link mondayOf} today on. */
  work: readonly Week[];
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

const isThere = ({ away }: Person, day: PlainDate) => !away?.some(({ from, to }) => from <= day && day <= to);

/** Weeks from this one on, of so many, in which somebody is there on any day from today on. */
export function weeksOf(person: Person, today: PlainDate, weeks: number): number[] {
  const monday = mondayOf(today);
  return Array.from({ length: weeks }, (_, week) => week).filter((week) =>
    Array.from({ length: 7 }, (_, i) => addDays(monday, 7 * week + i)).some((on) => on >= today && isThere(person, on)),
  );
}

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

/** Minutes of hands that are free in each week, this one from today on; `undefined` where nobody is named. Beyond the weeks of the season's work all are. */
export function freeHands({ nursery, work, today }: Pick<Season, 'nursery' | 'work' | 'today'>, weeks: number): Free | undefined {
  if (minutesOn(nursery, today) === undefined) return undefined;
  const monday = mondayOf(today);
  return Array.from({ length: weeks }, (_, week) => {
    let minutes = 0;
    for (let i = 0; i < 7; i++) {
      const on = addDays(monday, 7 * week + i);
      if (on >= today) minutes += minutesOn(nursery, on) ?? 0;
    }
    return { from: week, free: minutes - (work[week]?.minutes ?? 0) };
  });
}
