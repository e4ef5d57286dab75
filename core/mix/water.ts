import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/mix.ts';

/** Dry mass of one ply of paper towel, g/m²; how much of its own mass it holds; how full it should be. Assumptions, to be corrected by a squeeze. */
export const TOWEL_GSM = 22;
export const TOWEL_HOLDS = 6;
export const TOWEL_TARGET = 0.7;

/** Water that dry seed takes up before it moves, per gram of seed. Assumption: 0.9. */
export const SEED_THIRST = 0.9;

/** What each part of a mix weighs dry, kg/L, and how many times its mass it holds. Assumptions. */
export const MEDIA = {
  vermiculite: { density: 0.12, holds: 3.0 },
  perlite: { density: 0.1, holds: 2.0 },
  sand: { density: 1.6, holds: 0.2 },
  loam: { density: 1.2, holds: 0.4 },
  peat: { density: 0.11, holds: 8.0 },
  coir: { density: 0.09, holds: 7.0 },
} as const;
export type MixPart = keyof typeof MEDIA;

/** A medium is damp at this part of what it holds. Assumption. */
export const MEDIUM_TARGET = 0.6;

/** Refuses the first of some measures, mm, that is not above zero, at the field of its name. */
export function lengthFault(measures: Record<string, number>): Refusal | undefined {
  const none = Object.entries(measures).find(([, measure]) => !(measure > 0));
  return none && refusal(say.of('lengthAboveZero'), none[0]);
}

/** What is wrong with a towel's measures, at `length`, `width` or `plies`; `undefined` where it can be wetted. */
export function towelFault(length_mm: number, width_mm: number, plies: number): Refusal | undefined {
  const none = lengthFault({ length: length_mm, width: width_mm });
  if (none) return none;
  return Number.isInteger(plies) && plies >= 1 ? undefined : refusal(say.of('leastOnePly'), 'plies');
}

/** What is wrong with a mix, by parts or by volumes; `undefined` where it can be wetted. */
export function mixFault(parts: Partial<Record<MixPart, number>>): Refusal | undefined {
  const shares = Object.values(parts);
  return shares.every((share) => share >= 0) && shares.some((share) => share > 0) ? undefined : refusal(say.of('volumeOnePart'));
}

/**
 * Water for a folded towel with seed in it, mL: area × plies × 22 g/m² × 6 × 0.7, plus what the seed will drink.
 * @throws {RangeError} for sizes or masses that cannot be.
 */
export function towelWater_mL(length_mm: number, width_mm: number, plies: number, seed_g: number, thirst = SEED_THIRST): number {
  if (towelFault(length_mm, width_mm, plies) || !(seed_g >= 0)) throw new RangeError('No such towel: ask towelFault first.');
  const dry_g = (length_mm / 1000) * (width_mm / 1000) * plies * TOWEL_GSM;
  return dry_g * TOWEL_HOLDS * TOWEL_TARGET + thirst * seed_g;
}

/**
 * Water for a mix that is dry, mL: each part's volume × its density × what it holds × 0.6, plus what the seed will drink.
 * @throws {RangeError} for a negative volume, or where there is no medium at all.
 */
export function mediumWater_mL(parts_mL: Partial<Record<MixPart, number>>, seed_g = 0, thirst = SEED_THIRST): number {
  const parts = Object.entries(parts_mL) as [MixPart, number][];
  if (mixFault(parts_mL)) throw new RangeError('No such mix: ask mixFault first.');
  const held = parts.reduce((sum, [part, volume]) => sum + volume * MEDIA[part].density * MEDIA[part].holds, 0);
  return held * MEDIUM_TARGET + thirst * seed_g;
}

/** Depth to sow at, mm from and to: two to three times the seed's least dimension; on the surface where it needs light. */
export function sowingDepth_mm(thickness_mm: number, needsLight: boolean): { from: number; to: number } {
  if (lengthFault({ thickness_mm })) throw new RangeError('No such seed: ask lengthFault first.');
  return needsLight ? { from: 0, to: 0 } : { from: 2 * thickness_mm, to: 3 * thickness_mm };
}
