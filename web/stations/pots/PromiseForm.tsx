import { shortDate } from '@chill/core/calendar/dates.ts';
import type { LotId } from '@chill/model/primitives.ts';
import { PlantPromise, Priority } from '@chill/model/promise.ts';
import { say } from '@chill/words/promises.ts';
import { worded } from '@chill/words/tables.ts';
import { useState } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { savePromise } from '../../data/promises.ts';
import { BothSides } from '../../kit/fields/BothSides.tsx';
import { DateInput } from '../../kit/fields/DateInput.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { Typed } from '../../kit/fields/Typed.tsx';
import { typedCount } from '../../kit/fields/typedNumbers.ts';
import { judgedBy, useWritten } from '../../kit/fields/useWritten.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { SpeciesPicker } from '../../parts/SpeciesPicker.tsx';

/** A promise as it is written: figures as text, '' where nothing was given. */
interface Draft {
  speciesId: string;
  plants: string;
  on: string;
  whom: string;
  priority: Priority;
  /** A share as text, '' for the nursery's own. */
  confidence: string;
  lotId: LotId;
}

/** What a field wants, where what stands in it will not do. */
const WANTED: Readonly<Record<string, string>> = worded(say, { on: 'giveDay', speciesId: 'chooseSpecies', plants: 'givePlants' });

const PRIORITIES = worded(say, { first: 'priorityFirst', next: 'priorityNext', ifRoom: 'priorityIfRoom' });
const SURE = [0.5, 0.8, 0.9, 0.95];
const inHundred = (share: number) => say('share', { share: Math.round(share * 100) });

/** Plants promised, or a promise changed. */
export function PromiseForm({ promise: shown, close }: { promise: Partial<PlantPromise> & { id: string }; close: () => void }) {
  const [promise] = useState(shown);
  const { handbook, today, nursery, lots } = useNursery();
  const ofSpecies = (speciesId: string) => lots.filter((lot) => lot.speciesId === speciesId);
  const form = useWritten<Draft, PlantPromise>({
    first: {
      speciesId: promise.speciesId ?? '',
      plants: promise.plants === undefined ? '' : String(promise.plants),
      on: promise.on ?? '',
      whom: promise.whom ?? '',
      priority: promise.priority ?? 'next',
      confidence: promise.confidence === undefined ? '' : String(promise.confidence),
      lotId: promise.lotId ?? '',
    },
    judge: ({ plants, on, priority, confidence, lotId, ...rest }) => {
      const { priority: _priority, confidence: _confidence, lotId: _lotId, ...kept } = promise;
      const judged = judgedBy(PlantPromise, {
        ...kept,
        ...rest,
        on,
        plants: typedCount(plants),
        ...(priority !== 'next' && { priority }),
        ...(confidence !== '' && { confidence: Number(confidence) }),
        // A lot of another species is no lot of this one.
        ...(ofSpecies(rest.speciesId).some(({ id }) => id === lotId) && { lotId }),
      });
      if ('value' in judged) return judged;
      return { faults: judged.faults.map(({ field, message }) => ({ field, message: WANTED[field] ?? message })) };
    },
    save: async (made) => {
      await savePromise(made, promise.whom === undefined ? undefined : (promise as PlantPromise));
      close();
    },
    told: ({ plants, speciesId, on, whom, priority = 'next', closed }) => [
      say('plantsOf', { count: plants }),
      handbook.find(({ id }) => id === speciesId)?.common[0] ?? speciesId,
      ...[say('byDay', { on: shortDate(on, today) }), whom, PRIORITIES[priority]],
      ...(closed ? [say(closed.how === 'kept' ? 'keptOn' : 'withdrawn', { on: shortDate(closed.on, today) })] : []),
    ],
  });
  const { written } = form;
  const own = ofSpecies(written.speciesId);
  return (
    <form
      noValidate
      className="mt-4 grid max-w-4xl gap-x-8 gap-y-4 border-y border-line bg-sheet px-4 py-4 sm:grid-cols-2"
      onSubmit={form.submit}
    >
      <Typed form={form} name="plants" label={say('howMany')} numeric="count" />
      <Field label={say('species')} error={form.fault('speciesId')}>
        <SpeciesPicker
          handbook={handbook}
          value={handbook.find(({ id }) => id === written.speciesId)}
          onChange={({ id }) => form.put({ speciesId: id })}
        />
      </Field>
      <Typed form={form} name="whom" label={say('whom')} hint={say('whomHint')} />
      <Field label={say('byWhen')} error={form.fault('on')}>
        <DateInput className="written" value={written.on} onChange={(on) => form.put({ on })} today={today} ahead />
      </Field>
      <Field label={say('priority')}>
        <select className="written" value={written.priority} onChange={({ target }) => form.put({ priority: target.value as Priority })}>
          {Priority.options.map((one) => (
            <option key={one} value={one}>
              {PRIORITIES[one]}
            </option>
          ))}
        </select>
      </Field>
      <Field label={say('confidence')}>
        <select className="written" value={written.confidence} onChange={({ target }) => form.put({ confidence: target.value })}>
          <option value="">{say('confidenceHint', { share: inHundred(nursery.settings.confidence) })}</option>
          {[...new Set([...SURE, ...(promise.confidence ? [promise.confidence] : [])])].map((share) => (
            <option key={share} value={share}>
              {inHundred(share)}
            </option>
          ))}
        </select>
      </Field>
      {own.length > 0 && (
        <Field label={say('lotOnly')}>
          <select className="written" value={written.lotId} onChange={({ target }) => form.put({ lotId: target.value })}>
            <option value="">{say('lotAny')}</option>
            {own.map(({ id, code }) => (
              <option key={id} value={id}>
                {code}
              </option>
            ))}
          </select>
        </Field>
      )}
      <div className="flex flex-wrap items-center gap-x-5 sm:col-span-2">
        <button type="submit" className="action" disabled={form.busy}>
          {say('save')}
        </button>
        <button type="button" className="quiet" onClick={close}>
          {say('cancel')}
        </button>
        <Problem>{form.fault('root')}</Problem>
        <BothSides sides={form.sides(close)} />
      </div>
    </form>
  );
}
