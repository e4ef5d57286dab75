import { longDate, shortDate } from '@chill/core/calendar/dates.ts';
import { accept } from '@chill/core/ledger/accept.ts';
import { recordAnswer, usualAnswer } from '@chill/core/record/answer.ts';
import type { Recorded } from '@chill/core/record/record.ts';
import { topUpFor } from '@chill/core/tasks/followUps.ts';
import type { NewEvent } from '@chill/model/event.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/sheet.ts';
import { spoken } from '@chill/words/subject.ts';
import { type KeyboardEvent, useState } from 'react';
import { Link } from 'react-router';
import { newId } from '../../browser/newId.ts';
import { useStored } from '../../browser/stored.ts';
import { type BatchView, situationOf, useNursery } from '../../data/nursery.ts';
import { refusalOf, useRecord } from '../../data/useRecord.ts';
import { DateInput } from '../../kit/fields/DateInput.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { BLANK, kindOfRow, readLine, type SheetLine, sheetOf, type Written } from './sheet.ts';

/** Actions that a tick alone can tell of. */
const TICKED: readonly string[] = ['begin', 'move', 'turn', 'freshWater', 'water', 'refresh', 'lift', 'tend'];

/** A filled sheet typed back in: three fields a bag, Enter to the next; what is wrong is said at its line, and nothing is put down until all is right. */
export default function TypedSheetPage() {
  const nursery = useNursery();
  const { today } = nursery;
  const [on, setOn] = useState(today);
  const [rows, setRows] = useStored<Record<string, Written>>('chill.sheet', {});
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [put, setPut] = useState(0);
  const { record } = useRecord();
  const stops = sheetOf(nursery, 7);
  const lines = stops.flatMap((stop) => stop.lines).filter(({ task }) => task.kind === 'check' || TICKED.includes(task.kind));
  const written = (key: string) => rows[key] ?? BLANK;
  const change = (key: string, part: Partial<Written>) => {
    setPut(0);
    setRows({ ...rows, [key]: { ...written(key), ...part } });
  };
  const begun = lines.filter((line) => readLine(written(line.key), kindOfRow(line)).says !== 'nothing');

  const save = () => {
    const found: Record<string, string> = {};
    const ready: { view: BatchView; events: NewEvent[] }[] = [];
    for (const line of begun) {
      const made = eventsOf(line, written(line.key), on, nursery);
      const refusal = refusalOf(line.view.batch, made, today);
      if (refusal !== undefined) found[line.key] = refusal;
      else if ('events' in made) ready.push({ view: line.view, events: made.events });
    }
    setFaults(found);
    if (Object.keys(found).length > 0) return;
    for (const { view, events } of ready) record(view.batch, { events });
    setRows({});
    setPut(ready.length);
  };
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{say('enterFilledSheet')}</h1>
      <p className="mt-1 max-w-prose text-ink2">{say('howToTypeIn')}</p>
      <div className="mt-3 flex flex-wrap items-end gap-x-8 gap-y-2">
        <div className="w-44">
          <Field label={say('walked')}>
            <DateInput value={on} today={today} onChange={(date) => setOn(date || today)} />
          </Field>
        </div>
        <Link to="/round/sheet" className="quiet">
          {say('sheetPrint')}
        </Link>
      </div>
      {lines.length === 0 && <p className="mt-4 text-ink2">{say('nothingDueWeek')}</p>}
      {stops.map(({ on: day, place, lines: here }) => {
        const shown = here.filter((line) => lines.includes(line));
        if (shown.length === 0) return null;
        return (
          <section key={`${day} ${place?.id ?? 'nowhere'}`} className="mt-4">
            <h2 className="text-[1.06rem]">
              {place?.name ?? say('noPlaceYet')}
              {day !== today && <span className="ml-3 font-normal text-ink2">{longDate(day)}</span>}
            </h2>
            <ul>
              {shown.map((line) => (
                <Row
                  key={line.key}
                  line={line}
                  written={written(line.key)}
                  fault={faults[line.key]}
                  change={(part) => change(line.key, part)}
                  today={today}
                />
              ))}
            </ul>
          </section>
        );
      })}
      <div className="action-bar">
        <button type="button" className="action" disabled={begun.length === 0} onClick={save}>
          {say('recordLines', { lines: begun.length })}
        </button>
        {begun.length > 0 && (
          <button type="button" className="quiet" onClick={() => setRows({})}>
            {say('emptyThem')}
          </button>
        )}
        {Object.keys(faults).length > 0 && <b className="text-alarm">{say('linesNeedCorrecting')}</b>}
        {put > 0 && <b role="status">{say('recordedCanBeUndone', { entries: put })}</b>}
      </div>
    </section>
  );
}

function Row({
  line: { key, view, task },
  written,
  fault,
  change,
  today,
}: {
  line: SheetLine;
  written: Written;
  fault: string | undefined;
  change: (part: Partial<Written>) => void;
  today: string;
}) {
  const onward = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    const firsts = [...document.querySelectorAll<HTMLInputElement>('[data-first]')];
    const row = event.currentTarget.closest('li')?.querySelector<HTMLInputElement>('[data-first]');
    firsts[firsts.indexOf(row as HTMLInputElement) + 1]?.focus();
  };
  const kind = kindOfRow({ task });
  const name = `${view.batch.code} ${view.species.common[0]}`;
  const field = (label: string, part: 'damp' | 'mould' | 'roots', first = false) => (
    <input
      className="written w-20 font-mono"
      aria-label={`${name}: ${label}`}
      aria-invalid={fault ? true : undefined}
      autoComplete="off"
      placeholder={label}
      {...(first && { 'data-first': true })}
      value={written[part]}
      onKeyDown={onward}
      onChange={(event) => {
        // A dot is the usual answer: damp, nothing to see.
        if (event.target.value.trim() === '.') change({ damp: kind === 'damp' ? 'ok' : '', mould: '0', roots: '0' });
        else change({ [part]: event.target.value });
      }}
    />
  );
  return (
    <li
      className="grid grid-cols-[4.2rem_minmax(0,1fr)] items-center gap-x-3 border-t border-line py-1 sm:grid-cols-[4.2rem_minmax(0,18rem)_auto]"
      data-row={key}
    >
      <Tag code={view.batch.code} />
      <span className="min-w-0 leading-tight">
        {view.species.common[0]}
        <span className="block text-[0.92rem] text-ink2">
          {spoken(task.title)}
          {task.due > today && `, ${say('due', { due: shortDate(task.due, today) })}`}
        </span>
      </span>
      <span className="col-span-2 flex items-center gap-3 sm:col-span-1">
        {task.kind === 'check' ? (
          <>
            {kind === 'damp' && field(say('dampHead'), 'damp', true)}
            {field(kind === 'pots' ? say('lost') : say('mould'), 'mould', kind !== 'damp')}
            {kind !== 'pots' && kind !== 'dry' && field(kind === 'sprouts' ? say('germinated') : say('roots'), 'roots')}
          </>
        ) : (
          <label className="flex min-h-12 items-center gap-2">
            <input
              type="checkbox"
              data-first
              className="size-5 accent-ink"
              aria-label={say('lineDone', { name, title: task.title })}
              checked={written.done}
              onKeyDown={onward}
              onChange={(event) => change({ done: event.target.checked })}
            />
            {say('doneAct')}
          </label>
        )}
      </span>
      {fault && (
        <p role="alert" className="col-span-full font-semibold text-alarm">
          {fault}
        </p>
      )}
    </li>
  );
}

/** The events that a line means on the day of the walk, or why it cannot be. */
function eventsOf({ view, task }: SheetLine, written: Written, on: string, nursery: ReturnType<typeof useNursery>): Recorded {
  const says = readLine(written, kindOfRow({ task }));
  if (says.says === 'wrong') return refusal(says.reason);
  const { batch, species, lot, projection } = view;
  const water =
    task.kind === 'water' ? topUpFor({ batch, projection, situation: situationOf(nursery, species, lot), index: task.stage }) : 0;
  const usual = usualAnswer(task, projection.state, water);
  const answer =
    says.says === 'check' ? { ...usual, damp: says.damp, mould: says.mould, mouldy: says.mouldy, up: says.up, lost: says.lost } : usual;
  const { now: _moment, ...situation } = situationOf(nursery, species, lot);
  const at = on === nursery.today ? situationOf(nursery, species, lot) : { ...situation, today: on };
  const recorded = recordAnswer(task, answer, batch, projection.state, at, newId);
  if ('reason' in recorded) return recorded;
  const verdict = accept(batch, recorded.events, nursery.today);
  return verdict.ok ? recorded : verdict;
}
