import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/ledger.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { shortDate } from '../calendar/dates.ts';
import type { BatchState } from './batchState.ts';
import { kindOfEvent } from './events/index.ts';
import { fold } from './fold.ts';
import { LedgerError } from './refuse.ts';

/** What the ledger makes of new events: the state they lead to, or the one that cannot be, by its field. */
export type LedgerVerdict = { ok: true; state: BatchState } | Refusal;

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
): LedgerVerdict {
  const at = (id: string) => `events.${added.findIndex((event) => event.id === id)}`;
  for (const event of added) {
    if (event.on > today) return refused(`${at(event.id)}.on`, say.of('future', { on: shortDate.of(event.on, today) }));
    if (event.at && Date.parse(event.at) > now_ms + CLOCKS_APART_MS) {
      return refused(`${at(event.id)}.at`, say.of('momentInTheFuture'));
    }
    if (event.on < batch.madeOn) {
      return refused(`${at(event.id)}.on`, say.of('beforeBatchWasMade', { madeOn: shortDate.of(batch.madeOn, today) }));
    }
  }
  try {
    const state = fold(batch.plan, [...batch.events, ...added]);
    for (const event of added) {
      const fault = kindOfEvent(event).fault?.(event, state);
      if (fault) return refused(`${at(event.id)}.${fault.field}`, fault.reason);
    }
    return { ok: true, state };
  } catch (error) {
    if (!(error instanceof LedgerError)) throw error;
    const mine = added.some((event) => event.id === error.eventId);
    // A reversal can make a later entry impossible; the fault then shows at the entry that asked for it.
    if (mine) return refused(`${at(error.eventId)}.${error.refusal.field}`, error.refusal.reason);
    return refused('events.0.reverses', say.of('undoLaterEntriesFirst', { message: error.refusal.reason }));
  }
}

function refused(field: string, reason: Sentence): Refusal {
  return refusal(reason, field);
}
