import { Count } from './primitives.ts';
import { z } from './zod.ts';

/** What a check of a batch of the demo's simulated seeds would show, beyond what was counted. */
export const Sight = z.object({
  damp: z.enum(['dry', 'right', 'wet']),
  up: Count,
  mouldy: Count,
  /** Seedlings dead in their pots. */
  lost: Count,
  /** Seeds that a soak has swollen, and hollow ones that float. */
  swollen: Count,
  floating: Count,
});
export type Sight = z.infer<typeof Sight>;

/** Those of all batches, by the batch's id. */
export const Sights = z.record(z.string(), Sight);
export type Sights = z.infer<typeof Sights>;
