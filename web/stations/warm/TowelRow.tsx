import { shortDate } from '@chill/core/calendar/dates.ts';
import { decidedNext } from '@chill/core/ledger/planInForce.ts';
import { mostFor } from '@chill/core/ledger/verbs.ts';
import { AMENDED } from '@chill/core/schedule/describe.ts';
import { recordCheck, recordMoves } from '@chill/core/schedule/record.ts';
import { stageName } from '@chill/core/schedule/words.ts';
import type { Sight } from '@chill/model/sight.ts';
import { spoken } from '@chill/words/subject.ts';
import { say } from '@chill/words/warm.ts';
import { type CSSProperties, type ReactNode, useId, useRef, useState } from 'react';
import { newId } from '../../data/newId.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/Problem.tsx';
import { Tag } from '../../kit/Tag.tsx';
import { UndoButton } from '../../kit/UndoButton.tsx';
import { stageZone, ZONE_COLOUR } from '../../kit/zones.ts';
import { AnswerControls } from '../round/AnswerRow.tsx';
import { focusSoon, isField, moveOn, rowAfter } from '../round/rows.ts';
import { nextFor } from './nextFor.ts';

/** Counts that are said with one tap: none, one more, five more. */
const TAPS = [0, 1, 5];

/** One towel of the warm station: what has come, what is due, and its count in one tap or in digits. Picked, it shows what else can be recorded. */
export function TowelRow({
  view,
  sight,
  picked,
  pick,
  unpick,
  below,
}: {
  view: BatchView;
  sight: Sight | undefined;
  picked: boolean;
  pick: () => void;
  unpick: () => void;
  /** What is shown under it once it is picked, where there is no room beside the list. */
  below: ReactNode;
}) {
  const { today } = useNursery();
  const { batch, species, projection, tasks } = view;
  const { state, sprouting, stages } = projection;
  const { record, problem } = useRecord();
  const [typed, setTyped] = useState('');
  const [more, setMore] = useState(false);
  const row = useRef<HTMLDivElement>(null);
  const id = useId();
  const stage = stages[Math.min(state.stage, stages.length - 1)];
  const counts = sprouting?.stage === state.stage && state.underWay;
  // What is not counted is answered by whatever is next for it.
  const task = counts ? tasks.find(({ kind }) => kind === 'check') : tasks[0];
  const decided = decidedNext(state);
  const zone = { '--zone': ZONE_COLOUR[stage ? stageZone(stage) : 'warm'] } as CSSProperties;
  const said = batch.events.findLast(({ id, on, kind }) => on === today && kind === 'checked' && state.inForce.has(id));

  const put = (up: number, seen: Partial<Record<'mouldy', number>> = {}) => {
    setTyped('');
    return record(batch, recordCheck(batch, state, { counts: { ...(up > 0 && { up }), ...seen } }, today, newId));
  };
  const onKeyDown = (event: React.KeyboardEvent<HTMLElement>) => {
    if (moveOn(event)) return;
    const onRow = event.target === row.current;
    if (!onRow || isField(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
    if (/^\d$/.test(event.key) && counts) setTyped((typed + event.key).slice(-4));
    else if (event.key === 'Backspace') setTyped(typed.slice(0, -1));
    else if (event.key === 'u') row.current?.querySelector<HTMLElement>('[data-undo] button')?.click();
    else if (event.key === 'Enter' && counts) {
      const after = rowAfter(row.current);
      if (put(Number(typed || '0'))) focusSoon(after);
    } else return;
    event.preventDefault();
  };

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a row that takes digits; every act in it has a control of its own.
    <div
      ref={row}
      tabIndex={-1}
      data-row="due"
      className={`border-t border-line py-2 ${picked ? 'desk:-mx-3 desk:bg-sheet desk:px-3' : ''}`}
      style={zone}
      onFocus={below ? undefined : pick}
      onKeyDown={onKeyDown}
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <button
          type="button"
          className="flex min-h-12 min-w-0 grow basis-56 items-center gap-3 text-left"
          aria-expanded={below ? picked : undefined}
          onClick={() => (below && picked ? unpick() : pick())}
        >
          <span className="w-14 shrink-0">
            <Tag code={batch.code} />
          </span>
          <span className="min-w-0">
            <span className="block leading-tight font-[560]">{species.common[0]}</span>
            <span className="block text-[0.92rem] text-ink2">
              {counts && sprouting ? <Counted view={view} /> : stage && stageName(stage.kind)}
            </span>
          </span>
        </button>
        {counts ? (
          <fieldset className="flex items-stretch gap-1.5" aria-label={say('germinatedNow', { code: batch.code })}>
            {TAPS.filter((up) => up <= mostFor('up', state.counts)).map((up) => (
              <button
                key={up}
                type="button"
                className="tap"
                onClick={() => put(up)}
                aria-label={say(up === 0 ? 'noneNew' : 'newOnes', { count: up, code: batch.code })}
              >
                {up === 0 ? '0' : `+${up}`}
              </button>
            ))}
            <button
              type="button"
              className="tap"
              aria-expanded={more}
              aria-controls={id}
              onClick={() => setMore(!more)}
              aria-label={say('moreToRecord', { code: batch.code })}
            >
              …
            </button>
          </fieldset>
        ) : (
          task && (
            <button type="button" className="quiet" aria-expanded={more} aria-controls={id} onClick={() => setMore(!more)}>
              {spoken(task.title)}
            </button>
          )
        )}
      </div>
      {typed !== '' && (
        <p role="status" className="mt-1 text-right">
          <b className="font-mono text-xl">+{typed}</b> <span className="text-ink2">{say('enterRecords')}</span>
        </p>
      )}
      {sight && counts && (sight.up > 0 || sight.mouldy > 0) && (
        <button
          type="button"
          className="quiet text-[0.9rem]"
          onClick={() => put(sight.up, sight.mouldy > 0 ? { mouldy: sight.mouldy } : {})}
        >
          {say('simulatedShow', {
            seen: [
              ...(sight.up > 0 ? [say('someGerminated', { count: sight.up })] : []),
              ...(sight.mouldy > 0 ? [say('someMouldy', { count: sight.mouldy })] : []),
            ].join(', '),
          })}
        </button>
      )}
      <div className="flex flex-wrap items-center gap-x-4">
        {state.counts.sprouted > 0 && batch.purpose !== 'test' && (
          <button
            type="button"
            className="quiet"
            onClick={() => record(batch, recordMoves(state, { potted: state.counts.sprouted }, today, newId))}
          >
            {say('liftAndPot', { count: state.counts.sprouted, liftAt: species.liftAt_mm })}
          </button>
        )}
        {decided && (
          <span data-undo className="flex flex-wrap items-center text-[0.95rem]">
            {say('decided', { on: shortDate(decided.on, today), what: AMENDED[decided.why] })}{' '}
            <UndoButton view={view} events={[{ id: decided.eventId }]} />
          </span>
        )}
        {said && !decided && (
          <span data-undo className="ml-auto flex items-center text-[0.92rem] text-ink2">
            {say('recordedToday')} <UndoButton view={view} events={[said]} />
          </span>
        )}
      </div>
      <Problem>{problem}</Problem>
      <div id={id} hidden={!more} className="mt-2">
        {more && task && <AnswerControls view={view} task={task} sight={sight} />}
        {more && counts && (
          <button
            type="button"
            className="quiet mt-1"
            onClick={() => record(batch, { events: [{ id: newId(), on: today, kind: 'refreshed' }] })}
          >
            {say('paperRenewed')}
          </button>
        )}
      </div>
      {below && picked && counts && <div className="mt-3 border-l-2 border-line pl-3">{below}</div>}
    </div>
  );
}

/** So many of so many, what the next check may find, and when it is. */
function Counted({ view }: { view: BatchView }) {
  const { today } = useNursery();
  const { sprouting } = view.projection;
  if (!sprouting) return null;
  const { low, high } = sprouting.expectNew;
  return (
    <>
      <b className="font-mono text-ink">{sprouting.up}</b> {say('ofSeeds', { seeds: sprouting.seeds })}
      {high > 0 && ` · ${say('newExpected', { range: low === high ? String(low) : `${low}–${high}` })}`} · {nextFor(view, today).short}
    </>
  );
}
