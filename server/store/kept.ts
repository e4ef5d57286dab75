import type { MouldRecord, Past } from '@chill/model/past.ts';
import type { BatchId } from '@chill/model/primitives.ts';
import type Database from 'better-sqlite3';

/** Tells whether anything has changed of what is kept of closed batches. */
export function keptMark(database: Database.Database): string {
  return JSON.stringify(database.prepare('SELECT count(*), max(rowid), sum(mould_read) FROM kept').raw().get());
}

/** How many batches are closed, tests apart, and what those closed before `since` say of mould. */
export function pastBefore(database: Database.Database, since: string): Past {
  const closed = database.prepare('SELECT count(*) FROM kept WHERE test = 0').pluck().get() as number;
  const mould = database
    .prepare('SELECT medium, sum(rotted) AS rotted, sum(expected) AS expected FROM kept_mould WHERE closed_on < ? GROUP BY medium')
    .all(since) as MouldRecord[];
  return { closed, mould };
}

/** What is read off a closed batch: what it says of mould, which is wanted with the first page; and what came of it, which takes longer. */
export type ToRead = 'mould' | 'outcome';
const UNREAD: Record<ToRead, string> = { mould: 'mould_read = 0', outcome: 'outcome_read = 0 AND test = 0' };

/** Ids of closed batches of which that has not been read yet. */
export function unread(database: Database.Database, what: ToRead, most: number): string[] {
  return database.prepare(`SELECT batch_id FROM kept WHERE ${UNREAD[what]} LIMIT ?`).pluck().all(most) as string[];
}

/** Keeps what a closed batch says of mould, unless it was opened again meanwhile. Call inside a transaction. */
export function keepMould(database: Database.Database, batchId: BatchId, records: readonly MouldRecord[]): void {
  const { changes } = database.prepare('UPDATE kept SET mould_read = 1 WHERE batch_id = ?').run(batchId);
  if (changes === 0) return;
  const put = database.prepare(
    'INSERT OR REPLACE INTO kept_mould (batch_id, medium, closed_on, rotted, expected) SELECT id, ?, closed_on, ?, ? FROM batch WHERE id = ?',
  );
  for (const { medium, rotted, expected } of records) put.run(medium, rotted, expected, batchId);
}
