import { NewBatch } from './batch.ts';
import { BatchId, Count, Id, PlainDate, PositiveCount, PromiseId, Slug, shortText } from './primitives.ts';
import { z } from './zod.ts';

/** What a season plan does for one promise: the batches made for it, and what they were expected to give by when; no batches where it could not be kept. */
export const PlannedPromise = z.object({
  promiseId: PromiseId,
  speciesId: Slug,
  whom: shortText(80),
  /** What was still to be started, and by when it was wanted. */
  plants: PositiveCount.max(1_000_000),
  on: PlainDate,
  batchIds: z.array(BatchId).max(40),
  ready: PlainDate.optional(),
  expects: z.object({ low: Count, high: Count }).optional(),
});
export type PlannedPromise = z.infer<typeof PlannedPromise>;

/** A season as it was planned and accepted, kept to be compared with what came; `undone` once its batches were taken back. */
export const SeasonPlan = z.object({
  id: Id,
  on: PlainDate,
  promises: z.array(PlannedPromise).min(1).max(400),
  undone: PlainDate.optional(),
});
export type SeasonPlan = z.infer<typeof SeasonPlan>;

/** A season to be accepted: its plan, and the batches that are made for it, all or none. */
export const NewSeason = z.object({
  plan: SeasonPlan.omit({ undone: true }),
  batches: z.array(NewBatch).min(1).max(400),
  /** Batches of seasons before that have not begun, and are planned anew with this one. */
  withdraw: z.array(BatchId).max(400).optional(),
});
export type NewSeason = z.infer<typeof NewSeason>;
