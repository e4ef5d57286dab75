import { Medium } from './stage.ts';
import { z } from './zod.ts';

/** Seeds that went mouldy in one medium, and how many the defaults would have expected. */
export const MouldRecord = z.object({ medium: Medium, rotted: z.number(), expected: z.number() });
export type MouldRecord = z.infer<typeof MouldRecord>;

/** What the closed batches leave to be known without being read again: how many there are, and what those that are no longer in hand say of mould. */
export const Past = z.object({ closed: z.int().min(0), mould: z.array(MouldRecord) });
export type Past = z.infer<typeof Past>;
