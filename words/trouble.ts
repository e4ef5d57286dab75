import { subject } from './subject.ts';

export const say = subject('trouble', {
  settleFirst: 'What was recorded before is not saved yet: settle that first.',
  dataFileDamaged: 'The data file is damaged.',
  lastGoodBackup: 'The last good backup is of {{lastBackup}}.',
  noBackupMade: 'No backup could be made.',
  readBackEmpty:
    '<b>Read back: {{name}}</b>, with {{lots}} lots and {{batches}} batches, nothing recorded yet. What was here before is kept as a backup.',
  readBackUpTo:
    '<b>Read back: {{name}}</b>, with {{lots}} lots and {{batches}} batches, up to the entries of {{lastOn}}. What was here before is kept as a backup.',
  seen: 'Seen',
  makeRoomForBackups: '{{lastGood}} See that the disk has room, and that Chill may write to the folder “backups” in its data folder.',
  copyAndAskForHelp: '{{lastGood}} Stop Chill, copy its data folder to another disk, and ask for help before you go on.',
  putBackupBack: '{{lastGood}} Stop Chill, and put it back: “npm run restore” lists the backups. The damaged file is kept beside it.',
  noBackupYet: 'There is no backup yet.',
});
