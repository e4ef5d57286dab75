import { Instant, PlainDate } from './primitives.ts';
import { z } from './zod.ts';

/** The one clock: the nursery's today, the moment it is there, and whether it may be stepped by hand. */
export const Clock = z.object({ today: PlainDate, now: Instant, steppable: z.boolean() });
export type Clock = z.infer<typeof Clock>;
