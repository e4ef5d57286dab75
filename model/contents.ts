import { PlainDate } from './primitives.ts';
import { z } from './zod.ts';

/** What is in a file that holds all of a nursery's data. */
export const Contents = z.object({ name: z.string(), lots: z.int(), batches: z.int(), lastOn: PlainDate.optional() });
export type Contents = z.infer<typeof Contents>;

/** A file that was looked at, with what tells it from any other: SHA-256 of its bytes. Only that is put in place. */
export const LookedAt = Contents.extend({ hash: z.string() });
export type LookedAt = z.infer<typeof LookedAt>;
