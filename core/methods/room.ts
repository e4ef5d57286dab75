import type { ContainerFacts, Sowing } from '@chill/model/container.ts';
import type { Place, RoomUnit, Shelf } from '@chill/model/place.ts';
import type { SeedForm } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import { say } from '@chill/words/methods.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { pieceOf } from '../kinds/media.ts';
import {
  CONTAINERS,
  containerOf,
  containersFor,
  fitsOnShelves,
  type Into,
  inGround,
  traysOfPlants,
  usualContainer,
} from '../mix/containers.ts';
import { TUB_ML, unitsFor } from '../mix/laying.ts';

/** What a folded towel in its bag, an envelope, and a tray take up, L. Assumptions. */
const TOWEL_L = 0.5;
const ENVELOPE_L = 0.1;
const TRAY_L = 6;

/** Of a place, what room in it is counted by. */
export type RoomIn = Pick<Place, 'room' | 'shelf' | 'capacity'>;

/** Room that seeds in a medium take up, in what the place counts: pieces, or litres; what is sown, on measured shelves, by what fits there. */
export function roomOf(seeds: number, medium: Medium, seed: SeedForm, place: RoomIn, sowing?: Sowing): number {
  const { room = 'bags', shelf } = place;
  if (seeds === 0 || (sowing && inGround(sowing))) return 0;
  if (shelf && sowing) return roomOnShelves(containersFor(seeds, sowing).containers, containerOf(sowing), { ...place, shelf });
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

/** Room that so many containers take on measured shelves, as a part of all that fits; what does not fit takes more than there is. */
function roomOnShelves(containers: number, facts: ContainerFacts, { shelf, capacity }: { shelf: Shelf; capacity: number }): number {
  const fits = fitsOnShelves(shelf, facts);
  return fits > 0 ? (capacity * standing(containers, facts)) / fits : capacity * (containers + 1);
}

/** Why what seed is sown into does not go into a place at all; `undefined` where it does, or nobody measured the shelf. */
export function tooLargeFor({ name, shelf }: Pick<Place, 'name' | 'shelf'>, sowing: Into): Sentence | undefined {
  const facts = containerOf(sowing);
  if (!shelf || inGround(sowing) || fitsOnShelves(shelf, facts) > 0) return undefined;
  const { width_mm, depth_mm, height_mm } = shelf;
  return say.of('doesNotGoIn', { container: facts.name, place: name, width: width_mm, depth: depth_mm, height: height_mm });
}

/** Cells hang together: a tray begun stands there whole. */
const standing = (containers: number, { shape, perTray }: ContainerFacts) =>
  shape === 'cells' ? Math.ceil(containers / perTray) * perTray : containers;

/** Room that plants in pots take up, in what the place counts: each stands in a container of its own. */
export function roomOfPlants(plants: number, seed: SeedForm, { room = 'bags', shelf, capacity }: RoomIn): number {
  if (shelf && plants > 0) return roomOnShelves(plants, CONTAINERS[usualContainer(seed)], { shelf, capacity });
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
