import type { PlaceId } from '@chill/model/primitives.ts';
import { addDays } from '../calendar/dates.ts';
import { type LaidOut, layOut } from './candidates.ts';
import { Improving } from './improving.ts';
import { costOf, type Picked, type Problem } from './problem.ts';
import { freeIn, type Season } from './season.ts';

/** What one more of something is worth, found by planning again with it: so many promises more are kept wholly and in time, and what leaving and lateness cost less. */
export interface Worth {
  /** Room in a place, an hour of anybody's time each week, or a week more for every promise. */
  of: { placeId: PlaceId } | 'hands' | 'week';
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
export function* whatBinds(season: Season, laidOut: LaidOut, picked: Picked): Generator<Worth> {
  const { problem } = laidOut;
  // What more rounds alone would find must not be put down to what is added.
  const base = new Improving(problem, picked).improve(ROUNDS);
  const whole = keptWhole(laidOut, base.picked);
  for (const [resource, free] of problem.resources.entries()) {
    const place = season.places[resource];
    const wider: Problem = {
      ...problem,
      resources: problem.resources.map((one, i) =>
        i !== resource
          ? one
          : place
            ? freeIn({ ...place, capacity: place.capacity + moreOf(place.capacity) }, season.stays, season.today)
            : free.map((step) => ({ ...step, free: step.free + HOUR_min })),
      ),
    };
    const again = new Improving(wider, base.picked).improve(ROUNDS);
    const saves = costOf(problem, base.picked) - again.cost;
    const more = keptWhole(laidOut, again.picked) - whole;
    if (saves >= WORTH_SAYING) yield { of: place ? { placeId: place.id } : 'hands', more, saves };
  }
  const later = season.wanted.map((one) => ({ ...one, promise: { ...one.promise, on: addDays(one.promise.on, WEEK_days) } }));
  const aWeekMore = layOut({ ...season, wanted: later });
  const again = new Improving(aWeekMore.problem).improve(ROUNDS);
  const saves = base.cost - again.cost;
  if (saves >= WORTH_SAYING) yield { of: 'week', more: keptWhole(aWeekMore, again.picked) - whole, saves };
}

/** How many promises a plan keeps wholly and in time. */
function keptWhole({ candidates }: LaidOut, picked: Picked): number {
  return picked.filter((at, row) => {
    const one = at === undefined ? undefined : candidates[row]?.[at];
    return one !== undefined && one.late_days === 0 && one.course.enough;
  }).length;
}

/** How much more of a place is tried. */
export const moreOf = (capacity: number): number => Math.max(1, Math.round(capacity * PART_OF_PLACE));
