import type { LedgerEvent } from './event.ts';
import { Celsius, Id, PlainDate, PositiveCount, Slug } from './primitives.ts';
import { Medium, StageKind } from './stage.ts';
import { Way } from './way.ts';
import { z } from './zod.ts';

/** What the grower asked for. */
export const Wish = z.object({
  plants: PositiveCount.max(1_000_000),
  confidence: z.number().min(0.5, { error: 'At least 50 in 100.' }).max(0.99, { error: 'At most 99 in 100.' }),
  timing: z.discriminatedUnion('by', [
    /** Ready to set out on the day when the frost risk has fallen this low. */
    z.object({ by: z.literal('frostRisk'), risk: z.number().min(0.01).max(0.5) }),
    z.object({ by: z.literal('readyBy'), date: PlainDate }),
    z.object({ by: z.literal('startOn'), date: PlainDate }),
  ]),
});
export type Wish = z.infer<typeof Wish>;

/** A stage with its days. `end` is the day on which the next stage starts. */
export const DatedStage = z
  .object({
    kind: StageKind,
    medium: Medium.optional(),
    start: PlainDate,
    end: PlainDate,
    temperature_C: Celsius,
    placeId: Id.optional(),
    /** First and last day on which ending it costs at most three seeds in a hundred of the best. */
    window: z.object({ from: PlainDate, to: PlainDate }).optional(),
  })
  .refine((stage) => stage.start <= stage.end, { error: 'A stage cannot end before it starts.', path: ['end'] });
export type DatedStage = z.infer<typeof DatedStage>;

/** What was decided when the batch was made; never changed afterwards. */
export const Plan = z
  .object({
    seeds: PositiveCount,
    wish: Wish,
    way: Way,
    stages: z.array(DatedStage).min(1).max(12),
    expects: z.object({ low: z.int().min(0), high: z.int().min(0) }),
  })
  .refine((plan) => plan.stages.length === plan.way.stages.length, {
    error: 'The dated stages must match the way.',
    path: ['stages'],
  });
export type Plan = z.infer<typeof Plan>;

/** A request to make a batch; the server gives the bag code. */
export const NewBatch = z.object({ id: Id, lotId: Id, plan: Plan, madeOn: PlainDate });
export type NewBatch = z.infer<typeof NewBatch>;

/** Seeds of one lot following one way, with its whole history. */
export const Batch = NewBatch.extend({ code: z.string(), speciesId: Slug });
export type Batch = z.infer<typeof Batch> & { events: LedgerEvent[] };
