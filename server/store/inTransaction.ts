import { say } from '@chill/words/server.ts';
import type Database from 'better-sqlite3';

/** The connection can no longer be trusted: whether the last entry was saved is not known, and nothing more is answered from it. */
export class StoreBroken extends Error {
  constructor(cause: unknown) {
    super(say('dataFileUnsure'), { cause });
  }
}

/**
 * Does a piece of work in one transaction: all of it is kept, or none. SQLite rolls back by itself where the disk is full or fails, and a commit that
 * fails may yet have been written: both are looked at, so that what is returned is kept and what is thrown is not.
 * @throws {StoreBroken} where neither can be made sure of. Otherwise whatever `work` throws.
 */
export async function inTransaction<T>(database: Database.Database, work: () => Promise<T>): Promise<T> {
  requireOutside(database);
  let edition: number | undefined;
  let done: { value: T } | undefined;
  try {
    database.exec('BEGIN IMMEDIATE');
    edition = database.prepare('UPDATE store SET edition = edition + 1 RETURNING edition').pluck().get() as number;
    const value = await work();
    if (!database.inTransaction) throw new Error('SQLite rolled the transaction back by itself.');
    done = { value };
    database.exec('COMMIT');
    return value;
  } catch (error) {
    requireOutside(database);
    if (done && editionOf(database) === edition) return done.value;
    throw error;
  }
}

/**
 * Makes sure that the connection is in no transaction: one left open would take everything after it along when it ends.
 * @throws {StoreBroken} where it cannot be left.
 */
export function requireOutside(database: Database.Database): void {
  if (!database.inTransaction) return;
  try {
    database.exec('ROLLBACK');
  } catch (error) {
    if (database.inTransaction) throw new StoreBroken(error);
  }
}

function editionOf(database: Database.Database): number {
  try {
    return database.prepare('SELECT edition FROM store').pluck().get() as number;
  } catch (error) {
    throw new StoreBroken(error);
  }
}
