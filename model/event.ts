import { Count, Id, Instant, PlainDate, PositiveCount } from './primitives.ts';
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
  'heldOver',
  'movedOn',
]);
export type SeedState = z.infer<typeof SeedState>;

/** Seeds that went from one state to another. */
export const Move = z
  .object({ from: SeedState, to: SeedState, count: PositiveCount })
  .refine((move) => move.from !== move.to, { error: 'From and to are the same.', path: ['to'] });
export type Move = z.infer<typeof Move>;

const moves = z.array(Move).max(12);

const common = {
  id: Id,
  /** The day on which it happened. */
  on: PlainDate,
  note: z.string().trim().max(500).optional(),
};

const stage = z.int().min(0).max(20);

/** Something that happened to a batch, as the one who saw it tells it. */
export const NewEvent = z.discriminatedUnion('kind', [
  z.object({ ...common, kind: z.literal('stageStarted'), stage, placeId: Id }),
  z.object({ ...common, kind: z.literal('stageFinished'), stage, moves }),
  z.object({
    ...common,
    kind: z.literal('checked'),
    damp: z.enum(['dry', 'right', 'wet']).optional(),
    mould: z.enum(['none', 'few', 'spreading']).optional(),
    moves,
  }),
  z.object({ ...common, kind: z.literal('seedsMoved'), moves: moves.min(1, { error: 'Say how many seeds moved.' }) }),
  z.object({ ...common, kind: z.literal('refreshed') }),
  z.object({ ...common, kind: z.literal('noted'), note: z.string().trim().min(1, { error: 'Write the note.' }).max(500) }),
  z.object({ ...common, kind: z.literal('closed') }),
  z.object({ ...common, kind: z.literal('reversed'), reverses: Id }),
]);
export type NewEvent = z.infer<typeof NewEvent>;

/** The same once the ledger holds it: `version` is its place in the batch's order, from 1. */
export type LedgerEvent = NewEvent & { batchId: string; version: number; recordedAt: string };

/** Adds what the ledger knows of an event to the event. */
export const LedgerStamp = z.object({ batchId: Id, version: z.int().min(1), recordedAt: Instant });

/** A request to append: `decidedOn` is the batch version that the grower was looking at. */
export const Append = z.object({
  decidedOn: Count,
  events: z.array(NewEvent).min(1, { error: 'Nothing to record.' }).max(50),
});
export type Append = z.infer<typeof Append>;
