import type { PlainDate } from '@chill/model/primitives.ts';
import { dayOfYear } from './dates.ts';

/** Sun's centre below the horizon at sunrise and sunset as seen, with refraction, degrees (Forsythe et al. 1995). */
const SUNRISE_DEPRESSION_DEG = 0.8333;

/** Below this many hours of day, seedlings indoors want lights. */
export const SHORT_DAY_HOURS = 12;

/**
 * Hours from sunrise to sunset, 0 to 24, at `latitude_deg` (south negative), by the CBM model.
 * Source: Forsythe, Rykiel, Stahl, Wu & Schoolfield 1995, Ecological Modelling 80.
 */
export function daylengthHours(date: PlainDate, latitude_deg: number): number {
  const rad = Math.PI / 180;
  const revolution = 0.2163108 + 2 * Math.atan(0.9671396 * Math.tan(0.0086 * (dayOfYear(date) - 186)));
  const declination = Math.asin(0.39795 * Math.cos(revolution));
  const latitude = latitude_deg * rad;
  const cosine =
    (Math.sin(SUNRISE_DEPRESSION_DEG * rad) + Math.sin(latitude) * Math.sin(declination)) / (Math.cos(latitude) * Math.cos(declination));
  return 24 - (24 / Math.PI) * Math.acos(Math.min(1, Math.max(-1, cosine)));
}
