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
  onShelf,
  standsAbove_mm,
  usualContainer,
} from '../mix/containers.ts';
import { TOWEL_MM2, TUB_ML, unitsFor } from '../mix/laying.ts';

/** A bag of medium takes up this much, L. */
const BAG_L = TUB_ML / 1000;
/** What a folded towel in its bag, a bag or tub of medium, and an envelope take up, L. Assumptions. */
const LITRES = { towel: 0.5, tub: BAG_L, envelope: 0.1 };

/** Of a place, what room in it is counted by. */
export type RoomIn = Pick<Place, 'room' | 'shelf' | 'capacity'>;

/** Room that seeds in a medium take up, in what the place counts: pieces, or litres; what is sown by its footprint and height. */
export function roomOf(seeds: number, medium: Medium, seed: SeedForm, place: RoomIn, sowing?: Sowing): number {
  const { room = 'bags' } = place;
  if (seeds === 0 || (sowing && inGround(sowing))) return 0;
  if (sowing) return roomOfContainers(containersFor(seeds, sowing).containers, containerOf(sowing), place);
  const pieces = unitsFor(seeds, medium, seed);
  const piece = pieceOf(medium);
  if (piece === 'tray') return roomOfContainers(pieces, CONTAINERS.flat, place);
  return pieces * (room === 'litres' ? LITRES[piece] : 1);
}

/**
 * Room that so many containers take: on measured shelves by what fits there; elsewhere by the trays they stand in, the towels that would lie there, or their
 * litres.
 */
function roomOfContainers(containers: number, facts: ContainerFacts, { room = 'bags', shelf, capacity }: RoomIn): number {
  if (shelf) return roomOnShelves(containers, facts, { shelf, capacity });
  switch (room) {
    case 'trays':
      return Math.ceil(containers / facts.perTray);
    case 'towels':
      return roundRoom((standing(containers, facts) * mm2Of(facts)) / TOWEL_MM2);
    case 'bags':
      return roundRoom(litresOf(containers, facts) / BAG_L);
    case 'litres':
      return litresOf(containers, facts);
  }
}

/** Floor that one container stands on, mm²: a cell on its part of the tray. */
function mm2Of(facts: ContainerFacts): number {
  const { top_mm, whole } = onShelf(facts);
  return (top_mm[0] * top_mm[1]) / (whole ? facts.perTray : 1);
}

/** Room that so many containers take with what is left free above them, L. */
const litresOf = (containers: number, facts: ContainerFacts) =>
  (standing(containers, facts) * mm2Of(facts) * standsAbove_mm(facts.depth_mm)) / 1e6;

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
export const roomOfPlants = (plants: number, seed: SeedForm, place: RoomIn): number =>
  plants > 0 ? roomOfContainers(plants, CONTAINERS[usualContainer(seed)], place) : 0;

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
