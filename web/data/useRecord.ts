import { accept } from '@chill/core/ledger/accept.ts';
import type { Recorded } from '@chill/core/record/record.ts';
import type { Batch } from '@chill/model/batch.ts';
import { spoken } from '@chill/words/subject.ts';
import { useState } from 'react';
import { keepFocus } from '../browser/keepFocus.ts';
import { nowMs } from '../browser/now.ts';
import { signature } from './hands.ts';
import { useNursery } from './nursery.ts';
import { post } from './outbox.ts';

/** Why the ledger would refuse events on a batch, or `undefined` where they may follow what it has. */
export function refusalOf(batch: Batch, recorded: Recorded, today: string): string | undefined {
  if ('reason' in recorded) return spoken(recorded.reason);
  const verdict = accept(batch, recorded.events, today, nowMs());
  return verdict.ok ? undefined : spoken(verdict.reason);
}

/** The one gate through which the app writes on batches: what would be refused is refused here, with its reason, before it leaves. */
export function useRecord() {
  const { today, nursery } = useNursery();
  const [problem, refuse] = useState<string>();
  /** Records events that core has made, or takes its reason why there are none. True where they were taken. */
  const record = (batch: Batch, recorded: Recorded): boolean => {
    const refusal = refusalOf(batch, recorded, today);
    if ('events' in recorded && refusal === undefined) {
      keepFocus();
      const by = signature(nursery);
      post(
        batch,
        recorded.events.map((event) => ({ ...event, ...by })),
      );
    }
    refuse(refusal);
    return refusal === undefined;
  };
  return { record, problem, refuse };
}
