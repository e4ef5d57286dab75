import { shortDate } from '@chill/core/calendar/dates.ts';
import { describeEvent } from '@chill/core/schedule/describe.ts';
import type { Health } from '@chill/model/health.ts';
import useSWR from 'swr';
import { ask } from '../data/api.ts';
import { useNursery } from '../data/nursery.ts';
import { dropRefused, keepRefused, type Pending, useOutbox } from '../data/outbox.ts';

/** What could not be saved yet, or was refused: nothing typed is lost without being seen. */
export function Notices() {
  const { pending, waiting, reason } = useOutbox();
  const health = useHealth();
  const unsent = pending.filter((entry) => !entry.refused).length;
  const refused = pending.filter((entry) => entry.refused);
  return (
    <div aria-live="polite" className="screen-only">
      {waiting && unsent > 0 && (
        <p className="bg-alarm px-4 py-2 font-semibold text-sheet desk:px-10">
          {unsent === 1 ? 'One entry is' : `${unsent} entries are`} not saved yet. {reason ?? 'Chill’s server does not answer.'} Kept here,
          and tried again until it is saved.
        </p>
      )}
      {health?.fault && (
        <p className="border-b border-alarm bg-sheet px-4 py-2 text-alarm desk:px-10">
          {health.status === 'damaged' ? <b>The data file is damaged.</b> : <b>No backup could be made.</b>} {whatToDo(health)}
        </p>
      )}
      {refused.map((entry) => (
        <Refused key={entry.events[0]?.id} entry={entry} />
      ))}
    </div>
  );
}

/** How the data file and its backups are; asked every so often, and again when one comes back to the page. */
function useHealth(): Health | undefined {
  return useSWR<Health>('/api/health', ask, { refreshInterval: 10 * 60_000 }).data;
}

function whatToDo({ status, lastBackup }: Health): string {
  const sound = lastBackup ? `The last sound backup is of ${shortDate(lastBackup.slice(0, 10))}.` : 'There is no backup yet.';
  if (status === 'ok') return `${sound} See that the disk has room, and that Chill may write to the folder “backups” in its data folder.`;
  return lastBackup
    ? `${sound} Stop Chill, and put it back: “npm run restore” lists the backups. The damaged file is kept beside it.`
    : `${sound} Stop Chill, copy its data folder to another disk, and ask for help before you go on.`;
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
