import type { MonthClimate, Nursery } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { TemperatureResponse } from '@chill/model/species.ts';
import { dayOfYear } from '../calendar/dates.ts';
import { cosineEffect } from '../chill/cosineDay.ts';
import { COLD_RESPONSE } from '../kinds/responses.ts';

/** Thermal diffusivity of a moist mix in a flat, mm²/s, and the depth at which seed lies in it (Campbell & Norman 1998). */
const DIFFUSIVITY_MM2_S = 0.4;
const DEPTH_MM = 30;
/** Part of the air's daily swing that reaches that depth: exp(−z/D), D = √(2α/ω). */
export const FLAT_DAMPING = Math.exp(-DEPTH_MM / Math.sqrt((2 * DIFFUSIVITY_MM2_S) / ((2 * Math.PI) / 86_400)));

/** Half the yearly swing of the monthly means per degree of latitude, and half the daily swing. Assumptions for a place with no figures. */
const SWING_C_PER_DEGREE = 0.2;
const HALF_DAY_SWING_C = 5;
/** Mean daily minimum on the mean day of the last frost. Assumption: single nights freeze while the average is above. */
const MINIMUM_AT_LAST_FROST_C = 3;
/** Days from midsummer to the warmest day. */
const LAG_DAYS = 29;

/** A nursery's climate by day of the year: mean temperature and half the daily swing in a flat, °C. Index 0 is 1 January. */
export interface YearOfDays {
  mean_C: Float64Array;
  halfSwing_C: Float64Array;
  /** Mean of that day and the nine before it. */
  tenDayMean_C: Float64Array;
  /** True where the months were estimated, not given. */
  estimated: boolean;
}

const known = new WeakMap<object, YearOfDays>();

/** The year as a nursery's months give it, or as its latitude and last frost suggest. */
export function yearOf(nursery: Pick<Nursery, 'climate' | 'latitude_deg' | 'lastFrost'>): YearOfDays {
  const kept = known.get(nursery);
  if (kept) return kept;
  const months = nursery.climate ?? estimatedMonths(nursery);
  const [min_C, max_C] = [daysFromMonths(months.map((month) => month.min_C)), daysFromMonths(months.map((month) => month.max_C))];
  const mean_C = min_C.map((min, day) => (min + (max_C[day] as number)) / 2);
  const tenDays = Array.from({ length: 10 }, (_, back) => back);
  const year: YearOfDays = {
    mean_C,
    halfSwing_C: min_C.map((min, day) => (((max_C[day] as number) - min) / 2) * FLAT_DAMPING),
    tenDayMean_C: mean_C.map((_, day) => tenDays.reduce((sum, back) => sum + (mean_C[(day - back + 365) % 365] as number), 0) / 10),
    estimated: nursery.climate === undefined,
  };
  known.set(nursery, year);
  return year;
}

/** Days of each month, and the day of the year on which it begins, 0 for January; no leap day. */
const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
const MONTH_STARTS = MONTH_DAYS.map((_, month) => MONTH_DAYS.slice(0, month).reduce((sum, days) => sum + days, 0));
/** Corrections after which the months' means are kept to a millionth. */
const CORRECTIONS = 40;

/**
 * 365 daily figures that run straight from month to month, each month's mean being the one given: the knots in the middles of the months are moved
 * until they are.
 */
export function daysFromMonths(means: readonly number[]): Float64Array {
  const knots = [...means];
  let days = straight(knots);
  for (let round = 0; round < CORRECTIONS; round++) {
    for (let month = 0; month < 12; month++) {
      const [from, length] = [MONTH_STARTS[month] as number, MONTH_DAYS[month] as number];
      const mean = days.subarray(from, from + length).reduce((sum, one) => sum + one, 0) / length;
      knots[month] = (knots[month] as number) + (means[month] as number) - mean;
    }
    days = straight(knots);
  }
  return days;
}

/** Each day's place in the year through the middles of the months: the months before and after, days since that middle, days between the two. */
const BETWEEN = (() => {
  const middles = MONTH_STARTS.map((start, month) => start + (MONTH_DAYS[month] as number) / 2);
  return Array.from({ length: 365 }, (_, day) => {
    const at = day + 0.5;
    const next = middles.findIndex((middle) => middle > at);
    const [before, after] = next < 0 ? [11, 0] : [(next + 11) % 12, next];
    const from = (middles[before] as number) - (next === 0 ? 365 : 0);
    const to = (middles[after] as number) + (next < 0 ? 365 : 0);
    return { before, after, since: at - from, apart: to - from };
  });
})();

/** The year through twelve knots, one in the middle of each month. */
function straight(knots: readonly number[]): Float64Array {
  const days = new Float64Array(365);
  for (const [day, { before, after, since, apart }] of BETWEEN.entries())
    days[day] = (knots[before] as number) + (((knots[after] as number) - (knots[before] as number)) * since) / apart;
  return days;
}

/** Twelve months estimated from latitude and the mean last frost. Rough; said so wherever it decides. */
export function estimatedMonths({ latitude_deg, lastFrost }: Pick<Nursery, 'latitude_deg' | 'lastFrost'>): MonthClimate[] {
  const half = SWING_C_PER_DEGREE * Math.abs(latitude_deg);
  const warmest = (latitude_deg >= 0 ? 172 : 355) + LAG_DAYS;
  const season = (day: number) => Math.cos((2 * Math.PI * (day - warmest)) / 365.25);
  const frostDay = dayOfYear(`2001-${lastFrost.mean}`);
  const yearly = MINIMUM_AT_LAST_FROST_C + HALF_DAY_SWING_C - half * season(frostDay);
  return Array.from({ length: 12 }, (_, i) => {
    const mean = yearly + half * season((i + 0.5) * (365.25 / 12));
    const round = (value: number) => Math.round(value * 10) / 10;
    return { min_C: round(mean - HALF_DAY_SWING_C), max_C: round(mean + HALF_DAY_SWING_C) };
  });
}

/** Position of a day in a {@link YearOfDays}; 31 December of a leap year counts as the day before it. */
export function dayIn(date: PlainDate): number {
  return Math.min(364, dayOfYear(date) - 1);
}

/** Mean of a response over the cosine day at each day of the year, 0 to 1: what a day in an outdoor flat counts. */
export function dailyEffect(year: YearOfDays, response: TemperatureResponse): Float64Array {
  const kept = effects.get(year)?.find(([same]) => same === response);
  if (kept) return kept[1];
  const effect = year.mean_C.map((mean, day) => cosineEffect(mean, year.halfSwing_C[day] as number, response));
  effects.set(year, [...(effects.get(year) ?? []), [response, effect]]);
  return effect;
}

const effects = new WeakMap<YearOfDays, [TemperatureResponse, Float64Array][]>();

/**
 * Days after day `from` of the year until the ten-day mean outdoors is above `above_C` again, having been below; `undefined` within 500 days.
 * Leap days are left out: a stay is weeks long and its climate is a mean.
 */
export function daysUntilWarm(year: YearOfDays, from: number, above_C: number): number | undefined {
  let hasBeenBelow = false;
  for (let day = 0; day < 500; day++) {
    const mean = year.tenDayMean_C[(from + day) % 365] as number;
    if (mean < above_C) hasBeenBelow = true;
    else if (hasBeenBelow) return day;
  }
  return undefined;
}

/** Ten-day means above this end a search backwards for the winter before, °C. */
const NO_LONGER_WINTER_C = 14;

/** Chill-days, whole, that seed on the ground had in the winter up to `date`, by the nursery's months; 0 in summer. */
export function winterBefore(nursery: Pick<Nursery, 'climate' | 'latitude_deg' | 'lastFrost'>, date: PlainDate): number {
  const year = yearOf(nursery);
  const effect = dailyEffect(year, COLD_RESPONSE);
  let sum = 0;
  for (let back = 0, day = dayIn(date); back < 300; back++, day = (day + 364) % 365) {
    if ((year.tenDayMean_C[day] as number) > NO_LONGER_WINTER_C) break;
    sum += effect[day] as number;
  }
  return Math.round(sum);
}
