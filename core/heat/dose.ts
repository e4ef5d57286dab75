import type { Species } from '@chill/model/species.ts';
import type { VesselKind } from '@chill/model/treatment.ts';
import {
  COOLING_PER_MINUTE,
  type Cooling,
  DOSE_ABOVE_C,
  HEAT_WATER,
  minutesAbove,
  type PourOver,
  restOf,
  VESSEL_HOLDS_ML,
} from './pourOver.ts';

/** Minutes above the threshold that are wanted where a species says nothing else. Assumption. */
export const DOSE_MINUTES = 5;
/** Several times the seed's volume: this many. The trade's rule. */
const TIMES_SEED_VOLUME = 5;
/** Less water than this cools before it has done anything, mL. */
const LEAST_WATER_ML = 150;

/** The heat that a species' coat asks for. */
export interface HeatDose {
  above_C: number;
  minutes: number;
  /** True where the species says nothing of its own. */
  assumed: boolean;
}

/** Minutes above a temperature that open this species' coat. */
export function hotDoseOf({ hardCoat }: Pick<Species, 'hardCoat'>): HeatDose {
  return hardCoat?.hotDose ? { ...hardCoat.hotDose, assumed: false } : { above_C: DOSE_ABOVE_C, minutes: DOSE_MINUTES, assumed: true };
}

/** Water to pour over seed of a bulk volume, mL: five times as much, and never less than a small cup. */
export function pourVolume_mL(seed_mL: number): number {
  return Math.max(LEAST_WATER_ML, Math.ceil((TIMES_SEED_VOLUME * seed_mL) / 10) * 10);
}

/** Volume and pour are advised for this many times the dose, so that a cold cup or a slow hand does not spoil it. Assumption. */
export const TO_SPARE = 1.25;

/** A vessel is full at this part of what it holds. */
const FULL = 0.95;
/** More water than this nobody boils for seed, mL. */
const MOST_WATER_ML = 3000;

/**
 * Water to pour for a dose, mL: what covers the seed several times over, or more where the vessel and the seed would cool less of it too far; with a quarter to spare. The
 * energy balance turned round, for water poured `pour_C` hot. `undefined` where no reasonable volume keeps the heat in this vessel.
 */
export function waterFor_mL(
  { above_C, minutes }: Pick<HeatDose, 'above_C' | 'minutes'>,
  pour_C: number,
  vessel: Omit<PourOver, 'water_mL' | 'pour_C' | 'elevation_m'>,
  seed_mL: number,
): number | undefined {
  const { kind, air_C } = vessel;
  const start_C = air_C + (above_C - air_C) * Math.exp(COOLING_PER_MINUTE[kind] * minutes * TO_SPARE);
  if (!(pour_C > start_C)) return undefined;
  const { holds, at_C } = restOf(vessel);
  const least = (holds * (start_C - at_C)) / (HEAT_WATER * (pour_C - start_C));
  const water = Math.max(pourVolume_mL(seed_mL), Math.ceil(least / 10) * 10);
  return water <= MOST_WATER_ML ? water : undefined;
}

/** Whether water and seed fit into a vessel of that kind, with a finger's breadth to spare. */
export function fits(kind: VesselKind, water_mL: number, seed_mL: number): boolean {
  return water_mL + seed_mL <= VESSEL_HOLDS_ML[kind] * FULL;
}

/**
 * The first of some vessels that holds the water which a dose takes in it, poured `pour_C` hot, with the seed; the last of them where none does.
 * @throws {RangeError} for no vessel at all.
 */
export function firstThatFits<V extends Omit<PourOver, 'water_mL' | 'pour_C' | 'elevation_m' | 'seed_g'>>(
  vessels: readonly V[],
  dose: Pick<HeatDose, 'above_C' | 'minutes'>,
  pour_C: number,
  { seed_g, seed_mL }: { seed_g: number; seed_mL: number },
): V {
  const last = vessels.at(-1);
  if (!last) throw new RangeError('Name a vessel.');
  const found = vessels.find((vessel) => {
    const water_mL = waterFor_mL(dose, pour_C, { ...vessel, seed_g }, seed_mL);
    return water_mL !== undefined && fits(vessel.kind, water_mL, seed_mL);
  });
  return found ?? last;
}

/** The dose at a minute after the pour. */
export interface DoseReading {
  /** Minutes above the threshold up to now, and by the time the water has fallen to it. */
  soFar: number;
  total: number;
  /** `enough`: reached. `coming`: will be. `short`: it will fall below first. */
  verdict: 'enough' | 'coming' | 'short';
  /** Minutes after the pour at which it is reached; absent where it falls short. */
  reachedAt?: number;
}

/** Whether the dose is reached, will be, or can no longer be, on a cooling as predicted or as corrected by readings. */
export function readDose(cooling: Cooling, above_C: number, wanted_minutes: number, minute: number): DoseReading {
  const total = minutesAbove(above_C, cooling);
  const soFar = Math.min(Math.max(0, minute), total);
  if (total < wanted_minutes) return { soFar, total, verdict: 'short' };
  return { soFar, total, verdict: minute >= wanted_minutes ? 'enough' : 'coming', reachedAt: wanted_minutes };
}
