import type { Outcome, ResultPage } from '@chill/model/outcome.ts';
import type { BatchId } from '@chill/model/primitives.ts';
import type Database from 'better-sqlite3';

/** Batches whose results are sent together: those made one after the other, so that a page changes only where one of them does. */
const BATCHES_A_PAGE = 250;

/** Keeps what came of a closed batch, unless it was opened again meanwhile; of one that nobody can read any more, that nothing is known. Call inside a transaction. */
export function keepOutcome(database: Database.Database, batchId: BatchId, outcome: Outcome | undefined): void {
  const { changes } = database.prepare('UPDATE kept SET outcome_read = 1 WHERE batch_id = ?').run(batchId);
  if (changes === 0) return;
  database.prepare('DELETE FROM outcome WHERE batch_id = ?').run(batchId);
  if (!outcome) return;
  database
    .prepare(`INSERT INTO outcome (batch_id, page, species_id, body) SELECT id, rowid / ${BATCHES_A_PAGE}, ?, ? FROM batch WHERE id = ?`)
    .run(outcome.speciesId, JSON.stringify(outcome), batchId);
}

/** The pages that results are sent in, those of the batches made last first; a page is named anew whenever anything on it changes. */
export function resultPages(database: Database.Database): ResultPage[] {
  // Another database, a backup that was put back, has another name: its pages are not taken for these.
  const store = database.prepare('SELECT name FROM store').pluck().get() as string;
  const rows = database
    .prepare('SELECT page, count(*) AS count, max(seq) AS last, sum(seq) AS sum FROM outcome GROUP BY page ORDER BY page DESC')
    .all() as { page: number; count: number; last: number; sum: number }[];
  return rows.map(({ page, count, last, sum }) => ({ page, count, edition: `${store}-${count}-${last}-${sum}` }));
}

/** What came of the batches of a page, as one JSON text, those made last first. */
export function outcomesOnPage(database: Database.Database, page: number): string {
  const texts = database
    .prepare('SELECT outcome.body FROM outcome JOIN batch ON batch.id = outcome.batch_id WHERE page = ? ORDER BY batch.rowid DESC')
    .pluck()
    .all(page);
  return `[${texts.join(',')}]`;
}

/** What came of the batches of a species that were not lost, so many of those closed last. */
export function outcomesOfSpecies(database: Database.Database, speciesId: string, most: number): Outcome[] {
  const texts = database
    .prepare(
      `SELECT outcome.body FROM outcome JOIN batch ON batch.id = outcome.batch_id WHERE outcome.species_id = ? AND json_extract(outcome.body, '$.gone') IS NULL ORDER BY batch.closed_on DESC, batch.rowid DESC LIMIT ?`,
    )
    .pluck()
    .all(speciesId, most) as string[];
  return texts.map((text) => JSON.parse(text) as Outcome);
}

/** What came of everything, one after the other, those closed last first: too much to be held at once. */
export function* everyOutcome(database: Database.Database): Generator<Outcome> {
  const texts = database
    .prepare('SELECT outcome.body FROM outcome JOIN batch ON batch.id = outcome.batch_id ORDER BY batch.closed_on DESC, batch.rowid DESC')
    .pluck();
  for (const text of texts.iterate()) yield JSON.parse(text as string) as Outcome;
}

/** Of each species, a mark of what came of its batches and of its lots' ledgers: it changes whenever any of them does. */
export function marksOfSpecies(database: Database.Database): Map<string, string> {
  const marks = new Map<string, string>();
  const add = (query: string) => {
    for (const [speciesId, ...counts] of database.prepare(query).raw().all() as [string, ...number[]][])
      marks.set(speciesId, `${marks.get(speciesId) ?? ''} ${counts.join('-')}`);
  };
  add("SELECT species_id, 'o', count(*), max(seq), sum(seq) FROM outcome GROUP BY species_id");
  add("SELECT json_extract(body, '$.speciesId') AS species, 'l', count(*), sum(version) FROM lot GROUP BY species");
  add(
    "SELECT json_extract(lot.body, '$.speciesId') AS species, 't', count(*), max(seq) FROM lot_event JOIN lot ON lot.id = lot_event.lot_id GROUP BY species",
  );
  return marks;
}

/** What was learned of a species, as JSON, and the mark of all that it was learned from. */
export interface KeptLesson {
  speciesId: string;
  mark: string;
  body: string;
}

/** What was learned of each species, with the mark of what it was learned from. */
export function learnedKept(database: Database.Database): Map<string, Omit<KeptLesson, 'speciesId'>> {
  const rows = database.prepare('SELECT species_id AS speciesId, mark, body FROM learned').all() as KeptLesson[];
  return new Map(rows.map(({ speciesId, ...kept }) => [speciesId, kept]));
}

/** Keeps what was learned of a species. Call inside a transaction. */
export function keepLearned(database: Database.Database, { speciesId, mark, body }: KeptLesson): void {
  database.prepare('INSERT OR REPLACE INTO learned (species_id, mark, body) VALUES (?, ?, ?)').run(speciesId, mark, body);
}
