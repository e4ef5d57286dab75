/** From leaf tip to leaf tip of a seedling, mm: by the seed's mass, mg, and 1.6 times as wide with each pair of true leaves. Assumption, within a factor of 1.6. */
export const spread_mm = (mass_mg: number, pairs: number): number => Math.max(3, 14 * mass_mg ** 0.4) * 1.6 ** pairs;

/** Closer than this nobody separates seedlings, to the dm². */
const MOST_TO_DM2 = 200;

/** The most living seedlings worth having on a dm² on the day they are separated: leaves overlap once, and fingers still get between. 30 to 150 are usual for small seed. */
export function mostSeedlings_perDm2(mass_mg: number, pairs: number): number {
  return Math.min(MOST_TO_DM2, 2e4 / spread_mm(mass_mg, pairs) ** 2);
}

/** Seeds to sow on a dm² for so many seedlings, where the share `up` (0 to 1) becomes one. */
export const seeds_perDm2 = (seedlings: number, up: number): number => seedlings / Math.max(1e-9, up);

/** Nothing is told apart closer than this in a row, mm. */
const LEAST_APART_MM = 3;

/** Seedlings on 100 mm of a row, where rows lie `apart_mm` from each other. */
export function inRows_per100mm(seedlings_perDm2: number, apart_mm: number): number {
  return Math.min(100 / LEAST_APART_MM, (seedlings_perDm2 * apart_mm) / 100);
}

/** How the number of seeds in a cell comes about. */
export type Sowing = 'counted' | 'broadcast' | 'pinch';
/** Pinches differ by so much of their mean, as a standard deviation. Assumption: 0.25 to 0.6. */
const PINCH_CV = 0.4;

/** The chance that a cell is filled where `seeds` go into each, counted or in the mean, and the share `up` comes. */
export function filledShare(how: Sowing, seeds: number, up: number): number {
  if (how === 'counted') return 1 - (1 - up) ** seeds;
  if (how === 'broadcast') return 1 - Math.exp(-seeds * up);
  const k = 1 / PINCH_CV ** 2;
  return 1 - (1 + (seeds * up) / k) ** -k;
}

/** Dry sand that carries dust seed over a dm², mL: a film of 0.4 mm. Common practice: 3 to 6. */
const CARRIER_ML_PER_DM2 = 4;

/** Fine seed strewn with dry sand: how much sand, and how many seeds go into a millilitre of it. */
export function carrierFor(area_dm2: number, seeds: number): { sand_mL: number; seeds_perMl: number } {
  const sand_mL = CARRIER_ML_PER_DM2 * area_dm2;
  return { sand_mL, seeds_perMl: seeds / sand_mL };
}

/** The share of seed strewn in a layer that lies in its top millimetre, where there is light. */
export const inTheLight = (layer_mm: number): number => Math.min(1, 1 / layer_mm);
