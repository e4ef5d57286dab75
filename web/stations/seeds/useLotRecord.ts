import { NewLotEvent } from '@chill/model/lot.ts';
import { useState } from 'react';
import { ApiProblem } from '../../data/api.ts';
import { newId } from '../../data/newId.ts';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { recordOnLot } from '../../data/saving.ts';

type Part<T> = T extends unknown ? Omit<T, 'id' | 'on'> & { on?: string } : never;
/** An event as a form tells it; its id is made here, and its day is today unless it says so. */
export type LotEventPart = Part<NewLotEvent>;

/** Records on a lot's ledger; faults are kept by field, in the event's own words ("rejected", "how.samples.0.grams"). */
export function useLotRecord(lot: LotView) {
  const { today } = useNursery();
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  /** True once it is saved. */
  const record = async (part: LotEventPart | Record<string, unknown>): Promise<boolean> => {
    const parsed = NewLotEvent.safeParse({ id: newId(), on: today, ...part });
    if (!parsed.success) {
      setFaults(Object.fromEntries(parsed.error.issues.map((issue) => [issue.path.join('.'), issue.message])));
      return false;
    }
    setBusy(true);
    setFaults({});
    try {
      await recordOnLot(lot.id, { decidedOn: lot.events.length, event: parsed.data });
      return true;
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      const told = error.problem.errors ?? [{ field: '', message: error.message }];
      setFaults(Object.fromEntries(told.map(({ field, message }) => [field.replace(/^event\./, ''), message])));
      return false;
    } finally {
      setBusy(false);
    }
  };
  return { record, faults, busy };
}
