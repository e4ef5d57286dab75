import { existsSync, mkdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { say } from '@chill/words/server.ts';
import Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import { backUp, listBackups } from './backup.ts';
import { ENTITIES } from './entities.ts';
import { DATABASE_FILE } from './files.ts';
import { lockFolder } from './lock.ts';
import { Ledger1760000000001 } from './migrations/0001-ledger.ts';
import { Lots1760000000002 } from './migrations/0002-lots.ts';
import { Splits1760000000003 } from './migrations/0003-splits.ts';
import { Readings1760000000004 } from './migrations/0004-readings.ts';
import { Store1760000000005 } from './migrations/0005-store.ts';
import { Kept1760000000006 } from './migrations/0006-kept.ts';
import { Promises1760000000007 } from './migrations/0007-promises.ts';
import { SeasonPlans1760000000008 } from './migrations/0008-season-plans.ts';
import { Withdrawals1760000000009 } from './migrations/0009-withdrawals.ts';
import { Outcomes1760000000010 } from './migrations/0010-outcomes.ts';
import { Fates1760000000011 } from './migrations/0011-fates.ts';
import { Asked1760000000012 } from './migrations/0012-asked.ts';
import { rawDatabase } from './raw.ts';
import { asUnusable, Unusable } from './unusable.ts';

const MIGRATIONS = [
  Ledger1760000000001,
  Lots1760000000002,
  Splits1760000000003,
  Readings1760000000004,
  Store1760000000005,
  Kept1760000000006,
  Promises1760000000007,
  SeasonPlans1760000000008,
  Withdrawals1760000000009,
  Outcomes1760000000010,
  Fates1760000000011,
  Asked1760000000012,
];

/** A database that this process has for itself. */
export interface OpenDatabase {
  source: DataSource;
  /** Closes it, and lets others have the folder. */
  close(): Promise<void>;
}

/**
 * Opens the nursery's database in `dataFolder` for this process alone, making it where there is none. Before pending migrations change a file that
 * exists, it is backed up. A file that is missing beside backups is not silently begun anew, unless `startEmpty` says so.
 * @throws {Unusable} where it cannot be used, with what to do; the file is then as it was.
 */
export async function openDatabase(dataFolder: string, { startEmpty = false } = {}): Promise<OpenDatabase> {
  const held: (() => unknown)[] = [];
  try {
    mkdirSync(dataFolder, { recursive: true });
    held.push(lockFolder(dataFolder));
    const existed = looksUsable(dataFolder, startEmpty);
    const source = new DataSource({
      type: 'better-sqlite3',
      database: join(dataFolder, DATABASE_FILE),
      entities: ENTITIES,
      migrations: MIGRATIONS,
      migrationsTransactionMode: 'each',
      synchronize: false,
      enableWAL: true,
      prepareDatabase: (database: Database.Database) => {
        database.pragma('synchronous = FULL');
        database.pragma('foreign_keys = ON');
        database.pragma('busy_timeout = 5000');
      },
    });
    await source.initialize();
    held.unshift(() => source.destroy());
    if (existed && (await source.showMigrations())) await backUp(rawDatabase(source), dataFolder, 'before-migration');
    await source.runMigrations();
    return {
      source,
      async close() {
        for (const release of held) await release();
      },
    };
  } catch (error) {
    for (const release of held) await release();
    throw asUnusable(error, dataFolder);
  }
}

/** Whether there is a database to be opened, of a version that this Chill knows. Nothing is changed. */
function looksUsable(dataFolder: string, startEmpty: boolean): boolean {
  const file = join(dataFolder, DATABASE_FILE);
  if (existsSync(file) && statSync(file).isDirectory()) throw new Unusable(say('folderLiesWhereDataFile', { file }));
  const there = existsSync(file) && statSync(file).size > 0;
  if (!there) {
    const backups = listBackups(dataFolder);
    if (backups.length > 0 && !startEmpty)
      throw new Unusable(
        say('dataFileButThereBackups', { dataFolder, how: existsSync(file) ? say('empty') : say('gone'), backups: backups[0] }),
      );
    return false;
  }
  const database = new Database(file, { readonly: true, fileMustExist: true });
  try {
    const known = new Set(MIGRATIONS.map((migration) => new migration().name));
    const hasAny = database.prepare("SELECT count(*) FROM sqlite_master WHERE name = 'migrations'").pluck().get();
    const names = hasAny ? (database.prepare('SELECT name FROM migrations').pluck().all() as string[]) : [];
    if (names.some((name) => !known.has(name))) throw new Unusable(say('dataWasWrittenByNewer', { dataFolder }));
  } finally {
    database.close();
  }
  return true;
}
