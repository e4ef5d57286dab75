import type { PlaceId } from '@chill/model/primitives.ts';
import type { LaidOut } from './candidates.ts';
import { Improving } from './improving.ts';
import { costOf, type Picked, type Problem } from './problem.ts';
import { freeIn, type Season } from './season.ts';

/** What one more of something is worth, found by planning again with it: so many promises more are kept, wholly or in part, and what leaving and lateness cost less. */
export interface Worth {
  of: { placeId: PlaceId } | 'hands';
  more: number;
  saves: number;
}

/** One more of a place is a tenth of it, or one; of hands, an hour a week. */
const PART_OF_PLACE = 0.1;
const HOUR_min = 60;
/** Rounds that planning again is given; it begins from the plan at hand. */
const ROUNDS = 600;
/** Less than this saved is nothing worth saying. */
const WORTH_SAYING = 1;

/** Which places, or people's time, hold a plan back: each is given a little more, and the season planned again. What is worth most first. */
export function* whatBinds(season: Season, { problem }: LaidOut, picked: Picked): Generator<Worth> {
  const kept = (of: Picked) => of.filter((at) => at !== undefined).length;
  // What more rounds alone would find must not be put down to what is added.
  const base = new Improving(problem, picked).improve(ROUNDS);
  for (const [resource, free] of problem.resources.entries()) {
    const place = season.places[resource];
    const more = place ? moreOf(place.capacity) : HOUR_min;
    const wider: Problem = {
      ...problem,
      resources: problem.resources.map((one, i) =>
        i !== resource
          ? one
          : place
            ? freeIn({ ...place, capacity: place.capacity + more }, season.stays, season.today)
            : free.map((step) => ({ ...step, free: step.free + more })),
      ),
    };
    const again = new Improving(wider, base.picked).improve(ROUNDS);
    const saves = costOf(problem, base.picked) - again.cost;
    if (saves >= WORTH_SAYING) yield { of: place ? { placeId: place.id } : 'hands', more: kept(again.picked) - kept(base.picked), saves };
  }
}

/** How much more of a place is tried. */
export const moreOf = (capacity: number): number => Math.max(1, Math.round(capacity * PART_OF_PLACE));
