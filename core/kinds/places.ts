import type { Place, PlaceKind } from '@chill/model/place.ts';
import type { StageKind } from '@chill/model/stage.ts';

/** Kinds of place that serve each stage, best first. */
const SERVES: Record<StageKind, PlaceKind[]> = {
  dryStore: ['drawer', 'shelf', 'bench'],
  clean: ['bench'],
  soak: ['bench', 'shelf'],
  openCoat: ['bench'],
  hotWater: ['bench'],
  disinfect: ['bench'],
  smoke: ['bench', 'outdoors'],
  warmMoist: ['shelf', 'bench', 'mat'],
  coldMoist: ['fridge'],
  coldDry: ['fridge'],
  freezerTurns: ['freezer'],
  outdoorWinter: ['outdoors'],
  flood: ['mat', 'bench', 'outdoors'],
  warmTowel: ['mat', 'shelf', 'bench'],
  pot: ['bench', 'shelf', 'outdoors'],
};

/** Temperatures assumed where the nursery has no place for a stage, °C. */
export const ASSUMED_C: Record<StageKind, number> = {
  dryStore: 18,
  clean: 18,
  soak: 18,
  openCoat: 18,
  hotWater: 18,
  disinfect: 18,
  smoke: 18,
  warmMoist: 20,
  coldMoist: 4,
  coldDry: 4,
  freezerTurns: -18,
  outdoorWinter: 2,
  flood: 15,
  warmTowel: 21,
  pot: 18,
};

/** The places that serve a stage, the fittest first, in the grower's walking order among equals. */
export function placesFor<P extends Place>(kind: StageKind, places: readonly P[]): P[] {
  return SERVES[kind].flatMap((wanted) => places.filter((place) => place.kind === wanted).sort((a, b) => a.order - b.order));
}

/** What nearly everyone has, put in at the first run and changed under Places. Capacities are guesses. */
const STARTING: Omit<Place, 'id'>[] = [
  { name: 'Fridge', kind: 'fridge', nominal_C: 4, capacity: 20, order: 1 },
  { name: 'Freezer', kind: 'freezer', nominal_C: -18, capacity: 6, order: 2 },
  { name: 'Heat mat', kind: 'mat', nominal_C: 21, capacity: 8, order: 3 },
  { name: 'Bench', kind: 'bench', nominal_C: 18, capacity: 40, order: 4 },
  { name: 'Outdoors, under wire', kind: 'outdoors', nominal_C: 4, capacity: 20, order: 5 },
];

/** The places of a nursery that has just begun; `newId` makes their ids. */
export function startingPlaces(newId: () => string): Place[] {
  return STARTING.map((place) => ({ id: newId(), ...place }));
}
