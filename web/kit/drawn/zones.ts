import { STAGES } from '@chill/core/kinds/stages.ts';
import type { StageKind } from '@chill/model/stage.ts';

/** The bands of temperature that everything is drawn in, the hottest first. Colour means one of these and nothing else. */
export const ZONES = ['hot', 'warm', 'cool', 'cold', 'frozen'] as const;
export type Zone = (typeof ZONES)[number];

/** The colour of each zone, as a token. */
export const ZONE_COLOUR: Record<Zone, string> = {
  hot: 'var(--color-hot)',
  warm: 'var(--color-warm)',
  cool: 'var(--color-cool)',
  cold: 'var(--color-cold)',
  frozen: 'var(--color-frozen)',
};

/** Each zone's dash as well, for eyes that do not tell the colours apart: the colder, the more broken. Empty: unbroken. */
export const ZONE_WEIGHT: Record<Zone, number> = { hot: 3.5, warm: 3, cool: 2, cold: 3, frozen: 4 };

/** The zone of a temperature in °C. */
export function zoneOf(temperature_C: number): Zone {
  if (temperature_C < -1) return 'frozen';
  if (temperature_C < 10) return 'cold';
  if (temperature_C < 20) return 'cool';
  return temperature_C < 40 ? 'warm' : 'hot';
}

/** The zone that a stage is drawn in: by what is done to the seed, otherwise by the temperature of its place. */
export function stageZone(stage: { kind: StageKind; temperature_C: number }): Zone {
  return STAGES[stage.kind].zone ?? zoneOf(stage.temperature_C);
}
