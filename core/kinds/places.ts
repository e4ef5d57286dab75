import type { Place } from '@chill/model/place.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { STAGES } from './stages.ts';

/** The places that serve a stage, the fittest first, in the grower's walking order among equals. */
export function placesFor<P extends Place>(kind: StageKind, places: readonly P[]): P[] {
  return STAGES[kind].places.flatMap((wanted) => places.filter((place) => place.kind === wanted).sort((a, b) => a.order - b.order));
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
