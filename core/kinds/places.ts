import type { Place, PlaceKind } from '@chill/model/place.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/kinds.ts';
import { wordedRows } from '@chill/words/tables.ts';
import { COLD_RESPONSE } from './responses.ts';
import { STAGES } from './stages.ts';

/** Everything that Chill decides by the kind of a place, besides the stages that lie there (they name their places). */
export interface PlaceFacts {
  name: string;
  /** How it is drawn: closed like a box, open like a shelf, or under wire. */
  drawn: 'box' | 'open' | 'wire';
  /** Whether it has the weather, and no temperature of its own. */
  weather: boolean;
  /** What such places have at the outside, °C: beyond it a figure is asked about, not refused. Assumption. */
  usual_C: { from: number; to: number };
  /** Between which temperatures a cold place should stay, °C; outside of them is told as a spell. Other kinds go as they go. */
  shouldStay?: { above_C: number; below_C: number };
  /** What happens to what lies there once it is too warm. */
  tooWarm: 'thaws' | 'noCold';
  /** Whether its chart shows where cold counts even while nothing is in it. */
  forCold: boolean;
}

const INDOORS = { drawn: 'open', weather: false, tooWarm: 'noCold', forCold: false } as const;
/** Seed in a freezer may begin to thaw above this, °C: food thaws, and brine with it, well before ice does. Assumption. */
const THAWS_ABOVE_C = -5;

/** The one table of places. */
export const PLACES: Record<PlaceKind, PlaceFacts> = wordedRows(say, ['name'], {
  drawer: { ...INDOORS, usual_C: { from: -5, to: 32 }, name: 'dryStore' },
  fridge: {
    ...INDOORS,
    name: 'fridge',
    drawn: 'box',
    usual_C: { from: -4, to: 14 },
    shouldStay: { above_C: COLD_RESPONSE.zeroBelow_C, below_C: COLD_RESPONSE.zeroAbove_C },
    forCold: true,
  },
  freezer: {
    ...INDOORS,
    name: 'freezer',
    drawn: 'box',
    usual_C: { from: -40, to: 0 },
    shouldStay: { above_C: Number.NEGATIVE_INFINITY, below_C: THAWS_ABOVE_C },
    tooWarm: 'thaws',
  },
  mat: { ...INDOORS, usual_C: { from: 10, to: 40 }, name: 'heatMat' },
  bench: { ...INDOORS, usual_C: { from: -5, to: 40 }, name: 'bench' },
  shelf: { ...INDOORS, usual_C: { from: 0, to: 40 }, name: 'warmShelf' },
  outdoors: { ...INDOORS, usual_C: { from: -45, to: 48 }, name: 'outdoors', drawn: 'wire', weather: true },
});

/**
 * What is odd about a temperature, °C, said of such a place; `undefined` where nothing is. Often it was typed in the other unit: then that is offered.
 * `show` says a temperature as the nursery does.
 */
export function oddTemperature(kind: PlaceKind, celsius: number, show: (celsius: number) => string): string | undefined {
  const { name, usual_C } = PLACES[kind];
  const usual = (value: number) => value >= usual_C.from && value <= usual_C.to;
  if (usual(celsius)) return undefined;
  const [asFahrenheit, asCelsius] = [((celsius - 32) * 5) / 9, (celsius * 9) / 5 + 32];
  const facts = { place: name.toLowerCase(), typed: show(celsius), from: show(usual_C.from), to: show(usual_C.to) };
  if (usual(asFahrenheit)) return say('oddPerhapsFahrenheit', { ...facts, figure: Math.round(celsius), meant: show(asFahrenheit) });
  if (usual(asCelsius)) return say('oddPerhapsCelsius', { ...facts, meant: show(asCelsius) });
  return say('oddTemperature', facts);
}

/** Whether a nursery has a place outdoors. */
export const hasOutdoors = (places: readonly Pick<Place, 'kind'>[]): boolean => places.some(({ kind }) => PLACES[kind].weather);

/** The places that serve a stage, the fittest first, in the grower's walking order among equals. */
export function placesFor<P extends Place>(kind: StageKind, places: readonly P[]): P[] {
  return STAGES[kind].places.flatMap((wanted) => places.filter((place) => place.kind === wanted).sort((a, b) => a.order - b.order));
}

/** What nearly everyone has, put in at the first run and changed under Places. Capacities are guesses. */
const STARTING: Omit<Place, 'id'>[] = wordedRows(
  say,
  ['name'],
  [
    {
      name: 'fridgePlace',
      kind: 'fridge',
      nominal_C: 4,
      capacity: 20,
      order: 1,
    },
    {
      name: 'freezerPlace',
      kind: 'freezer',
      nominal_C: -18,
      capacity: 6,
      order: 2,
    },
    {
      name: 'heatMatPlace',
      kind: 'mat',
      nominal_C: 21,
      capacity: 8,
      order: 3,
    },
    {
      name: 'benchPlace',
      kind: 'bench',
      nominal_C: 18,
      capacity: 40,
      order: 4,
    },
    {
      name: 'outdoorsUnderWire',
      kind: 'outdoors',
      nominal_C: 4,
      capacity: 20,
      order: 5,
    },
  ],
);

/** The places of a nursery that has just begun; `newId` makes their ids. */
export function startingPlaces(newId: () => string): Place[] {
  return STARTING.map((place) => ({ id: newId(), ...place }));
}
