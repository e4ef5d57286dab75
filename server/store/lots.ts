import { LedgerError } from '@chill/core/ledger/refuse.ts';
import { acceptLot } from '@chill/core/lot/acceptLot.ts';
import { foldLot } from '@chill/core/lot/lotLedger.ts';
import { sourceOf } from '@chill/core/lot/source.ts';
import type { Lot, LotAppend, LotEvent, LotInHand } from '@chill/model/lot.ts';
import type { LotId } from '@chill/model/primitives.ts';
import { say } from '@chill/words/server.ts';
import { spoken } from '@chill/words/subject.ts';
import type Database from 'better-sqlite3';
import type { EntityManager } from 'typeorm';
import { Fault } from '../door/fault.ts';
import { bodyOf } from './body.ts';
import { LotEventRow, LotRow } from './entities.ts';
import { sameTelling } from './sameTelling.ts';

/** Seeds that a lot's batches were made of. */
const TAKEN = '(SELECT coalesce(sum(seeds), 0) FROM batch WHERE lot_id = lot.id AND split_from IS NULL) AS taken';
/** Lots with seeds in the drawer, or with a batch that is open or was closed on that day or later. */
const IN_USE = `id IN (SELECT id FROM lot WHERE drawer > 0 UNION SELECT lot_id FROM batch WHERE closed_on IS NULL UNION SELECT lot_id FROM batch WHERE closed_on >= ?)`;

interface RawLot {
  id: string;
  version: number;
  body: string;
  taken: number;
}

/** Every lot with its ledger, with the seeds that no batch has, and with what its closed tests found; with `since`, only those that have seeds left, or a batch that is open or was closed on that day or later. */
export function readLots(database: Database.Database, since?: string): LotInHand[] {
  const which = since === undefined ? '' : `WHERE ${IN_USE}`;
  const rows = database
    .prepare(`SELECT id, version, body, ${TAKEN} FROM lot ${which} ORDER BY rowid`)
    .all(...(since === undefined ? [] : [since]));
  const of = saidOf(database);
  return (rows as RawLot[]).map(of);
}

/** Every lot's id, in the order in which they were added. */
export function lotIds(database: Database.Database): string[] {
  return database.prepare('SELECT id FROM lot ORDER BY rowid').pluck().all() as string[];
}

/** Reads what else is kept of a lot: its ledger, and the results of its closed tests. */
function saidOf(database: Database.Database): (row: RawLot) => LotInHand {
  const events = database.prepare('SELECT body FROM lot_event WHERE lot_id = ? ORDER BY version').pluck();
  const towels = database.prepare(`SELECT json_set(towel, '$.batchId', batch_id) FROM kept WHERE lot_id = ? AND towel IS NOT NULL`).pluck();
  return (row) => lotOf(row, events.all(row.id) as string[], towels.all(row.id) as string[]);
}

/** The lot of that id. */
export function findLot(database: Database.Database, id: string): LotInHand | undefined {
  const row = database.prepare(`SELECT id, version, body, ${TAKEN} FROM lot WHERE id = ?`).get(id) as RawLot | undefined;
  if (!row) return undefined;
  return saidOf(database)(row);
}

/** Stores how many seeds of a lot are in no batch, from its ledger and its batches. */
export function noteDrawer(database: Database.Database, lotId: LotId): void {
  database.prepare('UPDATE lot SET drawer = ? WHERE id = ?').run(findLot(database, lotId)?.unassigned ?? 0, lotId);
}

function lotOf(row: RawLot, eventTexts: readonly string[], towelTexts: readonly string[]): LotInHand {
  const lot = JSON.parse(row.body) as Lot;
  const events = eventTexts.map((text) => JSON.parse(text) as LotEvent);
  const towels = towelTexts.map((text) => JSON.parse(text) as LotInHand['towels'][number]);
  return { ...lot, unassigned: foldLot(lot, events, row.taken).drawer, inBatches: row.taken, towels, version: row.version, events };
}

/** Adds a lot; sending the same one twice is harmless. */
export async function addLot(manager: EntityManager, database: Database.Database, lot: Lot): Promise<LotInHand> {
  const known = findLot(database, lot.id);
  if (known) {
    // Sent again after it was changed, it is known by what it is of; before that, it says the same.
    const row = await manager.findOneByOrFail(LotRow, { id: lot.id });
    const same = known.version > 1 ? known.speciesId === lot.speciesId : sameTelling(bodyOf(row), lot);
    if (!same) throw Fault.field('id', say('lotIdTaken'));
    return known;
  }
  await requireFreeCode(manager, lot);
  await manager.insert(LotRow, { id: lot.id, code: lot.code, seeds: lot.seeds, version: 1, drawer: lot.seeds, body: JSON.stringify(lot) });
  return { ...lot, unassigned: lot.seeds, inBatches: 0, towels: [], version: 1, events: [] };
}

/** Changes a lot, if it is still as the sender saw it; never to fewer seeds than its batches and its ledger have taken. */
export async function changeLot(manager: EntityManager, database: Database.Database, lot: Lot, seenVersion: number): Promise<LotInHand> {
  const known = findLot(database, lot.id);
  if (!known) throw Fault.notFound(say('noSuchLot'));
  if (known.version !== seenVersion) throw Fault.conflict(say('lotChangedMeanwhile'), { lot: known });
  await requireFreeCode(manager, lot);
  const taken = known.inBatches;
  const used = known.seeds - known.unassigned;
  if (lot.seeds < taken) throw Fault.field('seeds', say('batchesHoldMore', { taken }));
  if (lot.speciesId !== known.speciesId && taken > 0) throw Fault.field('speciesId', say('speciesIsFixed'));
  const unassigned = drawerAfter(lot, known.events, taken, used);
  const version = seenVersion + 1;
  await manager.update(
    LotRow,
    { id: lot.id },
    { code: lot.code, seeds: lot.seeds, version, drawer: unassigned, body: JSON.stringify(lot) },
  );
  // What is kept of its closed batches names its code, its variety and its source.
  const named = (one: Lot) => JSON.stringify([one.code, one.variety, sourceOf(one.provenance)]);
  if (named(lot) !== named(known)) database.prepare('UPDATE kept SET outcome_read = 0 WHERE lot_id = ?').run(lot.id);
  const { towels, events } = known;
  return { ...lot, unassigned, inBatches: taken, towels, version, events };
}

/** Appends to a lot's ledger. Sending the same event again is harmless; one decided on an older state is refused with what came between. */
export async function appendToLot(
  manager: EntityManager,
  database: Database.Database,
  lotId: LotId,
  { decidedOn, event }: LotAppend,
  today: string,
  recordedAt: string,
): Promise<LotInHand> {
  const lot = findLot(database, lotId);
  if (!lot) throw Fault.notFound(say('noSuchLot'));
  const known = lot.events.find((one) => one.id === event.id);
  if (known) {
    const { version: _version, recordedAt: _at, ...said } = known;
    if (sameTelling(said, event)) return lot;
  }
  if (known || (await manager.existsBy(LotEventRow, { id: event.id }))) throw Fault.field('event.id', say('eventIdTaken'));
  if (decidedOn !== lot.events.length)
    throw Fault.conflict(say('lotRecordedMeanwhile'), {
      version: lot.events.length,
      others: lot.events.slice(decidedOn),
    });
  const verdict = acceptLot(lot, event, today);
  if (!verdict.ok) throw Fault.field(`event.${verdict.field}`, spoken(verdict.reason));
  if (event.kind === 'counted' && event.inBatches !== lot.inBatches)
    throw Fault.conflict(say('batchMadeMeanwhile'), { version: lot.events.length, others: [] });
  const added: LotEvent = { ...event, version: decidedOn + 1, recordedAt };
  await manager.insert(LotEventRow, { id: event.id, lotId, version: added.version, body: JSON.stringify(added) });
  await manager.update(LotRow, { id: lotId }, { drawer: verdict.drawer });
  return { ...lot, unassigned: verdict.drawer, events: [...lot.events, added] };
}

/** Seeds in the drawer once a lot is said to have had another number. */
function drawerAfter(lot: Lot, events: LotEvent[], taken: number, used: number): number {
  try {
    return foldLot(lot, events, taken).drawer;
  } catch (error) {
    if (!(error instanceof LedgerError)) throw error;
    throw Fault.field('seeds', say('usedAlready', { used }));
  }
}

async function requireFreeCode(manager: EntityManager, lot: Lot): Promise<void> {
  const holder = await manager.findOneBy(LotRow, { code: lot.code });
  if (holder && holder.id !== lot.id) throw Fault.field('code', say('lotCodeTaken', { code: lot.code }));
}
