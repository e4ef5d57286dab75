import { describeEvent } from '@chill/core/schedule/record.ts';
import { useNursery } from '../data/nursery.ts';
import { dropRefused, keepRefused, type Pending, useOutbox } from '../data/outbox.ts';

/** What could not be saved yet, or was refused: nothing typed is lost without being seen. */
export function Notices() {
  const { pending, waiting } = useOutbox();
  const unsent = pending.filter((entry) => !entry.refused).length;
  const refused = pending.filter((entry) => entry.refused);
  return (
    <div aria-live="polite" className="screen-only">
      {waiting && unsent > 0 && (
        <p className="bg-alarm px-4 py-2 font-semibold text-sheet desk:px-10">
          {unsent === 1 ? 'One entry is' : `${unsent} entries are`} not saved yet: Chill’s server does not answer. Kept here, and tried
          again until it does.
        </p>
      )}
      {refused.map((entry) => (
        <Refused key={entry.events[0]?.id} entry={entry} />
      ))}
    </div>
  );
}

function Refused({ entry }: { entry: Pending }) {
  const batch = useNursery().batches.find((view) => view.batch.id === entry.batchId)?.batch;
  const tell = (event: Parameters<typeof describeEvent>[0]) => (batch ? describeEvent(event, batch) : event.kind);
  const others = entry.refused?.others ?? [];
  return (
    <section className="border-b border-alarm bg-sheet px-4 py-3 desk:px-10" aria-label={`Not recorded on ${entry.code}`}>
      <p className="font-semibold text-alarm">
        Not recorded on <span className="code">{entry.code}</span>: {entry.refused?.errors?.[0]?.message ?? entry.refused?.detail}
      </p>
      <div className="mt-1 grid gap-x-8 sm:grid-cols-2">
        <p>
          <span className="text-ink2">Yours: </span>
          {entry.events.map(tell).join('; ')}
        </p>
        {others.length > 0 && (
          <p>
            <span className="text-ink2">Meanwhile: </span>
            {others.map(tell).join('; ')}
          </p>
        )}
      </div>
      <div className="mt-1 flex gap-6">
        {others.length > 0 && (
          <button type="button" className="quiet font-semibold" onClick={() => keepRefused(entry)}>
            record mine as well
          </button>
        )}
        <button type="button" className="quiet" onClick={() => dropRefused(entry)}>
          drop mine
        </button>
      </div>
    </section>
  );
}
