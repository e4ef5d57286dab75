import type Database from 'better-sqlite3';
import type { DataSource } from 'typeorm';

/** The better-sqlite3 connection beneath TypeORM's: for its online backup and for reads of many rows. */
export function rawDatabase(source: DataSource): Database.Database {
  return (source.driver as unknown as { databaseConnection: Database.Database }).databaseConnection;
}
