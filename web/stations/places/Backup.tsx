import { shortDate } from '@chill/core/calendar/dates.ts';
import { dayAndTimeIn } from '@chill/core/calendar/moments.ts';
import type { LookedAt } from '@chill/model/contents.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/places.ts';
import { useState } from 'react';
import { mutate } from 'swr';
import { useHealth } from '../../browser/health.ts';
import { useNursery } from '../../data/nursery.ts';
import { dropFile, lookAtFile, readFileBack } from '../../data/wholeData.ts';
import { FileChoice } from '../../kit/fields/FileChoice.tsx';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { Problem } from '../../kit/told/Problem.tsx';

/** All of the nursery's data in one file: saved, and read back once it was shown what is in it. */
export function Backup() {
  const { nursery, today } = useNursery();
  const health = useHealth();
  const [found, setFound] = useState<LookedAt>();
  const { attempt, problem, busy } = useAttempt();
  const last = health?.lastBackup;
  const choose = (file: File) =>
    attempt(async () => {
      setFound(undefined);
      if (file.size === 0) return refusal(say.of('fileEmpty'));
      setFound(await lookAtFile(file));
    });
  return (
    <section className="mt-10">
      <h2>{say('backup')}</h2>
      <p className="mt-1 max-w-prose text-ink2">
        {last ? say('lastBackup', { last: dayAndTimeIn(Date.parse(last), nursery.timeZone, today) }) : say('noBackupYet')}{' '}
        {say('backupMeans')}
      </p>
      <p className="mt-1 flex flex-wrap items-center gap-x-6">
        {/* What is saved is a backup too. */}
        <a className="action" href="/api/everything" download onClick={() => setTimeout(() => void mutate('/api/health'), 3000)}>
          {say('saveEverything')}
        </a>
        <FileChoice accept=".sqlite,application/vnd.sqlite3" choose={choose}>
          {say('readItBack')}
        </FileChoice>
      </p>
      {found && (
        <div role="alert" className="mt-3 max-w-prose border-l-4 border-alarm pl-3">
          <p>
            {say('archiveHolds', {
              name: found.name || say('nurseryWithoutName'),
              lots: found.lots,
              batches: found.batches,
              last: found.lastOn ? shortDate(found.lastOn, today) : say('never'),
            })}{' '}
            {say('replacesWhatIsHere', { name: nursery.name })}
          </p>
          <p className="mt-1 flex flex-wrap gap-x-6">
            <button type="button" className="action" disabled={busy} onClick={() => attempt(() => readFileBack(found))}>
              {say('replaceWithIt')}
            </button>
            <button type="button" className="quiet" onClick={() => void dropFile().then(() => setFound(undefined))}>
              {say('cancel')}
            </button>
          </p>
        </div>
      )}
      {busy && <p role="status">{say('oneMoment')}</p>}
      <Problem>{problem}</Problem>
    </section>
  );
}
