import type { Outcome, ResultPage } from '@chill/model/outcome.ts';
import type { MouldRecord, Past } from '@chill/model/past.ts';
import type { BatchId } from '@chill/model/primitives.ts';
import type Database from 'better-sqlite3';
import { keepMould, keptMark, pastBefore, type ToRead, unread } from './kept.ts';
import { type KeptLesson, keepLearned, keepOutcome, learnedKept, marksOfSpecies, outcomesOnPage, resultPages } from './outcomes.ts';

/** The store's own line, to work in: reading; writing, all or nothing; and a tag that changes with what a query counts. */
interface Line {
  read<T>(work: (database: Database.Database) => T): Promise<T>;
  write<T>(work: (database: Database.Database) => T): Promise<T>;
  tag(database: Database.Database, query: string): string;
}

/** What closed batches leave to be known: of mould, what came of each, and what all of it teaches. */
export class LeftByClosed {
  readonly #line: Line;
  #past: { mark: string; past: Past } | undefined;

  constructor(line: Line) {
    this.#line = line;
  }

  /** How many there are, and what those closed before `since` say of mould. */
  past(since: string): Promise<Past> {
    return this.#line.read((database) => {
      const mark = `${since} ${keptMark(database)}`;
      if (this.#past?.mark !== mark) this.#past = { mark, past: pastBefore(database, since) };
      return this.#past.past;
    });
  }

  /** Ids of those of which that has not been read yet. */
  unread(what: ToRead, most: number): Promise<string[]> {
    return this.#line.read((database) => unread(database, what, most));
  }

  keepMould(batchId: BatchId, records: readonly MouldRecord[]): Promise<void> {
    return this.#line.write((database) => keepMould(database, batchId, records));
  }

  keepOutcome(batchId: BatchId, outcome: Outcome | undefined): Promise<void> {
    return this.#line.write((database) => keepOutcome(database, batchId, outcome));
  }

  /** The pages in which what came of them is sent, and the text of one. */
  resultPages(): Promise<ResultPage[]> {
    return this.#line.read((database) => resultPages(database));
  }

  resultsOnPage(page: number): Promise<string> {
    return this.#line.read((database) => outcomesOnPage(database, page));
  }

  /** Changes whenever anything does of what is learned from: results, and the ledgers of lots. */
  lessonsTag(): Promise<string> {
    return this.#line.read((database) =>
      this.#line.tag(
        database,
        'SELECT (SELECT count(*) FROM outcome), (SELECT max(seq) FROM outcome), (SELECT sum(version) FROM lot), (SELECT count(*) FROM lot), (SELECT max(seq) FROM lot_event)',
      ),
    );
  }

  /** The same species by species; and what was learned of each, with the mark of what it was learned from. */
  lessonMarks(): Promise<{ marks: Map<string, string>; kept: Map<string, Omit<KeptLesson, 'speciesId'>> }> {
    return this.#line.read((database) => ({ marks: marksOfSpecies(database), kept: learnedKept(database) }));
  }

  keepLearned(learned: readonly KeptLesson[]): Promise<void> {
    return this.#line.write((database) => {
      for (const one of learned) keepLearned(database, one);
    });
  }
}
