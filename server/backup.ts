import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { readConfig } from './config.ts';
import { backUp, Damaged } from './store/backup.ts';
import { DATABASE_FILE } from './store/files.ts';
import { readBeside } from './store/raw.ts';
import { asUnusable } from './store/unusable.ts';

// npm run backup    makes a backup now; Chill may be running
const { dataFolder } = readConfig(process.env);
const file = join(dataFolder, DATABASE_FILE);
try {
  if (!existsSync(file)) throw new Error(`There is no data file in ${dataFolder}: nothing to back up.`);
  const database = readBeside(dataFolder);
  console.log(`Backed up to ${await backUp(database, dataFolder, 'asked')}.`);
  database.close();
} catch (error) {
  const { message } = asUnusable(error, dataFolder) as Error;
  console.error(
    error instanceof Damaged
      ? `The data file is damaged (${message}): nothing was backed up, and the older backups are kept. Put the newest back with “npm run restore”.`
      : message,
  );
  process.exitCode = 1;
}
