import type { Sowing } from '@chill/model/container.ts';
import type { Place, RoomUnit } from '@chill/model/place.ts';
import type { SeedForm } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import { say } from '@chill/words/methods.ts';
import { pieceOf } from '../kinds/media.ts';
import { traysOfPlants } from '../mix/containers.ts';
import { TUB_ML, unitsFor } from '../mix/laying.ts';

/** What a folded towel in its bag, an envelope, and a tray take up, L. Assumptions. */
const TOWEL_L = 0.5;
const ENVELOPE_L = 0.1;
const TRAY_L = 6;

/** Room that seeds in a medium take up, in what the place counts: pieces, or litres. */
export function roomOf(seeds: number, medium: Medium, seed: SeedForm, room: RoomUnit = 'bags', sowing?: Sowing): number {
  const pieces = unitsFor(seeds, medium, seed, sowing);
  if (room !== 'litres') return pieces;
  switch (pieceOf(medium)) {
    case 'towel':
      return pieces * TOWEL_L;
    case 'tub':
      return (pieces * TUB_ML) / 1000;
    case 'tray':
      return pieces * TRAY_L;
    case 'envelope':
      return pieces * ENVELOPE_L;
  }
}

/** Room that plants in pots take up, in what the place counts: each stands in a container of its own. */
export function roomOfPlants(plants: number, seed: SeedForm, room: RoomUnit = 'bags'): number {
  return traysOfPlants(plants, seed) * (room === 'litres' ? TRAY_L : 1);
}

const UNIT_NAMES = { bags: 'bags', towels: 'towels', trays: 'trays', litres: 'litres' } as const satisfies Record<RoomUnit, string>;

/** What a place counts in, as it is called: "bags", "litres". */
export const roomUnitName = (unit: RoomUnit): string => say(UNIT_NAMES[unit]);

/** Room as it is told: pieces whole, litres to a tenth. */
export function roundRoom(room: number): number {
  return Math.round(room * 10) / 10;
}

/** "12 of 30 bags". */
export function describeRoom(taken: number, { capacity, room = 'bags' }: Pick<Place, 'capacity' | 'room'>): string {
  return say('of', { roundRoom: roundRoom(taken), capacity, room: roomUnitName(room) });
}
