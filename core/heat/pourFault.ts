import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/heat.ts';
import { boilingPoint_C } from './boiling.ts';
import type { PourOver } from './pourOver.ts';

/** As the model has it, mL. */
const MOST_WATER_ML = 100_000;
/** A thermometer may be off by this much, °C. */
const THERMOMETER_OFF_C = 1;

/** What is wrong with a thermometer's reading of poured water; `undefined` where nothing is. */
export function readingFault(water_C: number, { elevation_m }: Pick<PourOver, 'elevation_m'>): Refusal | undefined {
  const boils = boilingPoint_C(elevation_m);
  if (!(water_C >= 0)) return refusal(say.of('waterIsNotFrozen'), 'water_C');
  return water_C > boils + THERMOMETER_OFF_C
    ? refusal(say.of('hotterThanBoiling', { boils: Math.round(boils * 10) / 10 }), 'water_C')
    : undefined;
}

/** A reading this far from what is predicted is asked about before it is believed, °C. Assumption: vessels differ from the usual one by less. */
const ODD_BY_C = 12;

/**
 * A thermometer's reading, °C, that is hardly what the water can have, where `predicted_C` is predicted: what it more likely was, its two figures turned round
 * where that fits, and otherwise what is predicted. `undefined` where it is believed as it is.
 */
export function readingDoubt(water_C: number, predicted_C: number): { likely_C: number; turnedRound: boolean } | undefined {
  if (Math.abs(water_C - predicted_C) <= ODD_BY_C) return undefined;
  const typed = String(Math.round(water_C));
  const turned = Number([...typed].reverse().join(''));
  const turnedRound = typed.length === 2 && Math.abs(turned - predicted_C) <= ODD_BY_C;
  return { likely_C: turnedRound ? turned : Math.round(predicted_C), turnedRound };
}

/** What is wrong with a pour, and at which of its fields; `undefined` where nothing is. */
export function pourFault(pour: PourOver): Refusal | undefined {
  const boils = boilingPoint_C(pour.elevation_m);
  if (!(pour.water_mL > 0)) return refusal(say.of('noWaterNoHeat'), 'water_mL');
  if (pour.water_mL > MOST_WATER_ML) return refusal(say.of('tooMuchWater'), 'water_mL');
  if (!(pour.vessel_g > 0)) return refusal(say.of('weighTheVessel'), 'vessel_g');
  if (!(pour.seed_g >= 0)) return refusal(say.of('massCannotNegative'), 'seed_g');
  if (!(pour.pour_C > 0)) return refusal(say.of('waterIsNotFrozen'), 'pour_C');
  if (pour.pour_C > boils + 0.05) return refusal(say.of('cannotPourHotter', { boils: Math.round(boils * 10) / 10 }), 'pour_C');
  if (pour.pour_C <= pour.air_C) return refusal(say.of('noWarmerThanAir'), 'pour_C');
  return undefined;
}
