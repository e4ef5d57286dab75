import { recordGone } from '@chill/core/record/gone.ts';
import { GONE } from '@chill/core/tell/describe.ts';
import { WhyGone } from '@chill/model/event.ts';
import { say } from '@chill/words/batch.ts';
import { newId } from '../../browser/newId.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/told/Problem.tsx';

/** The whole bag is gone: why, in one tap, which counts its seeds out and closes it. */
export function GoneBag({ view: { batch, projection } }: { view: BatchView }) {
  const { today } = useNursery();
  const { record, problem } = useRecord();
  return (
    <details className="mt-2">
      <summary className="quiet cursor-pointer list-none">{say('bagGone')}</summary>
      <p className="mt-1 text-[0.95rem] text-ink2">{say('bagGoneMeans')}</p>
      <div className="mt-2 flex flex-wrap gap-3">
        {WhyGone.options.map((why) => (
          <button
            key={why}
            type="button"
            className="action first-letter:uppercase"
            onClick={() => record(batch, recordGone(projection.state, why, today, newId))}
          >
            {GONE[why]}
          </button>
        ))}
      </div>
      <Problem>{problem}</Problem>
    </details>
  );
}
