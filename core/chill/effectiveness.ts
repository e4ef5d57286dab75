import type { Species, TemperatureResponse } from '@chill/model/species.ts';

/**
 * Moist cold works from about 0 to 10 °C, best from just above freezing to 5 °C, and stops below freezing.
 * Sources: Stokes 1965 (Encyclopedia of Plant Physiology XV/2); Nikolaeva 1969; Baskin & Baskin 2014 (Seeds, 2nd ed.).
 */
export const COLD_RESPONSE: TemperatureResponse = { zeroBelow_C: -2, fullFrom_C: 1, fullTo_C: 5, zeroAbove_C: 10 };

/** Moist warmth before cold works at room temperature. Assumption in the same form (science: 12, 18, 25, 30 °C). */
export const WARM_RESPONSE: TemperatureResponse = { zeroBelow_C: 12, fullFrom_C: 18, fullTo_C: 25, zeroAbove_C: 30 };

/** Dry after-ripening goes on in any warm dry drawer and hardly at all in the cold. Assumption in the same form. */
export const RIPENING_RESPONSE: TemperatureResponse = { zeroBelow_C: 3, fullFrom_C: 15, fullTo_C: 40, zeroAbove_C: 60 };

/**
 * How much an hour (or a day) at `temperature_C` counts for an imbibed seed, 0 to 1: a trapezoid.
 * Dry seed earns nothing, whatever this says.
 */
export function effectiveness(temperature_C: number, response: TemperatureResponse = COLD_RESPONSE): number {
  const { zeroBelow_C, fullFrom_C, fullTo_C, zeroAbove_C } = response;
  if (temperature_C <= zeroBelow_C || temperature_C >= zeroAbove_C) return 0;
  if (temperature_C < fullFrom_C) return (temperature_C - zeroBelow_C) / (fullFrom_C - zeroBelow_C);
  if (temperature_C <= fullTo_C) return 1;
  return (zeroAbove_C - temperature_C) / (zeroAbove_C - fullTo_C);
}

/** What cold counts for a species: its own response where the handbook gives one. */
export function coldResponseOf({ cold }: Pick<Species, 'cold'>): TemperatureResponse {
  return (cold.need !== 'none' && cold.response) || COLD_RESPONSE;
}
