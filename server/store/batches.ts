import { randomUUID } from 'node:crypto';
import { accept } from '@chill/core/ledger/accept.ts';
import { bagCode } from '@chill/core/ledger/bagCode.ts';
import type { BatchState } from '@chill/core/ledger/batchState.ts';
import { delivered } from '@chill/core/ledger/delivered.ts';
import { kindOfEvent } from '@chill/core/ledger/events/index.ts';
import { stateOf } from '@chill/core/ledger/fold.ts';
import { isWithdrawn } from '@chill/core/ledger/states.ts';
import { readTowelTest } from '@chill/core/lot/lotLedger.ts';
import { goBack } from '@chill/core/treat/split.ts';
import type { Batch, NewBatch } from '@chill/model/batch.ts';
import type { Append, LedgerEvent } from '@chill/model/event.ts';
import { fieldProblem } from '@chill/model/refusal.ts';
import { say } from '@chill/words/server.ts';
import type Database from 'better-sqlite3';
import { type EntityManager, IsNull, Like, Not } from 'typeorm';
import { Fault } from '../door/fault.ts';
import { bodyOf } from './body.ts';
import { BatchRow, EventRow, KeptRow, WithdrawalRow } from './entities.ts';
import { findLot, noteDrawer } from './lots.ts';
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
  database: Database.Database,
  batch: Batch,
  { decidedOn, events }: Append,
  { today, now_ms, recordedAt }: Moment,
): Promise<Batch> {
  if (decidedOn !== batch.events.length) {
    throw Fault.conflict(say('batchRecordedMeanwhile'), {
      version: batch.events.length,
      others: batch.events.slice(decidedOn),
    });
  }
  const verdict = accept(batch, events, today, now_ms);
  if (!verdict.ok) throw Fault.fields([fieldProblem(verdict)]);
  const added = events.map((event, i): LedgerEvent => ({ ...event, batchId: batch.id, version: decidedOn + i + 1, recordedAt }));
  await requireSeedBack(database, batch, verdict.state);
  await manager.insert(
    EventRow,
    added.map((event) => ({ id: event.id, batchId: batch.id, version: event.version, body: JSON.stringify(event) })),
  );
  const recorded = { ...batch, events: [...batch.events, ...added] };
  await keepClosed(manager, recorded, verdict.state.closedOn);
  await keepSeeds(manager, database, batch, verdict.state);
  return recorded;
}

/** What marks the code that a withdrawn batch had, once another has been given it. */
const GIVEN_AGAIN = '~';

/** A part of a batch is not withdrawn, its split is undone; and what was withdrawn stands again only where its seeds are still in stock and its code was given to no other. */
async function requireSeedBack(database: Database.Database, batch: Batch, after: Readonly<BatchState>): Promise<void> {
  if (isWithdrawn(after) && batch.from) throw Fault.field('events.0.kind', say('partIsNotWithdrawn'));
  if (!isWithdrawn(stateOf(batch)) || isWithdrawn(after)) return;
  if (batch.code.includes(GIVEN_AGAIN)) throw Fault.field('events.0.reverses', say('codeGivenAgain'));
  const unassigned = findLot(database, batch.lotId)?.unassigned ?? 0;
  if (unassigned < batch.plan.seeds) throw Fault.field('events.0.reverses', say('seedTakenSince', { unassigned, seeds: batch.plan.seeds }));
}

/** Notes how many seeds of its lot a batch holds: none once it is withdrawn. */
async function keepSeeds(manager: EntityManager, database: Database.Database, batch: Batch, after: Readonly<BatchState>): Promise<void> {
  const [was, is] = [isWithdrawn(stateOf(batch)), isWithdrawn(after)];
  if (was === is) return;
  await manager.update(BatchRow, { id: batch.id }, { seeds: is ? 0 : batch.plan.seeds });
  if (is) await manager.delete(KeptRow, { batchId: batch.id });
  noteDrawer(database, batch.lotId);
}

/** The code of the batch that was withdrawn first and holds it still, which is marked as given again. */
async function freedCode(manager: EntityManager): Promise<string | undefined> {
  const row = await manager.findOne(BatchRow, { where: { seeds: 0, code: Not(Like(`%${GIVEN_AGAIN}%`)) }, order: { closedOn: 'ASC' } });
  if (!row) return undefined;
  const times = await manager.countBy(BatchRow, { code: Like(`${row.code}${GIVEN_AGAIN}%`) });
  const code = `${row.code}${GIVEN_AGAIN}${times + 1}`;
  await manager.update(BatchRow, { id: row.id }, { code, body: JSON.stringify({ ...bodyOf<Omit<Batch, 'events'>>(row), code }) });
  return row.code;
}

/** Notes whether a batch is closed, and what it then leaves to be known; opened again, it is read like any other. */
async function keepClosed(manager: EntityManager, batch: Batch, closedOn: string | undefined): Promise<void> {
  const { affected } = await manager.update(
    BatchRow,
    { id: batch.id, closedOn: closedOn ? IsNull() : Not(IsNull()) },
    { closedOn: closedOn ?? null },
  );
  // A note on a closed batch changes nothing of what it leaves.
  if (!affected) return;
  await manager.delete(KeptRow, { batchId: batch.id });
  if (!closedOn) return;
  const towel = batch.purpose === 'test' ? readTowelTest(batch) : undefined;
  await manager.insert(KeptRow, {
    batchId: batch.id,
    lotId: batch.lotId,
    test: batch.purpose === 'test' ? 1 : 0,
    towel: towel ? JSON.stringify(towel) : null,
    given: JSON.stringify(Object.fromEntries(delivered(batch))),
    mouldRead: 0,
    outcomeRead: 0,
  });
}

/** True where all that is asked is to end timers that have been ended. */
export function haveEnded(batch: Batch, events: Append['events']): boolean {
  if (!events.every(({ kind }) => kind === 'timerEnded')) return false;
  const { timers } = stateOf(batch);
  return events.every((event) => event.kind === 'timerEnded' && timers.some(({ id, ended }) => id === event.timer && ended));
}

/** Where a split is undone, the batch that it made gives its seeds back and is closed, in the same transaction. */
export async function undoSplits(
  manager: EntityManager,
  database: Database.Database,
  batch: Batch,
  events: Append['events'],
  moment: Moment,
): Promise<void> {
  for (const [i, event] of events.entries()) {
    const undone = event.kind === 'reversed' ? batch.events.find(({ id }) => id === event.reverses) : undefined;
    const twice = undone?.kind === 'reversed' ? batch.events.find(({ id }) => id === undone.reverses) : undefined;
    if (twice && madeBy(twice)) throw Fault.field(`events.${i}.reverses`, say('undoneSplitStays'));
    const made = undone && madeBy(undone);
    if (!made) continue;
    const part = await requireBatch(manager, made);
    const back = goBack(part, moment.today, randomUUID);
    if (!back) throw Fault.field(`events.${i}.reverses`, say('partHasEntries', { code: part.code }));
    await appendTo(manager, database, part, { decidedOn: part.events.length, events: back }, moment);
  }
}

/** The batch that an event made, if it made one. */
function madeBy(event: LedgerEvent): string | undefined {
  return kindOfEvent(event).goesBack?.(event);
}

/** True where all of these events are in the ledger already, told the same. */
export async function areKnown(manager: EntityManager, batch: Batch, events: Append['events']): Promise<boolean> {
  const known = new Map(batch.events.map((event) => [event.id, event]));
  const same = events.filter((event) => {
    const stored = known.get(event.id);
    if (!stored) return false;
    const { batchId: _batch, version: _version, recordedAt: _at, ...said } = stored;
    return sameTelling(said, event);
  });
  if (same.length === events.length) return true;
  for (const [i, event] of events.entries()) {
    if (await manager.existsBy(EventRow, { id: event.id })) throw Fault.field(`events.${i}.id`, say('eventIdTaken'));
  }
  return false;
}

/** Open, or closed on this day or later; found by the index of closings, so that what was closed before is not even passed by. */
const IN_HAND = 'rowid IN (SELECT rowid FROM batch WHERE closed_on IS NULL UNION ALL SELECT rowid FROM batch WHERE closed_on >= ?)';

/** Ids of the batches in hand: the open ones, and those closed on `since` or later. */
export function idsInHand(database: Database.Database, since: string): string[] {
  return database.prepare(`SELECT id FROM batch WHERE ${IN_HAND} ORDER BY rowid`).pluck().all(since) as string[];
}

/** The place of the last event of all batches in the order in which they were recorded. */
export function lastEventSeq(database: Database.Database): number {
  return database.prepare('SELECT coalesce(max(seq), 0) FROM event').pluck().get() as number;
}

/**
 * Batches with their events up to `seq` of all, each as a JSON text. The bodies are kept as they go over the wire, so that they are answered without taking
 * them apart and putting them together again.
 */
export function batchTexts(database: Database.Database, ids: readonly string[], seq: number): string[] {
  const body = database.prepare('SELECT body FROM batch WHERE id = ?').pluck();
  const events = database
    .prepare("SELECT group_concat(body, ',') FROM (SELECT body FROM event WHERE batch_id = ? AND seq <= ? ORDER BY version)")
    .pluck();
  // Each body is one JSON object; its closing brace makes room for the events.
  return ids.map((id) => `${(body.get(id) as string).slice(0, -1)},"events":[${events.get(id, seq) ?? ''}]}`);
}

/** The batches in hand by id, with how many events each has, in the order in which they were made. */
export function batchVersions(database: Database.Database, since: string): { id: string; version: number }[] {
  return database
    .prepare(
      `SELECT id, (SELECT coalesce(max(version), 0) FROM event WHERE batch_id = batch.id) AS version FROM batch WHERE ${IN_HAND} ORDER BY rowid`,
    )
    .all(since) as { id: string; version: number }[];
}

/** Closed batches on a page of the archive. */
const ARCHIVE_PAGE = 50;

/** Which closed batches are meant: one by its code or id, those of a lot or a trial, or a page of those that were closed last. */
export type Archived = { code: string } | { id: string } | { lot: string } | { trial: string } | { page: number };

/** Ids of batches, closed or not, as they are asked for; those closed last come first where it is by page. */
export function findBatches(database: Database.Database, asked: Archived): string[] {
  const ids = (query: string, ...given: unknown[]) =>
    database
      .prepare(query)
      .pluck()
      .all(...given) as string[];
  if ('code' in asked) return ids('SELECT id FROM batch WHERE code = ?', asked.code.toUpperCase());
  if ('id' in asked) return ids('SELECT id FROM batch WHERE id = ?', asked.id);
  if ('lot' in asked) return ids('SELECT id FROM batch WHERE lot_id = ? ORDER BY rowid', asked.lot);
  if ('trial' in asked) return ids("SELECT id FROM batch WHERE json_extract(body, '$.trial.id') = ? ORDER BY rowid", asked.trial);
  return ids(
    'SELECT id FROM batch WHERE closed_on IS NOT NULL ORDER BY closed_on DESC, rowid DESC LIMIT ? OFFSET ?',
    ARCHIVE_PAGE,
    asked.page * ARCHIVE_PAGE,
  );
}

/** Ids of the lots that some batches are of. */
export function lotsOfBatches(database: Database.Database, ids: readonly string[]): string[] {
  const lot = database.prepare('SELECT lot_id FROM batch WHERE id = ?').pluck();
  return ids.map((id) => lot.get(id) as string);
}

/** Every batch's id, in the order in which they were made. */
export function allBatchIds(database: Database.Database): string[] {
  return database.prepare('SELECT id FROM batch ORDER BY rowid').pluck().all() as string[];
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
  if (!row) throw Fault.notFound(say('noSuchBatch'));
  const events = await manager.find(EventRow, { where: { batchId: id }, order: { version: 'ASC' } });
  return { ...bodyOf<Omit<Batch, 'events'>>(row), events: events.map(bodyOf<LedgerEvent>) };
}

/** Makes a batch from seeds of its lot that no batch has yet, and gives it the next bag code; one that is there already is answered as it is. `at` is where it stands in the request. */
export async function addBatch(
  manager: EntityManager,
  database: Database.Database,
  batch: NewBatch,
  knows: (speciesId: string, methodId: string) => boolean,
  at: string,
): Promise<Batch> {
  if (await manager.existsBy(BatchRow, { id: batch.id })) {
    const { code: _code, speciesId: _species, events: _events, ...known } = await requireBatch(manager, batch.id);
    if (!sameTelling(known, batch)) throw Fault.field(`${at}id`, say('batchIdTaken'));
    return requireBatch(manager, batch.id);
  }
  const lot = findLot(database, batch.lotId);
  if (!lot) throw Fault.field(`${at}lotId`, say('noSuchLot'));
  if (!knows(lot.speciesId, batch.plan.method.id)) throw Fault.field(`${at}plan.method`, say('methodOfOtherSpecies'));
  if (batch.plan.seeds > lot.unassigned) {
    throw Fault.field(`${at}plan.seeds`, say('fewerInNoBatch', { unassigned: lot.unassigned, code: lot.code }));
  }
  if (batch.from) throw Fault.field(`${at}from`, say('splitMakesItsBatch'));
  const made = await insertBatch(manager, batch, lot.speciesId);
  noteDrawer(database, batch.lotId);
  return made;
}

/** Writes a batch down under the next bag code. */
export async function insertBatch(manager: EntityManager, batch: NewBatch, speciesId: string): Promise<Batch> {
  const code = (await freedCode(manager)) ?? bagCode((await manager.count(BatchRow)) + (await manager.count(WithdrawalRow)));
  const made = { ...batch, code, speciesId };
  await writeBatch(manager, made);
  return { ...made, events: [] };
}

/** Writes down a batch that has its code; of its events nothing. */
export async function writeBatch(manager: EntityManager, made: Omit<Batch, 'events'>): Promise<void> {
  const { id, code, lotId, plan, from } = made;
  await manager.insert(BatchRow, {
    id,
    code,
    lotId,
    seeds: plan.seeds,
    splitFrom: from?.batchId ?? null,
    closedOn: null,
    body: JSON.stringify(made),
  });
}
