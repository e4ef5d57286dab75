import { shortDate } from '@chill/core/calendar/dates.ts';
import { accept } from '@chill/core/ledger/accept.ts';
import { likelyCodes } from '@chill/core/ledger/bagCode.ts';
import { type LogLine, type NamedBag, parseLogLines } from '@chill/core/ledger/logLine.ts';
import { type Suggestion, suggestions, taken } from '@chill/core/ledger/logSuggest.ts';
import { stateName } from '@chill/core/ledger/states.ts';
import { recordSayings } from '@chill/core/record/sayings.ts';
import { describeEvent } from '@chill/core/tell/describe.ts';
import { stageName } from '@chill/core/tell/words.ts';
import type { NewEvent, SeedState } from '@chill/model/event.ts';
import { oneOf } from '@chill/words/lists.ts';
import { say } from '@chill/words/quickEntry.ts';
import { Rich } from '@chill/words/rich.tsx';
import { spoken } from '@chill/words/subject.ts';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { newId } from '../../browser/newId.ts';
import { useStored } from '../../browser/stored.ts';
import { type BatchView, type NurseryView, situationOf, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Tag } from '../../kit/told/Tag.tsx';

/** What a line would do to one bag, before it is done; or why it cannot be. */
type Preview = {
  /** Where its bag is named in the line. */
  at: number;
} & (
  | { view: BatchView; events: NewEvent[]; after: Record<SeedState, number> }
  | { problems: { text: string; problem: string }[]; view?: BatchView | undefined; asks?: { line: LogLine; views: BatchView[] } }
);

/** Where the caret was when the line was last left; behind all of it at first. */
let caretLeft = Number.POSITIVE_INFINITY;

/** The log line: typed or dictated, for one bag or several, shown as what it will do, then applied. */
export default function LogLineDialog({ close }: { close: () => void }) {
  const nursery = useNursery();
  const [line, keepLine] = useStored('chill.draft.line', '');
  // What was left by Esc is cancelled; it can be brought back, and is never typed on to unseen.
  const [left, keepLeft] = useStored('chill.draft.lineLeft', '');
  const [done, setDone] = useState<{ id: string; text: string }[]>([]);
  const previews = useMemo(() => (line.trim() === '' ? [] : previewsOf(line, nursery)), [line, nursery]);
  const ready = previews.flatMap((preview) => ('events' in preview ? [preview] : []));
  const isReady = ready.length > 0 && ready.length === previews.length;
  const { record, problem, refuse } = useRecord();
  const setLine = (text: string) => {
    refuse(undefined);
    keepLine(text);
  };
  const leave = () => {
    if (line.trim() !== '') keepLeft(line);
    keepLine('');
    close();
  };

  const apply = () => {
    if (!isReady) return;
    for (const { view, events } of ready) {
      if (!record(view.batch, { events })) return;
      const text = `${view.batch.code} ${events.map((event) => describeEvent(event, view.batch)).join('; ')}`;
      setDone((before) => [{ id: events[0]?.id ?? text, text }, ...before].slice(0, 5));
    }
    setLine('');
    keepLeft('');
  };

  return (
    <Dialog open onClose={leave} className="relative z-40">
      <div className="fixed inset-0 bg-ink/40" aria-hidden="true" />
      <div className="fixed inset-x-0 top-0 flex justify-center">
        <DialogPanel className="max-h-dvh w-full max-w-3xl overflow-y-auto border-b border-line bg-sheet px-5 py-4 shadow-xl desk:mt-20 desk:border">
          <div className="flex items-baseline justify-between">
            <DialogTitle className="text-[1.06rem] font-semibold">{say('quickEntry')}</DialogTitle>
            <button type="button" className="quiet" onClick={leave}>
              {say('close')}
            </button>
          </div>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              apply();
            }}
          >
            <LineInput line={line} change={setLine} bags={bagsOf(nursery)} />
            {line === '' && left !== '' && (
              <button
                type="button"
                className="quiet max-w-full truncate text-[0.95rem]"
                onClick={() => {
                  setLine(left);
                  keepLeft('');
                }}
              >
                {say('bringBack', { line: left })}
              </button>
            )}
            <div id="log-preview" aria-live="polite" className="mt-3 min-h-28 space-y-3">
              {previews.length === 0 && <Help />}
              {previews.map((preview) =>
                'events' in preview ? (
                  <WillDo key={preview.at} preview={preview} nursery={nursery} />
                ) : (
                  <Misread
                    key={preview.at}
                    preview={preview}
                    choose={(at, length, code) => setLine(line.slice(0, at) + code + line.slice(at + length))}
                  />
                ),
              )}
            </div>
            <Problem>{problem}</Problem>
            <button type="submit" className="action mt-2" disabled={!isReady}>
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

/** The line itself, with what the word at the caret may mean: arrows choose, Enter takes it, and without a choice Enter records. */
function LineInput({ line, change, bags }: { line: string; change: (line: string) => void; bags: readonly NamedBag[] }) {
  const input = useRef<HTMLInputElement>(null);
  const [caret, setCaret] = useState(Math.min(line.length, caretLeft));
  const [chosen, choose] = useState(-1);
  const offered = suggestions(line, caret, bags);
  const put = (at: number) => {
    caretLeft = at;
    setCaret(at);
    choose(-1);
  };
  useEffect(() => input.current?.setSelectionRange(caretLeft, caretLeft), []);
  // Before the next key is heard: whoever types on at once types behind what was taken.
  const wanted = useRef<number>(undefined);
  useLayoutEffect(() => {
    if (wanted.current === undefined) return;
    input.current?.setSelectionRange(wanted.current, wanted.current);
    wanted.current = undefined;
  });
  const take = (suggestion: Suggestion) => {
    const next = taken(line, caret, suggestion);
    change(next.line);
    put(next.caret);
    input.current?.focus();
    wanted.current = next.caret;
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const one = offered[chosen];
    if (step && offered.length > 0) choose(Math.max(-1, Math.min(offered.length - 1, chosen + step)));
    else if (one && event.key === 'Enter') take(one);
    else return;
    event.preventDefault();
  };
  return (
    <>
      <input
        ref={input}
        data-autofocus
        role="combobox"
        aria-label={say('quickEntry')}
        aria-describedby="log-preview"
        aria-expanded={offered.length > 0}
        aria-controls="log-suggestions"
        aria-autocomplete="list"
        aria-activedescendant={offered[chosen] && `log-suggestion-${chosen}`}
        className="written font-mono text-xl"
        placeholder={say('example')}
        autoComplete="off"
        spellCheck={false}
        value={line}
        onChange={(event) => {
          change(event.target.value);
          put(event.target.selectionStart ?? event.target.value.length);
        }}
        onSelect={({ currentTarget }) => {
          if (currentTarget.selectionStart !== caret) put(currentTarget.selectionStart ?? 0);
        }}
        onKeyDown={onKeyDown}
      />
      <div id="log-suggestions" role="listbox" aria-label={say('suggestions')} className="flex min-h-10 flex-wrap gap-x-4">
        {offered.map((suggestion, i) => (
          // biome-ignore lint/a11y/useFocusableInteractive: the field keeps the focus, and names the one that is chosen.
          // biome-ignore lint/a11y/useKeyWithClickEvents: the field's own arrows and Enter.
          <span
            key={suggestion.text}
            id={`log-suggestion-${i}`}
            role="option"
            aria-selected={i === chosen}
            className={`quiet cursor-pointer px-1 ${i === chosen ? 'bg-ink text-ground' : ''}`}
            onClick={() => take(suggestion)}
          >
            <span className="font-mono">{suggestion.text}</span>
            {suggestion.names && <>&nbsp;{suggestion.names}</>}
          </span>
        ))}
      </div>
    </>
  );
}

/** Bags as a line may name them. */
function bagsOf({ batches }: NurseryView): NamedBag[] {
  return batches
    .filter(({ projection }) => !projection.state.closedOn)
    .map(({ batch, species }) => ({ code: batch.code, names: [...species.common, species.scientific] }));
}

function previewsOf(text: string, nursery: NurseryView): Preview[] {
  const lines: LogLine[] = [];
  for (const line of parseLogLines(text, nursery.today, bagsOf(nursery))) {
    // Said twice of one bag on one day is said once.
    const same = line.code && lines.find(({ code, on }) => code === line.code && on === line.on);
    if (same) same.sayings.push(...line.sayings);
    else lines.push(line);
  }
  return lines.map((line) => previewOf(line, nursery, lines));
}

function previewOf(read: LogLine, nursery: NurseryView, all: readonly LogLine[]): Preview {
  const { at } = read.named;
  const view = nursery.batches.find((one) => one.batch.code === read.code);
  const codes = nursery.batches.map(({ batch }) => batch.code);
  const problems = read.misread.map(({ text, reason }) => ({ text, problem: `${spoken(reason)}${meant(text, codes)}` }));
  if (read.asks) {
    const views = nursery.batches.filter(({ batch }) => read.asks?.includes(batch.code));
    return { at, problems, asks: { line: read, views } };
  }
  if (read.code && !view)
    problems.unshift({ text: read.code, problem: say('noOpenBag', { code: read.code, meant: meant(read.code, codes) }) });
  if (all.some((one) => one !== read && one.code === read.code && read.code)) problems.unshift({ text: '', problem: say('oneDayOneBag') });
  if (!view || problems.length > 0) return { at, problems, view };
  const { batch } = view;
  const recorded = recordSayings(batch, read.sayings, situationOf(nursery, view.species, view.lot), read.on, newId);
  if ('reason' in recorded) return { at, problems: [{ text: '', problem: spoken(recorded.reason) }], view };
  const verdict = accept(batch, recorded.events, nursery.today);
  if (!verdict.ok) return { at, problems: [{ text: '', problem: spoken(verdict.reason) }], view };
  return { at, view, events: recorded.events, after: verdict.state.counts };
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
    <div>
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
    </div>
  );
}

function Misread({
  preview,
  choose,
}: {
  preview: Extract<Preview, { problems: unknown }>;
  choose: (at: number, length: number, code: string) => void;
}) {
  const { asks } = preview;
  return (
    <ul>
      {asks && (
        <li className="flex flex-wrap items-baseline gap-x-4">
          {say('whichBag')}
          {asks.views.map(({ batch, projection, species }) => (
            <button
              key={batch.id}
              type="button"
              className="quiet"
              onClick={() => choose(asks.line.named.at, asks.line.named.text.length, batch.code)}
            >
              <Tag code={batch.code} />
              &nbsp;{species.common[0]}, {stageName((projection.stages[projection.state.stage] ?? projection.stages.at(-1))?.kind ?? 'pot')}
            </button>
          ))}
        </li>
      )}
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
        of="howToEnter"
        parts={{
          b: <b />,
        }}
      />
    </p>
  );
}
