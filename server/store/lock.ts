import { join } from 'node:path';
import { say } from '@chill/words/server.ts';
import Database from 'better-sqlite3';
import { LOCK_FILE } from './files.ts';
import { Unusable } from './unusable.ts';

/**
 * Takes a data folder for this process alone, until what is returned is called or the process ends, however it ends: the lock is the operating system's.
 * @throws {Unusable} where another process has it.
 */
export function lockFolder(dataFolder: string): () => void {
  const lock = new Database(join(dataFolder, LOCK_FILE), { timeout: 0 });
  try {
    lock.pragma('journal_mode = MEMORY');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if ((error as { code?: string }).code !== 'SQLITE_BUSY') throw error;
    throw new Unusable(say('alreadyRunning', { dataFolder }));
  }
  return () => lock.close();
}
