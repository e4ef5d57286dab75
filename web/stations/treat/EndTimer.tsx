import type { Timer } from '@chill/core/ledger/batchState.ts';
import { TIMINGS } from '@chill/core/treat/timers.ts';
import { say } from '@chill/words/bell.ts';
import { newId } from '../../browser/newId.ts';
import { nowInstant } from '../../browser/now.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/told/Problem.tsx';

/** Ends a timer as of now, early or late, as it was. */
export function EndTimer({ view, timer }: { view: BatchView; timer: Timer }) {
  const { today } = useNursery();
  const { record, problem } = useRecord();
  const end = () => record(view.batch, { events: [{ id: newId(), on: today, kind: 'timerEnded', timer: timer.id, at: nowInstant() }] });
  return (
    <>
      <button
        type="button"
        className="quiet shrink-0 text-[0.95rem]"
        onClick={end}
        aria-label={say('end', { name: TIMINGS[timer.step].name, code: view.batch.code })}
      >
        {say('endNow')}
      </button>
      <Problem>{problem}</Problem>
    </>
  );
}
