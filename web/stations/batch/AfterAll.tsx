import { givenUp, recordAfterAll } from '@chill/core/record/afterAll.ts';
import { say } from '@chill/words/batch.ts';
import { useState } from 'react';
import { newId } from '../../browser/newId.ts';
import { type BatchView, situationOf, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Stepper } from '../../kit/fields/Stepper.tsx';
import { Problem } from '../../kit/told/Problem.tsx';

/** Seed that was given up on came after all: how many, which opens the batch again where it was closed. */
export function AfterAll({ view: { batch, projection, species, lot } }: { view: BatchView }) {
  const nursery = useNursery();
  const { state } = projection;
  const [count, setCount] = useState(1);
  const { record, problem } = useRecord();
  const most = givenUp(state, batch.plan.stages);
  if (most === 0 || batch.purpose === 'test') return null;
  return (
    <details className="mt-2">
      <summary className="quiet cursor-pointer list-none">{say('cameAfterAll')}</summary>
      <p className="mt-1 text-[0.95rem] text-ink2">{say(state.closedOn ? 'afterAllReopens' : 'afterAllMeans', { count: most })}</p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Stepper label={say('seeds')} hideLabel value={count} least={1} most={most} onChange={setCount} />
        <button
          type="button"
          className="action"
          onClick={() => record(batch, recordAfterAll(batch, state, count, situationOf(nursery, species, lot), nursery.today, newId))}
        >
          {say('record')}
        </button>
        <Problem>{problem}</Problem>
      </div>
    </details>
  );
}
