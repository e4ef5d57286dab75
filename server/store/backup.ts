import { closeSync, copyFileSync, existsSync, fsyncSync, mkdirSync, openSync, readdirSync, readSync, renameSync, rmSync } from 'node:fs';
import { basename, join } from 'node:path';
import { say } from '@chill/words/server.ts';
import Database from 'better-sqlite3';
import { KeptThread } from '../offThread/keptThread.ts';
import { BACKUP_FOLDER, DATABASE_FILE } from './files.ts';
import { lockFolder } from './lock.ts';
import quickCheck from './quickCheck.ts';
import { asUnusable, Unusable } from './unusable.ts';

/** The newest so many are kept; of so many days the newest that was made by itself; and of so many months the newest of all. */
const NEWEST_KEPT = 5;
const DAYS_KEPT = 14;
const MONTHS_KEPT = 12;
/** Checking takes about a second for every 200 MB; a disk that takes longer than this is no disk to trust. */
const LONGEST_CHECK_MS = 600_000;

/** One thread checks whatever is to be checked, one after the other. */
const CHECKING = new KeptThread<string, string | undefined>(new URL('./quickCheck.ts', import.meta.url));

/** Damage that a check found; what was backed up before stays. */
export class Damaged extends Error {}

/**
 * Copies the database with SQLite's own online backup while it is in use, checks the copy page by page on another thread, and lets old ones go.
 * @returns the backup's path.
 * @throws {Damaged} where the copy is not sound, since then neither is the database: the copy is thrown away and every older backup stays.
 */
export async function backUp(
  database: Database.Database,
  dataFolder: string,
  why: 'daily' | 'asked' | 'before-migration',
): Promise<string> {
  const folder = join(dataFolder, BACKUP_FOLDER);
  mkdirSync(folder, { recursive: true });
  const stamp = new Date().toISOString().replace(/[:.]/g, '-');
  const target = join(folder, `chill-${stamp}-${why}.sqlite`);
  const part = `${target}.part`;
  try {
    await database.backup(part);
    const fault = await checkedBeside(part);
    // Looking at it leaves these behind.
    for (const suffix of ['-wal', '-shm']) rmSync(part + suffix, { force: true });
    if (fault) throw new Damaged(fault);
    onDisk(part);
    renameSync(part, target);
  } catch (error) {
    for (const suffix of ['', '-journal', '-wal', '-shm']) rmSync(part + suffix, { force: true });
    throw (error as { code?: string }).code?.startsWith('SQLITE_CORRUPT') ? new Damaged((error as Error).message) : error;
  }
  // What is no backup at all, or of a day that has not come, is nobody's to throw away, and pushes nothing out.
  const sound = soundBackups(dataFolder, Date.now());
  const kept = keptBackups(sound);
  for (const old of sound) if (!kept.has(old)) rmSync(old, { force: true });
  return target;
}

/** Paths of the backups in a data folder, the newest first. */
export function listBackups(dataFolder: string): string[] {
  const folder = join(dataFolder, BACKUP_FOLDER);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => /^chill-.*\.sqlite$/.test(name))
    .sort()
    .reverse()
    .map((name) => join(folder, name));
}

/** Those of them, the newest first, that hold a database and were not made after `now_ms`, by a clock that was wrong. */
export function soundBackups(dataFolder: string, now_ms: number): string[] {
  return listBackups(dataFolder).filter((path) => madeAt(path) <= now_ms + CLOCKS_DIFFER_MS && isDatabase(path));
}
/** A clock that was set back by so much is no wrong one. */
const CLOCKS_DIFFER_MS = 60_000;

/** Whether a file begins as a database does. */
function isDatabase(path: string): boolean {
  const begins = Buffer.alloc(16);
  try {
    const handle = openSync(path, 'r');
    try {
      readSync(handle, begins, 0, begins.length, 0);
    } finally {
      closeSync(handle);
    }
  } catch {
    return false;
  }
  return begins.toString('latin1').startsWith('SQLite format 3');
}

/**
 * Which of some backups, the newest first, are kept: the newest five, the newest of each of fourteen days that was made by itself or before a change of
 * version, and the newest of each of twelve months. So nobody who saves everything many times in a day pushes other days out.
 */
export function keptBackups(newestFirst: readonly string[]): Set<string> {
  const newestOfEach = (paths: readonly string[], of: 'chill-2026-01' | 'chill-2026-01-31') =>
    [...new Map(paths.toReversed().map((path) => [basename(path).slice('chill-'.length, of.length), path])).values()].toReversed();
  const byItself = newestFirst.filter((path) => !path.endsWith('-asked.sqlite'));
  return new Set([
    ...newestFirst.slice(0, NEWEST_KEPT),
    ...newestOfEach(byItself, 'chill-2026-01-31').slice(0, DAYS_KEPT),
    ...newestOfEach(newestFirst, 'chill-2026-01').slice(0, MONTHS_KEPT),
  ]);
}

/** When a backup was made, ms since 1970. */
export function madeAt(path: string): number {
  const [day, hour, minute, second] = /(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)/.exec(basename(path))?.slice(1) ?? [];
  return Date.parse(`${day}T${hour}:${minute}:${second}Z`);
}

/**
 * Puts a backup in the place of the database. What was there, with what its log still held, is kept beside it.
 * @throws {Unusable} where the file is not a sound Chill database, or a server is running on the folder; nothing is changed then.
 */
export function restoreBackup(backup: string, dataFolder: string): { replaced?: string } {
  const fault = quickCheck(backup) ?? noLedger(backup);
  if (fault) throw new Unusable(say('notGoodBackup', { backup, fault }));
  mkdirSync(dataFolder, { recursive: true });
  const release = lockFolder(dataFolder);
  const file = join(dataFolder, DATABASE_FILE);
  const part = `${file}.part`;
  try {
    copyFileSync(backup, part);
    rename(part);
    onDisk(part);
    const replaced = existsSync(file) ? `${file}.before-restore-${Date.now()}` : undefined;
    if (replaced) {
      foldLogIn(file);
      // A log that could not be folded in goes along: it belongs to the old file, holds what was saved last, and would corrupt the new one.
      for (const suffix of ['-wal', '-shm']) if (existsSync(file + suffix)) renameSync(file + suffix, replaced + suffix);
      renameSync(file, replaced);
    }
    renameSync(part, file);
    return replaced ? { replaced } : {};
  } catch (error) {
    rmSync(part, { force: true });
    throw asUnusable(error, dataFolder);
  } finally {
    release();
  }
}

/** What is wrong with a database, page by page, looked at on another thread; nothing where it is sound. */
function checkedBeside(file: string): Promise<string | undefined> {
  return CHECKING.ask(file, LONGEST_CHECK_MS);
}

/** Why a sound database is no nursery's, or nothing where it is one. */
function noLedger(file: string): string | undefined {
  const database = new Database(file, { readonly: true });
  try {
    const has = database.prepare("SELECT count(*) FROM sqlite_master WHERE name = 'event'").pluck().get();
    return has ? undefined : say('anotherProgramsDatabase');
  } finally {
    database.close();
  }
}

/** Gives a copy a name of its own, so that no browser takes what it remembers of the other for this one. */
function rename(file: string): void {
  const database = new Database(file);
  try {
    const named = database.prepare("SELECT count(*) FROM sqlite_master WHERE name = 'store'").pluck().get();
    if (named) database.prepare('UPDATE store SET name = ?').run(crypto.randomUUID());
    database.pragma('journal_mode = DELETE');
  } finally {
    database.close();
  }
}

/** Writes what a database's log holds into the database itself; a damaged one keeps its log. */
function foldLogIn(file: string): void {
  try {
    const database = new Database(file);
    try {
      database.pragma('wal_checkpoint(TRUNCATE)');
    } finally {
      database.close();
    }
  } catch {
    // Kept beside it as it is.
  }
}

/** Waits until a file is on the disk, and not only on its way. */
function onDisk(file: string): void {
  const handle = openSync(file, 'r+');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}
