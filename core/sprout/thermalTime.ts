import type { SproutingHabit, TemperatureResponse } from '@chill/model/species.ts';
import { normalCdf, normalQuantile } from '../chance/normal.ts';
import { cosineEffect } from '../chill/cosineDay.ts';

/** z(0.9) − z(0.1), by which "10 % by a, 90 % by b" becomes a spread. */
const TENTH_TO_NINE_TENTHS = 2.563;

/** The thermal-time law of one species: progress in degree-days, lognormal over seeds. */
export interface ThermalTime {
  /** Degree-days by which half of those that will have sprouted. */
  median_degreeDays: number;
  /** Standard deviation of the logarithm. */
  spread: number;
  /** Share of viable, released seeds that will sprout at all. */
  share: number;
  /** Progress per day at a temperature, °C·d per day. */
  rate: (temperature_C: number) => number;
  /** The same as a response, 0 to 1, of `most` degrees: places add it up from their readings hour by hour, as they add up cold. */
  response: TemperatureResponse;
  most: number;
}

/**
 * Degrees that count at `temperature_C`: above base up to the optimum, then falling linearly to none at the ceiling.
 * Source: Bewley, Bradford, Hilhorst & Nonogaki 2013 (Seeds, 3rd ed.); Bradford 2002, Weed Science 50.
 */
export function effectiveDegrees(temperature_C: number, habit: Pick<SproutingHabit, 'base_C' | 'optimum_C' | 'ceiling_C'>): number {
  const { base_C, optimum_C, ceiling_C } = habit;
  if (temperature_C <= base_C || temperature_C >= ceiling_C) return 0;
  if (temperature_C <= optimum_C) return temperature_C - base_C;
  return ((optimum_C - base_C) * (ceiling_C - temperature_C)) / (ceiling_C - optimum_C);
}

/** Degree-days that one day brings whose temperature swings around a mean along a cosine, exactly; `halfSwing_C` is 0 for a steady one. */
export function degreesPerDay(mean_C: number, halfSwing_C: number, { rate, response, most }: ThermalTime): number {
  return halfSwing_C > 0 ? most * cosineEffect(mean_C, halfSwing_C, response) : rate(mean_C);
}

/**
 * The law's rate as a temperature response, 0 to 1, of which one is `optimum − base` degrees: so that places add it up from their readings hour by hour
 * as they add up cold.
 */
export function sproutResponse({
  base_C,
  optimum_C,
  ceiling_C,
}: Pick<SproutingHabit, 'base_C' | 'optimum_C' | 'ceiling_C'>): TemperatureResponse {
  return { zeroBelow_C: base_C, fullFrom_C: optimum_C, fullTo_C: optimum_C, zeroAbove_C: ceiling_C };
}

/** Reads "a to b days at T" as the law: a tenth of those that will by a, nine tenths by b. */
export function thermalTime(habit: SproutingHabit): ThermalTime {
  const { from, to } = habit.days;
  return {
    median_degreeDays: Math.sqrt(from * to) * effectiveDegrees(habit.at_C, habit),
    spread: Math.log(to / from) / TENTH_TO_NINE_TENTHS,
    share: habit.share,
    rate: (temperature_C) => effectiveDegrees(temperature_C, habit),
    response: sproutResponse(habit),
    most: habit.optimum_C - habit.base_C,
  };
}

/** Of the seeds that will sprout, the share that has after `degreeDays` (0 or more): 0 to 1. */
export function sproutedOfThoseThatWill(degreeDays: number, law: Pick<ThermalTime, 'median_degreeDays' | 'spread'>): number {
  if (degreeDays <= 0) return 0;
  return normalCdf((Math.log(degreeDays) - Math.log(law.median_degreeDays)) / law.spread);
}

/** Degree-days until `share` of those that will have sprouted. */
export const degreeDaysTo = (share: number, { median_degreeDays, spread }: ThermalTime): number =>
  Math.exp(Math.log(median_degreeDays) + spread * normalQuantile(share));

/**
 * Days in the warmth at a constant `temperature_C` until `share` (0 to 1, exclusive) of those that will have sprouted.
 * Infinity where it is too cold or too hot for this species. `halfSwing_C` is half the swing of its days around that temperature.
 */
export function daysToSprout(share: number, law: ThermalTime, temperature_C: number, halfSwing_C = 0): number {
  const rate = degreesPerDay(temperature_C, halfSwing_C, law);
  if (rate <= 0) return Number.POSITIVE_INFINITY;
  return degreeDaysTo(share, law) / rate;
}
