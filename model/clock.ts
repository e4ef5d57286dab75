import { Instant, PlainDate } from './primitives.ts';
import { z } from './zod.ts';

/** The one clock: the nursery's today, the moment it is there, whether it may be stepped by hand, and whether the demo is only looked around in. */
export const Clock = z.object({ today: PlainDate, now: Instant, steppable: z.boolean(), lookingAround: z.boolean().optional() });
export type Clock = z.infer<typeof Clock>;
