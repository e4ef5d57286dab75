import { normalCdf } from '../chance/normal.ts';
import type { ThermalTime } from '../sprout/thermalTime.ts';

/** Degree-days from the root to the shoot at the surface, besides what the cover takes: 30 to 80; of nuts and of shoots that sleep, 100 to 350. Assumptions. */
const UP_LAG = 50;
const UP_LAG_OF_NUTS = 200;
/** How fast a shoot grows: by the cube root of the seed's mass, mg, mm per °C·d, within these. Fitted to wheat and maize. */
const SHOOT_BY_MASS = 0.25;
const SHOOT_LEAST = 0.1;
const SHOOT_MOST = 2;

/** How fast the shoot of a seed grows through its cover, mm per °C·d. */
export const shootRate = (mass_mg: number): number => Math.min(SHOOT_MOST, Math.max(SHOOT_LEAST, SHOOT_BY_MASS * Math.cbrt(mass_mg)));

/** Degree-days from the day the root shows to the day the shoot is up through `cover_mm`. */
export function upDegreeDays(mass_mg: number, cover_mm: number, nut = false): number {
  return (nut ? UP_LAG_OF_NUTS : UP_LAG) + cover_mm / shootRate(mass_mg);
}

/** Of the seeds that will come up, the share that has after `degreeDays`: the law of sprouting, moved by what the way up takes. */
export function emergedOfThoseThatWill(
  degreeDays: number,
  law: Pick<ThermalTime, 'median_degreeDays' | 'spread'>,
  up_degreeDays: number,
): number {
  if (degreeDays <= up_degreeDays) return 0;
  return normalCdf((Math.log(degreeDays - up_degreeDays) - Math.log(law.median_degreeDays)) / law.spread);
}
