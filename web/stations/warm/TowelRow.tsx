import { shortDate } from '@chill/core/calendar/dates.ts';
import { decidedNext } from '@chill/core/ledger/planInForce.ts';
import { mostFor } from '@chill/core/ledger/verbs.ts';
import { recordCheck, recordMoves } from '@chill/core/record/record.ts';
import { AMENDED } from '@chill/core/tell/describe.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { span } from '@chill/core/units/span.ts';
import type { Sight } from '@chill/model/sight.ts';
import { spoken } from '@chill/words/subject.ts';
import { say } from '@chill/words/warm.ts';
import { newId } from '../../browser/newId.ts';
import { toPotNow } from '../../data/lifts.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { AnswerControls } from '../../parts/AnswerRow.tsx';
import { NextTask } from '../../parts/BatchLine.tsx';
import { nextFor } from '../../parts/nextFor.ts';
import type { Beside } from '../../parts/StationBeside.tsx';
import { TapRow } from '../../parts/TapRow.tsx';
import { UndoButton } from '../../parts/UndoButton.tsx';

/** Counts that are said with one tap: none, one more, five more. */
const TAPS = [0, 1, 5];

/** One towel of the warm station: what has come, what is due, and its count. */
export function TowelRow({
  view,
  sight,
  picked,
  pick,
  below,
}: {
  view: BatchView;
  sight: Sight | undefined;
} & Beside) {
  const { today } = useNursery();
  const { batch, species, projection, tasks } = view;
  const { state, sprouting, stages } = projection;
  const { record, problem } = useRecord();
  const counts = sprouting?.stage === state.stage && state.underWay;
  // What is not counted is answered by whatever is next for it.
  const task = counts ? tasks.find(({ kind }) => kind === 'check') : tasks[0];
  const decided = decidedNext(state);
  const stage = stages[Math.min(state.stage, stages.length - 1)];
  const put = (up: number, mouldy = 0) =>
    record(batch, recordCheck(batch, state, { counts: { ...(up > 0 && { up }), ...(mouldy > 0 && { mouldy }) } }, today, newId));
  return (
    <TapRow
      view={view}
      about={
        counts ? (
          <Counted view={view} />
        ) : (
          <>
            {stage && stageName(stage.kind)}
            {task && ' · '}
            {task && <NextTask task={task} today={today} />}
          </>
        )
      }
      picked={picked}
      pick={pick}
      below={below}
      taps={TAPS.filter((up) => up <= mostFor('up', state.counts)).map((up) => ({
        text: up === 0 ? '0' : `+${up}`,
        label: say(up === 0 ? 'noneNew' : stage?.sown ? 'newUp' : 'newOnes', { count: up, code: batch.code }),
        count: up,
      }))}
      tapsLabel={say(stage?.sown ? 'upNow' : 'germinatedNow', { code: batch.code })}
      {...(counts && { put: (up: number) => put(up) })}
      instead={task && spoken(task.title)}
      moreLabel={say('moreToRecord', { code: batch.code })}
      more={
        <>
          {task && <AnswerControls view={view} task={task} sight={sight} />}
          {counts && !stage?.sown && (
            <button
              type="button"
              className="quiet mt-1"
              onClick={() => record(batch, { events: [{ id: newId(), on: today, kind: 'refreshed' }] })}
            >
              {say('paperRenewed')}
            </button>
          )}
        </>
      }
    >
      {sight && counts && (sight.up > 0 || sight.mouldy > 0) && (
        <button type="button" className="quiet text-[0.9rem]" onClick={() => put(sight.up, sight.mouldy)}>
          {say('simulatedShow', {
            seen: [
              ...(sight.up > 0 ? [say(stage?.sown ? 'someUp' : 'someGerminated', { count: sight.up })] : []),
              ...(sight.mouldy > 0 ? [say('someMouldy', { count: sight.mouldy })] : []),
            ].join(', '),
          })}
        </button>
      )}
      {toPotNow(view, today) > 0 && (
        <button
          type="button"
          className="quiet"
          onClick={() => record(batch, recordMoves(state, { potted: state.counts.sprouted }, today, newId))}
        >
          {stage?.sown
            ? say('prickOutAndPot', { count: state.counts.sprouted })
            : say('liftAndPot', { count: state.counts.sprouted, liftAt: species.liftAt_mm })}
        </button>
      )}
      {decided && (
        <p data-undo className="flex flex-wrap items-center text-[0.95rem]">
          {say('decided', { on: shortDate(decided.on, today), change: AMENDED[decided.why] })}{' '}
          <UndoButton view={view} events={[{ id: decided.eventId }]} />
        </p>
      )}
      <Problem>{problem}</Problem>
    </TapRow>
  );
}

/** So many of so many, what the next check may find, and when it is. */
function Counted({ view }: { view: BatchView }) {
  const { today } = useNursery();
  const { sprouting, stages } = view.projection;
  if (!sprouting) return null;
  const { low, high } = sprouting.expectNew;
  return (
    <>
      <b className="font-mono text-ink">{sprouting.up}</b>{' '}
      {say(stages[sprouting.stage]?.sown ? 'ofSeedsUp' : 'ofSeeds', { seeds: sprouting.seeds })}
      {high > 0 && ` · ${say('newExpected', { range: span({ low, high }) })}`} · {nextFor(view, today).short}
    </>
  );
}
