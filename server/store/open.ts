import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import { backUp } from './backup.ts';
import { ENTITIES } from './entities.ts';
import { Ledger1760000000001 } from './migrations/0001-ledger.ts';
import { Lots1760000000002 } from './migrations/0002-lots.ts';
import { Splits1760000000003 } from './migrations/0003-splits.ts';
import { Readings1760000000004 } from './migrations/0004-readings.ts';

export const DATABASE_FILE = 'chill.sqlite';

/**
 * Opens the nursery's database in `dataFolder`, making it where there is none. Before pending migrations change a file that exists,
 * it is backed up.
 * @throws {Error} where the file is not a database, or a migration fails; the file is then as it was.
 */
export async function openDatabase(dataFolder: string): Promise<DataSource> {
  mkdirSync(dataFolder, { recursive: true });
  const file = join(dataFolder, DATABASE_FILE);
  const existed = existsSync(file);
  const source = new DataSource({
    type: 'better-sqlite3',
    database: file,
    entities: ENTITIES,
    migrations: [Ledger1760000000001, Lots1760000000002, Splits1760000000003, Readings1760000000004],
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
  if (existed && (await source.showMigrations())) await backUp(source, dataFolder, 'before-migration');
  await source.runMigrations();
  return source;
}
