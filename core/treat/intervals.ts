import type { Medium } from '@chill/model/stage.ts';
import { checksIn } from '../kinds/media.ts';
import { ROT_LAW } from '../rot/hazard.ts';

/** Looks come closer together where it is warmer, as rot quickens; never closer than this, nor further apart than at 4 °C. Days. */
const CLOSEST_DAYS = 2;

/** How often to look at seed that lies at a temperature, °C, by what it lies in. */
export function checkEvery(medium: Medium, temperature_C: number): { usual: number; longest: number } {
  const quicker = Math.max(1, ROT_LAW.at(temperature_C));
  const { usual, longest } = checksIn(medium);
  const of = (days: number) => Math.max(CLOSEST_DAYS, Math.round(days / quicker));
  // Up to 6 °C a fridge is a fridge.
  return temperature_C <= COLD_ENOUGH_C ? { usual, longest } : { usual: of(usual), longest: Math.max(of(usual) + 1, of(longest)) };
}
const COLD_ENOUGH_C = 6;

/** Once a root has shown in the cold, or mould has, the rest is looked at this often. Days. */
export const AFTER_A_ROOT_DAYS = 3;
export const AFTER_MOULD_DAYS = 4;

/** Pots are walked past this often once their seeds are up. Days. */
export const POTS_EVERY_DAYS = 7;

/** Up to this many days to half of the sprouts, a warm towel wants a check every day; slower ones every other. */
export const FAST_SPROUTER_DAYS = 8;
