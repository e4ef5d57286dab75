import { describeEvent } from '@chill/core/tell/describe.ts';
import type { LedgerEvent } from '@chill/model/event.ts';
import { say } from '@chill/words/kit.ts';
import { type CSSProperties, type ReactNode, useId, useRef, useState } from 'react';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { stageZone, ZONE_COLOUR } from '../kit/drawn/zones.ts';
import { focusSoon, isField, moveOn, rowAfter } from '../kit/lists/rows.ts';
import { Tag } from '../kit/told/Tag.tsx';
import { UndoButton } from './UndoButton.tsx';

/** What is done at a row, and so many of today's are told, the newest first. */
const COUNTED: ReadonlySet<LedgerEvent['kind']> = new Set(['checked', 'seedsMoved', 'tended']);
const SAID_MOST = 3;

/** A count that is said with one tap. */
interface Tap {
  text: string;
  label: string;
  count: number;
}

/**
 * One batch in a list where one stands: a count in one tap, or in digits and Enter, its undo beside it; picked, what the station shows of it; and behind
 * the dots whatever else can be recorded.
 */
export function TapRow({
  view,
  about,
  picked,
  pick,
  below,
  taps,
  tapsLabel,
  put,
  instead,
  moreLabel,
  more,
  children,
}: {
  view: BatchView;
  /** What is said of it under its name. */
  about: ReactNode;
  picked: boolean;
  pick: () => void;
  /** What is shown under it once it is picked, where there is no room beside the list. */
  below: ReactNode;
  taps: readonly Tap[];
  tapsLabel: string;
  /** Records a count; false where it was refused. Absent where nothing is counted here. */
  put?: (count: number) => boolean;
  /** The word that opens what else can be recorded, where nothing is counted. */
  instead?: string | undefined;
  moreLabel: string;
  more: ReactNode;
  /** What stands between the counts and what else can be recorded. */
  children?: ReactNode;
}) {
  const { today } = useNursery();
  const { batch, species, projection } = view;
  const { state, stages } = projection;
  const [typed, setTyped] = useState('');
  const [open, setOpen] = useState(false);
  const row = useRef<HTMLDivElement>(null);
  const id = useId();
  const stage = stages[Math.min(state.stage, stages.length - 1)];
  const zone = { '--zone': ZONE_COLOUR[stage ? stageZone(stage) : 'cool'] } as CSSProperties;
  // Each act of today by itself: a count and the potting after it are two, and are taken back one by one.
  const said = batch.events
    .filter((event) => event.on === today && COUNTED.has(event.kind) && state.inForce.has(event.id))
    .slice(-SAID_MOST)
    .reverse();
  const opens = { 'aria-expanded': open, 'aria-controls': id, onClick: () => setOpen(!open) };

  const count = (many: number) => {
    setTyped('');
    return put?.(many) ?? false;
  };
  const onKeyDown = (event: React.KeyboardEvent<HTMLElement>) => {
    if (moveOn(event) || event.target !== row.current || isField(event.target)) return;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (/^\d$/.test(event.key) && put) setTyped((typed + event.key).slice(-4));
    else if (event.key === 'Backspace') setTyped(typed.slice(0, -1));
    else if (event.key === 'u') row.current?.querySelector<HTMLElement>('[data-undo] button')?.click();
    else if (event.key === 'Enter' && put) {
      const after = rowAfter(row.current);
      if (count(Number(typed || '0'))) focusSoon(after);
    } else return;
    event.preventDefault();
  };

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a row that takes digits; every act in it has a control of its own.
    <div
      ref={row}
      tabIndex={-1}
      data-row="due"
      className={`cursor-pointer border-t border-line py-2 ${picked ? 'desk:-mx-3 desk:bg-sheet desk:px-3' : ''}`}
      style={zone}
      onFocus={below ? undefined : pick}
      onKeyDown={onKeyDown}
      // The whole row is the way in: what has a control of its own is left to it.
      onClick={({ target }) => {
        if (target instanceof Element && !target.closest('button, a, input, select, textarea, label, summary, [data-below]')) pick();
      }}
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <button
          type="button"
          className="flex min-h-12 min-w-0 grow basis-56 items-center gap-3 text-left"
          aria-expanded={below ? picked : undefined}
          onClick={pick}
        >
          <span className="w-14 shrink-0">
            <Tag code={batch.code} />
          </span>
          <span className="min-w-0">
            <span className="block leading-tight font-[560]">{species.common[0]}</span>
            <span className="block text-[0.92rem] text-ink2">{about}</span>
          </span>
        </button>
        {put ? (
          <fieldset className="flex items-stretch gap-1.5" aria-label={tapsLabel}>
            {taps.map((tap) => (
              <button key={tap.text} type="button" className="tap" onClick={() => count(tap.count)} aria-label={tap.label}>
                {tap.text}
              </button>
            ))}
            <button type="button" className="tap" aria-label={moreLabel} {...opens}>
              …
            </button>
          </fieldset>
        ) : (
          instead && (
            <button type="button" className="quiet" {...opens}>
              {instead}
            </button>
          )
        )}
      </div>
      {typed !== '' && (
        <p role="status" className="mt-1 text-right">
          <b className="font-mono text-xl">{typed}</b> <span className="text-ink2">{say('enterRecords')}</span>
        </p>
      )}
      <div className="flex flex-wrap items-center gap-x-6">{children}</div>
      {put &&
        said.map((event) => (
          <p key={event.id} data-undo className="flex items-center justify-end text-[0.92rem] text-ink2">
            {say('doneToday', { did: describeEvent(event, batch) || say('noneNew') })} <UndoButton view={view} events={[event]} />
          </p>
        ))}
      <div id={id} hidden={!open} data-below className="mt-2">
        {open && more}
      </div>
      {below && picked && (
        <div data-below className="mt-3 border-l-2 border-line pl-3">
          {below}
        </div>
      )}
    </div>
  );
}
