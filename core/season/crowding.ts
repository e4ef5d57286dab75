import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { addDays, daysBetween, earlier, later } from '../calendar/dates.ts';
import { PLACES, placesFor } from '../kinds/places.ts';
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
  /** The place is shut: everything that lies there is too much. */
  shut?: true;
}

/** What would end a crowding: a batch that has not begun started so many days earlier or later, or one laid in another place instead. */
export type Relief = { code: string } & ({ shift_days: number } | { place: Place });

/** Rounding of litres must not crowd a place. */
const SLACK = 1e-6;

/** When more is expected in a place than it holds, from a day on, the first first. */
export function crowdingIn(place: Place, stays: readonly Stay[], since: PlainDate): Crowding[] {
  const here = stays.filter(({ placeId, to }) => placeId === place.id && to > since);
  // Walked along the days on which somebody comes or leaves, with what lies there in between.
  const shut = (place.shut ?? []).filter(({ to }) => to >= since);
  const changes = [
    ...here.flatMap(({ from, to, room }) => [
      { on: later(from, since), room },
      { on: to, room: -room },
    ]),
    ...shut.flatMap(({ from, to }) => [later(from, since), addDays(to, 1)]).map((on) => ({ on, room: 0 })),
  ].sort((a, b) => a.on.localeCompare(b.on));
  const found: Omit<Crowding, 'stays'>[] = [];
  let taken = 0;
  for (const [i, { on, room }] of changes.entries()) {
    taken += room;
    const until = changes[i + 1]?.on;
    const closed = shut.some(({ from, to }) => from <= on && on <= to);
    const over = taken - (closed ? 0 : place.capacity);
    if (until === undefined || until === on || over <= SLACK) continue;
    const last = found.at(-1);
    if (last?.to === on && (last.shut ?? false) === closed) Object.assign(last, { to: until, over: Math.max(last.over, over) });
    else found.push({ place, from: on, to: until, over, ...(closed && { shut: true }) });
  }
  return found.map((one) => ({ ...one, stays: here.filter(({ from, to }) => from < one.to && to > one.from) }));
}

/** Every crowding of the season, the first first. */
export function crowdings(places: readonly Place[], stays: readonly Stay[], since: PlainDate): Crowding[] {
  return places.flatMap((place) => crowdingIn(place, stays, since)).sort((a, b) => a.from.localeCompare(b.from));
}

/** Places that what lies in one may be moved to without more ado: counted alike, and both out in the weather or neither: seedlings from a bench would freeze. */
const alike = (a: Place, b: Place) => (a.room ?? 'bags') === (b.room ?? 'bags') && PLACES[a.kind].weather === PLACES[b.kind].weather;

/** Where what is only proposed, laid beside what lies there by now, would be too much: others may have planned meanwhile. Counted from the stays alone. */
export function overfilled(places: readonly Place[], proposed: readonly Stay[], lying: readonly Stay[], since: PlainDate): Crowding[] {
  return crowdings(places, [...lying, ...proposed], since).filter(({ stays }) => stays.some((stay) => stay.proposed));
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
    .filter(({ room, apart }) => room >= crowding.over - SLACK && !apart)
    .toSorted((a, b) => b.room - a.room)
    .slice(0, MOST_TRIED);
  if (candidates.length === 0) return undefined;
  const now = pressed(places, stays, today);
  const ends = (changed: readonly Stay[]) =>
    pressed(places, changed, today) < now - SLACK &&
    !crowdingIn(crowding.place, changed, today).some(({ from }) => from < crowding.to && from >= crowding.from);
  for (const stay of candidates) {
    const others = places.filter(
      (place) => place.id !== stay.placeId && STAGES[stay.kind].places.includes(place.kind) && alike(place, crowding.place),
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

/** A batch that is laid in another place while its own is too full or shut. */
export interface AwayMove {
  id: string;
  code: string;
  place: Place;
}

/** What lies longest takes the longest looking for, and finds the fewest places; so many are tried. */
const MOST_MOVED = 200;

/**
 * What to lay elsewhere so that a crowding ends: batch by batch, those that leave last first, each into the first place that serves its stage and has room for
 * it as long as it would lie here in that time. `left` is the room that finds none. Where no single change ends it, this is what is proposed.
 */
export function movesAway(
  crowding: Crowding,
  places: readonly Place[],
  stays: readonly Stay[],
  today: PlainDate,
): { moves: AwayMove[]; left: number } {
  const since = later(crowding.from, today);
  let [now, left] = [[...stays], crowding.over];
  const moves: AwayMove[] = [];
  for (const stay of crowding.stays
    .filter(({ apart }) => !apart)
    .toSorted((a, b) => b.to.localeCompare(a.to))
    .slice(0, MOST_MOVED)) {
    if (left <= SLACK) break;
    const [from, to] = [later(stay.from, since), earlier(stay.to, crowding.to)];
    const place = placesFor(stay.kind, places).find((one) => {
      if (one.id === crowding.place.id || !alike(one, crowding.place)) return false;
      const there = [...now, { ...stay, placeId: one.id, from, to }];
      return !crowdingIn(one, there, since).some((full) => full.from < to && full.to > from);
    });
    if (!place) continue;
    // It lies there as long as this lasts, and here before and after.
    now = [...now, { ...stay, placeId: place.id, from, to }];
    left -= stay.room;
    moves.push({ id: stay.id, code: stay.code, place });
  }
  return { moves, left: Math.max(0, left) };
}
