import { floatAdvice } from '@chill/core/lot/testPlan.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/seeds.ts';
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
    if (await record({ kind: 'sorted', by, rejected: countIn(rejected) })) done(say('sortedOut2', { rejected }));
  };
  return (
    <div className="max-w-2xl space-y-4">
      <Choice
        label={say('sortedBy')}
        options={[
          { value: 'float', text: say('whatFloats') },
          { value: 'plumpness', text: say('whatShrivelled') },
        ]}
        value={by}
        onChange={setBy}
      />
      {by === 'float' && <p className={advice.misleads ? 'border-l-4 border-alarm pl-3 font-semibold' : 'text-ink2'}>{advice.text}</p>}
      <Field
        label={by === 'float' ? say('floatersTakenOut') : say('shrivelledOrHollowTakenOut')}
        error={faults.rejected}
        hint={say('earlierTestWasThenOther')}
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
        {say('record')}
      </button>
    </div>
  );
}
