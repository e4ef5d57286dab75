import type { TemperatureResponse } from '@chill/model/species.ts';
import { normalQuantile } from '../chance/normal.ts';
import type { Random } from '../chance/random.ts';
import { cosineEffect } from '../chill/cosineDay.ts';
import { FLAT_DAMPING } from './climate.ts';
import type { DailyClimate } from './dailyClimate.ts';

/** How much of a day's anomaly the next day has, and how the minimum's goes with the maximum's. Assumptions that most stations' records bear out. */
export const ANOMALY_KEEPS = 0.65;
export const MIN_WITH_MAX = 0.7;
/** A day's maximum lies at least this far above its minimum, °C. */
const LEAST_SWING_C = 0.5;

/** What is asked of the generator. */
export interface WintersAsked {
  climate: DailyClimate;
  /** Day of the year on which they begin, 0 to 364, and how many days they last. */
  start: number;
  days: number;
  winters: number;
  responses: readonly TemperatureResponse[];
  random: Random;
  /** How far the day before the first lay from its climate, in its own spread; 0 where it is not known. */
  anomaly?: number;
}

/** Simulated winters, one after the other, each `days` long. */
export interface Winters {
  days: number;
  winters: number;
  /** Effective days that each day earns in a flat outdoors, by each response asked for. */
  effects: Float32Array[];
  /** Mean temperature of each day, °C. */
  mean_C: Float32Array;
}

/**
 * Makes winters: daily minimum and maximum follow the climate with anomalies that each keep 0.65 of the day before's and go with one another at 0.7;
 * the day runs along a cosine between them, damped to the depth of seed in a flat (Campbell & Norman 1998), and counts by the response.
 * The same stream of chance makes the same winters.
 */
export function makeWinters({ climate, start, days, winters, responses, random, anomaly = 0 }: WintersAsked): Winters {
  const total = winters * days;
  const mean_C = new Float32Array(total);
  const half_C = new Float32Array(total);
  const fresh = Math.sqrt(1 - ANOMALY_KEEPS ** 2);
  const own = Math.sqrt(1 - MIN_WITH_MAX ** 2);
  // Plain variables all through: this runs a million times while somebody waits.
  const { min_C, max_C, sd_C } = climate;
  for (let winter = 0, at = 0; winter < winters; winter++) {
    let low = anomaly;
    let high = anomaly;
    // The first day already follows the one before; where that is not known, it comes out of the blue.
    let keeps = anomaly === 0 ? 0 : ANOMALY_KEEPS;
    let brings = anomaly === 0 ? 1 : fresh;
    for (let day = 0, of = ((start % 365) + 365) % 365; day < days; day++, at++) {
      const first = normal(random());
      low = keeps * low + brings * first;
      high = keeps * high + brings * (MIN_WITH_MAX * first + own * normal(random()));
      keeps = ANOMALY_KEEPS;
      brings = fresh;
      const sd = sd_C[of] as number;
      const min = (min_C[of] as number) + sd * low;
      let max = (max_C[of] as number) + sd * high;
      if (max < min + LEAST_SWING_C) max = min + LEAST_SWING_C;
      mean_C[at] = (min + max) / 2;
      half_C[at] = ((max - min) / 2) * FLAT_DAMPING;
      of = of >= 364 ? 0 : of + 1;
    }
  }
  return { days, winters, effects: responses.map((response) => daysOfHours(mean_C, half_C, response)), mean_C };
}

/** Quantiles of the normal distribution at equal steps of chance: between two of them it is as good as straight, but for the last at either end. */
const CHANCES = 4096;
const QUANTILES = Float64Array.from({ length: CHANCES + 1 }, (_, i) => normalQuantile(i / CHANCES));

/** A normal out of a chance from 0 (included) to 1 (excluded), by its quantile. */
function normal(chance: number): number {
  const at = chance * CHANCES;
  const cell = Math.floor(at);
  if (cell === 0 || cell === CHANCES - 1) return normalQuantile(Math.max(chance, LEAST_CHANCE));
  const low = QUANTILES[cell] as number;
  return low + (at - cell) * ((QUANTILES[cell + 1] as number) - low);
}
const LEAST_CHANCE = 2 ** -33;

/** What each day counts by a response: a cosine day, exactly. */
export function daysOfHours(mean_C: Float32Array, half_C: Float32Array, response: TemperatureResponse): Float32Array {
  const counts = new Float32Array(mean_C.length);
  for (let i = 0; i < counts.length; i++) counts[i] = cosineEffect(mean_C[i] as number, half_C[i] as number, response);
  return counts;
}
