import type { Species } from '@chill/model/species.ts';
import { area_dm2, containerOf, type Into } from '../mix/containers.ts';
import { spread_mm } from '../mix/density.ts';
import { LEAVES, type Pace } from './growth.ts';
import { apart_mm, liveThroughSeparating, ROOTS_WIDER } from './separate.ts';
import { rootsOf, SEPARATED_AT } from './sown.ts';

/** Families of conifers, which grow at their own pace. */
const CONIFERS = new Set(['Pinaceae', 'Cupressaceae', 'Taxaceae', 'Podocarpaceae', 'Araucariaceae']);

/** How fast a species' seedlings grow, by a rule from its life, family and roots. */
export function paceOf({ family, life, seed }: Pick<Species, 'family' | 'life' | 'seed'>): Pace {
  if (CONIFERS.has(family)) return 'conifer';
  if (rootsOf({ family, seed }) === 'fleshy') return 'slow';
  if (life === 'tree' || life === 'shrub') return 'woody';
  return life === 'annual' ? 'annual' : 'perennial';
}

/** Leaves of seedlings widen so much with each pair. See {@link spread_mm}. */
const WIDER_BY_PAIR = 1.6;

/** When seedlings of one tray are best separated, and what waiting costs. */
export interface Separation {
  /** Pairs of true leaves on that day: what suits the roots, or fewer, where they tangle before. */
  pairs: number;
  /** True where their roots meet before that many leaves are there. */
  tangles: boolean;
  /** Degree-days from the day they are up. */
  degreeDays: number;
  /** The share that lives through it that day, and a number of degree-days later. */
  lives: number;
  livesAfter: (more_degreeDays: number) => number;
}

/** When `living` seedlings in `containers` open trays are best separated. Common practice for the leaves; losses are assumptions. */
export function separation(species: Pick<Species, 'family' | 'life' | 'seed'>, into: Into, living: number, containers = 1): Separation {
  const roots = rootsOf(species);
  const leaves = LEAVES[paceOf(species)];
  const mass_mg = species.seed.thousandSeeds_g;
  const apart = apart_mm(Math.max(1, living) / (Math.max(1, containers) * area_dm2(containerOf(into))));
  // Roots of neighbours meet where 1.3 times the leaves' width is twice the distance.
  const meetAt = Math.log((2 * apart) / (ROOTS_WIDER * spread_mm(mass_mg, 0))) / Math.log(WIDER_BY_PAIR);
  const usual = SEPARATED_AT[roots];
  const pairs = Math.max(0, Math.min(usual, meetAt));
  const livesAt = (at: number) => liveThroughSeparating(roots, at, spread_mm(mass_mg, at), apart);
  return {
    pairs,
    tangles: meetAt < usual,
    degreeDays: pairs * leaves,
    lives: livesAt(pairs),
    livesAfter: (more) => livesAt(pairs + more / leaves),
  };
}
