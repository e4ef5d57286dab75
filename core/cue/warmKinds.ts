import type { CueProfile } from './fromProfile.ts';

/** A kind of seed of which the handbook has no species, since it grows where no winter comes or in the kitchen garden: enough to be told apart, and no recipe. */
export interface WarmKind {
  traits: { winters: 'frostFree' | 'any'; crop: boolean; hard: boolean };
  profile: CueProfile;
}

/** How many species of the handbook each of these stands for when the key weighs them: they are many, and none is listed. Assumption. */
export const KIND_COUNTS_FOR = 8;

const COMMON: Pick<CueProfile, 'family' | 'flora' | 'dormancy' | 'floatTest' | 'light' | 'cold' | 'liftAt_mm' | 'hazards'> = {
  family: 'Unknown',
  flora: ['frostFree'],
  dormancy: { class: 'none' },
  floatTest: 'misleads',
  light: 'indifferent',
  cold: { need: 'none' },
  liftAt_mm: 6,
  // The key says of everything that it guesses that its harm is not known.
  hazards: [],
};
const sized = (length_mm: number, thousandSeeds_g: number): CueProfile['seed'] => ({
  length_mm,
  width_mm: length_mm * 0.7,
  thickness_mm: length_mm * 0.6,
  thousandSeeds_g,
  shape: 'oval',
  texture: 'smooth',
  colour: 'tan',
});
const WARM = { at_C: 25, days: { from: 10, to: 45 }, base_C: 12, optimum_C: 28, ceiling_C: 38, share: 0.85 };

/** Seed out of the fresh fruit of a frost-free country: mango, avocado, citrus, cacao and their like. Dried or chilled it dies (Hong & Ellis 1996). */
const FLESHY: CueProfile = {
  ...COMMON,
  life: 'tree',
  seed: sized(22, 4000),
  ripens: 'summer',
  fruit: 'fleshy',
  storage: 'recalcitrant',
  drying: { keepsMoist_days: 30, livesInAir_days: 5 },
  sprouting: WARM,
  usuallyViable: 0.8,
  pot: { days: { least: 70, best: 110, most: 180 }, establishes: 0.8 },
};

/** Kinds of seed that may be brought to the key and that no species of the handbook is like. General knowledge. */
export const WARM_KINDS: readonly WarmKind[] = [
  { traits: { winters: 'frostFree', crop: false, hard: false }, profile: FLESHY },
  { traits: { winters: 'frostFree', crop: false, hard: false }, profile: { ...FLESHY, seed: sized(7, 120), life: 'shrub' } },
  // Dry fruits of frost-free countries; whether the coat is hard shows overnight in water.
  ...[true, false].map((hard): WarmKind => {
    const coat = hard && ({ hardCoat: { untreated: 0.2, openCoat: 0.85, hotWater: 0.7 }, dormancy: { class: 'physical' } } as const);
    const dry = { ...FLESHY, ...coat, seed: sized(6, 60), fruit: 'dry', storage: 'orthodox' } as const;
    const { drying: _drying, ...profile } = dry;
    return { traits: { winters: 'frostFree', crop: false, hard }, profile };
  }),
  // Herbs, vegetables and bedding of warm countries, which a cold spell rots: pepper, basil, tomato, cosmos.
  { traits: { winters: 'any', crop: true, hard: false }, profile: crop(24, 10, 4) },
  // Those of cool seasons: lettuce, cabbage, pansy.
  { traits: { winters: 'any', crop: true, hard: false }, profile: crop(18, 3, 2.5) },
];

function crop(at_C: number, base_C: number, length_mm: number): CueProfile {
  return {
    ...COMMON,
    life: 'annual',
    seed: sized(length_mm, length_mm ** 3 / 12),
    ripens: 'autumn',
    fruit: 'dry',
    storage: 'orthodox',
    sprouting: { at_C, days: { from: 5, to: 18 }, base_C, optimum_C: at_C + 3, ceiling_C: at_C + 12, share: 0.9 },
    usuallyViable: 0.85,
    pot: { days: { least: 28, best: 42, most: 70 }, establishes: 0.9 },
  };
}
