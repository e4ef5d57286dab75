import { mostFor, type Verb } from '@chill/core/ledger/verbs.ts';
import { recordMoves } from '@chill/core/record/record.ts';
import { say } from '@chill/words/batch.ts';
import { options } from '@chill/words/tables.ts';
import { useState } from 'react';
import { newId } from '../../browser/newId.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Stepper } from '../../kit/fields/Stepper.tsx';
import { Problem } from '../../kit/told/Problem.tsx';

const OFFERED = options(say, {
  floated: 'floatedOff',
  swollen: 'swollen',
  mouldy: 'mouldy',
  broken: 'broken',
  lost: 'lost',
  potted: 'potted',
  established: 'established',
});

/** Counts that no task asks for: floaters taken off, losses, seeds broken in handling. */
export function OtherCounts({ view }: { view: BatchView }) {
  const { today } = useNursery();
  const { batch, projection } = view;
  const [verb, setVerb] = useState<Verb>('floated');
  const [count, setCount] = useState(0);
  const { record, problem } = useRecord();
  const possible = OFFERED.filter((one) => mostFor(one.value, projection.state.counts) > 0);
  const chosen = possible.some((one) => one.value === verb) ? verb : possible[0]?.value;
  if (!chosen) return null;
  const save = () => {
    if (record(batch, recordMoves(projection.state, { [chosen]: count }, today, newId))) setCount(0);
  };
  return (
    <details className="mt-2">
      <summary className="quiet cursor-pointer list-none">{say('recordAnotherCount')}</summary>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Stepper label={say('seeds')} hideLabel value={count} most={mostFor(chosen, projection.state.counts)} onChange={setCount} />
        <select
          aria-label={say('whoBecameWhat')}
          className="written max-w-40"
          value={chosen}
          onChange={(event) => setVerb(event.target.value as Verb)}
        >
          {possible.map((one) => (
            <option key={one.value} value={one.value}>
              {one.text}
            </option>
          ))}
        </select>
        <button type="button" className="action" onClick={save}>
          {say('record')}
        </button>
        <Problem>{problem}</Problem>
      </div>
    </details>
  );
}
