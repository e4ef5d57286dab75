import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { FieldProblem } from '@chill/model/problem.ts';
import { say } from '@chill/words/ledger.ts';
import { shortDate } from '../calendar/dates.ts';
import type { BatchState } from './batchState.ts';
import { kindOfEvent } from './events/index.ts';
import { fold } from './fold.ts';
import { LedgerError } from './refuse.ts';

/** What the ledger makes of new events: the state they lead to, or the fields at fault. */
export type Verdict = { ok: true; state: BatchState } | { ok: false; errors: FieldProblem[] };

/** How far a phone's idea of the moment may be ahead of the server's, ms: it asks once a minute. */
const CLOCKS_APART_MS = 120_000;

/**
 * Whether new events may follow those that a batch has: on real days not before it was made and not after `today`,
 * at moments that have come by `now_ms` (since 1970; where it is left out, moments are not looked at), in an order that can have happened, with every seed accounted for. All or none.
 */
export function accept(
  batch: Pick<Batch, 'plan' | 'events' | 'madeOn'>,
  added: readonly NewEvent[],
  today: PlainDate,
  now_ms = Number.POSITIVE_INFINITY,
): Verdict {
  const at = (id: string) => `events.${added.findIndex((event) => event.id === id)}`;
  for (const event of added) {
    if (event.on > today) return refused(`${at(event.id)}.on`, say('future', { on: shortDate(event.on, today) }));
    if (event.at && Date.parse(event.at) > now_ms + CLOCKS_APART_MS) {
      return refused(`${at(event.id)}.at`, say('momentFutureDevicesClockRight'));
    }
    if (event.on < batch.madeOn) {
      return refused(`${at(event.id)}.on`, say('batchWasOnlyMade', { madeOn: shortDate(batch.madeOn, today) }));
    }
  }
  try {
    const state = fold(batch.plan, [...batch.events, ...added]);
    for (const event of added) {
      const fault = kindOfEvent(event).fault?.(event, state);
      if (fault) return refused(`${at(event.id)}.${fault.field}`, fault.message);
    }
    return { ok: true, state };
  } catch (error) {
    if (!(error instanceof LedgerError)) throw error;
    const mine = added.some((event) => event.id === error.eventId);
    // A reversal can make a later entry impossible; the fault then shows at the entry that asked for it.
    if (mine) return refused(`${at(error.eventId)}.${error.field}`, error.message);
    return refused('events.0.reverses', say('undoLaterEntriesFirstThey', { message: error.message }));
  }
}

function refused(field: string, message: string): Verdict {
  return { ok: false, errors: [{ field, message }] };
}
