import type { TimedStep } from '@chill/model/event.ts';
import type { PlaceKind } from '@chill/model/place.ts';
import type { Species, TemperatureResponse } from '@chill/model/species.ts';
import type { Medium, StageKind } from '@chill/model/stage.ts';
import type { Sentence } from '@chill/words/subject.ts';
import type { Term } from '@chill/words/terms.ts';
import { COLD_RESPONSE } from '../responses.ts';

/** What is said of a stage: its name; what beginning it is called, and how it is done; what is done at its end; the caution that belongs there, if any. */
export interface StageWords {
  name: Sentence;
  begin: Sentence;
  hint: Sentence;
  /** Said in its place of seed whose floaters are hollow. */
  hintForSinkers?: Sentence;
  /** What is done with the seed when the stage ends. */
  end: 'takeOut' | 'drain' | 'done';
  caution?: Sentence;
  /** The caution where the seed is poisonous, irritant or unknown, besides those of its species. */
  cautionOfPoison?: Sentence;
}

/** What is done at the bench in a stage, act by act: the hands' time, minutes, or that of opening seed by seed; and the timer that it waits for. */
export interface BenchAct {
  act: 'clean' | 'openCoats' | 'startSoak' | 'kettle' | 'pour' | 'intoBath' | 'rinse' | 'startSmoke';
  hands_min: number | 'seedBySeed';
  waitsFor?: TimedStep;
}

/** The ways in which a hard coat is opened. */
export type CoatOpening = Extract<StageKind, keyof NonNullable<Species['hardCoat']>>;

/** What a check asks besides what was lost: whether it is damp, whether it is dry, how many are up, how the pots do. */
export type CheckKind = 'damp' | 'dry' | 'sprouts' | 'pots';

/** Everything that Chill decides by the kind of a stage, besides what a batch does there on the screen. */
export interface StageFacts {
  words: StageWords;
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
  /** How it opens a hard coat, where it does: what a species says of its coat under this name. */
  opens?: CoatOpening;
  /** The timer that starts with it. */
  timer?: TimedStep;
  /** Days that it takes at the bench where nothing says otherwise, an overnight soak running into the next day; and the acts. */
  bench?: { days: number; acts: readonly BenchAct[] };
}

/** What all stages at the bench share. */
export const BENCH = {
  station: 'treat',
  course: 'bench',
  places: ['bench'],
  assumed_C: 18,
  medium: { usual: 'towel', chosen: false },
  packed: false,
  check: 'damp',
} as const;
/** What stages in the fridge share. */
export const FRIDGE = {
  station: 'cold',
  course: 'waits',
  earns: 'cold',
  response: COLD_RESPONSE,
  places: ['fridge'],
  assumed_C: 4,
  suits: 'cold',
} as const;
