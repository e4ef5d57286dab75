import { type Sentence, spoken } from '@chill/words/subject.ts';
import type { FieldProblem } from './problem.ts';

/**
 * What core says no to: why, as a sentence with its facts (its key is the refusal's code), and the field at fault where one is.
 * A refusal is an answer, not an exception: exceptions are for programmers' errors.
 */
export interface Refusal {
  readonly ok: false;
  readonly reason: Sentence;
  /** The field at fault, as a dotted path into what was handed over. */
  readonly field?: string;
}

/** What came of asking core for something: the value, or why not. */
export type Outcome<T> = { readonly ok: true; readonly value: T } | Refusal;

/** Says no. */
export function refusal(reason: Sentence, field?: string): Refusal {
  return { ok: false, reason, ...(field !== undefined && { field }) };
}

/** A refusal as it is shown and sent: its sentence said, `field` where it names none. */
export function fieldProblem({ reason, field: named }: Refusal, field = ''): FieldProblem {
  return { field: named ?? field, message: spoken(reason) };
}

/** Whether something that came back is a refusal. */
export function isRefusal(came: unknown): came is Refusal {
  return typeof came === 'object' && came !== null && 'reason' in came && 'ok' in came && came.ok === false;
}
