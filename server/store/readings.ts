import { lastAtOrBefore } from '@chill/core/chill/measured.ts';
import type { Readings } from '@chill/core/readings/readings.ts';
import { noReadings } from '@chill/core/readings/tidyReadings.ts';
import type { PlaceId } from '@chill/model/primitives.ts';
import type { ReadingImport } from '@chill/model/temperature.ts';
import { say } from '@chill/words/server.ts';
import type Database from 'better-sqlite3';
import { Fault } from '../door/fault.ts';

const DAY_MS = 86_400_000;
const STEPS_PER_C = 100;
const DAYS_A_STEP = 60;

/** What came of taking readings in. */
export interface TakenIn {
  import: ReadingImport;
  /** Told already, with the same temperature; and with another, which stands as it was. */
  repeated: number;
  conflicting: number;
}

/**
 * A place's readings between two moments, in order, without imports that were undone. Each day of an import is one row, six bytes a reading: its moment in ms since midnight UTC, then its temperature in hundredths of °C.
 */
export function readingsOf(
  database: Database.Database,
  placeId: PlaceId,
  from_ms = Number.NEGATIVE_INFINITY,
  to_ms = Number.POSITIVE_INFINITY,
): Readings {
  const day = (moment: number, beyond: number) => (Number.isFinite(moment) ? Math.floor(moment / DAY_MS) : beyond);
  const rows = database
    .prepare(
      `SELECT d.day, d.count, d.packed, json_extract(i.body, '$.source') = 'typed' FROM reading_day d JOIN reading_import i ON i.seq = d.import_seq
       WHERE d.place_id = ? AND d.day BETWEEN ? AND ? AND i.undone = 0 ORDER BY d.day, d.import_seq`,
    )
    .raw()
    .all(placeId, day(from_ms, -1e6), day(to_ms, 1e6)) as [number, number, Buffer, number][];
  const total = rows.reduce((sum, [, count]) => sum + count, 0);
  const typed = rows.some(([, , , byHand]) => byHand === 1);
  const readings: Readings = {
    at_ms: new Float64Array(total),
    celsius: new Float64Array(total),
    ...(typed && { byHand: new Uint8Array(total) }),
  };
  let length = 0;
  let inOrder = true;
  for (const [dayNumber, count, packed, byHand] of rows) {
    const [moments, steps] = unpackDay(packed, count);
    readings.byHand?.fill(byHand, length, length + count);
    for (let i = 0; i < count; i++, length++) {
      const at = dayNumber * DAY_MS + (moments[i] as number);
      if (length > 0 && at <= (readings.at_ms[length - 1] as number)) inOrder = false;
      readings.at_ms[length] = at;
      readings.celsius[length] = (steps[i] as number) / STEPS_PER_C;
    }
  }
  const whole = inOrder ? readings : inOneLine(readings);
  const [first, last] = [lastAtOrBefore(whole.at_ms, from_ms - 1) + 1, lastAtOrBefore(whole.at_ms, to_ms) + 1];
  return {
    at_ms: whole.at_ms.subarray(first, last),
    celsius: whole.celsius.subarray(first, last),
    ...(whole.byHand && { byHand: whole.byHand.subarray(first, last) }),
  };
}

/** The moment of a place's last reading, ms since 1970. */
export function lastReadingOf(database: Database.Database, placeId: PlaceId): number | undefined {
  const day = database
    .prepare('SELECT max(d.day) FROM reading_day d JOIN reading_import i ON i.seq = d.import_seq WHERE d.place_id = ? AND i.undone = 0')
    .pluck()
    .get(placeId) as number | null;
  return day === null ? undefined : readingsOf(database, placeId, day * DAY_MS).at_ms.at(-1);
}

function unpackDay(packed: Buffer, count: number): [Uint32Array, Int16Array] {
  // Copied, since a view must begin where its numbers can.
  const buffer = packed.buffer.slice(packed.byteOffset, packed.byteOffset + packed.byteLength);
  return [new Uint32Array(buffer, 0, count), new Int16Array(buffer, count * 4, count)];
}

/** Several imports of a day, put in order; of a moment told twice the import that came first stands. */
function inOneLine({ at_ms, celsius, byHand }: Readings): Readings {
  const order = Array.from(at_ms, (_, i) => i).sort((a, b) => (at_ms[a] as number) - (at_ms[b] as number) || a - b);
  const once = order.filter((at, i) => i === 0 || at_ms[at] !== at_ms[order[i - 1] as number]);
  return {
    at_ms: Float64Array.from(once, (i) => at_ms[i] as number),
    celsius: Float64Array.from(once, (i) => celsius[i] as number),
    ...(byHand && { byHand: Uint8Array.from(once, (i) => byHand[i] as number) }),
  };
}

/**
 * Takes readings in as one import: what is new of them. Asked again with the same id it changes nothing, but for an attached logger's import, which
 * grows. In steps of some days each. Call inside a transaction.
 */
export function* takeIn(
  database: Database.Database,
  said: Omit<ReadingImport, 'count' | 'from' | 'to'>,
  { at_ms, celsius }: Readings,
): Generator<void, TakenIn> {
  const row = database.prepare('SELECT seq, body FROM reading_import WHERE id = ?').get(said.id) as
    | { seq: number; body: string }
    | undefined;
  const known: ReadingImport | undefined = row && JSON.parse(row.body);
  if (known && (known.placeId !== said.placeId || known.source !== said.source)) throw Fault.field('import', say('importIdTaken'));
  if (known && known.source !== 'logger') return { import: known, repeated: 0, conflicting: 0 };
  const there = at_ms.length > 0 ? readingsOf(database, said.placeId, at_ms[0], at_ms.at(-1)) : noReadings();
  let [repeated, conflicting, at] = [0, 0, 0];
  const kept: number[] = [];
  for (let i = 0; i < at_ms.length; i++) {
    while (at < there.at_ms.length && (there.at_ms[at] as number) < (at_ms[i] as number)) at += 1;
    if (there.at_ms[at] !== at_ms[i]) kept.push(i);
    else if (Math.abs((there.celsius[at] as number) - (celsius[i] as number)) < 0.5 / STEPS_PER_C) repeated += 1;
    else conflicting += 1;
  }
  yield;
  if (kept.length === 0 && known) return { import: known, repeated, conflicting };
  if (kept.length === 0) throw Fault.field('readings', say('readingsAllThere'));
  const moment = (i: number | undefined) => new Date(at_ms[i as number] as number).toISOString();
  const made: ReadingImport = known
    ? { ...known, count: known.count + kept.length, to: moment(kept.at(-1)) }
    : { ...said, count: kept.length, from: moment(kept[0]), to: moment(kept.at(-1)) };
  if (row) database.prepare('UPDATE reading_import SET body = ? WHERE seq = ?').run(JSON.stringify(made), row.seq);
  const seq =
    row?.seq ??
    database
      .prepare('INSERT INTO reading_import (id, place_id, undone, body) VALUES (?, ?, 0, ?)')
      .run(said.id, said.placeId, JSON.stringify(made)).lastInsertRowid;
  const before = database.prepare('SELECT count, packed FROM reading_day WHERE place_id = ? AND day = ? AND import_seq = ?');
  const put = database.prepare('INSERT OR REPLACE INTO reading_day (place_id, day, import_seq, count, packed) VALUES (?, ?, ?, ?, ?)');
  for (let from = 0, days = 1; from < kept.length; days++) {
    if (days % DAYS_A_STEP === 0) yield;
    const day = Math.floor((at_ms[kept[from] as number] as number) / DAY_MS);
    let to = from;
    while (to < kept.length && Math.floor((at_ms[kept[to] as number] as number) / DAY_MS) === day) to += 1;
    const had = known && (before.get(said.placeId, day, seq) as { count: number; packed: Buffer } | undefined);
    const count = (had?.count ?? 0) + to - from;
    const buffer = new ArrayBuffer(count * 6);
    const [moments, steps] = [new Uint32Array(buffer, 0, count), new Int16Array(buffer, count * 4, count)];
    if (had) {
      const [oldMoments, oldSteps] = unpackDay(had.packed, had.count);
      moments.set(oldMoments);
      steps.set(oldSteps);
    }
    for (let k = from, i = had?.count ?? 0; k < to; k++, i++) {
      moments[i] = (at_ms[kept[k] as number] as number) - day * DAY_MS;
      steps[i] = Math.round((celsius[kept[k] as number] as number) * STEPS_PER_C);
    }
    put.run(said.placeId, day, seq, count, Buffer.from(buffer));
    from = to;
  }
  return { import: made, repeated, conflicting };
}

/** A place's imports, the newest first, with whether each was undone. */
export function importsOf(database: Database.Database, placeId: PlaceId): (ReadingImport & { undone: boolean })[] {
  const rows = database.prepare('SELECT body, undone FROM reading_import WHERE place_id = ? ORDER BY seq DESC').raw().all(placeId);
  return (rows as [string, number][]).map(([body, undone]) => ({ ...JSON.parse(body), undone: undone === 1 }));
}

/** Takes an import out, or puts it back; gives its place. */
export function setUndone(database: Database.Database, importId: string, undone: boolean): string {
  const placeId = database.prepare('SELECT place_id FROM reading_import WHERE id = ?').pluck().get(importId) as string | undefined;
  if (!placeId) throw Fault.notFound(say('noSuchReadings'));
  database.prepare('UPDATE reading_import SET undone = ? WHERE id = ?').run(undone ? 1 : 0, importId);
  return placeId;
}
