import type { Species } from '@chill/model/species.ts';

/**
 * How fast a first root lengthens, mm a degree-day, for each cube root of the seed's mass in mg: big seed has big roots, and what feeds them. A hollyhock's
 * of 3 mg grows 2 mm in a day at 20 °C, a lupine's of 25 mg 4 mm, an acorn's of 3 g 20 mm. Assumption.
 */
const GROWTH_PER_CUBE_ROOT = 0.075;

/** How fast the first root of a species lengthens, mm a degree-day: as its entry, or that of its genus, says; otherwise by the mass of its seed. */
export function rootGrowth({ rootGrowth_mmPerDegreeDay, seed }: Pick<Species, 'rootGrowth_mmPerDegreeDay' | 'seed'>): {
  mmPerDegreeDay: number;
  assumed: boolean;
} {
  if (rootGrowth_mmPerDegreeDay !== undefined) return { mmPerDegreeDay: rootGrowth_mmPerDegreeDay, assumed: false };
  return { mmPerDegreeDay: GROWTH_PER_CUBE_ROOT * Math.cbrt(seed.thousandSeeds_g), assumed: true };
}
