import type { MonthClimate, Nursery } from '@chill/model/nursery.ts';
import { daysFromMonths, estimatedMonths } from './climate.ts';

/** Day-to-day spread of daily minima and maxima where none is given, °C. Assumption: temperate, inland. */
export const USUAL_SD_C = 3.8;

/** A climate by day of the year: daily minimum and maximum, their spread. Index 0 is 1 January; no leap day. */
export interface DailyClimate {
  min_C: Float64Array;
  max_C: Float64Array;
  sd_C: Float64Array;
}

const known = new WeakMap<object, DailyClimate>();

/** The daily climate that a nursery's months make, or those guessed from where it lies; the months' means are kept exactly. */
export function dailyClimate(nursery: Pick<Nursery, 'climate' | 'latitude_deg' | 'lastFrost'>): DailyClimate {
  const kept = known.get(nursery);
  if (kept) return kept;
  const months: readonly MonthClimate[] = nursery.climate ?? estimatedMonths(nursery);
  const climate = {
    min_C: daysFromMonths(months.map(({ min_C }) => min_C)),
    max_C: daysFromMonths(months.map(({ max_C }) => max_C)),
    sd_C: daysFromMonths(months.map(({ sd_C }) => sd_C ?? USUAL_SD_C)),
  };
  known.set(nursery, climate);
  return climate;
}
