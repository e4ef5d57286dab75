import { join } from 'node:path';
import { delivered } from '@chill/core/ledger/delivered.ts';
import { fold } from '@chill/core/ledger/fold.ts';
import { isWithdrawn } from '@chill/core/ledger/states.ts';
import { foldLot } from '@chill/core/lot/lotLedger.ts';
import { Batch } from '@chill/model/batch.ts';
import type { Contents } from '@chill/model/contents.ts';
import { type LedgerEvent, LedgerStamp, NewEvent } from '@chill/model/event.ts';
import { Lot, type LotEvent, LotEventStamp, NewLotEvent } from '@chill/model/lot.ts';
import { Nursery } from '@chill/model/nursery.ts';
import { Outcome } from '@chill/model/outcome.ts';
import { Place } from '@chill/model/place.ts';
import type { LotId } from '@chill/model/primitives.ts';
import { PlantPromise } from '@chill/model/promise.ts';
import { SeasonPlan } from '@chill/model/seasonPlan.ts';
import { Species } from '@chill/model/species.ts';
import { ReadingImport } from '@chill/model/temperature.ts';
import { say } from '@chill/words/server.ts';
import Database from 'better-sqlite3';
import { DATABASE_FILE } from './files.ts';
import { MIGRATIONS } from './migrations.ts';
import { openDatabase } from './open.ts';
import quickCheck from './quickCheck.ts';
import { rawDatabase } from './raw.ts';
import { migrationsOf, schemaAfter, schemaOf } from './schema.ts';
import { asUnusable } from './unusable.ts';

/** What a file was found to be: a nursery's, with what is in it, or not, and why. */
export type Looked = { contents: Contents } | { fault: string };

/** Bytes of a reading in its packed day: its second of the day, and its temperature. */
const READING_BYTES = 6;

/**
 * Looks at a data file that may hold anything, in a folder of its own: whether it is whole, made of what the migrations make and nothing else, each record as
 * the model has it, and each history one that can have happened. It is left as this version has it. Only for a process that can be ended
 * ({@link offProcess}): what runs inside of a strange file may never end.
 */
export default async function look(folder: string): Promise<Looked> {
  try {
    const file = join(folder, DATABASE_FILE);
    const fault = quickCheck(file) ?? (await strangeSchema(file));
    if (fault) return { fault };
    const { source, close } = await openDatabase(folder);
    try {
      const database = rawDatabase(source);
      const wrong = wrongRecord(database) ?? wrongHistory(database);
      if (wrong) return { fault: wrong };
      // What is learned follows from the rest: it is learned anew, and taken from no file.
      database.exec('DELETE FROM learned');
      return { contents: contentsOf(database) };
    } finally {
      await close();
    }
  } catch (error) {
    return { fault: (asUnusable(error, folder) as Error).message };
  }
}

/** What a file is made of besides what its migrations make, or lacks of it; nothing of it is run. */
async function strangeSchema(file: string): Promise<string | undefined> {
  const database = new Database(file, { readonly: true, fileMustExist: true });
  try {
    const made = migrationsOf(database);
    const known = MIGRATIONS.map((migration) => new migration().name);
    if (made.length === 0) return say('anotherProgramsDatabase');
    if (made.some((name) => !known.includes(name))) return say('fileOfNewerChill');
    if (made.some((name, i) => name !== known[i])) return say('fileMigrationsAmiss');
    const [is, should] = [schemaOf(database), await schemaAfter(made.length)];
    const names = [...new Set([...is.keys(), ...should.keys()])].filter((name) => is.get(name) !== should.get(name));
    return names.length > 0 ? say('fileMadeOtherwise', { names: names.slice(0, 5).join(', ') }) : undefined;
  } finally {
    database.close();
  }
}

/** A table's records, and what each has to be. */
interface Records {
  table: string;
  /** The column that names a row in a message. */
  line: string;
  reads: (body: unknown) => { success: true } | { success: false; error: { issues: readonly { path: PropertyKey[]; message: string }[] } };
}
const RECORDS: readonly Records[] = [
  { table: 'nursery', line: 'id', reads: (body) => Nursery.safeParse(body) },
  { table: 'place', line: 'id', reads: (body) => Place.safeParse(body) },
  { table: 'promise', line: 'id', reads: (body) => PlantPromise.safeParse(body) },
  { table: 'season_plan', line: 'id', reads: (body) => SeasonPlan.safeParse(body) },
  { table: 'own_species', line: 'id', reads: (body) => Species.safeParse(body) },
  { table: 'lot', line: 'code', reads: (body) => Lot.safeParse(body) },
  { table: 'lot_event', line: 'seq', reads: (body) => NewLotEvent.and(LotEventStamp).safeParse(body) },
  { table: 'batch', line: 'code', reads: (body) => Batch.safeParse(body) },
  { table: 'event', line: 'seq', reads: (body) => NewEvent.and(LedgerStamp).safeParse(body) },
  { table: 'outcome', line: 'seq', reads: (body) => Outcome.safeParse(body) },
  { table: 'reading_import', line: 'seq', reads: (body) => ReadingImport.safeParse(body) },
];

/** The first record that is not as the model has it, by its table and line. */
function wrongRecord(database: Database.Database): string | undefined {
  for (const { table, line, reads } of RECORDS) {
    const rows = database.prepare(`SELECT ${line} AS line, body FROM ${table}`).iterate() as IterableIterator<{
      line: unknown;
      body: unknown;
    }>;
    for (const row of rows) {
      const read = reads(jsonOf(row.body));
      if (read.success) continue;
      const [first] = read.error.issues;
      return say('fileRecordAmiss', { table, line: row.line as string, field: first?.path.join('.') || '–', message: first?.message });
    }
  }
  const packed = database
    .prepare('SELECT place_id, day FROM reading_day WHERE typeof(packed) <> ? OR length(packed) <> ? * count LIMIT 1')
    .get('blob', READING_BYTES) as { day: number } | undefined;
  if (packed) return say('fileRecordAmiss', { table: 'reading_day', line: packed.day, field: 'packed', message: say('notPackedReadings') });
  const strays = database.pragma('foreign_key_check') as { table: string; rowid: number }[];
  return strays[0] && say('fileRecordStray', { table: strays[0].table, line: strays[0].rowid });
}

/** A text as JSON; what is none is nothing, and refused as that. */
function jsonOf(text: unknown): unknown {
  try {
    return JSON.parse(text as string);
  } catch {
    return undefined;
  }
}

/** The first batch or lot whose entries cannot have happened, or do not belong to it; and the first whose columns say otherwise than its record. */
function wrongHistory(database: Database.Database): string | undefined {
  const entries = database.prepare('SELECT id, version, body FROM event WHERE batch_id = ? ORDER BY version');
  const left = database.prepare('SELECT given FROM kept WHERE batch_id = ?').pluck();
  for (const { id, code, seeds, lotId, closedOn, body } of database
    .prepare('SELECT id, code, seeds, lot_id AS lotId, closed_on AS closedOn, body FROM batch')
    .all() as BatchLine[]) {
    const batch = JSON.parse(body) as Batch;
    const lines = entries.all(id) as EntryLine[];
    const events = lines.map((line) => JSON.parse(line.body) as LedgerEvent);
    const amiss = say('fileColumnsAmiss');
    const fault =
      batch.id !== id ||
      batch.code !== code ||
      batch.lotId !== lotId ||
      lines.some(
        ({ id: named, version }, i) =>
          events[i]?.id !== named || events[i]?.version !== version || version !== i + 1 || events[i]?.batchId !== id,
      )
        ? amiss
        : unfolded(() => {
            const state = fold(batch.plan, events);
            const gone = isWithdrawn(state);
            const given = JSON.stringify(Object.fromEntries(delivered({ events })));
            const kept = state.closedOn !== undefined && !gone ? given : undefined;
            if (seeds !== (gone ? 0 : batch.plan.seeds) || closedOn !== (state.closedOn ?? null) || left.get(id) !== kept)
              throw new Error(amiss);
          });
    if (fault) return say('fileHistoryAmiss', { table: 'batch', line: code, message: fault });
  }
  const said = database.prepare('SELECT id, version, body FROM lot_event WHERE lot_id = ? ORDER BY version');
  const lots = database.prepare(
    'SELECT id, code, body, (SELECT coalesce(sum(seeds), 0) FROM batch WHERE lot_id = lot.id AND split_from IS NULL) AS taken FROM lot',
  );
  for (const { id, code, taken, body } of lots.all() as LotLine[]) {
    const lot = JSON.parse(body) as Lot;
    const events = (said.all(id) as EntryLine[]).map(({ body: text }) => JSON.parse(text) as LotEvent);
    const fault = lot.id !== id || lot.code !== code ? say('fileColumnsAmiss') : unfolded(() => foldLot(lot, events, taken));
    if (fault) return say('fileHistoryAmiss', { table: 'lot', line: code, message: fault });
  }
  return undefined;
}
interface EntryLine {
  id: string;
  version: number;
  body: string;
}
interface BatchLine {
  id: string;
  code: string;
  seeds: number;
  lotId: LotId;
  closedOn: string | null;
  body: string;
}
interface LotLine {
  id: string;
  code: string;
  taken: number;
  body: string;
}

function unfolded(work: () => unknown): string | undefined {
  try {
    work();
    return undefined;
  } catch (error) {
    return (error as Error).message;
  }
}

function contentsOf(database: Database.Database): Contents {
  const counted = (what: string) => database.prepare(`SELECT count(*) FROM ${what}`).pluck().get() as number;
  const nursery = database.prepare('SELECT body FROM nursery').pluck().get() as string | undefined;
  const last = database.prepare("SELECT max(json_extract(body, '$.on')) FROM event").pluck().get() as string | null;
  return {
    name: nursery ? (JSON.parse(nursery) as Nursery).name : '',
    lots: counted('lot'),
    batches: counted('batch'),
    ...(last && { lastOn: last }),
  };
}
