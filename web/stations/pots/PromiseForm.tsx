import { PlantPromise } from '@chill/model/promise.ts';
import { say } from '@chill/words/promises.ts';
import { worded } from '@chill/words/tables.ts';
import { useNursery } from '../../data/nursery.ts';
import { savePromise } from '../../data/promises.ts';
import { DateInput } from '../../kit/DateInput.tsx';
import { Field } from '../../kit/Field.tsx';
import { Problem } from '../../kit/Problem.tsx';
import { SpeciesPicker } from '../../kit/SpeciesPicker.tsx';
import { Typed } from '../../kit/Typed.tsx';
import { countIn } from '../../kit/typedNumbers.ts';
import { judgedBy, useWritten } from '../../kit/useWritten.ts';

/** A promise as it is written: figures as text, '' where nothing was given. */
interface Draft {
  speciesId: string;
  plants: string;
  on: string;
  whom: string;
}

/** What a field wants, where what stands in it will not do. */
const WANTED: Readonly<Record<string, string>> = worded(say, { on: 'giveDay', speciesId: 'chooseSpecies', plants: 'givePlants' });

/** Plants promised, or a promise changed. */
export function PromiseForm({ promise, close }: { promise: Partial<PlantPromise> & { id: string }; close: () => void }) {
  const { handbook, today } = useNursery();
  const form = useWritten<Draft, PlantPromise>({
    first: {
      ...{ speciesId: promise.speciesId ?? '', plants: promise.plants === undefined ? '' : String(promise.plants) },
      ...{ on: promise.on ?? '', whom: promise.whom ?? '' },
    },
    judge: ({ plants, on, ...rest }) => {
      const judged = judgedBy(PlantPromise, { ...promise, ...rest, on, plants: countIn(plants) });
      if ('value' in judged) return judged;
      return { faults: judged.faults.map(({ field, message }) => ({ field, message: WANTED[field] ?? message })) };
    },
    save: async (made) => {
      await savePromise(made);
      close();
    },
  });
  const { written } = form;
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
      <div className="flex flex-wrap items-center gap-x-5 sm:col-span-2">
        <button type="submit" className="action" disabled={form.busy}>
          {say('save')}
        </button>
        <button type="button" className="quiet" onClick={close}>
          {say('cancel')}
        </button>
        <Problem>{form.fault('root')}</Problem>
      </div>
    </form>
  );
}
