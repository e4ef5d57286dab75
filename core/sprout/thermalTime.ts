import type { SproutingHabit } from '@chill/model/species.ts';
import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import normalQuantile from '@stdlib/stats-base-dists-normal-quantile';

/** z(0.9) − z(0.1), by which "10 % by a, 90 % by b" becomes a spread. */
const TENTH_TO_NINE_TENTHS = 2.563;

/** The thermal-time law of one species: progress in degree-days, lognormal over seeds. */
export interface ThermalTime {
  /** Degree-days by which half of those that will have sprouted. */
  median_degreeDays: number;
  /** Standard deviation of the logarithm. */
  spread: number;
  /** Share of sound, freed seeds that will sprout at all. */
  share: number;
  /** Progress per day at a temperature, °C·d per day. */
  rate(temperature_C: number): number;
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

/** Reads "a to b days at T" as the law: a tenth of those that will by a, nine tenths by b. */
export function thermalTime(habit: SproutingHabit): ThermalTime {
  const { from, to } = habit.days;
  return {
    median_degreeDays: Math.sqrt(from * to) * effectiveDegrees(habit.at_C, habit),
    spread: Math.log(to / from) / TENTH_TO_NINE_TENTHS,
    share: habit.share,
    rate: (temperature_C) => effectiveDegrees(temperature_C, habit),
  };
}

/** Of the seeds that will sprout, the share that has after `degreeDays` (0 or more): 0 to 1. */
export function sproutedOfThoseThatWill(degreeDays: number, law: Pick<ThermalTime, 'median_degreeDays' | 'spread'>): number {
  if (degreeDays <= 0) return 0;
  return normalCdf((Math.log(degreeDays) - Math.log(law.median_degreeDays)) / law.spread, 0, 1);
}

/**
 * Days in the warmth at a constant `temperature_C` until `share` (0 to 1, exclusive) of those that will have sprouted.
 * Infinity where it is too cold or too hot for this species.
 */
export function daysToSprout(share: number, law: ThermalTime, temperature_C: number): number {
  const rate = law.rate(temperature_C);
  if (rate <= 0) return Number.POSITIVE_INFINITY;
  return Math.exp(Math.log(law.median_degreeDays) + law.spread * normalQuantile(share, 0, 1)) / rate;
}

/**
 * The chance that a seed not up after `seen_days` comes within the next `more_days`, at a constant temperature,
 * given that it is sound and freed.
 */
export function chanceSoon(seen_days: number, more_days: number, law: ThermalTime, temperature_C: number): number {
  const up = (days: number) => law.share * sproutedOfThoseThatWill(days * law.rate(temperature_C), law);
  const before = up(seen_days);
  return before >= 1 ? 0 : (up(seen_days + more_days) - before) / (1 - before);
}
