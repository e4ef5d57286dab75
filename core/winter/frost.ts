import type { Nursery } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { addDays, dayNumber, dayOfYear, fromDayNumber } from '../calendar/dates.ts';
import { normalCdf, normalQuantile } from '../chance/normal.ts';
import { dailyClimate } from './dailyClimate.ts';

/** A frost date: the mean day of the year, and its spread from year to year. */
export type FrostDay = Nursery['lastFrost'];

/** Warmest day of the year, north and south: about a month after midsummer. */
const WARMEST_DAY = { north: 201, south: 19 };
/** A last frost up to this day of the year ends a northern winter; later ones end a southern one. */
const NORTHERN_UNTIL_DAY = 200;

/**
 * The first day in `year` on which the chance of a later spring frost is at most `risk` (0.01 to 0.5).
 * The last frost is taken as normal around its mean.
 */
export function frostSafeDate(lastFrost: FrostDay, year: number, risk: number): PlainDate {
  return addDays(`${year}-${lastFrost.mean}`, Math.ceil(lastFrost.sd_days * normalQuantile(1 - risk)));
}

/** The first day, from a day on, on which the frost risk is no more than the nursery accepts. */
export function frostSafeFrom(
  on: PlainDate,
  nursery: Pick<Nursery, 'lastFrost' | 'firstFrost' | 'settings' | 'latitude_deg' | 'climate'>,
): PlainDate {
  const { lastFrost, settings } = nursery;
  return frostRiskOn(on, lastFrost, firstFrostOf(nursery)) > settings.frostRisk
    ? nextFrostSafeDate(lastFrost, addDays(on, -1), settings.frostRisk)
    : on;
}

/**
 * The first autumn frost of a nursery: its own, or the day on which the nights of its months are as cold again as on the mean day of the last one, with
 * the same spread.
 */
export function firstFrostOf(nursery: Pick<Nursery, 'climate' | 'latitude_deg' | 'lastFrost' | 'firstFrost'>): FrostDay {
  const { firstFrost, lastFrost, climate } = nursery;
  if (firstFrost) return firstFrost;
  if (!climate) return mirrored(lastFrost);
  const known = firstFrosts.get(nursery);
  if (known) return known;
  const found = asColdAgain(nursery, lastFrost);
  firstFrosts.set(nursery, found);
  return found;
}

const firstFrosts = new WeakMap<object, FrostDay>();

/** The first autumn day whose nights are as cold as those of the mean last frost. */
function asColdAgain(nursery: Parameters<typeof dailyClimate>[0], lastFrost: FrostDay): FrostDay {
  const { min_C } = dailyClimate(nursery);
  const asCold = min_C[dayOfYear(`2001-${lastFrost.mean}`) - 1] as number;
  const warmest = min_C.indexOf(Math.max(...min_C));
  for (let ahead = 1; ahead < 300; ahead++) {
    const day = (warmest + ahead) % 365;
    if ((min_C[day] as number) <= asCold) return { mean: monthDayOf(day), sd_days: lastFrost.sd_days };
  }
  return mirrored(lastFrost);
}

/** The first frost as far after the warmest day as the last one is before it. Assumption, where nothing but the last frost is known. */
function mirrored({ mean, sd_days }: FrostDay): FrostDay {
  const last = dayOfYear(`2001-${mean}`);
  const warmest = last <= NORTHERN_UNTIL_DAY ? WARMEST_DAY.north : WARMEST_DAY.south + 365;
  return { mean: monthDayOf((2 * warmest - last - 1) % 365), sd_days };
}

/** A day of the year, 0 for 1 January, as month and day. */
function monthDayOf(day: number): string {
  return fromDayNumber(dayNumber('2001-01-01') + day).slice(5);
}

/**
 * The chance, 0 to 1, that plants set out on `date` meet a frost: of one still to come that spring, or of the first of autumn having come by then.
 * Without a `firstFrost` it is taken as far after the warmest day as the last one is before it.
 */
export function frostRiskOn(date: PlainDate, lastFrost: FrostDay, firstFrost: FrostDay = mirrored(lastFrost)): number {
  const day = dayNumber(date);
  const spring = nearest(day, lastFrost);
  const stillToCome = 1 - normalCdf((day - spring) / lastFrost.sd_days);
  if (day <= spring) return stillToCome;
  const year = Number(fromDayNumber(spring).slice(0, 4));
  const autumn = [year, year + 1].map((y) => dayNumber(`${y}-${firstFrost.mean}`)).find((mean) => mean > spring) as number;
  return Math.max(stillToCome, normalCdf((day - autumn) / firstFrost.sd_days));
}

/** The mean last frost, of the springs around it, that lies nearest to `day`; both in days since 1970. */
function nearest(day: number, { mean }: FrostDay): number {
  const year = Number(fromDayNumber(day).slice(0, 4));
  const springs = [year - 1, year, year + 1].map((y) => dayNumber(`${y}-${mean}`));
  return springs.reduce((best, one) => (Math.abs(one - day) < Math.abs(best - day) ? one : best));
}

/** The first frost-safe day at `risk` that still lies ahead of `today`. */
export function nextFrostSafeDate(lastFrost: FrostDay, today: PlainDate, risk: number): PlainDate {
  const year = Number(today.slice(0, 4));
  // Where the last frosts come around the new year, the day that is safe may lie in the year after its spring's.
  const ahead = [year - 1, year, year + 1].map((y) => frostSafeDate(lastFrost, y, risk)).find((day) => day > today);
  return ahead ?? frostSafeDate(lastFrost, year + 2, risk);
}
