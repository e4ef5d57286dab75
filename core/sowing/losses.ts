import { normalCdf } from '../chance/normal.ts';
import { deepest_mm } from './depth.ts';

/** The cover from which half of the shoots still come up, as a part of the depth from which hardly any do; and how much seeds differ. Assumptions. */
const HALF_UP_FROM = 0.6;
const DEPTH_SPREAD = 0.4;
/** Of those that come through a soil beaten by rain. Assumption: 0.6 to 0.95. */
const CRUST = 0.85;
/** Damping off a seedling that stands well, and the crowd in which it doubles, seedlings to the dm². Assumptions; Burdon & Chilvers 1975: faster the closer they stand. */
const DAMP0 = 0.03;
const CROWD_DOUBLES = 30;

/** What it stands in and under, as it bears on damping off. */
export interface Standing {
  /** Living seedlings to the dm². */
  crowd: number;
  wet?: keyof typeof WET;
  clean?: keyof typeof CLEAN;
  air?: keyof typeof AIR;
}
const WET = { wet: 3, right: 1, dry: 0.7 };
const CLEAN = { newMix: 1, gardenSoil: 2.5, gritTop: 0.7 };
const AIR = { open: 1, lidKeptOn: 2, fan: 0.7 };

/** The share of shoots that come up from under `cover_mm`; 1 from the surface. */
export function throughCover(mass_mg: number, cover_mm: number): number {
  if (cover_mm <= 0) return 1;
  return normalCdf(Math.log((HALF_UP_FROM * deepest_mm(mass_mg)) / cover_mm) / DEPTH_SPREAD);
}

/** The share that comes through what lies on top: loam beaten by rain crusts, mix, sand and grit do not. */
export const throughCrust = (top: 'mix' | 'loamInRain'): number => (top === 'mix' ? 1 : CRUST);

/** The share that does not damp off, beyond what a lone, well-kept seedling loses: crowd, wet, old soil and still air add up. */
export function notDampedOff({ crowd, wet = 'right', clean = 'newMix', air = 'open' }: Standing): number {
  return Math.exp(-Math.max(0, DAMP0 * ((1 + crowd / CROWD_DOUBLES) * WET[wet] * CLEAN[clean] * AIR[air] - 1)));
}
