import { Confidence, Count, LotId, PlainDate, PositiveCount, PromiseId, Slug, shortText, Version } from './primitives.ts';
import { z } from './zod.ts';

/** How much a promise matters against others: it is kept before those after it. */
export const Priority = z.enum(['first', 'next', 'ifRoom']);
export type Priority = z.infer<typeof Priority>;

/** Plants promised: of which species, how many, for whom or what, by which day. Whoever plants out says for which promise. */
export const PlantPromise = z.object({
  id: PromiseId,
  speciesId: Slug,
  plants: PositiveCount.max(1_000_000),
  on: PlainDate,
  /** Whom or what they are for, as the grower would say it: "creek bank planting", "bed by the gate". */
  whom: shortText(80),
  /** How sure one wants to be of having so many; as the nursery is where it is not said. */
  confidence: Confidence.optional(),
  /** What comes first where not everything can be kept; `next` where it is not said. */
  priority: Priority.optional(),
  /** The only lot that will do, where another provenance will not. */
  lotId: LotId.optional(),
  /** Once nothing more is to be handed over: it was kept, or it was taken back. */
  closed: z.object({ on: PlainDate, how: z.enum(['kept', 'withdrawn']) }).optional(),
  version: Version,
});
export type PlantPromise = z.infer<typeof PlantPromise>;

/** What is served first of two: by priority, then by day. */
export function servedFirst(a: Pick<PlantPromise, 'priority' | 'on'>, b: Pick<PlantPromise, 'priority' | 'on'>): number {
  const rank = ({ priority = 'next' }: Pick<PlantPromise, 'priority'>) => Priority.options.indexOf(priority);
  return rank(a) - rank(b) || a.on.localeCompare(b.on);
}

/** Several promises at once, all or none. */
export const Promises = z.object({ promises: z.array(PlantPromise).min(1).max(400) });

/** Every promise, the first due first; and what the batches that were closed before `since`, and are in hand no longer, gave to each, by its id. */
export const PromisesInHand = z.object({ since: PlainDate, promises: z.array(PlantPromise), given: z.record(z.string(), Count) });
export type PromisesInHand = z.infer<typeof PromisesInHand>;
