import type { Pour, VesselKind, VesselMaterial } from '@chill/model/treatment.ts';
import { say } from '@chill/words/heat.ts';
import { boilingPoint_C } from './boiling.ts';

/** Specific heats, kJ/(kg·K). Seed: dry, a mean of starchy and oily kinds. Assumption for single species. */
export const HEAT_WATER = 4.186;
export const HEAT_SEED = 1.9;

/** What a vessel is made of, kJ/(kg·K). */
export const HEAT_VESSEL: Record<VesselMaterial, number> = { glass: 0.84, steel: 0.5, ceramic: 0.85, plastic: 1.7 };

/** How fast each kind of vessel loses heat to the air, per minute (Newton). Assumption, unless two readings say otherwise. */
export const COOLING_PER_MINUTE: Record<VesselKind, number> = { bowl: 0.03, mug: 0.022, lidded: 0.015, flask: 0.002 };

/** What each kind of vessel usually holds, mL. Assumption. */
export const VESSEL_HOLDS_ML: Record<VesselKind, number> = { bowl: 2000, mug: 300, lidded: 1000, flask: 1000 };
/** A vessel rinsed with boiling water and emptied, and seed straight from the fridge, °C. Assumptions. */
export const WARMED_VESSEL_C = 70;
export const FRIDGE_SEED_C = 4;

/** Where a species says nothing else, heat counts above this, °C. */
export const DOSE_ABOVE_C = 70;

/** What is poured onto what, before a dose is asked of it. */
export type PourOver = Omit<Pour, 'above_C' | 'minutes'>;

/** A thermometer's reading, minutes after the pour. */
export interface Reading {
  minute: number;
  water_C: number;
}

/** How the water cools: from `start_C` at `from_minute` towards the air. */
export interface Cooling {
  start_C: number;
  from_minute: number;
  air_C: number;
  perMinute: number;
}

/** What seed and vessel hold of heat together, J/°C, and the temperature, °C, that they begin at between them; the air's where nothing else is said. */
export function restOf({
  seed_g,
  vessel_g,
  material,
  air_C,
  seed_C = air_C,
  vessel_C = air_C,
}: Omit<PourOver, 'water_mL' | 'pour_C' | 'kind' | 'elevation_m'>): {
  holds: number;
  at_C: number;
} {
  const [seed, vessel] = [seed_g * HEAT_SEED, vessel_g * HEAT_VESSEL[material]];
  const holds = seed + vessel;
  return { holds, at_C: holds > 0 ? (seed * seed_C + vessel * vessel_C) / holds : air_C };
}

/**
 * The temperature that water, seed and vessel come to at once, °C: what each holds, shared by their heat capacities.
 * @throws {RangeError} where nothing is poured onto nothing.
 */
export function mixed_C(pour: PourOver): number {
  const water = pour.water_mL * HEAT_WATER;
  const { holds, at_C } = restOf(pour);
  if (!(water + holds > 0)) throw new RangeError('Nothing is poured onto nothing: there is no temperature.');
  return (water * pour.pour_C + holds * at_C) / (water + holds);
}

/** How a pour cools, before anyone has measured. */
export function coolingOf(pour: PourOver): Cooling {
  return { start_C: mixed_C(pour), from_minute: 0, air_C: pour.air_C, perMinute: COOLING_PER_MINUTE[pour.kind] };
}

/** The water's temperature, °C, at a minute after the pour. */
export function waterAt(minute: number, { start_C, from_minute, air_C, perMinute }: Cooling): number {
  return air_C + (start_C - air_C) * Math.exp(-perMinute * (minute - from_minute));
}

/**
 * The cooling corrected by readings: through the last one, at the rate that the readings give once there are two that fall apart, otherwise at the
 * vessel's own. Readings at or below the air, or out of order, are left out: they tell of something else.
 */
export function corrected(cooling: Cooling, readings: readonly Reading[]): Cooling {
  const useful = readings.filter(({ water_C }) => water_C > cooling.air_C).sort((a, b) => a.minute - b.minute);
  const last = useful.at(-1);
  if (!last) return cooling;
  const first = useful[0] as Reading;
  // Seconds apart, a tenth of a degree on the thermometer is any rate at all.
  const fell = last.minute - first.minute >= LEAST_APART_MIN && last.water_C < first.water_C;
  const rate = Math.log((first.water_C - cooling.air_C) / (last.water_C - cooling.air_C)) / (last.minute - first.minute);
  const fitted = fell && Math.min(FASTEST_PER_MINUTE, rate);
  return { ...cooling, start_C: last.water_C, from_minute: last.minute, ...(fitted && { perMinute: fitted }) };
}

/** Readings closer together than this say nothing of how fast it cools, minutes; and no vessel of water cools faster than this, per minute. */
const LEAST_APART_MIN = 2;
const FASTEST_PER_MINUTE = 0.2;

/** Minutes, from the pour, until the water has fallen to `above_C`; Infinity where the air is as warm, 0 where it never was above. */
export function minutesAbove(above_C: number, cooling: Cooling): number {
  const { start_C, from_minute, air_C, perMinute } = cooling;
  if (above_C <= air_C) return Number.POSITIVE_INFINITY;
  if (start_C <= air_C) return 0;
  if (perMinute <= 0) return start_C > above_C ? Number.POSITIVE_INFINITY : 0;
  const further = Math.log((start_C - air_C) / (above_C - air_C)) / perMinute;
  return Math.max(0, from_minute + further);
}

/** How to reach a dose here: the pour temperature for a volume, or why there is none. */
export type PourAdvice = { pour_C: number } | { unreachable: string };

/**
 * The pour temperature that keeps the water above `above_C` for `minutes`, with the volume and vessel given. The energy balance turned round.
 */
export function pourFor(minutes: number, above_C: number, pour: Omit<PourOver, 'pour_C'>): PourAdvice {
  const { water_mL, air_C, kind, elevation_m } = pour;
  const start_C = air_C + (above_C - air_C) * Math.exp(COOLING_PER_MINUTE[kind] * minutes);
  const water = water_mL * HEAT_WATER;
  const { holds, at_C } = restOf(pour);
  const pour_C = (start_C * (water + holds) - holds * at_C) / water;
  const boils = boilingPoint_C(elevation_m);
  if (pour_C > boils) {
    return {
      unreachable: say('pourWouldBeTooHot', { pour: pour_C.toFixed(0), boils: Math.round(boils * 10) / 10 }),
    };
  }
  return { pour_C };
}
