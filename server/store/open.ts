import { existsSync, mkdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { say } from '@chill/words/server.ts';
import Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import { backUp, listBackups } from './backup.ts';
import { ENTITIES } from './entities.ts';
import { DATABASE_FILE } from './files.ts';
import { lockFolder } from './lock.ts';
import { MIGRATIONS } from './migrations.ts';
import { rawDatabase } from './raw.ts';
import { migrationsOf } from './schema.ts';
import { asUnusable, Unusable } from './unusable.ts';

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
  if (existsSync(file) && statSync(file).isDirectory()) throw new Unusable(say('folderInsteadOfFile', { file }));
  const there = existsSync(file) && statSync(file).size > 0;
  if (!there) {
    const backups = listBackups(dataFolder);
    if (backups.length > 0 && !startEmpty)
      throw new Unusable(say(existsSync(file) ? 'dataFileEmptyButBackups' : 'dataFileGoneButBackups', { dataFolder, backup: backups[0] }));
    return false;
  }
  const database = new Database(file, { readonly: true, fileMustExist: true });
  try {
    const known = new Set(MIGRATIONS.map((migration) => new migration().name));
    if (migrationsOf(database).some((name) => !known.has(name))) throw new Unusable(say('dataOfNewerChill', { dataFolder }));
  } finally {
    database.close();
  }
  return true;
}
