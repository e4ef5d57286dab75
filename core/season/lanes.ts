import type { Place } from '@chill/model/place.ts';
import { daysBetween } from '../calendar/dates.ts';
import type { Stay } from './stays.ts';

/** A stay as it is drawn: the lane that it lies in, from 0 at the bottom, and how many it takes; lanes from the place's last on are too many. */
export interface Laid {
  stay: Stay;
  lane: number;
  lanes: number;
}

/** A place as a band of lanes, with what lies in them. */
export interface Band {
  place: Place;
  /** How many lanes it holds, and the room that one stands for. */
  lanes: number;
  laneRoom: number;
  laid: Laid[];
}

/** More lanes than this nobody tells apart. */
const MOST_LANES = 40;

/**
 * Deals the stays of a place to lanes: each keeps its lane from its first day to its last, no two overlap in one, and of the free ones it takes that whose
 * neighbours leave nearest to its own leaving, so that what goes together lies together. What does not fit lies above the last lane.
 */
export function bandOf(place: Place, stays: readonly Stay[]): Band {
  const laneRoom = Math.max(1, place.capacity / MOST_LANES);
  const lanes = Math.floor(place.capacity / laneRoom + 1e-9);
  const here = stays.filter(({ placeId }) => placeId === place.id).toSorted((a, b) => a.from.localeCompare(b.from));
  /** The last stay dealt to each lane. */
  const last: (Stay | undefined)[] = [];
  const laid = here.map((stay): Laid => {
    const wide = Math.max(1, Math.round(stay.room / laneRoom));
    const free = (at: number) => Array.from({ length: wide }, (_, i) => last[at + i]).every((one) => !one || one.to <= stay.from);
    const cost = (at: number) => {
      const besides = [last[at - 1], last[at + wide]].flatMap((one) =>
        one && one.to > stay.from ? [Math.abs(daysBetween(one.to, stay.to))] : [],
      );
      return besides.length > 0 ? Math.min(...besides) : Number.MAX_SAFE_INTEGER;
    };
    const fits = Array.from({ length: Math.max(0, lanes - wide + 1) }, (_, at) => at).filter(free);
    let lane = fits.toSorted((a, b) => cost(a) - cost(b) || a - b)[0];
    if (lane === undefined) {
      lane = Math.max(0, lanes - wide + 1);
      while (!free(lane)) lane += 1;
    }
    for (let i = 0; i < wide; i++) last[lane + i] = stay;
    return { stay, lane, lanes: wide };
  });
  return { place, lanes, laneRoom, laid };
}
