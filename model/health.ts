import { Instant } from './primitives.ts';
import { z } from './zod.ts';

/** How the server and what it keeps are. */
export const Health = z.object({
  /** Since when it has had its data open. */
  opened: Instant,
  /** `damaged`: a check found faults in the data file; what was backed up before stands. */
  status: z.enum(['ok', 'damaged']),
  today: z.string(),
  /** The address by which other devices reach it, where it was told one. */
  address: z.string().optional(),
  /** When the last backup was made; null before the first. */
  lastBackup: Instant.nullable(),
  /** What is wrong with the data file, or why no backup could be made, in the words of whoever found it. */
  fault: z.string().optional(),
});
export type Health = z.infer<typeof Health>;
