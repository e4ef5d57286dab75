import { z } from './zod.ts';

/** The tables that can be had as CSV, by the name in their address. */
export const Table = z.enum(['lots', 'batches', 'events', 'tasks', 'cold', 'places', 'promises', 'handbook', 'readings']);
export type Table = z.infer<typeof Table>;
