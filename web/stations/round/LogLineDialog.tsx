import { shortDate } from '@chill/core/calendar/dates.ts';
import { accept } from '@chill/core/ledger/accept.ts';
import { likelyCodes } from '@chill/core/ledger/bagCode.ts';
import { type LogLine, parseLogLine } from '@chill/core/ledger/logLine.ts';
import { stateName } from '@chill/core/ledger/states.ts';
import { describeEvent } from '@chill/core/schedule/describe.ts';
import { recordSayings } from '@chill/core/schedule/record.ts';
import type { NewEvent, SeedState } from '@chill/model/event.ts';
import { oneOf } from '@chill/words/lists.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/round.ts';
import { spoken } from '@chill/words/subject.ts';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { useMemo, useState } from 'react';
import { newId } from '../../data/newId.ts';
import { type BatchView, type NurseryView, situationOf, useNursery } from '../../data/nursery.ts';
import { useStored } from '../../data/stored.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/Problem.tsx';
import { Tag } from '../../kit/Tag.tsx';

/** What a line would do, before it is done. */
type Preview =
  | { view: BatchView; events: NewEvent[]; after: Record<SeedState, number> }
  | { problems: { text: string; problem: string }[]; view?: BatchView | undefined };

/** The log line: typed or dictated, shown as what it will do, then applied. */
export default function LogLineDialog({ close }: { close: () => void }) {
  const nursery = useNursery();
  const [line, setLine] = useStored('chill.draft.line', '');
  const [done, setDone] = useState<{ id: string; text: string }[]>([]);
  const preview = useMemo(() => previewOf(line, nursery), [line, nursery]);
  const ready = 'events' in preview;
  const { record, problem } = useRecord();

  const apply = () => {
    if (!ready || !record(preview.view.batch, { events: preview.events })) return;
    const text = `${preview.view.batch.code} ${preview.events.map((event) => describeEvent(event, preview.view.batch)).join('; ')}`;
    setDone([{ id: preview.events[0]?.id ?? text, text }, ...done].slice(0, 5));
    setLine('');
  };

  return (
    <Dialog open onClose={close} className="relative z-40">
      <div className="fixed inset-0 bg-ink/40" aria-hidden="true" />
      <div className="fixed inset-x-0 top-0 flex justify-center">
        <DialogPanel className="w-full max-w-3xl border-b border-line bg-sheet px-5 py-4 shadow-xl desk:mt-20 desk:border">
          <div className="flex items-baseline justify-between">
            <DialogTitle className="text-[1.06rem] font-semibold">{say('quickEntry')}</DialogTitle>
            <button type="button" className="quiet" onClick={close}>
              {say('close')}
            </button>
          </div>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              apply();
            }}
          >
            <input
              autoFocus
              aria-label={say('quickEntry')}
              aria-describedby="log-preview"
              className="written font-mono text-xl"
              placeholder={say('n7qk3Up1Mould')}
              autoComplete="off"
              spellCheck={false}
              value={line}
              onChange={(event) => setLine(event.target.value)}
            />
            <div id="log-preview" aria-live="polite" className="mt-3 min-h-28">
              {line.trim() === '' ? <Help /> : ready ? <WillDo preview={preview} nursery={nursery} /> : <Misread preview={preview} />}
            </div>
            <Problem>{problem}</Problem>
            <button type="submit" className="action mt-2" disabled={!ready}>
              {say('record')}
            </button>
          </form>
          {done.length > 0 && (
            <ul className="mt-4 text-[0.95rem] text-ink2" aria-label={say('recorded')}>
              {done.map(({ id, text }) => (
                <li key={id}>✓ {text}</li>
              ))}
            </ul>
          )}
        </DialogPanel>
      </div>
    </Dialog>
  );
}

function previewOf(line: string, nursery: NurseryView): Preview {
  const read: LogLine = parseLogLine(line, nursery.today);
  const view = nursery.batches.find((one) => one.batch.code === read.code);
  const codes = nursery.batches.map(({ batch }) => batch.code);
  const problems = read.misread.map(({ text, reason }) => ({ text, problem: `${spoken(reason)}${meant(text, codes)}` }));
  if (read.code && !view)
    problems.unshift({ text: read.code, problem: say('thereNoOpenBag', { code: read.code, meant: meant(read.code, codes) }) });
  if (!view || problems.length > 0) return { problems, view };
  const { batch, projection } = view;
  const recorded = recordSayings(batch, projection.state, read.sayings, situationOf(nursery, view.species, view.lot), read.on, () =>
    newId(),
  );
  if ('reason' in recorded) return { problems: [{ text: '', problem: spoken(recorded.reason) }], view };
  const verdict = accept(batch, recorded.events, nursery.today);
  if (!verdict.ok) return { problems: [{ text: '', problem: spoken(verdict.reason) }], view };
  return { view, events: recorded.events, after: verdict.state.counts };
}

/** What a misread code may have been. */
function meant(text: string, codes: readonly string[]): string {
  const likely = likelyCodes(text, codes, 3);
  return likely.length > 0 ? ` ${say('was', { likely: oneOf(likely) })}` : '';
}

function WillDo({ preview, nursery }: { preview: Extract<Preview, { events: NewEvent[] }>; nursery: NurseryView }) {
  const { view, events, after } = preview;
  const before = view.projection.state.counts;
  const changed = (Object.keys(after) as SeedState[]).filter((state) => after[state] !== before[state]);
  const on = events[0]?.on ?? nursery.today;
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <Tag code={view.batch.code} /> <b>{view.species.common[0]}</b>
        <span className="text-ink2">{on === nursery.today ? say('today') : say('on', { on: shortDate(on, nursery.today) })}</span>
      </p>
      <p className="mt-1">{events.map((event) => describeEvent(event, view.batch)).join('; ')}</p>
      {changed.length > 0 && (
        <p className="mt-1 font-mono text-[0.95rem]">
          {changed.map((state) => `${stateName(state)} ${before[state]} → ${after[state]}`).join(' · ')}
        </p>
      )}
    </>
  );
}

function Misread({ preview }: { preview: Extract<Preview, { problems: unknown }> }) {
  return (
    <ul>
      {preview.view && (
        <li className="flex items-baseline gap-3">
          <Tag code={preview.view.batch.code} /> {preview.view.species.common[0]}
        </li>
      )}
      {preview.problems.map(({ text, problem }) => (
        <li key={`${text}${problem}`} className="font-semibold text-alarm">
          {problem}
        </li>
      ))}
    </ul>
  );
}

function Help() {
  return (
    <p className="text-[0.95rem] text-ink2">
      <Rich
        say={say}
        of="bagCodeThenWhatYou"
        parts={{
          b: <b />,
          b2: <b />,
          b3: <b />,
          b4: <b />,
          b5: <b />,
          b6: <b />,
          b7: <b />,
          b8: <b />,
          b9: <b />,
          b10: <b />,
          b11: <b />,
          b12: <b />,
          b13: <b />,
          b14: <b />,
        }}
      />
    </p>
  );
}
