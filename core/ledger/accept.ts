import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { FieldProblem } from '@chill/model/problem.ts';
import { shortDate } from '../calendar/dates.ts';
import { type BatchState, fold, LedgerError } from './fold.ts';

/** What the ledger makes of new events: the state they lead to, or the fields at fault. */
export type Verdict = { ok: true; state: BatchState } | { ok: false; errors: FieldProblem[] };

/**
 * Whether new events may follow those that a batch has: on real days not before it was made and not after `today`,
 * in an order that can have happened, with every seed accounted for. All or none.
 */
export function accept(batch: Pick<Batch, 'plan' | 'events' | 'madeOn'>, added: readonly NewEvent[], today: PlainDate): Verdict {
  const at = (id: string) => `events.${added.findIndex((event) => event.id === id)}`;
  for (const event of added) {
    if (event.on > today) return refused(`${at(event.id)}.on`, `${shortDate(event.on, today)} has not come yet.`);
    if (event.on < batch.madeOn) {
      return refused(`${at(event.id)}.on`, `The batch was only made on ${shortDate(batch.madeOn, today)}.`);
    }
  }
  try {
    return { ok: true, state: fold(batch.plan, [...batch.events, ...added]) };
  } catch (error) {
    if (!(error instanceof LedgerError)) throw error;
    const mine = added.some((event) => event.id === error.eventId);
    // A reversal can make a later entry impossible; the fault then shows at the entry that asked for it.
    if (mine) return refused(`${at(error.eventId)}.${error.field}`, error.message);
    return refused('events.0.reverses', `Undo what came after it first: without it, a later entry cannot be. ${error.message}`);
  }
}

function refused(field: string, message: string): Verdict {
  return { ok: false, errors: [{ field, message }] };
}
