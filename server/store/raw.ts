import { join } from 'node:path';
import Database from 'better-sqlite3';
import type { DataSource } from 'typeorm';
import { DATABASE_FILE } from './files.ts';

/** The better-sqlite3 connection beneath TypeORM's: for its online backup and for reads of many rows. */
export function rawDatabase(source: DataSource): Database.Database {
  return (source.driver as unknown as { databaseConnection: Database.Database }).databaseConnection;
}

/** A second connection to a nursery's database, for reading beside the server that has it. */
export function readBeside(dataFolder: string): Database.Database {
  return new Database(join(dataFolder, DATABASE_FILE), { readonly: true, fileMustExist: true });
}
