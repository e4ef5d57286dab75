import { randomUUID } from 'node:crypto';
import { accept } from '@chill/core/ledger/accept.ts';
import { bagCode } from '@chill/core/ledger/bagCode.ts';
import { fold } from '@chill/core/ledger/fold.ts';
import { goBack } from '@chill/core/treat/split.ts';
import type { Batch, NewBatch } from '@chill/model/batch.ts';
import type { Append, LedgerEvent } from '@chill/model/event.ts';
import type Database from 'better-sqlite3';
import type { EntityManager } from 'typeorm';
import { Fault } from '../fault.ts';
import { bodyOf } from './body.ts';
import { BatchRow, EventRow } from './entities.ts';
import { findLot } from './lots.ts';
import { sameTelling } from './sameTelling.ts';

/** When something is recorded: the nursery's day and moment (ms since 1970), and the real instant, for the record. */
export interface Moment {
  today: string;
  now_ms: number;
  recordedAt: string;
}

/** Appends events that were decided on a version of the batch, as core accepts them. */
export async function appendTo(
  manager: EntityManager,
  batch: Batch,
  { decidedOn, events }: Append,
  { today, now_ms, recordedAt }: Moment,
): Promise<Batch> {
  if (decidedOn !== batch.events.length) {
    throw Fault.conflict('Somebody else recorded on this batch meanwhile.', {
      version: batch.events.length,
      others: batch.events.slice(decidedOn),
    });
  }
  const verdict = accept(batch, events, today, now_ms);
  if (!verdict.ok) throw Fault.fields(verdict.errors);
  const added = events.map((event, i): LedgerEvent => ({ ...event, batchId: batch.id, version: decidedOn + i + 1, recordedAt }));
  await manager.insert(
    EventRow,
    added.map((event) => ({ id: event.id, batchId: batch.id, version: event.version, body: JSON.stringify(event) })),
  );
  return { ...batch, events: [...batch.events, ...added] };
}

/** True where all that is asked is to end timers that have been ended. */
export function haveEnded(batch: Batch, events: Append['events']): boolean {
  if (!events.every(({ kind }) => kind === 'timerEnded')) return false;
  const { timers } = fold(batch.plan, batch.events);
  return events.every((event) => event.kind === 'timerEnded' && timers.some(({ id, ended }) => id === event.timer && ended));
}

/** Where a split is undone, the batch that it made gives its seeds back and is closed, in the same transaction. */
export async function undoSplits(manager: EntityManager, batch: Batch, events: Append['events'], moment: Moment): Promise<void> {
  for (const [i, event] of events.entries()) {
    const undone = event.kind === 'reversed' ? batch.events.find(({ id }) => id === event.reverses) : undefined;
    if (undone?.kind === 'reversed' && batch.events.some((one) => one.kind === 'split' && one.id === undone.reverses))
      throw Fault.field(`events.${i}.reverses`, 'A split that was undone is not brought back: split again.');
    if (undone?.kind !== 'split') continue;
    const part = await requireBatch(manager, undone.into);
    const back = goBack(part, moment.today, randomUUID);
    if (!back) throw Fault.field(`events.${i}.reverses`, `${part.code} has gone its own way already: undo what happened to it first.`);
    await appendTo(manager, part, { decidedOn: part.events.length, events: back }, moment);
  }
}

/** True where all of these events are in the ledger already, told the same. */
export async function areKnown(manager: EntityManager, batch: Batch, events: Append['events']): Promise<boolean> {
  const known = new Map(batch.events.map((event) => [event.id, event]));
  const same = events.filter((event) => {
    const stored = known.get(event.id);
    if (!stored) return false;
    const { batchId: _batch, version: _version, recordedAt: _at, ...told } = stored;
    return sameTelling(told, event);
  });
  if (same.length === events.length) return true;
  for (const [i, event] of events.entries()) {
    if (await manager.existsBy(EventRow, { id: event.id }))
      throw Fault.field(`events.${i}.id`, 'That id names another event already: give each event its own.');
  }
  return false;
}

/**
 * Every batch with its events, as one JSON text. The bodies are kept as they go over the wire, so that a nursery of thousands of batches is answered
 * without taking them apart and putting them together again.
 */
export function batchesToJson(database: Database.Database): string {
  const batches = database.prepare('SELECT id, body FROM batch ORDER BY rowid').raw().all() as [string, string][];
  const events = database.prepare('SELECT batch_id, body FROM event ORDER BY batch_id, version').raw().all() as [string, string][];
  const byBatch = new Map<string, string[]>(batches.map(([id]) => [id, []]));
  for (const [batchId, body] of events) byBatch.get(batchId)?.push(body);
  // Each body is one JSON object; its closing brace makes room for the events.
  const texts = batches.map(([id, body]) => `${body.slice(0, -1)},"events":[${(byBatch.get(id) as string[]).join(',')}]}`);
  return `[${texts.join(',')}]`;
}

/** Every batch's id with how many events it has, in the order in which they were made. */
export function batchVersions(database: Database.Database): { id: string; version: number }[] {
  return database
    .prepare('SELECT b.id, count(e.seq) AS version FROM batch b LEFT JOIN event e ON e.batch_id = b.id GROUP BY b.id ORDER BY b.rowid')
    .all() as { id: string; version: number }[];
}

/** Some batches with their events. */
export function batchesOf(database: Database.Database, ids: readonly string[]): Batch[] {
  const body = database.prepare('SELECT body FROM batch WHERE id = ?').pluck();
  const events = database.prepare('SELECT body FROM event WHERE batch_id = ? ORDER BY version').pluck();
  return ids.map(
    (id): Batch => ({ ...JSON.parse(body.get(id) as string), events: events.all(id).map((text) => JSON.parse(text as string)) }),
  );
}

/** The batch of that id, with its events. */
export async function requireBatch(manager: EntityManager, id: string): Promise<Batch> {
  const row = await manager.findOneBy(BatchRow, { id });
  if (!row) throw Fault.notFound('There is no such batch.');
  const events = await manager.find(EventRow, { where: { batchId: id }, order: { version: 'ASC' } });
  return { ...bodyOf<Omit<Batch, 'events'>>(row), events: events.map(bodyOf<LedgerEvent>) };
}

/** Makes a batch from seeds of its lot that no batch has yet, and gives it the next bag code; one that is there already is answered as it is. `at` is where it stands in the request. */
export async function addBatch(
  manager: EntityManager,
  batch: NewBatch,
  knows: (speciesId: string, wayId: string) => boolean,
  at: string,
): Promise<Batch> {
  if (await manager.existsBy(BatchRow, { id: batch.id })) return requireBatch(manager, batch.id);
  const lot = await findLot(manager, batch.lotId);
  if (!lot) throw Fault.field(`${at}lotId`, 'There is no such lot.');
  if (!knows(lot.speciesId, batch.plan.way.id)) throw Fault.field(`${at}plan.way`, 'That way is not for this lot’s species.');
  if (batch.plan.seeds > lot.unassigned) {
    throw Fault.field(
      `${at}plan.seeds`,
      `Only ${lot.unassigned} seeds of ${lot.code} are in no batch yet: give ${lot.unassigned} or fewer.`,
    );
  }
  if (batch.from) throw Fault.field(`${at}from`, 'A batch that is split off is made by the split.');
  return insertBatch(manager, batch, lot.speciesId);
}

/** Writes a batch down under the next bag code. */
export async function insertBatch(manager: EntityManager, batch: NewBatch, speciesId: string): Promise<Batch> {
  const made = { ...batch, code: bagCode(await manager.count(BatchRow)), speciesId };
  const { id, code, lotId, plan, from } = made;
  await manager.insert(BatchRow, { id, code, lotId, seeds: plan.seeds, splitFrom: from?.batchId ?? null, body: JSON.stringify(made) });
  return { ...made, events: [] };
}
