import { Count, PlainDate, PositiveCount, PromiseId, Slug, shortText } from './primitives.ts';
import { z } from './zod.ts';

/** Plants promised: of which species, how many, for whom or what, by which day. Whoever plants out says for which promise. */
export const PlantPromise = z.object({
  id: PromiseId,
  speciesId: Slug,
  plants: PositiveCount.max(1_000_000),
  on: PlainDate,
  /** Whom or what they are for, as the grower would say it: "creek bank planting", "bed by the gate". */
  whom: shortText(80),
  /** Once nothing more is to be handed over: it was kept, or it was taken back. */
  closed: z.object({ on: PlainDate, how: z.enum(['kept', 'withdrawn']) }).optional(),
});
export type PlantPromise = z.infer<typeof PlantPromise>;

/** Every promise, the first due first; and what the batches that were closed before `since`, and are in hand no longer, gave to each, by its id. */
export const PromisesInHand = z.object({ since: PlainDate, promises: z.array(PlantPromise), given: z.record(z.string(), Count) });
export type PromisesInHand = z.infer<typeof PromisesInHand>;
