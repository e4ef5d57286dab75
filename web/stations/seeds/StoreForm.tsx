import { say } from '@chill/words/seeds.ts';
import { useState } from 'react';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { Choice } from '../../kit/Choice.tsx';
import { Field } from '../../kit/Field.tsx';
import { OtherFaults } from '../../kit/Problem.tsx';
import { countIn } from './lotWriting.ts';
import { useLotRecord } from './useLotRecord.ts';

/** Moves a lot: dry or moist, and where. */
export function StoreForm({ lot, done }: { lot: LotView; done: (said: string) => void }) {
  const { today } = useNursery();
  const { record, faults, busy } = useLotRecord(lot);
  const [state, setState] = useState<'dry' | 'moist'>(lot.state.storage?.state ?? 'dry');
  const [where, setWhere] = useState(lot.state.storage?.where ?? '');
  const save = async () => {
    if (await record({ kind: 'stored', storage: { state, since: today, ...(where.trim() && { where }) } })) done(say('kept3', { state }));
  };
  return (
    <div className="max-w-2xl space-y-4">
      <Choice
        label={say('kept')}
        options={[
          { value: 'dry', text: say('dry') },
          { value: 'moist', text: say('moist') },
        ]}
        value={state}
        onChange={setState}
      />
      <Field label={say('where')} error={faults['storage.where']}>
        <input className="written max-w-sm" value={where} onChange={(event) => setWhere(event.target.value)} />
      </Field>
      <OtherFaults faults={faults} shown={['storage.where']} />
      <button type="button" className="action" disabled={busy} onClick={save}>
        {say('record')}
      </button>
    </div>
  );
}

/** Gives some of a lot away, to a swap or a neighbour; they stay counted. */
export function GiveForm({ lot, done }: { lot: LotView; done: (said: string) => void }) {
  const { record, faults, busy } = useLotRecord(lot);
  const [seeds, setSeeds] = useState('');
  const [to, setTo] = useState('');
  const save = async () => {
    if (await record({ kind: 'givenAway', seeds: countIn(seeds), ...(to.trim() && { note: to.trim() }) }))
      done(say('givenAway2', { seeds }));
  };
  return (
    <div className="max-w-2xl space-y-4">
      <div className="grid grid-cols-2 gap-x-8">
        <Field label={say('seedsGivenAway')} error={faults.seeds}>
          <input className="written font-mono" inputMode="numeric" value={seeds} onChange={(event) => setSeeds(event.target.value)} />
        </Field>
        <Field label={say('whom')} error={faults.note}>
          <input className="written" value={to} onChange={(event) => setTo(event.target.value)} />
        </Field>
      </div>
      <OtherFaults faults={faults} shown={['seeds', 'note']} />
      <button type="button" className="action" disabled={busy} onClick={save}>
        {say('record')}
      </button>
    </div>
  );
}
