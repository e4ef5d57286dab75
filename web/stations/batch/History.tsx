import { shortDate } from '@chill/core/calendar/dates.ts';
import { isCorrectable } from '@chill/core/record/correct.ts';
import { describeEvent } from '@chill/core/tell/describe.ts';
import type { LedgerEvent } from '@chill/model/event.ts';
import { say } from '@chill/words/batch.ts';
import { useState } from 'react';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { UndoButton } from '../../parts/UndoButton.tsx';
import { CorrectEntry } from './CorrectEntry.tsx';

/** Entries of the history that are shown before the rest is folded. */
const NEWEST_ENTRIES = 8;

/** Everything that was recorded, the newest first; what was undone or corrected stays to be seen, struck through, under what stands instead. */
export function History({ view }: { view: BatchView }) {
  const { batch } = view;
  const events = inPlaces(batch.events).filter((event) => event.kind !== 'reversed');
  if (events.length === 0) return null;
  const earlier = events.slice(NEWEST_ENTRIES);
  const listed = (some: readonly LedgerEvent[]) => (
    <ol className="mt-2">
      {some.map((event) => (
        <Entry key={event.id} view={view} event={event} />
      ))}
    </ol>
  );
  return (
    <section className="mt-8 desk:col-start-1">
      <h2>{say('history')}</h2>
      {listed(events.slice(0, NEWEST_ENTRIES))}
      {earlier.length > 0 && (
        <details className="printed-open border-t border-line">
          <summary className="quiet cursor-pointer list-none">{say('entriesEarlier', { count: earlier.length })}</summary>
          {listed(earlier)}
        </details>
      )}
    </section>
  );
}

/** Entries, the newest first, and each correction over what it corrects. */
function inPlaces(events: readonly LedgerEvent[]): LedgerEvent[] {
  const placed: LedgerEvent[] = [];
  for (const event of events) {
    const at = event.corrects === undefined ? 0 : placed.findIndex(({ id }) => id === event.corrects);
    placed.splice(Math.max(0, at), 0, event);
  }
  return placed;
}

function Entry({ view, event }: { view: BatchView; event: LedgerEvent }) {
  const { today, places } = useNursery();
  const [correcting, setCorrecting] = useState(false);
  const { batch, projection } = view;
  const stands = projection.state.inForce.has(event.id);
  return (
    <li className="flex min-h-12 flex-wrap items-center gap-x-4 border-t border-line desk:min-h-10 desk:flex-nowrap">
      <span className="w-20 shrink-0 font-mono sm:w-28 text-[0.9rem] text-ink2">{shortDate(event.on, today)}</span>
      {stands && correcting ? (
        <CorrectEntry view={view} event={event} done={() => setCorrecting(false)} />
      ) : (
        <>
          <span className={`min-w-0 grow basis-28 ${stands ? '' : 'text-ink2 line-through'}`}>
            {describeEvent(event, batch, { timers: projection.state.timers, places })}
            {event.by && <span className="text-ink2"> · {event.by}</span>}
            {event.corrects && stands && <span className="text-ink2"> · {say('corrected')}</span>}
          </span>
          {stands && (
            <span className="ml-auto flex shrink-0">
              {isCorrectable(event) && (
                <button
                  type="button"
                  className="quiet shrink-0 px-2 text-[0.92rem]"
                  onClick={() => setCorrecting(true)}
                  aria-label={say('correctThis', { code: batch.code })}
                >
                  {say('correct')}
                </button>
              )}
              <UndoButton view={view} events={[event]} />
            </span>
          )}
        </>
      )}
    </li>
  );
}
