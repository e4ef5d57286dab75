import { floatAdvice } from '@chill/core/lot/testPlan.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/seeds.ts';
import type { LotView } from '../../data/nursery.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Typed } from '../../kit/fields/Typed.tsx';
import { typedCount } from '../../kit/fields/typedNumbers.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { useLotForm } from './useLotForm.ts';

/** Sorts out what is not viable; the rejects stay counted. */
export function SortForm({ lot, species, done }: { lot: LotView; species: Species; done: (said: string) => void }) {
  const form = useLotForm(lot, {
    first: { by: species.floatTest === 'misleads' ? 'plumpness' : 'float', rejected: '' } as {
      by: 'float' | 'plumpness';
      rejected: string;
    },
    event: ({ by, rejected }) => ({ kind: 'sorted', by, rejected: typedCount(rejected) }),
    done: ({ rejected }) => done(say('sortedOutDone', { rejected })),
  });
  const advice = floatAdvice(species);
  const { by } = form.written;
  return (
    <form noValidate onSubmit={form.submit} className="max-w-2xl space-y-4">
      <Choice
        label={say('sortedBy')}
        options={[
          { value: 'float', text: say('whatFloats') },
          { value: 'plumpness', text: say('whatShrivelled') },
        ]}
        value={by}
        onChange={(how) => form.put({ by: how })}
      />
      {by === 'float' && (
        <p className={advice.misleads ? 'border-l-4 border-alarm pl-3 font-semibold' : 'text-ink2'}>
          {advice.text} <Term of="floatTest">{say('whatFloatTest')}</Term>
        </p>
      )}
      <Typed
        form={form}
        name="rejected"
        label={by === 'float' ? say('floatersTakenOut') : say('shrivelledTakenOut')}
        hint={say('earlierTestOnOtherSeed')}
        numeric="count"
        className="max-w-48"
      />
      <Problem>{form.fault('root')}</Problem>
      <button type="submit" className="action" disabled={form.busy}>
        {say('record')}
      </button>
    </form>
  );
}
