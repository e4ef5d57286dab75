import type { DataSource } from 'typeorm';
import { backUp } from '../store/backup.ts';

const EVERY_MS = 24 * 60 * 60 * 1000;

/** Backs the database up once a day while the server runs. Returns what stops it. */
export function startDailyBackup(source: DataSource, dataFolder: string, onError: (error: unknown) => void): () => void {
  const timer = setInterval(() => {
    backUp(source, dataFolder, 'daily').catch(onError);
  }, EVERY_MS);
  timer.unref();
  return () => clearInterval(timer);
}
