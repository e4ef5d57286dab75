import type { TemperatureResponse } from '@chill/model/species.ts';
import { effectiveness } from './effectiveness.ts';

/** A swing smaller than this is none, °C: the difference quotient would be all rounding. */
const LEAST_HALF_C = 1e-4;

/**
 * What a day counts, 0 to 1, whose temperature runs along a cosine `half_C` either side of `mean_C`: the mean of the trapezoid of a response over the
 * day, exactly. A trapezoid is four ramps, each beginning at one of its corners, and each is integrated in closed form.
 */
export function cosineEffect(mean_C: number, half_C: number, response: TemperatureResponse): number {
  const { zeroBelow_C, fullFrom_C, fullTo_C, zeroAbove_C } = response;
  // A day that lies whole where nothing counts, or where all does, needs no integral.
  if (mean_C + half_C <= zeroBelow_C || mean_C - half_C >= zeroAbove_C) return 0;
  if (mean_C - half_C >= fullFrom_C && mean_C + half_C <= fullTo_C) return 1;
  if (half_C < LEAST_HALF_C) return effectiveness(mean_C, response);
  const up = meanAbove(zeroBelow_C, mean_C, half_C) - meanAbove(fullFrom_C, mean_C, half_C);
  const down = meanAbove(fullTo_C, mean_C, half_C) - meanAbove(zeroAbove_C, mean_C, half_C);
  return up / (fullFrom_C - zeroBelow_C) - down / (zeroAbove_C - fullTo_C);
}

/** The same for a day of which only the minimum and the maximum are known. */
export function cosineDay(min_C: number, max_C: number, response: TemperatureResponse): number {
  return cosineEffect((min_C + max_C) / 2, (max_C - min_C) / 2, response);
}

/** How far a cosine day lies above `knot` on average, where it does: (h·sin φ + (m − k)·φ) / π, φ being where it crosses. */
function meanAbove(knot: number, mean: number, half: number): number {
  const at = (knot - mean) / half;
  if (at >= 1) return 0;
  if (at <= -1) return mean - knot;
  return (half * Math.sqrt(1 - at * at) + (mean - knot) * Math.acos(at)) / Math.PI;
}
