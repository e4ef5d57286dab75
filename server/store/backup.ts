import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import type { DataSource } from 'typeorm';
import { rawDatabase } from './raw.ts';

const FOLDER = 'backups';
const KEPT = 14;

/**
 * Copies the database with SQLite's own online backup while it is in use. Keeps the newest fourteen.
 * @returns the backup's path.
 */
export async function backUp(source: DataSource, dataFolder: string, why: string): Promise<string> {
  const folder = join(dataFolder, FOLDER);
  mkdirSync(folder, { recursive: true });
  const stamp = new Date().toISOString().replace(/[:.]/g, '-');
  const target = join(folder, `chill-${stamp}-${why}.sqlite`);
  await rawDatabase(source).backup(`${target}.part`);
  renameSync(`${target}.part`, target);
  for (const old of listBackups(dataFolder).slice(KEPT)) rmSync(old);
  return target;
}

/** Paths of the backups in a data folder, the newest first. */
export function listBackups(dataFolder: string): string[] {
  const folder = join(dataFolder, FOLDER);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => name.endsWith('.sqlite'))
    .sort()
    .reverse()
    .map((name) => join(folder, name));
}

/**
 * Puts a backup in the place of the database; the server must not be running. What was there is kept beside it.
 * @throws {Error} where the file is not a sound Chill database; nothing is changed then.
 */
export function restoreBackup(backup: string, dataFolder: string, databaseFile: string): { replaced?: string } {
  requireSound(backup);
  const file = join(dataFolder, databaseFile);
  mkdirSync(dataFolder, { recursive: true });
  const replaced = existsSync(file) ? `${file}.before-restore-${Date.now()}` : undefined;
  copyFileSync(backup, `${file}.part`);
  if (replaced) renameSync(file, replaced);
  // The old write-ahead log belongs to the old file and would corrupt the new one.
  for (const suffix of ['-wal', '-shm']) rmSync(file + suffix, { force: true });
  renameSync(`${file}.part`, file);
  return replaced ? { replaced } : {};
}

function requireSound(file: string): void {
  let database: Database.Database | undefined;
  try {
    database = new Database(file, { readonly: true, fileMustExist: true });
    if (database.pragma('integrity_check', { simple: true }) !== 'ok') throw new Error('its pages are damaged');
    database.prepare('SELECT count(*) FROM event').get();
  } catch (error) {
    throw new Error(`${file} is not a sound backup: ${(error as Error).message}`);
  } finally {
    database?.close();
  }
}
