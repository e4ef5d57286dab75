import { floatAdvice } from '@chill/core/lot/testPlan.ts';
import type { Species } from '@chill/model/species.ts';
import { useState } from 'react';
import type { LotView } from '../../data/nursery.ts';
import { Choice } from '../../kit/Choice.tsx';
import { Field } from '../../kit/Field.tsx';
import { OtherFaults } from '../../kit/Problem.tsx';
import { countIn } from './lotWriting.ts';
import { useLotRecord } from './useLotRecord.ts';

/** Sorts out what is not sound; the rejects stay counted. */
export function SortForm({ lot, species, done }: { lot: LotView; species: Species; done: (said: string) => void }) {
  const { record, faults, busy } = useLotRecord(lot);
  const [by, setBy] = useState<'float' | 'plumpness'>(species.floatTest === 'misleads' ? 'plumpness' : 'float');
  const [rejected, setRejected] = useState('');
  const advice = floatAdvice(species);
  const save = async () => {
    if (await record({ kind: 'sorted', by, rejected: countIn(rejected) })) done(`${rejected} sorted out.`);
  };
  return (
    <div className="max-w-2xl space-y-4">
      <Choice
        label="Sorted by"
        options={[
          { value: 'float', text: 'what floats' },
          { value: 'plumpness', text: 'what is shrivelled' },
        ]}
        value={by}
        onChange={setBy}
      />
      {by === 'float' && <p className={advice.misleads ? 'border-l-4 border-alarm pl-3 font-semibold' : 'text-ink2'}>{advice.text}</p>}
      <Field
        label={by === 'float' ? 'Floaters taken out' : 'Shrivelled or hollow, taken out'}
        error={faults.rejected}
        hint="an earlier test tells of other seed then: test a few again"
      >
        <input
          className="written max-w-48 font-mono"
          inputMode="numeric"
          value={rejected}
          onChange={(event) => setRejected(event.target.value)}
        />
      </Field>
      <OtherFaults faults={faults} shown={['rejected']} />
      <button type="button" className="action" disabled={busy} onClick={save}>
        write it down
      </button>
    </div>
  );
}
