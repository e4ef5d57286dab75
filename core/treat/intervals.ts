import type { Medium } from '@chill/model/stage.ts';
import { ROT_LAW } from '../rot/hazard.ts';

/** How often to look at seed lying in the cold or the moist warmth, by what it lies in: usually, and at the longest. Days. */
export const LOOK_EVERY: Record<Medium, { usual: number; longest: number }> = {
  towel: { usual: 8, longest: 10 },
  film: { usual: 9, longest: 12 },
  vermiculite: { usual: 17, longest: 21 },
  sand: { usual: 17, longest: 21 },
  ownPot: { usual: 17, longest: 21 },
  outdoorFlat: { usual: 14, longest: 30 },
  envelope: { usual: 30, longest: 90 },
};

/** Looks come closer together where it is warmer, as rot quickens; never closer than this, nor further apart than at 4 °C. Days. */
const CLOSEST_DAYS = 2;

/** How often to look at seed that lies at a temperature, °C, by what it lies in. */
export function lookEvery(medium: Medium, temperature_C: number): { usual: number; longest: number } {
  const quicker = Math.max(1, ROT_LAW.at(temperature_C));
  const { usual, longest } = LOOK_EVERY[medium];
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

/** Up to this many days to half of the sprouts, a warm towel wants a look every day; slower ones every other. */
export const FAST_SPROUTER_DAYS = 8;

/** Hands' time for one of each, minutes; a first guess, to be learned. */
export const MINUTES: Record<
  'begin' | 'move' | 'look' | 'lift' | 'turn' | 'freshWater' | 'water' | 'refresh' | 'finish' | 'setOut',
  number
> = {
  begin: 5,
  move: 3,
  look: 2,
  lift: 4,
  turn: 1,
  freshWater: 2,
  water: 2,
  refresh: 6,
  finish: 5,
  setOut: 15,
};
