import type { SeedForm, Species } from '@chill/model/species.ts';
import { WRONG_LIGHT_SHARE } from '../sprout/light.ts';

/** Seed lighter than this, mg, is dust: it lies on the surface. Common practice. */
export const DUST_MG = 0.1;
/** Cover in times the seed's least dimension, above its top. Common practice: 2 to 3. */
const COVER_TIMES = 2.5;
/** From this least dimension on, mm, seed lies on its side under so much, and half of what it is thicker. Common practice: nuts 20 to 40 mm. */
const LARGE_MM = 8;
const LARGE_COVER_MM = 20;
const LARGE_MORE = 0.5;
/** Seed that wants dark has at least so much over it, mm; grit on top of what waits through a winter keeps off moss, crust and splash, mm. Common practice. */
const DARK_MM = 5;
export const GRIT_MM = 4;
/** Never deeper than this part of the depth from which hardly any come up, nor than this part of what it stands in. Assumptions. */
const PART_OF_DEEPEST = 0.35;
const PART_OF_CONTAINER = 1 / 3;
/** Light ends within a few millimetres: what is left of it falls to a third in so many. Assumption on Tester & Morris 1987. */
const LIGHT_FALLS_MM = 1.5;

/** What the sowing of a seed is worked out from. `thousandSeeds_g` is the mass of one seed in mg. */
export type SeedToSow = Pick<Species, 'light'> & { seed: Pick<SeedForm, 'thousandSeeds_g' | 'thickness_mm'> };

/** The depth from which hardly any seed of `mass_mg` comes up, mm. Source: Bond et al. 1999, 17 species of fynbos sown at depths; elsewhere an assumption. */
export const deepest_mm = (mass_mg: number): number => 27.3 * mass_mg ** 0.334;

/** Whether a seed is pressed on and left bare: it needs light, or is as fine as dust. */
export const liesOnTop = ({ light, seed }: SeedToSow): boolean => light === 'needs light' || seed.thousandSeeds_g < DUST_MG;

/** Cover above the top of a seed, mm, in a container so deep; 0 for what lies on the surface. */
export function usualCover_mm(species: SeedToSow, container_mm = Number.POSITIVE_INFINITY): number {
  if (liesOnTop(species)) return 0;
  const { thickness_mm: thick, thousandSeeds_g: mass_mg } = species.seed;
  const plain = thick <= LARGE_MM ? COVER_TIMES * thick : LARGE_COVER_MM + LARGE_MORE * (thick - LARGE_MM);
  const dark = species.light === 'wants dark' ? Math.max(DARK_MM, plain) : plain;
  return Math.min(dark, PART_OF_DEEPEST * deepest_mm(mass_mg), PART_OF_CONTAINER * container_mm);
}

/** Of seed that needs light, the share that answers under `cover_mm`: all on the surface, those that need none in the dark. */
export function lightShareUnder(cover_mm: number): number {
  return WRONG_LIGHT_SHARE.dark + (1 - WRONG_LIGHT_SHARE.dark) * Math.exp(-cover_mm / LIGHT_FALLS_MM);
}
