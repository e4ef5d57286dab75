import { borderCaution } from '@chill/core/lot/cautions.ts';
import { say } from '@chill/words/seeds.ts';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Typed } from '../../kit/fields/Typed.tsx';
import { typedCount } from '../../kit/fields/typedNumbers.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { useLotForm } from './useLotForm.ts';

/** Moves a lot: dry or moist, and where. */
export function StoreForm({ lot, done }: { lot: LotView; done: (said: string) => void }) {
  const { today } = useNursery();
  const { state = 'dry', where = '' } = lot.state.storage ?? {};
  const form = useLotForm(lot, {
    first: { state, where } as { state: 'dry' | 'moist'; where: string },
    event: (to) => ({ kind: 'stored', storage: { state: to.state, since: today, ...(to.where.trim() && { where: to.where }) } }),
    fields: { 'storage.where': 'where' },
    done: (to) => done(say('keptDone', { state: to.state })),
  });
  return (
    <form noValidate onSubmit={form.submit} className="max-w-2xl space-y-4">
      <Choice
        label={say('kept')}
        options={[
          { value: 'dry', text: say('dry') },
          { value: 'moist', text: say('moist') },
        ]}
        value={form.written.state}
        onChange={(to) => form.put({ state: to })}
      />
      <Typed form={form} name="where" label={say('where')} className="max-w-sm" />
      <Problem>{form.fault('root')}</Problem>
      <button type="submit" className="action" disabled={form.busy}>
        {say('record')}
      </button>
    </form>
  );
}

/** Gives some of a lot away, to a swap or a neighbour; they stay counted. */
export function GiveForm({ lot, done }: { lot: LotView; done: (said: string) => void }) {
  const form = useLotForm(lot, {
    first: { seeds: '', note: '' },
    event: ({ seeds, note }) => ({ kind: 'givenAway', seeds: typedCount(seeds), ...(note.trim() && { note }) }),
    done: ({ seeds }) => done(say('givenAwayDone', { seeds })),
  });
  return (
    <form noValidate onSubmit={form.submit} className="max-w-2xl space-y-4">
      <div className="grid grid-cols-2 gap-x-8">
        <Typed form={form} name="seeds" label={say('seedsGivenAway')} numeric="count" />
        <Typed form={form} name="note" label={say('whom')} />
      </div>
      <p className="max-w-prose border-l-4 border-line pl-3 text-[0.95rem] text-ink2">{borderCaution()}</p>
      <Problem>{form.fault('root')}</Problem>
      <button type="submit" className="action" disabled={form.busy}>
        {say('record')}
      </button>
    </form>
  );
}
