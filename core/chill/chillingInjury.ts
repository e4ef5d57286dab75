import type { ChillHurts } from '@chill/model/species.ts';
import { normalCdf } from '../chance/normal.ts';

/**
 * Cold that hurts seed which needs none. Wet seed of warm countries is hurt below `below_C`, by how far below and for how long, and half of it is dead after
 * `half_degreeHours`. Assumptions after published chilling injury, which grows with cold and time; of warm crops only the first hours of drinking count
 * (Pollock & Toole 1966 on beans).
 */
export const CHILL_HURTS: Record<ChillHurts, { below_C: number; half_degreeHours: number; firstHours?: number }> = {
  extreme: { below_C: 15, half_degreeHours: 30 },
  strong: { below_C: 12, half_degreeHours: 500 },
  some: { below_C: 10, half_degreeHours: 3000 },
  drinking: { below_C: 10, half_degreeHours: 300, firstHours: 24 },
};
/** How much seeds differ in what they bear, as a standard deviation of the logarithm. Assumption. */
const SPREAD = 0.8;

/** Degree-hours of cold that hurt seed which lies wet at one temperature for so long. */
export function hurtfulCold(hurts: ChillHurts, temperature_C: number, hours: number): number {
  const { below_C, firstHours = Number.POSITIVE_INFINITY } = CHILL_HURTS[hurts];
  return Math.max(0, below_C - temperature_C) * Math.min(hours, firstHours);
}

/** Share of wet seed still alive after so many degree-hours of hurtful cold, 0 to 1. */
export function aliveAfterCold(hurts: ChillHurts, degreeHours: number): number {
  if (degreeHours <= 0) return 1;
  return 1 - normalCdf(Math.log(degreeHours / CHILL_HURTS[hurts].half_degreeHours) / SPREAD);
}

/** The temperature below which this seed must never lie wet, °C; `undefined` where cold only checks it while it drinks, or does it no harm. */
export function neverBelow_C(hurts: ChillHurts | undefined): number | undefined {
  return hurts && CHILL_HURTS[hurts].firstHours === undefined ? CHILL_HURTS[hurts].below_C : undefined;
}
