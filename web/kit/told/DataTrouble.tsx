import { shortDate } from '@chill/core/calendar/dates.ts';
import type { Health } from '@chill/model/health.ts';
import { say } from '@chill/words/trouble.ts';

/** That the data file is damaged, or no backup of it could be made; and what to do. */
export default function DataTrouble({ health }: { health: Health }) {
  return (
    <p className="border-b border-alarm bg-sheet px-4 py-2 text-alarm desk:px-10">
      <b>{health.status === 'damaged' ? say('dataFileDamaged') : say('noBackupMade')}</b> {whatToDo(health)}
    </p>
  );
}

function whatToDo({ status, lastBackup }: Health): string {
  const lastGood = lastBackup ? say('lastGoodBackup', { lastBackup: shortDate(lastBackup.slice(0, 10)) }) : say('noBackupYet');
  if (status === 'ok') return say('makeRoomForBackups', { lastGood });
  return lastBackup ? say('putBackupBack', { lastGood }) : say('copyAndAskForHelp', { lastGood });
}
