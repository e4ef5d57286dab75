import { say } from '@chill/words/batch.ts';
import { newId } from '../../browser/newId.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/told/Problem.tsx';

/** A batch that was only planned: its seed goes back to its lot, in one tap, and nothing is said to have come of it. Undone in its history. */
export function Withdraw({ view: { batch, lot } }: { view: BatchView }) {
  const { today } = useNursery();
  const { record, problem } = useRecord();
  return (
    <div className="mt-2">
      <p className="text-[0.95rem] text-ink2">{say('withdrawMeans', { seeds: batch.plan.seeds, lot: lot.code })}</p>
      <button type="button" className="quiet" onClick={() => record(batch, { events: [{ id: newId(), on: today, kind: 'withdrawn' }] })}>
        {say('withdraw')}
      </button>
      <Problem>{problem}</Problem>
    </div>
  );
}
