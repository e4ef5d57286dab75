import type { Place } from '@chill/model/place.ts';
import { dayNumber } from '../calendar/dates.ts';
import type { Stay } from './stays.ts';

/** A stay as it is drawn: the lane that it lies in, from 0 at the bottom, and how many it takes; lanes from the place's last on are too many. */
export interface Laid {
  stay: Stay;
  lane: number;
  lanes: number;
}

/** A place as a band of lanes, with what lies in them. */
export interface LanesOfPlace {
  place: Place;
  /** How many lanes it holds. */
  lanes: number;
  laid: Laid[];
}

/** More lanes than this nobody tells apart. */
const MOST_LANES = 40;

/**
 * Deals the stays of a place to lanes: each keeps its lane from its first day to its last, no two overlap in one, and of the free ones it takes that whose
 * neighbours leave nearest to its own leaving, so that what goes together lies together. What does not fit lies above the last lane.
 */
export function bandOf(place: Place, stays: readonly Stay[]): LanesOfPlace {
  const laneRoom = Math.max(1, place.capacity / MOST_LANES);
  const lanes = Math.floor(place.capacity / laneRoom + 1e-9);
  const here = stays.filter(({ placeId }) => placeId === place.id).toSorted((a, b) => a.from.localeCompare(b.from));
  /** The day, as a number, on which each lane is free again. */
  const freeOn: number[] = [];
  const laid = here.map((stay): Laid => {
    const [from, to] = [dayNumber(stay.from), dayNumber(stay.to)];
    const wide = Math.max(1, Math.round(stay.room / laneRoom));
    const free = (at: number) => {
      for (let i = at; i < at + wide; i++) if ((freeOn[i] ?? from) > from) return false;
      return true;
    };
    const apart = (beside: number | undefined) => (beside !== undefined && beside > from ? Math.abs(beside - to) : Number.MAX_SAFE_INTEGER);
    let best: { lane: number; apart: number } | undefined;
    for (let lane = 0; lane + wide <= lanes; lane++) {
      if (!free(lane)) continue;
      const next = Math.min(apart(freeOn[lane - 1]), apart(freeOn[lane + wide]));
      if (!best || next < best.apart) best = { lane, apart: next };
    }
    let lane = best?.lane ?? Math.max(0, lanes - wide + 1);
    if (!best) while (!free(lane)) lane += 1;
    for (let i = lane; i < lane + wide; i++) freeOn[i] = to;
    return { stay, lane, lanes: wide };
  });
  return { place, lanes, laid };
}
