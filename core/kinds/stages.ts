import type { TimedStep } from '@chill/model/event.ts';
import type { PlaceKind } from '@chill/model/place.ts';
import type { TemperatureResponse } from '@chill/model/species.ts';
import type { Medium, Stage, StageKind } from '@chill/model/stage.ts';
import type { Term } from '@chill/words/terms.ts';
import { COLD_RESPONSE, RIPENING_RESPONSE, WARM_RESPONSE } from './responses.ts';

/** What is done at the bench in a stage, act by act: the hands' time, minutes, or that of opening seed by seed; and the timer that it waits for. */
export interface BenchAct {
  act: 'clean' | 'openCoats' | 'startSoak' | 'kettle' | 'pour' | 'intoBath' | 'rinse' | 'startSmoke';
  hands_min: number | 'seedBySeed';
  waitsFor?: TimedStep;
}

/** What a check asks besides what was lost: whether it is damp, whether it is dry, how many are up, how the pots do. */
export type CheckKind = 'damp' | 'dry' | 'sprouts' | 'pots';

/** Everything that Chill decides by the kind of a stage, besides its words, and what a batch does there on the screen. */
export interface StageFacts {
  /** The term of the field that explains it; where growers need none, none. */
  term: Term | undefined;
  /** The station at which a batch in it is found. */
  station: 'treat' | 'cold' | 'warm' | 'pots';
  /** How it goes: over in a day or two at the bench; frozen and thawed by turns; lying and waiting; sprouting; growing on in its pot. */
  course: 'bench' | 'turns' | 'waits' | 'sprouts' | 'grows';
  /** Whether the seed is kept dry, damp, or under water; handled where it is none of these for long. */
  water: 'dry' | 'damp' | 'soaking' | 'handled';
  /** What waiting in it counts towards, and how much an hour counts by its temperature; outdoors both seasons do, each by its own. */
  earns?: 'ripening' | 'warmth' | 'cold' | 'winter';
  response?: TemperatureResponse;
  /** Kinds of place that serve it, the fittest first. */
  places: readonly [PlaceKind, ...PlaceKind[]];
  /** Taken where the nursery has no such place, °C. Seed that sprouts is given what its species likes instead. */
  assumed_C: number;
  /** Whether it wants cold or warmth of its place at all. */
  suits?: 'cold' | 'warm';
  /** Drawn as this whatever its place has, since it is what is done to the seed. */
  zone?: 'hot' | 'warm' | 'frozen';
  /** What the seed lies in where nobody says otherwise, and whether one may choose. */
  medium: { usual: Medium; chosen: boolean };
  /** Whether it is packed at the bench before it lies there. */
  packed: boolean;
  check: CheckKind;
  /** What is done there is a dose, counted or measured: recorded at the bench, and not claimed with one tap. */
  dosed?: true;
  /** The timer that starts with it. */
  timer?: TimedStep;
  /** Days that it takes at the bench where nothing says otherwise, an overnight soak running into the next day; and the acts. */
  bench?: { days: number; acts: readonly BenchAct[] };
}

const BENCH = {
  station: 'treat',
  course: 'bench',
  places: ['bench'],
  assumed_C: 18,
  medium: { usual: 'towel', chosen: false },
  packed: false,
  check: 'damp',
} as const;
const FRIDGE = {
  station: 'cold',
  course: 'waits',
  earns: 'cold',
  response: COLD_RESPONSE,
  places: ['fridge'],
  assumed_C: 4,
  suits: 'cold',
} as const;

/** The one table of stages. A kind that is new to the model is new here, and nothing else of core need be told of it. */
export const STAGES: Record<StageKind, StageFacts> = {
  dryStore: {
    term: 'afterRipening',
    station: 'treat',
    course: 'waits',
    water: 'dry',
    earns: 'ripening',
    response: RIPENING_RESPONSE,
    places: ['drawer', 'shelf', 'bench'],
    assumed_C: 18,
    medium: { usual: 'envelope', chosen: false },
    packed: false,
    check: 'dry',
  },
  clean: { term: undefined, ...BENCH, water: 'handled', bench: { days: 0, acts: [{ act: 'clean', hands_min: 5 }] } },
  soak: {
    term: 'imbibition',
    ...BENCH,
    water: 'soaking',
    places: ['bench', 'shelf'],
    timer: 'soak',
    bench: { days: 1, acts: [{ act: 'startSoak', hands_min: 2, waitsFor: 'soak' }] },
  },
  openCoat: {
    term: 'scarification',
    ...BENCH,
    water: 'handled',
    dosed: true,
    bench: { days: 0, acts: [{ act: 'openCoats', hands_min: 'seedBySeed' }] },
  },
  hotWater: {
    term: 'hotWaterSoak',
    ...BENCH,
    water: 'soaking',
    dosed: true,
    zone: 'hot',
    bench: {
      days: 1,
      acts: [
        { act: 'kettle', hands_min: 1, waitsFor: 'kettle' },
        { act: 'pour', hands_min: 2, waitsFor: 'hotSoak' },
      ],
    },
  },
  disinfect: {
    term: undefined,
    ...BENCH,
    water: 'handled',
    dosed: true,
    bench: {
      days: 0,
      acts: [
        { act: 'intoBath', hands_min: 3, waitsFor: 'bath' },
        { act: 'rinse', hands_min: 2 },
      ],
    },
  },
  smoke: {
    term: 'smokeWater',
    ...BENCH,
    water: 'handled',
    places: ['bench', 'outdoors'],
    timer: 'smoke',
    bench: { days: 1, acts: [{ act: 'startSmoke', hands_min: 3, waitsFor: 'smoke' }] },
  },
  warmMoist: {
    term: 'warmStratification',
    station: 'warm',
    course: 'waits',
    water: 'damp',
    earns: 'warmth',
    response: WARM_RESPONSE,
    places: ['shelf', 'bench', 'mat'],
    assumed_C: 20,
    suits: 'warm',
    zone: 'warm',
    medium: { usual: 'sand', chosen: true },
    packed: true,
    check: 'damp',
  },
  coldMoist: {
    term: 'coldStratification',
    ...FRIDGE,
    water: 'damp',
    medium: { usual: 'towel', chosen: true },
    packed: true,
    check: 'damp',
  },
  coldDry: { term: undefined, ...FRIDGE, water: 'dry', medium: { usual: 'envelope', chosen: true }, packed: false, check: 'dry' },
  freezerTurns: {
    term: 'freezeThaw',
    station: 'cold',
    course: 'turns',
    water: 'handled',
    places: ['freezer'],
    assumed_C: -18,
    zone: 'frozen',
    medium: { usual: 'towel', chosen: false },
    packed: false,
    check: 'damp',
  },
  outdoorWinter: {
    term: undefined,
    station: 'cold',
    course: 'waits',
    water: 'damp',
    earns: 'winter',
    places: ['outdoors'],
    assumed_C: 2,
    medium: { usual: 'outdoorFlat', chosen: true },
    packed: false,
    check: 'damp',
  },
  flood: {
    term: undefined,
    station: 'warm',
    course: 'sprouts',
    water: 'damp',
    places: ['mat', 'bench', 'outdoors'],
    assumed_C: 15,
    medium: { usual: 'ownPot', chosen: true },
    packed: true,
    check: 'sprouts',
  },
  warmTowel: {
    term: undefined,
    station: 'warm',
    course: 'sprouts',
    water: 'damp',
    places: ['mat', 'shelf', 'bench'],
    assumed_C: 21,
    suits: 'warm',
    zone: 'warm',
    medium: { usual: 'towel', chosen: false },
    packed: true,
    check: 'sprouts',
  },
  pot: {
    term: undefined,
    station: 'pots',
    course: 'grows',
    water: 'damp',
    places: ['bench', 'shelf', 'outdoors'],
    assumed_C: 18,
    suits: 'warm',
    medium: { usual: 'ownPot', chosen: false },
    packed: false,
    check: 'pots',
  },
};

/** Whether the table says so of a stage; of none it says nothing. */
export function isStage(kind: StageKind | undefined, which: (facts: StageFacts) => boolean): boolean {
  return kind !== undefined && which(STAGES[kind]);
}

/** Over in a day or two at the bench, with nothing to look at on the way. */
export function atBench(kind: StageKind | undefined): boolean {
  return isStage(kind, ({ course }) => course === 'bench');
}

/** Whether the bench has a screen for it as long as it goes: its treatments, and the turns between freezer and fridge. */
export function staysAtBench(kind: StageKind | undefined): boolean {
  return isStage(kind, ({ course }) => course === 'bench' || course === 'turns');
}

/** Whether the seed lies dry in it. */
export function keptDry(kind: StageKind | undefined): boolean {
  return isStage(kind, ({ water }) => water === 'dry');
}

/** Whether it counts towards the cold that a seed needs: in the fridge, or outdoors. */
export function chills(kind: StageKind | undefined): boolean {
  return isStage(kind, ({ earns }) => earns === 'cold' || earns === 'winter');
}

/** What the seed of a stage lies in: as its method says, or as is usual there. */
export function mediumOf({ kind, medium }: Pick<Stage, 'kind' | 'medium'>): Medium {
  return medium ?? STAGES[kind].medium.usual;
}
