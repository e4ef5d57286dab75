import type { DatedTending, OpeningMethod, Tending, TimedStep, WhyAmended } from '@chill/model/event.ts';
import type { EventId, PlaceId, PlainDate } from '@chill/model/primitives.ts';
import type { Pour, Swelling } from '@chill/model/treatment.ts';
import type { Counts } from './states.ts';

/** The days that a stage really had. */
export interface StageDone {
  startedOn?: PlainDate;
  finishedOn?: PlainDate;
  /** Where it lies, or lay last. */
  placeId?: PlaceId;
  /** Everywhere it lay in this stage, in order. */
  stays?: { on: PlainDate; placeId: PlaceId }[];
}

/** One check of a batch. */
export interface Check {
  eventId: EventId;
  on: PlainDate;
  damp?: 'dry' | 'right' | 'wet';
  mould?: 'none' | 'few' | 'spreading';
  sprouted: number;
  mouldy: number;
  /** Seeds still waiting or swollen after it. */
  left: number;
}

/** A visit at which sprouts were counted or would have been: how many had come, and how many were still to come after it. */
export interface Seen {
  on: PlainDate;
  /** The stage that the batch was in: what is found as it leaves the cold has not come in the warmth. */
  stage: number;
  came: number;
  left: number;
}

/** A timer at the bench. It is two moments and a length, so that nothing can make it drift. */
export interface Timer {
  id: string;
  stage: number;
  step: TimedStep;
  seconds: number;
  /** Milliseconds since 1970, by the nursery's clock. */
  started_ms: number;
  /** When it was ended by hand; absent while it runs, and where its stage ended without a moment being told. */
  ended_ms?: number;
  ended: boolean;
}

/** Coats opened at one sitting. */
export interface Opening {
  eventId: EventId;
  on: PlainDate;
  method: OpeningMethod;
  count: number;
  wounded: number;
  seconds?: number;
}

/** Hot water poured, with the readings since. */
export interface PouredWater {
  eventId: EventId;
  stage: number;
  pour: Pour;
  at_ms: number;
  readings: { at_ms: number; water_C: number }[];
}

/** What a soak had done at one check. */
export interface SwellingSeen {
  eventId: EventId;
  on: PlainDate;
  swelling: Swelling;
}

/** Where a batch stands: all that its plan and its events say. */
export interface BatchState {
  counts: Counts;
  stages: StageDone[];
  /** Index of the stage under way; the number of stages once all are finished. */
  stage: number;
  /** True while the stage at `stage` has been started and not finished. */
  underWay: boolean;
  checks: Check[];
  /** Days on which the medium was made fresh. */
  freshened: PlainDate[];
  /** What has been done since the last check: whether water was added, and whether it was laid into a fresh medium. */
  sinceCheck: { watered: boolean; refreshed: boolean };
  /** Seeds that came up on each day, wherever they were seen. */
  sprouts: { on: PlainDate; stage: number; count: number }[];
  /** Every visit that tells of sprouting, in order. */
  seen: Seen[];
  timers: Timer[];
  openings: Opening[];
  pours: PouredWater[];
  swellings: SwellingSeen[];
  /** What the seeds weighed dry, g, where it was written down. */
  dry_g?: number;
  /** Turns between freezer and fridge, in order. */
  turns: { on: PlainDate; at_ms: number; into: 'freezer' | 'fridge' }[];
  /** Moments at which the water was changed, ms since 1970, where they were told. */
  freshWater_ms: number[];
  /** Batches split from this one, and how many seeds went with each. */
  splits: { eventId: EventId; into: string; count: number }[];
  closedOn?: PlainDate;
  /** Whoever could have stopped waits until then; and, where it is not counted meanwhile, the day of the next check. */
  waitUntil?: PlainDate;
  checkOn?: PlainDate;
  /** Where the plan was decided otherwise on the way: from which stage, and why. */
  amendments: { eventId: EventId; on: PlainDate; why: WhyAmended; from: number }[];
  /** Seeds that did not come, cut across: how many of them were viable. */
  cuts: { on: PlainDate; cut: number; viable: number }[];
  /** What was done for its seedlings, in order; the days that were put otherwise; and how many share a container with one that is to stay. */
  tended: { on: PlainDate; tending: Tending }[];
  tendingDays: Partial<Record<DatedTending, PlainDate>>;
  toThin: number;
  /** How many were up when they were last thinned. */
  upWhenThinned: number;
  /** Events that are in force: not reversed. */
  inForce: ReadonlySet<string>;
  /** Latest day on which anything in force happened. */
  lastOn?: PlainDate;
}
