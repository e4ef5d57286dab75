import type { Species, TemperatureResponse } from '@chill/model/species.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import { chills, STAGES } from '../kinds/stages.ts';

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

/** How an hour's temperature counts for what a stage earns, by the species' own cold where it has one; `undefined` where waiting earns nothing. */
export function responseIn(kind: StageKind, species: Pick<Species, 'cold'>): TemperatureResponse | undefined {
  return chills(kind) ? coldResponseOf(species) : STAGES[kind].response;
}
