import type { SeedForm } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import { mixOf, pieceOf } from '../kinds/media.ts';
import { TUB_ML, unitsFor } from './laying.ts';
import { MEDIA, MEDIUM_TARGET, TOWEL_GSM, TOWEL_HOLDS, TOWEL_TARGET } from './water.ts';

/** What is found dry still holds this part of what it could. Assumption: the corners curl, the seed still feels cool. */
export const FOUND_DRY_AT = 0.35;
/** A usual towel: 28 cm square, two layers. */
const TOWEL_M2 = 0.28 * 0.28;
const TOWEL_PLIES = 2;
/** Water for a tray of pots that are found dry, mL. Assumption. */
const TRAY_ML = 200;

/**
 * Water that brings a medium found dry back to damp, mL: from about a third of what it holds to its target, for as many towels, tubs or trays as the
 * seeds lie in. 0 for a dry envelope.
 */
export function topUp_mL(seeds: number, medium: Medium, seed: SeedForm): number {
  const pieces = unitsFor(seeds, medium, seed);
  const inTub = ({ density, holds }: { density: number; holds: number }) =>
    TUB_ML * density * holds * Math.max(0, MEDIUM_TARGET - FOUND_DRY_AT);
  switch (pieceOf(medium)) {
    case 'towel':
      return pieces * TOWEL_M2 * TOWEL_PLIES * TOWEL_GSM * TOWEL_HOLDS * (TOWEL_TARGET - FOUND_DRY_AT);
    case 'tub':
      return pieces * inTub(MEDIA[mixOf(medium)]);
    case 'tray':
      return pieces * TRAY_ML;
    case 'envelope':
      return 0;
  }
}
