import type { Plan } from '@chill/model/batch.ts';
import type {
  DatedTending,
  LedgerEvent,
  NewEvent,
  OpeningMethod,
  SeedState,
  Tending,
  TimedStep,
  WhyAmended,
  WhyGone,
} from '@chill/model/event.ts';
import type { PlaceId, PlainDate } from '@chill/model/primitives.ts';
import type { Refusal } from '@chill/model/refusal.ts';
import type { StageKind } from '@chill/model/stage.ts';
import type { HeatPulse, SmokeDose, Swelling } from '@chill/model/treatment.ts';
import type { BatchState, Timer } from '../batchState.ts';

/** An event of a batch as it is folded; what the ledger adds to a new event makes no difference. */
export type FoldableEvent = NewEvent | LedgerEvent;

/** Events of one kind. */
export type EventOf<K extends NewEvent['kind']> = Extract<NewEvent, { kind: K }>;

/** What is needed to say what an event did. */
export interface Telling {
  stages: Plan['stages'];
  /** The batch's timers, where it is to be said how early or late one was ended. */
  timers: readonly Timer[];
  /** Names of places by their ids, and the place where it lay before, where those are known. */
  placeName?: (id: string) => string | undefined;
  cameFrom?: string | undefined;
}

/** One thing that an event did, as facts; they are put into words where they are shown. */
export type Fact =
  | { did: 'into'; stage: StageKind; from?: string; to?: string }
  | { did: 'outOf'; stage: StageKind }
  | { did: 'damp'; damp: 'dry' | 'right' | 'wet' }
  | { did: 'mould'; mould: 'none' | 'few' | 'spreading' }
  | { did: 'seeds'; to: SeedState; count: number }
  | { did: 'fresh' | 'undone' | 'split' | 'withdrawn' }
  | { did: 'elsewhere'; from?: string; to?: string }
  | { did: 'closed'; why?: WhyGone }
  | { did: 'waits'; until: PlainDate; on: PlainDate }
  | { did: 'amended'; why: WhyAmended; stages: StageKind[] }
  | { did: 'cutOpen'; cut: number; viable: number }
  | { did: 'tended'; tending: Tending }
  | { did: 'tendingMoved'; tending: DatedTending; to: PlainDate; on: PlainDate }
  | { did: 'watered'; mL: number }
  | { did: 'timer'; step: TimedStep; seconds: number }
  /** Without its timer where that is not known. */
  | { did: 'timerEnded'; timer?: Timer }
  | { did: 'opened'; count: number; method: OpeningMethod; seconds?: number }
  | { did: 'poured'; mL: number; pour_C: number }
  | { did: 'smoked'; dose: SmokeDose }
  | { did: 'heatPulsed'; pulse: HeatPulse }
  | { did: 'waterRead'; water_C: number }
  | { did: 'swelling'; swelling: Swelling }
  | { did: 'weighedDry'; grams: number }
  | { did: 'turned'; into: 'freezer' | 'fridge' }
  | { did: 'trainedStaff'; agent: 'acid' | 'growthHormone' };

/** All that the ledger knows of one kind of event. One that names a place says whether the batch lies there from then on. */
export type EventKind<K extends NewEvent['kind']> = Known<K> & (EventOf<K> extends { placeId: PlaceId } ? { laysDown: boolean } : unknown);

interface Known<K extends NewEvent['kind']> {
  /** Hands' time that an entry of it stands for; 0 where the time is counted with another, or nobody's hands were at it. */
  minutes: number;
  /**
   * What it makes of a batch's state.
   * @throws {LedgerError} where it cannot have happened after those before it.
   */
  apply(state: BatchState, event: EventOf<K>, planned: Plan['stages']): void;
  /** What it did, for its line in the history. */
  facts(event: EventOf<K>, telling: Telling): Fact[];
  /** What is wrong with its figures, given the state that it leads to. Asked only of what is new: what the ledger holds stays readable, whatever later rules say. */
  fault?(event: EventOf<K>, state: BatchState): Refusal | undefined;
  /** Whether it may follow the closing of its batch. */
  afterClosing?: true;
  /** Whether it can be corrected: another of its kind then stands in its place. */
  correctable?: true;
  /** The batch that it made, if it makes one: undone, that one gives its seeds back, and such an undoing is not itself undone. */
  goesBack?(event: EventOf<K>): string;
}
