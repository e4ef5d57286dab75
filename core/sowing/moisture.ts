/** Water that a dry surface draws into the air, mm a day for each kPa that the air wants: a still room, a bench with fan or glass in the sun, outdoors. Assumptions. */
export const AIR_DRAWS = { stillRoom: 2, sunnyBench: 3.5, outdoorShade: 3, outdoorSun: 4.5 };
/** What covers let through of that. Assumptions. */
export const COVERS = { none: 1, fleece: 0.7, grit: 0.5, film: 0.3, closedLid: 0.12, bag: 0.03 };
/** How damp air is, per cent, where nobody measured. */
export const USUAL_HUMIDITY = { room: 50, heatedRoom: 35, glasshouse: 70, outdoors: 65 };
/** Water that goes before the seed is dry, mm: no more than this (Ritchie 1972, the first stage of drying), a part of the mix's depth, and what lies over the seed. */
const FIRST_STAGE_MM = 8;
const PART_OF_DEPTH = 0.2;
const ABOVE_SEED_MM = 2;
/** Growing plants may take so much of what their mix holds; leaves draw at most so many times their ground. Assumptions. */
const PART_OF_MIX = 0.25;
const LEAVES_AT_MOST = 1.5;

/** What air wants of water at a temperature and a relative humidity (per cent), kPa. Source: FAO-56. */
export function vapourDeficit_kPa(celsius: number, humidity: number): number {
  return 0.6108 * Math.exp((17.27 * celsius) / (celsius + 237.3)) * (1 - humidity / 100);
}

/** Water that may go from above a seed before it is dry, mm, in mix so deep and under a cover so thick. */
export function waterToSpare_mm(mix_mm: number, cover_mm: number): number {
  return Math.min(FIRST_STAGE_MM, PART_OF_DEPTH * mix_mm, ABOVE_SEED_MM + cover_mm);
}

/** Where a sown container stands, as it dries. */
export interface Drying {
  celsius: number;
  humidity: number;
  air: keyof typeof AIR_DRAWS;
  cover: keyof typeof COVERS;
}

/** Water that goes in a day, mm. */
export function evaporation_mm({ celsius, humidity, air, cover }: Drying): number {
  return AIR_DRAWS[air] * vapourDeficit_kPa(celsius, humidity) * COVERS[cover];
}

/** Days until seed that was watered is dry; looked at in half of that. */
export function daysUntilDry(spare_mm: number, where: Drying): number {
  return spare_mm / evaporation_mm(where);
}

/** Days until growing plants want water again: `leafCover` is the area of their leaves over that of the ground. */
export function daysUntilThirsty(volume_mL: number, footprint_dm2: number, leafCover: number, where: Drying): number {
  return (PART_OF_MIX * volume_mL) / (10 * footprint_dm2 * evaporation_mm(where) * (1 + Math.min(LEAVES_AT_MOST, leafCover)));
}

/** Water to give from below, mL: 1 mm on 1 dm² is 10 mL. */
export const fromBelow_mL = (spare_mm: number, area_dm2: number): number => spare_mm * area_dm2 * 10;
