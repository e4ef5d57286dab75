import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { addDays, daysBetween, later } from '../calendar/dates.ts';
import { STAGES } from '../kinds/stages.ts';
import type { Stay } from './stays.ts';

/** Days on which more lies in a place than fits: up to the day on which it fits again, and by how much at most. */
export interface Crowding {
  place: Place;
  from: PlainDate;
  to: PlainDate;
  over: number;
  /** Who lies there in that time. */
  stays: Stay[];
}

/** What would end a crowding: a batch that has not begun started so many days earlier or later, or one laid in another place instead. */
export type Relief = { code: string } & ({ shift_days: number } | { place: Place });

/** Rounding of litres must not crowd a place. */
const SLACK = 1e-6;

/** When more is expected in a place than it holds, from a day on, the first first. */
export function crowdingIn(place: Place, stays: readonly Stay[], since: PlainDate): Crowding[] {
  const here = stays.filter(({ placeId, to }) => placeId === place.id && to > since);
  // Walked along the days on which somebody comes or leaves, with what lies there in between.
  const changes = here
    .flatMap(({ from, to, room }) => [
      { on: later(from, since), room },
      { on: to, room: -room },
    ])
    .sort((a, b) => a.on.localeCompare(b.on));
  const found: Omit<Crowding, 'stays'>[] = [];
  let taken = 0;
  for (const [i, { on, room }] of changes.entries()) {
    taken += room;
    const until = changes[i + 1]?.on;
    const over = taken - place.capacity;
    if (until === undefined || until === on || over <= SLACK) continue;
    const last = found.at(-1);
    if (last?.to === on) Object.assign(last, { to: until, over: Math.max(last.over, over) });
    else found.push({ place, from: on, to: until, over });
  }
  return found.map((one) => ({ ...one, stays: here.filter(({ from, to }) => from < one.to && to > one.from) }));
}

/** Every crowding of the season, the first first. */
export function crowdings(places: readonly Place[], stays: readonly Stay[], since: PlainDate): Crowding[] {
  return places.flatMap((place) => crowdingIn(place, stays, since)).sort((a, b) => a.from.localeCompare(b.from));
}

/** How much too much lies anywhere, summed over days. */
const pressed = (places: readonly Place[], stays: readonly Stay[], since: PlainDate) =>
  crowdings(places, stays, since).reduce((sum, { over, from, to }) => sum + over * daysBetween(from, to), 0);

/** Starts that are tried, days: the smallest change first; and of how many batches, the largest first. A place so full that more would be wanted is not put right by one. */
const SHIFTS = [-7, 7, -14, 14, -21, 21];
const MOST_TRIED = 30;

/**
 * The smallest change that ends a crowding and crowds nothing else: tried, not guessed. What has begun stays where it is in time; another place must be one
 * that the stage may lie in. `undefined` where no single change does.
 */
export function reliefFor(crowding: Crowding, places: readonly Place[], stays: readonly Stay[], today: PlainDate): Relief | undefined {
  // Who takes less room than is wanting ends nothing.
  const candidates = crowding.stays
    .filter(({ room }) => room >= crowding.over - SLACK)
    .toSorted((a, b) => b.room - a.room)
    .slice(0, MOST_TRIED);
  if (candidates.length === 0) return undefined;
  const now = pressed(places, stays, today);
  const ends = (changed: readonly Stay[]) =>
    pressed(places, changed, today) < now - SLACK &&
    !crowdingIn(crowding.place, changed, today).some(({ from }) => from < crowding.to && from >= crowding.from);
  const countsAs = ({ room = 'bags' }: Place) => room;
  for (const stay of candidates) {
    const others = places.filter(
      (place) => place.id !== stay.placeId && STAGES[stay.kind].places.includes(place.kind) && countsAs(place) === countsAs(crowding.place),
    );
    const place = others.find(({ id }) => ends(stays.map((one) => (one === stay ? { ...one, placeId: id } : one))));
    if (place) return { code: stay.code, place };
  }
  for (const shift_days of SHIFTS)
    for (const { id, code } of candidates) {
      const mine = stays.filter((one) => one.id === id);
      if (mine.some(({ begun, from }) => begun || addDays(from, shift_days) < today)) continue;
      const moved = stays.map((one) =>
        one.id === id ? { ...one, from: addDays(one.from, shift_days), to: addDays(one.to, shift_days) } : one,
      );
      if (ends(moved)) return { code, shift_days };
    }
  return undefined;
}
