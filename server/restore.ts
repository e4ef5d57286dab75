import { readConfig } from './config.ts';
import { listBackups, restoreBackup } from './store/backup.ts';
import { DATABASE_FILE } from './store/open.ts';

// npm run restore            lists the backups, the newest first
// npm run restore -- FILE    puts that one back; stop the server first
const { dataFolder } = readConfig(process.env);
const backup = process.argv[2];
if (!backup) {
  console.log(listBackups(dataFolder).join('\n') || `No backups in ${dataFolder} yet.`);
} else {
  try {
    const { replaced } = restoreBackup(backup, dataFolder, DATABASE_FILE);
    console.log(`Restored.${replaced ? ` What was there is kept as ${replaced}.` : ''}`);
  } catch (error) {
    console.error((error as Error).message);
    process.exitCode = 1;
  }
}
