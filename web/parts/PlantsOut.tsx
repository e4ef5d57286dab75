import { mostFor } from '@chill/core/ledger/verbs.ts';
import { say } from '@chill/words/round.ts';
import { options } from '@chill/words/tables.ts';
import { usePromises } from '../data/promises.ts';
import { Choice } from '../kit/fields/Choice.tsx';
import { Stepper } from '../kit/fields/Stepper.tsx';
import type { Answering } from './useAnswer.ts';

const OTHERS = options(say, {
  stay: 'othersStay',
  lost: 'writtenOff',
});

/** How many go out, for which promise, and what becomes of the others. */
export default function PlantsOut({ view, answer, set }: Answering) {
  const most = mostFor('plantOut', view.projection.state.counts);
  const { standings } = usePromises();
  const open = standings.find(({ speciesId }) => speciesId === view.species.id)?.promises.filter((one) => one.open > 0) ?? [];
  const choose = (id: string) => {
    const chosen = open.find(({ promise }) => promise.id === id);
    set({ promise: chosen?.promise.id, count: Math.min(most, chosen?.open ?? most) });
  };
  return (
    <>
      <Stepper label={say('plants')} value={answer.count} most={most} onChange={(count) => set({ count })} />
      {open.length > 0 && (
        <label className="flex items-baseline gap-1.5 text-[0.95rem] text-ink2">
          {say('forWhom')}
          <select className="written max-w-44" value={answer.promise ?? ''} onChange={({ target }) => choose(target.value)}>
            <option value="">{say('forNoPromise')}</option>
            {open.map(({ promise, open: left }) => (
              <option key={promise.id} value={promise.id}>
                {say('promiseFor', { whom: promise.whom, open: left })}
              </option>
            ))}
          </select>
        </label>
      )}
      {answer.count < most && (
        <Choice label={say('theOthers')} options={OTHERS} value={answer.others} onChange={(others) => set({ others })} />
      )}
    </>
  );
}
