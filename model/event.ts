import { say } from '@chill/words/model.ts';
import {
  BatchId,
  Celsius,
  Count,
  EventId,
  Instant,
  PersonName,
  PlaceId,
  PlainDate,
  PositiveCount,
  PromiseId,
  TimerId,
} from './primitives.ts';
import { DatedStage, Stage } from './stage.ts';
import { Grams, HeatPulse, Pour, SmokeDose, Swelling } from './treatment.ts';
import { z } from './zod.ts';

/** Where a seed of a batch can be. Each seed is in exactly one. */
export const SeedState = z.enum([
  'waiting',
  'swollen',
  'sprouted',
  'potted',
  'established',
  'plantedOut',
  'tested',
  'floatedOff',
  'mouldy',
  'broken',
  'discarded',
  'givenAway',
  'heldOver',
  'movedOn',
  'returned',
]);
export type SeedState = z.infer<typeof SeedState>;

/** Seeds that went from one state to another. */
export const Move = z
  .object({ from: SeedState, to: SeedState, count: PositiveCount })
  .refine((move) => move.from !== move.to, { error: () => say('fromSame'), path: ['to'] });
export type Move = z.infer<typeof Move>;

const moves = z.array(Move).max(12);

const common = {
  id: EventId,
  /** The day on which it happened. */
  on: PlainDate,
  /** The moment, by the nursery's clock, where minutes matter. */
  at: Instant.optional(),
  note: z.string().trim().max(500).optional(),
  /** Whose hands did it, where that was written down. */
  by: PersonName.optional(),
  /** The entry of the same kind that this one corrects, and in whose place it stands. */
  corrects: EventId.optional(),
};

/** How a whole bag can go. */
export const WhyGone = z.enum(['thrownOut', 'eaten', 'lost', 'givenAway']);
export type WhyGone = z.infer<typeof WhyGone>;

const stage = z.int().min(0).max(20);

/** Why a plan goes on otherwise than it was made. */
export const WhyAmended = z.enum(['secondCold', 'scarifiedAgain', 'heldOver', 'sownAs', 'ontoTowel']);
export type WhyAmended = z.infer<typeof WhyAmended>;

/** What runs against a timer at the bench. */
export const TimedStep = z.enum(['kettle', 'soak', 'hotSoak', 'bath', 'smoke', 'sanding', 'wait']);
export type TimedStep = z.infer<typeof TimedStep>;

/** How a coat was opened, or a husk taken off. */
export const OpeningMethod = z.enum(['nick', 'file', 'sand', 'peel']);
export type OpeningMethod = z.infer<typeof OpeningMethod>;

/** What is done for seedlings in their pots. */
export const Tending = z.enum(['water', 'domeOff', 'lights', 'lightsOff', 'thin', 'prickOut', 'feed', 'potOn', 'hardenOff']);
export type Tending = z.infer<typeof Tending>;

/** What of it has a day that can be moved; planting out has one too, and ends it all. */
export const DatedTending = z.enum([...Tending.exclude(['water']).options, 'plantOut']);
export type DatedTending = z.infer<typeof DatedTending>;

/** Most seedlings to one container, to be thinned to one. */
const MOST_EACH = 9;

/** Longest timer: a fortnight, s. */
const MOST_SECONDS = 14 * 86_400;

/** Seeds of a batch that go their own way from here, as a batch named `into`. */
export const SplitEvent = z.object({
  ...common,
  kind: z.literal('split'),
  into: BatchId,
  moves: moves.min(1, { error: () => say('howManyGo') }).refine((all) => all.every(({ to }) => to === 'movedOn'), {
    error: () => say('splitOnlyMovesOn'),
  }),
});

/** Something that happened to a batch, as the one who saw it tells it. */
export const NewEvent = z.discriminatedUnion('kind', [
  z.object({ ...common, kind: z.literal('stageStarted'), stage, placeId: PlaceId }),
  /** `promise` where the plants that go out or are given away are for one. */
  z.object({ ...common, kind: z.literal('stageFinished'), stage, moves, promise: PromiseId.optional() }),
  z.object({
    ...common,
    kind: z.literal('checked'),
    damp: z.enum(['dry', 'right', 'wet']).optional(),
    mould: z.enum(['none', 'few', 'spreading']).optional(),
    moves,
  }),
  /** `each` where so many went into one container, to be thinned to one; `promise` where plants that go out or are given away are for one. */
  z.object({
    ...common,
    kind: z.literal('seedsMoved'),
    moves: moves.min(1, { error: () => say('howManyMoved') }),
    each: z.int().min(1).max(MOST_EACH).optional(),
    promise: PromiseId.optional(),
  }),
  /** Something was done for seedlings in their pots; those lost or thinned out by then are moved. */
  z.object({ ...common, kind: z.literal('tended'), tending: Tending, moves }),
  /** Something that is done for them was put to another day. */
  z.object({ ...common, kind: z.literal('tendingMoved'), tending: DatedTending, to: PlainDate }),
  z.object({ ...common, kind: z.literal('refreshed') }),
  /** Water added to what was found dry. */
  z.object({
    ...common,
    kind: z.literal('watered'),
    mL: z
      .number()
      .positive({ error: () => say('giveWaterAboveZero') })
      .max(5000),
  }),
  /** Carried to another place within its stage. */
  z.object({ ...common, kind: z.literal('carried'), placeId: PlaceId }),
  z.object({
    ...common,
    kind: z.literal('noted'),
    note: z
      .string()
      .trim()
      .min(1, { error: () => say('writeNote') })
      .max(500),
  }),
  /** It was only planned: its seed is back in its lot, and it counts nowhere. */
  z.object({ ...common, kind: z.literal('withdrawn') }),
  /** `why` where the whole bag is gone. */
  z.object({ ...common, kind: z.literal('closed'), why: WhyGone.optional() }),
  /** Whoever could stop waits on, and wants to look again on a day; `counting` where it is counted meanwhile as its roots ask. */
  z.object({ ...common, kind: z.literal('waited'), until: PlainDate, counting: z.literal(true).optional() }),
  z.object({
    ...common,
    kind: z.literal('timerStarted'),
    timer: TimerId,
    stage,
    step: TimedStep,
    seconds: z
      .int()
      .min(1, { error: () => say('timerRunsLeastSecond') })
      .max(MOST_SECONDS, { error: () => say('mostFortnight') }),
    at: Instant,
  }),
  z.object({ ...common, kind: z.literal('timerEnded'), timer: TimerId, at: Instant }),
  z.object({
    ...common,
    kind: z.literal('opened'),
    method: OpeningMethod,
    count: PositiveCount,
    /** What it took, s, where it was timed: the next lot's hands are calculated from it. */
    seconds: z.number().positive().max(86_400).optional(),
    /** Seeds wounded on the way. */
    moves,
  }),
  z.object({ ...common, kind: z.literal('poured'), stage, at: Instant, pour: Pour }),
  z.object({ ...common, kind: z.literal('waterRead'), at: Instant, water_C: Celsius }),
  z.object({ ...common, kind: z.literal('smoked'), dose: SmokeDose }),
  z.object({ ...common, kind: z.literal('heatPulsed'), pulse: HeatPulse }),
  /** Dry, before it is soaked: what the swelling is weighed against. */
  z.object({
    ...common,
    kind: z.literal('weighedDry'),
    grams: Grams.positive({ error: () => say('weighDry') }),
  }),
  z.object({ ...common, kind: z.literal('swellingChecked'), swelling: Swelling, moves }),
  SplitEvent,
  z.object({ ...common, kind: z.literal('turned'), at: Instant, into: z.enum(['freezer', 'fridge']) }),
  /** The plan goes on otherwise from a stage on that has not begun: its recipe and its days from there, in place of what was planned. */
  z
    .object({
      ...common,
      kind: z.literal('amended'),
      why: WhyAmended,
      from: stage,
      method: z.array(Stage).min(1).max(12),
      stages: z.array(DatedStage).min(1).max(12),
    })
    .refine(({ method, stages }) => method.length === stages.length && method.every(({ kind }, i) => kind === stages[i]?.kind), {
      error: () => say('stagesMatchMethod'),
      path: ['stages'],
    }),
  /** Seeds that did not come, cut across to see: so many of them firm and white inside. They are `tested` from then on. */
  z
    .object({ ...common, kind: z.literal('cutOpen'), cut: PositiveCount, viable: Count, moves })
    .refine(({ cut, viable }) => viable <= cut, { error: () => say('moreViableThanCut'), path: ['viable'] })
    .refine(({ cut, moves }) => moves.every(({ to }) => to === 'tested') && moves.reduce((sum, { count }) => sum + count, 0) === cut, {
      error: () => say('cutSeedsMustMove'),
      path: ['cut'],
    }),
  /** Done elsewhere, by people trained for it; Chill gives no procedure. */
  z.object({ ...common, kind: z.literal('trainedStaff'), agent: z.enum(['acid', 'growthHormone']) }),
  z.object({ ...common, kind: z.literal('reversed'), reverses: EventId }),
]);
export type NewEvent = z.infer<typeof NewEvent>;

/** The same once the ledger holds it: `version` is its place in the batch's order, from 1. */
export type LedgerEvent = NewEvent & { batchId: BatchId; version: number; recordedAt: string };

/** Adds what the ledger knows of an event to the event. */
export const LedgerStamp = z.object({ batchId: BatchId, version: z.int().min(1), recordedAt: Instant });

/** A request to append: `decidedOn` is the batch version that the grower was looking at. */
export const Append = z.object({
  decidedOn: Count,
  events: z
    .array(NewEvent)
    .min(1, { error: () => say('nothingRecord') })
    .max(50),
});
export type Append = z.infer<typeof Append>;
