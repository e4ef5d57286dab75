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
  if (!(water_C >= 0)) return refusal(say.of('pouredWaterNotFrozenUnit'), 'water_C');
  return water_C > boils + THERMOMETER_OFF_C
    ? refusal(say.of('waterBoilsCHereCannot', { boils: Math.round(boils * 10) / 10 }), 'water_C')
    : undefined;
}

/** What is wrong with a pour, and at which of its fields; `undefined` where nothing is. */
export function pourFault(pour: PourOver): Refusal | undefined {
  const boils = boilingPoint_C(pour.elevation_m);
  if (!(pour.water_mL > 0)) return refusal(say.of('withoutWaterThereNoHeat'), 'water_mL');
  if (pour.water_mL > MOST_WATER_ML) return refusal(say.of('moreThan100LUnit'), 'water_mL');
  if (!(pour.vessel_g > 0)) return refusal(say.of('weighEmptyVesselTakesShare'), 'vessel_g');
  if (!(pour.seed_g >= 0)) return refusal(say.of('massCannotNegative'), 'seed_g');
  if (!(pour.pour_C > 0)) return refusal(say.of('pouredWaterNotFrozenUnit'), 'pour_C');
  if (pour.pour_C > boils + 0.05) return refusal(say.of('waterBoilsCannotPourHotter', { boils: Math.round(boils * 10) / 10 }), 'pour_C');
  if (pour.pour_C <= pour.air_C) return refusal(say.of('noWarmerThanAirWould'), 'pour_C');
  return undefined;
}
