import type { Nursery } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import normalQuantile from '@stdlib/stats-base-dists-normal-quantile';
import { addDays, dayNumber } from '../calendar/dates.ts';

type LastFrost = Nursery['lastFrost'];

/**
 * The first day in `year` on which the chance of a later frost is at most `risk` (0.01 to 0.5).
 * The last frost is taken as normal around its mean.
 */
export function frostSafeDate(lastFrost: LastFrost, year: number, risk: number): PlainDate {
  return addDays(`${year}-${lastFrost.mean}`, Math.ceil(lastFrost.sd_days * normalQuantile(1 - risk, 0, 1)));
}

/** The chance of a frost on or after `date`, in the spring that lies nearest to it, 0 to 1. */
export function frostRiskOn(date: PlainDate, lastFrost: LastFrost): number {
  const day = dayNumber(date);
  const year = Number(date.slice(0, 4));
  const springs = [year - 1, year, year + 1].map((y) => dayNumber(`${y}-${lastFrost.mean}`));
  const nearest = springs.reduce((best, mean) => (Math.abs(mean - day) < Math.abs(best - day) ? mean : best));
  return 1 - normalCdf(day, nearest, lastFrost.sd_days);
}

/** The first frost-safe day at `risk` that still lies ahead of `today`. */
export function nextFrostSafeDate(lastFrost: LastFrost, today: PlainDate, risk: number): PlainDate {
  const year = Number(today.slice(0, 4));
  const thisSpring = frostSafeDate(lastFrost, year, risk);
  return thisSpring > today ? thisSpring : frostSafeDate(lastFrost, year + 1, risk);
}
