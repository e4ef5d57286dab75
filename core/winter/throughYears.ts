import type { Nursery } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { randomFrom } from '../chance/random.ts';
import type { Credit } from '../chill/requirement.ts';
import { dayIn, yearOf } from './climate.ts';
import { dailyClimate } from './dailyClimate.ts';
import { followedFor, WinterCount } from './enough.ts';

/** So many winters tell a plan how far the weather can throw it; more would not be worth a keystroke's wait. */
const YEARS_WEIGHED = 64;
const weighedYears = new WeakMap<Species, Map<string, Float64Array>>();

/** The share of viable seed, 0 to 1, that single winters would free if it is put out on a day: what the mean year does not tell. Plan and page have it from here. */
export function releasedThroughYears(
  species: Species,
  nursery: Pick<Nursery, 'climate' | 'latitude_deg' | 'lastFrost'>,
  out: PlainDate,
  credit?: Credit,
): Float64Array {
  const key = `${out} ${credit?.days} ${credit?.give_days} ${JSON.stringify(nursery.climate)} ${nursery.latitude_deg} ${nursery.lastFrost.mean}`;
  const known = weighedYears.get(species) ?? new Map<string, Float64Array>();
  weighedYears.set(species, known);
  let years = known.get(key);
  if (!years) {
    const { days, springs } = followedFor(species, yearOf(nursery), out, credit);
    const count = new WinterCount({
      species,
      climate: dailyClimate(nursery),
      start: dayIn(out),
      days,
      winters: YEARS_WEIGHED,
      springs,
      ...(credit && { credit }),
    });
    count.add(YEARS_WEIGHED, randomFrom('weighed years'));
    years = count.releasedByYears;
    known.set(key, years);
  }
  return years;
}

/** The mean of a share over single winters. */
export const meanOfYears = (years: Float64Array): number => years.reduce((sum, one) => sum + one, 0) / years.length;
