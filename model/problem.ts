import { z } from './zod.ts';

/** One fault in what was sent: where, and what to do about it. */
export const FieldProblem = z.object({ field: z.string(), message: z.string() });
export type FieldProblem = z.infer<typeof FieldProblem>;

/** Problem details after RFC 9457. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  errors: z.array(FieldProblem).optional(),
});
export type Problem = z.infer<typeof Problem>;
