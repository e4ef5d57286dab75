import { recordAnswer, usualAnswer } from '@chill/core/record/answer.ts';
import { dueBy, type Task, taskKey } from '@chill/core/tasks/task.ts';
import { describeEvent } from '@chill/core/tell/describe.ts';
import { say } from '@chill/words/round.ts';
import { newId } from '../../browser/newId.ts';
import { type BatchView, situationOf, useNursery } from '../../data/nursery.ts';
import { isLeftOver, keepSaid, type Said, useAllSaid } from '../../data/said.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { describeGesture, gesturesOn } from '../../parts/roundList.ts';

/** What was half said here of bags that somebody else recorded meanwhile: who and what, and what is to become of it. */
export function LeftOver() {
  const { batches, today } = useNursery();
  return useAllSaid().map((one) => {
    const view = batches.find(({ batch }) => batch.id === one.task.batchId);
    if (!view || view.projection.state.closedOn || !isLeftOver(one, dueBy(view, today), view.batch.events.length)) return null;
    return <HalfSaid key={`${one.task.batchId}${taskKey(one.task)}`} view={view} half={one} />;
  });
}

function HalfSaid({ view, half: { task, said } }: { view: BatchView; half: Said }) {
  const nursery = useNursery();
  const { batch, species, lot, projection } = view;
  const { record, problem } = useRecord();
  const answer = { ...usualAnswer(task as Task, projection.state), ...said };
  const meant = recordAnswer(
    task as Task,
    task.check === 'damp' ? answer : { ...answer, damp: undefined },
    batch,
    projection.state,
    situationOf(nursery, species, lot),
    newId,
  );
  const last = gesturesOn(view, nursery.today).at(-1);
  return (
    <div role="alert" className="mt-3 border-l-4 border-alarm pl-3">
      <p>
        <Tag code={batch.code} /> {species.common[0]}:{' '}
        {say('somebodyWasThere', { did: last ? describeGesture(last, view, nursery.places) : say('somethingElse') })}
      </p>
      {'events' in meant && (
        <p className="font-semibold">
          {say('youHadSaid', { before: meant.events.map((event) => describeEvent(event, batch)).join('; ') })}
        </p>
      )}
      <div className="flex flex-wrap gap-x-6">
        <button type="button" className="action" onClick={() => record(batch, meant) && keepSaid(task, undefined)}>
          {say('recordToo')}
        </button>
        <button type="button" className="quiet" onClick={() => keepSaid(task, undefined)}>
          {say('forgetSaid')}
        </button>
      </div>
      <Problem>{problem}</Problem>
    </div>
  );
}
