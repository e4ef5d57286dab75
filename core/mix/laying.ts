import type { Sowing } from '@chill/model/container.ts';
import type { Refusal } from '@chill/model/refusal.ts';
import type { SeedForm } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import { pieceOf } from '../kinds/media.ts';
import { containersFor, sownIn } from './containers.ts';
import { lengthFault, MEDIA, type MixPart, mixFault } from './water.ts';

/** Seeds on a towel lie this many lengths and widths from middle to middle, so that they do not touch. Assumption. */
export const SPACING_LENGTHS = 2;
/** Closer than this nobody can lay or lift them, mm. */
const LEAST_SPACING_MM = 4;
/** Loose seed fills this part of the room that it takes up. Assumption: between packed spheres and rough husks. */
const LOOSE_PACKING = 0.6;
/** Seed may take up this part of a bag or tub of medium. */
export const SEED_PART = 0.2;

/** Mass of so many seeds, g. */
export function seedMass_g(seeds: number, { thousandSeeds_g }: Pick<SeedForm, 'thousandSeeds_g'>): number {
  return (seeds * thousandSeeds_g) / 1000;
}

/** Room that so many loose seeds take up, mL: ellipsoids of the species' own measurements, loosely packed. */
export function seedVolume_mL(seeds: number, { length_mm, width_mm, thickness_mm }: SeedForm): number {
  return (seeds * (Math.PI / 6) * length_mm * width_mm * thickness_mm) / 1000 / LOOSE_PACKING;
}

/**
 * How many seeds fit on a towel that is folded once over them, not touching, and how far apart they lie, mm.
 * @throws {RangeError} for a towel of no size.
 */
export function seedsOnTowel(length_mm: number, width_mm: number, seed: SeedForm): { seeds: number; apart_mm: number } {
  if (!(length_mm > 0 && width_mm > 0)) throw new RangeError('A towel of no size.');
  const along = Math.max(LEAST_SPACING_MM, seed.length_mm * SPACING_LENGTHS);
  const across = Math.max(LEAST_SPACING_MM, seed.width_mm * SPACING_LENGTHS);
  return { seeds: Math.floor(length_mm / 2 / along) * Math.floor(width_mm / across), apart_mm: along };
}

/** Medium for seed of a bulk volume, mL: the seed is to be a fifth of the whole. */
export function mediumFor_mL(seed_mL: number): number {
  return (seed_mL * (1 - SEED_PART)) / SEED_PART;
}

/** A bag holds no less than this, mL: less is not mixed. Assumption. */
const LEAST_BAG_ML = 120;

/** Bags or tubs that so many seeds lie in, and how much of medium and seed goes into each, mL, a fifth of it seed. */
export function tubsFor(seeds: number, seed: SeedForm): { bags: number; bag_mL: number } {
  const wanted_mL = mediumFor_mL(seedVolume_mL(seeds, seed));
  const bags = Math.max(1, Math.ceil(wanted_mL / TUB_ML));
  return { bags, bag_mL: Math.max(LEAST_BAG_ML, Math.ceil(wanted_mL / bags / 10) * 10) };
}

/** Seed thinner than this is not sieved out of what it lay in, mm: sieving loses 15 in 100, sowing it with its medium 2. Assumptions: 5 to 30. */
const SIEVED_FROM_MM = 1;
/** Medium that is spread with the seed, mL to a dm²: a film over what needs light, a cover over others. Common practice. */
const SPREAD_ML = { light: 4, other: 20 };

/** Over how large an area fine seed is sown with the medium it lay in, dm²; `undefined` for seed that is picked or sieved out. */
export function sownWithMedium(
  seeds: number,
  seed: SeedForm,
  needsLight: boolean,
): { mL: number; toDm2_mL: number; area_dm2: number } | undefined {
  if (seed.thickness_mm >= SIEVED_FROM_MM) return undefined;
  const { bags, bag_mL } = tubsFor(seeds, seed);
  const toDm2_mL = SPREAD_ML[needsLight ? 'light' : 'other'];
  return { mL: bags * bag_mL, toDm2_mL, area_dm2: (bags * bag_mL) / toDm2_mL };
}

/**
 * How much of each part makes so many bags of a mix, mL. `parts` are parts by volume: { sand: 1, loam: 1 }.
 * @throws {RangeError} where there is no part, no bag, or a part below zero.
 */
export function mixForBags(parts: Partial<Record<MixPart, number>>, bags: number, bag_mL: number): Partial<Record<MixPart, number>> {
  const entries = Object.entries(parts) as [MixPart, number][];
  const whole = entries.reduce((sum, [, part]) => sum + part, 0);
  if (mixFault(parts) || entries.some(([part]) => !(part in MEDIA))) throw new RangeError('No such mix: ask mixFault first.');
  if (!(Number.isInteger(bags) && bags >= 1 && bag_mL > 0)) throw new RangeError('No such bags.');
  return Object.fromEntries(entries.map(([part, share]) => [part, (share / whole) * bags * bag_mL]));
}

/** Pots standing in a tray take up this part of the water's room. Assumption. */
const POTS_DISPLACE = 0.5;

/** What is wrong with a tray's measures, at `length`, `width` or `depth`; `undefined` where it can be flooded. */
export function trayFault(length_mm: number, width_mm: number, depth_mm: number): Refusal | undefined {
  return lengthFault({ length: length_mm, width: width_mm, depth: depth_mm });
}

/**
 * Water that brings a tray of pots to a depth, mL.
 * @throws {RangeError} for a tray or a depth of nothing.
 */
export function floodWater_mL(length_mm: number, width_mm: number, depth_mm: number): number {
  if (trayFault(length_mm, width_mm, depth_mm)) throw new RangeError('No such tray: ask trayFault first.');
  return (length_mm * width_mm * depth_mm * (1 - POTS_DISPLACE)) / 1000;
}

/** Paper in one bag, mm²: a towel of 28 × 28 cm, folded once. */
export const TOWEL_MM2 = (280 * 280) / 2;
/** A bag or tub holds this much, mL. */
export const TUB_ML = 1000;

/** Bags, tubs or trays that `seeds` take up while they wait in a medium, or come up as they were sown. */
export function unitsFor(seeds: number, medium: Medium, seed: SeedForm, sowing?: Sowing): number {
  const { length_mm, width_mm, thickness_mm } = seed;
  if (seeds === 0) return 0;
  if (sowing) return containersFor(seeds, sowing).trays;
  switch (pieceOf(medium)) {
    case 'towel':
      return Math.ceil((seeds * (length_mm * SPACING_LENGTHS) * (width_mm * SPACING_LENGTHS)) / TOWEL_MM2);
    case 'tub':
      return Math.ceil((seeds * length_mm * width_mm * thickness_mm) / 1000 / (TUB_ML * SEED_PART));
    case 'tray':
      return Math.ceil(seeds / sownIn(seed).perTray);
    case 'envelope':
      return 1;
  }
}
