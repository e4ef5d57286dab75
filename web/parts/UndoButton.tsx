import { undoing } from '@chill/core/ledger/undo.ts';
import { describeEvent } from '@chill/core/tell/describe.ts';
import { say } from '@chill/words/kit.ts';
import { useState } from 'react';
import { newId } from '../browser/newId.ts';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { useRecord } from '../data/useRecord.ts';
import { Problem } from '../kit/told/Problem.tsx';

/** Takes back what was recorded together. Where later entries rest on it, they are named in place, and undone with it if the grower says so. */
export function UndoButton({ view, events }: { view: BatchView; events: readonly { id: string }[] }) {
  const { today } = useNursery();
  const [asked, setAsked] = useState(false);
  const { record, problem, refuse } = useRecord();
  const { batch } = view;
  const plan = () =>
    undoing(
      batch,
      events.map(({ id }) => id),
      today,
      newId,
    );
  const also = asked ? (plan()?.also ?? []) : [];
  const undo = (together: boolean) => {
    const undone = plan();
    if (!undone) return refuse(say('laterEntriesDepend'));
    if (undone.also.length > 0 && !together) return setAsked(true);
    setAsked(false);
    record(batch, undone);
  };
  if (also.length > 0) {
    const entries = also.map((event) => describeEvent(event, batch)).join('; ');
    return (
      <div role="alert" className="my-1 max-w-md basis-full border-l-4 border-alarm pl-3 text-[0.95rem] desk:basis-auto">
        <p>
          {also.length === 1
            ? say('laterEntryRestsOnThis', { entry: entries })
            : say('laterEntriesRestOnThis', { count: also.length, entries })}
        </p>
        <div className="flex flex-wrap gap-x-5">
          <button type="button" className="quiet font-semibold" onClick={() => undo(true)}>
            {also.length === 1 ? say('undoItToo') : say('undoTheseToo', { count: also.length })}
          </button>
          <button type="button" className="quiet" onClick={() => setAsked(false)}>
            {say('cancel')}
          </button>
        </div>
      </div>
    );
  }
  return (
    <>
      <button
        type="button"
        className="quiet shrink-0 px-2 text-[0.92rem]"
        onClick={() => undo(false)}
        aria-label={say('undo', { code: batch.code })}
      >
        {say('undoAct')}
      </button>
      <Problem>{problem}</Problem>
    </>
  );
}
