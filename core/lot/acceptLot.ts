import type { LotInHand, NewLotEvent } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/lot.ts';
import { LedgerError } from '../ledger/refuse.ts';
import { foldLot } from './lotLedger.ts';

/** What a lot's ledger makes of a new event: the seeds left in the drawer after it, or why it cannot be, by its field. */
export type LotVerdict = { ok: true; drawer: number } | Refusal;

/** Whether a new event may follow those that a lot has: on a real day since it was acquired, with every seed accounted for. */
export function acceptLot(lot: LotInHand, event: NewLotEvent, today: PlainDate): LotVerdict {
  if (event.on > today) return refusal(say.of('dayIsInTheFuture'), 'on');
  if (event.on < lot.provenance.on) return refusal(say.of('lotWasAcquiredLater'), 'on');
  try {
    return { ok: true, drawer: foldLot(lot, [...lot.events, event], lot.inBatches).drawer };
  } catch (error) {
    if (!(error instanceof LedgerError)) throw error;
    // An undoing can leave too little for a later entry; the fault then shows at the undoing.
    return error.eventId === event.id ? error.refusal : refusal(say.of('laterEntriesNeedThoseSeeds'), 'reverses');
  }
}
