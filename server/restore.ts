import { existsSync, statSync } from 'node:fs';
import { say } from '@chill/words/server.ts';
import { readConfig } from './config.ts';
import { listBackups, restoreBackup } from './store/backup.ts';
import { faultOf } from './store/lookAt.ts';
import { Unusable } from './store/unusable.ts';

// npm run restore            lists the backups, the newest first
// npm run restore -- FILE    puts that one back; not while Chill is running
const { dataFolder } = readConfig(process.env);
const backup = process.argv[2];
if (!backup) {
  console.log(listBackups(dataFolder).join('\n') || `No backups in ${dataFolder} yet.`);
} else {
  try {
    const made = statSync(backup, { throwIfNoEntry: false })?.mtime.toISOString().slice(0, 16).replace('T', ' ');
    const fault = existsSync(backup) ? await faultOf(backup) : undefined;
    if (fault) throw new Unusable(say('notGoodBackup', { backup, fault }));
    const { replaced } = restoreBackup(backup, dataFolder);
    console.log(`Restored the backup of ${made}.${replaced ? ` What was there is kept as ${replaced}.` : ''}`);
  } catch (error) {
    console.error((error as Error).message);
    process.exitCode = 1;
  }
}
