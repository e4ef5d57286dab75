import { stateBefore } from '@chill/core/ledger/fold.ts';
import { mostFor, type Verb } from '@chill/core/ledger/verbs.ts';
import { type Correction, countsOf, recordCorrection } from '@chill/core/record/correct.ts';
import type { LedgerEvent } from '@chill/model/event.ts';
import { say } from '@chill/words/batch.ts';
import { options, worded } from '@chill/words/tables.ts';
import { useState } from 'react';
import { newId } from '../../browser/newId.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { DateInput } from '../../kit/fields/DateInput.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { QuantityInput } from '../../kit/fields/QuantityInput.tsx';
import { Stepper } from '../../kit/fields/Stepper.tsx';
import { Problem } from '../../kit/told/Problem.tsx';

const DAMP = options(say, { dry: 'dry', right: 'damp', wet: 'wet' });
const MOULD = options(say, { none: 'noMould', few: 'someMould', spreading: 'spreadingMould' });
const COUNTED: Record<Verb, string> = worded(say, {
  up: 'germinated',
  mouldy: 'mouldy',
  lost: 'lost',
  potted: 'potted',
  swollen: 'swollen',
  floated: 'floatedOff',
  established: 'established',
  broken: 'broken',
  heldOver: 'heldOver',
  plantOut: 'plantedOut',
  givenAway: 'givenAway',
});
/** What a check counts, whether or not it found any. */
const CHECKED: readonly Verb[] = ['up', 'mouldy', 'lost'];

/** An entry that was wrong, with its fields filled in: what is put right stands in its place, and what was wrong stays to be seen. */
export function CorrectEntry({ view, event, done }: { view: BatchView; event: LedgerEvent; done: () => void }) {
  const { today, nursery } = useNursery();
  const { batch } = view;
  const { record, problem } = useRecord();
  const counted = countsOf(event);
  const [right, setRight] = useState<Correction>({ on: event.on, note: event.note ?? '', counts: counted });
  const put = (part: Partial<Correction>) => setRight({ ...right, ...part });
  const verbs = [...new Set([...(event.kind === 'checked' ? CHECKED : []), ...(Object.keys(counted) as Verb[])])];
  const countable = event.kind === 'checked' || event.kind === 'seedsMoved';
  const { counts } = stateBefore(batch, event.id);
  return (
    <form
      className="flex basis-full flex-wrap items-end gap-x-5 gap-y-3 border-l-4 border-line py-2 pl-3"
      aria-label={say('correctEntry')}
      onSubmit={(sent) => {
        sent.preventDefault();
        if (record(batch, recordCorrection(batch, event, right, newId))) done();
      }}
    >
      <div className="w-32">
        <Field label={say('day')}>
          <DateInput today={today} value={right.on ?? event.on} onChange={(on) => put({ on: on || event.on })} />
        </Field>
      </div>
      {event.kind === 'checked' && event.damp && (
        <Choice label={say('howDamp')} options={DAMP} value={right.damp ?? event.damp} onChange={(damp) => put({ damp })} />
      )}
      {event.kind === 'checked' && event.mould && (
        <Choice label={say('mould')} options={MOULD} value={right.mould ?? event.mould} onChange={(mould) => put({ mould })} />
      )}
      {countable &&
        verbs.map((verb) => (
          <Stepper
            key={verb}
            label={COUNTED[verb]}
            value={right.counts?.[verb] ?? 0}
            most={mostFor(verb, counts)}
            onChange={(count) => put({ counts: { ...right.counts, [verb]: count } })}
          />
        ))}
      {event.kind === 'watered' && (
        <div className="w-32">
          <Field label={say('water')}>
            <QuantityInput
              quantity="volume_mL"
              units={nursery.settings.units}
              value={right.mL ?? event.mL}
              onChange={(mL) => put({ mL: mL ?? 0 })}
            />
          </Field>
        </div>
      )}
      <div className="min-w-40 grow">
        <Field label={say('noteLabel')}>
          <input className="written" value={right.note ?? ''} onChange={({ target }) => put({ note: target.value })} />
        </Field>
      </div>
      <button type="submit" className="action">
        {say('save')}
      </button>
      <button type="button" className="quiet" onClick={done}>
        {say('cancel')}
      </button>
      <Problem>{problem}</Problem>
    </form>
  );
}
