import { shortDate } from '@chill/core/calendar/dates.ts';
import { describeEvent } from '@chill/core/schedule/describe.ts';
import type { Health } from '@chill/model/health.ts';
import { say } from '@chill/words/kit.ts';
import { Rich } from '@chill/words/rich.tsx';
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
          {say('notSavedYetKeptHere', {
            how: unsent === 1 ? say('oneEntry') : say('entries', { unsent }),
            reason: reason ?? say('serverSilent'),
          })}
        </p>
      )}
      {health?.fault && (
        <p className="border-b border-alarm bg-sheet px-4 py-2 text-alarm desk:px-10">
          {health.status === 'damaged' ? <b>{say('dataFileDamaged')}</b> : <b>{say('noBackupCouldMade')}</b>} {whatToDo(health)}
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
  const viable = lastBackup ? say('lastGoodBackup', { lastBackup: shortDate(lastBackup.slice(0, 10)) }) : say('thereNoBackupYet');
  if (status === 'ok') return say('seeDiskHasRoomChill', { sound: viable });
  return lastBackup ? say('stopChillPutBackNpm', { sound: viable }) : say('stopChillCopyDataFolder', { sound: viable });
}

function Refused({ entry }: { entry: Pending }) {
  const batch = useNursery().batches.find((view) => view.batch.id === entry.batchId)?.batch;
  const tell = (event: Parameters<typeof describeEvent>[0]) => (batch ? describeEvent(event, batch) : event.kind);
  const others = entry.refused?.others ?? [];
  return (
    <section className="border-b border-alarm bg-sheet px-4 py-3 desk:px-10" aria-label={say('notRecorded', { code: entry.code })}>
      <p className="font-semibold text-alarm">
        <Rich
          say={say}
          of="notRecordedOn"
          facts={{ code: entry.code, message: entry.refused?.errors?.[0]?.message ?? entry.refused?.detail }}
          parts={{ span: <span className="code" /> }}
        />
      </p>
      <div className="mt-1 grid gap-x-8 sm:grid-cols-2">
        <p>
          <span className="text-ink2">{say('yours')} </span>
          {entry.events.map(tell).join('; ')}
        </p>
        {others.length > 0 && (
          <p>
            <span className="text-ink2">{say('meanwhile')} </span>
            {others.map(tell).join('; ')}
          </p>
        )}
      </div>
      <div className="mt-1 flex gap-6">
        {others.length > 0 && (
          <button type="button" className="quiet font-semibold" onClick={() => keepRefused(entry)}>
            {say('recordMineToo')}
          </button>
        )}
        <button type="button" className="quiet" onClick={() => dropRefused(entry)}>
          {say('discardMine')}
        </button>
      </div>
    </section>
  );
}
