import { say } from '@chill/words/model.ts';
import { type LedgerEvent, SplitEvent } from './event.ts';
import { Method } from './method.ts';
import { BatchId, Confidence, Count, Id, LotId, PlainDate, PositiveCount, Slug, shortText } from './primitives.ts';
import { SpeciesFigures } from './species.ts';
import { DatedStage } from './stage.ts';
import { z } from './zod.ts';

/** What the grower asked for. */
export const Wish = z.object({
  plants: PositiveCount.max(1_000_000),
  confidence: Confidence,
  timing: z.discriminatedUnion('by', [
    /** Ready to set out on the day when the frost risk has fallen this low. */
    z.object({ by: z.literal('frostRisk'), risk: z.number().min(0.01).max(0.5) }),
    z.object({ by: z.literal('readyBy'), date: PlainDate }),
    z.object({ by: z.literal('startOn'), date: PlainDate }),
    /** Begun today and not held back. */
    z.object({ by: z.literal('asSoonAs') }),
  ]),
});
export type Wish = z.infer<typeof Wish>;

/** What was decided when the batch was made; never changed afterwards: what is decided otherwise is an event. */
export const Plan = z
  .object({
    seeds: PositiveCount,
    wish: Wish,
    method: Method,
    stages: z.array(DatedStage).min(1).max(12),
    expects: z.object({ low: z.int().min(0), high: z.int().min(0) }),
    /** The nursery's own figures of the species that it was planned with: it goes by them to its end. */
    figures: SpeciesFigures.optional(),
  })
  .refine((plan) => plan.stages.length === plan.method.stages.length, {
    error: () => say('stagesMatchMethod'),
    path: ['stages'],
  });
export type Plan = z.infer<typeof Plan>;

/** Which arm of which trial a batch is: batches of one lot that differ in their way alone, with seeds dealt at random. */
export const TrialArm = z.object({
  id: Id,
  name: shortText(120),
  arm: z.int().min(1).max(6),
  arms: z.int().min(2).max(6),
  /** True for the arm that the others are held against. */
  control: z.boolean(),
});
export type TrialArm = z.infer<typeof TrialArm>;

/** A request to make a batch; the server gives the bag code. A `test` asks how much of the lot is viable; everything else raises plants. */
export const NewBatch = z.object({
  id: BatchId,
  lotId: LotId,
  plan: Plan,
  madeOn: PlainDate,
  purpose: z.enum(['plants', 'test']).optional(),
  trial: TrialArm.optional(),
  /** The batch that it was split from, and the round of opening and soaking that its seeds go into, the first being 1. */
  from: z.object({ batchId: BatchId, round: z.int().min(2).max(50) }).optional(),
});
export type NewBatch = z.infer<typeof NewBatch>;

/** A request to make the batches of one trial: two to six arms, all of one lot and one trial. */
export const NewTrial = z
  .object({
    batches: z
      .array(NewBatch)
      .min(2, { error: () => say('trialHasTwoArms') })
      .max(6, { error: () => say('mostSixArms') }),
  })
  .superRefine(({ batches }, context) => {
    const first = batches[0];
    for (const [index, batch] of batches.entries()) {
      const same = batch.lotId === first?.lotId && batch.trial !== undefined && batch.trial.id === first?.trial?.id;
      if (!same) context.addIssue({ code: 'custom', path: ['batches', index], message: say('armsOfOneLot') });
    }
  });
export type NewTrial = z.infer<typeof NewTrial>;

/** A request to split a batch: the event on it, decided on a version of it, and the batch that its seeds become. */
export const Split = z.object({ decidedOn: Count, event: SplitEvent, batch: NewBatch }).superRefine(({ event, batch }, context) => {
  const complain = (path: string[], message: string) => context.addIssue({ code: 'custom', path, message });
  const moved = event.moves.reduce((sum, { count }) => sum + count, 0);
  if (event.into !== batch.id) complain(['event', 'into'], say('splitNamesBatch'));
  if (!batch.from) complain(['batch', 'from'], say('splitFromWhich'));
  if (moved !== batch.plan.seeds) complain(['batch', 'plan', 'seeds'], say('newBatchHasAsMany', { moved }));
});
export type Split = z.infer<typeof Split>;

/** Seeds of one lot following one method, with its whole history. */
export const Batch = NewBatch.extend({ code: z.string(), speciesId: Slug });
export type Batch = Omit<z.infer<typeof Batch>, 'plan'> & { plan: PlanInForce; events: LedgerEvent[] };

/** A plan as it stands after what was decided otherwise on the way; `made` is then what was decided when the batch was made. */
export type PlanInForce = Plan & { made?: Plan };
