import { LedgerError } from '@chill/core/ledger/fold.ts';
import { foldLot } from '@chill/core/lot/lotLedger.ts';
import type { Lot, LotAppend, LotEvent, LotInHand } from '@chill/model/lot.ts';
import type { EntityManager } from 'typeorm';
import { Fault } from '../fault.ts';
import { LotEventRow, LotRow } from './entities.ts';
import { sameTelling } from './sameTelling.ts';

/** Every lot with its ledger, and with the seeds that no batch has. */
export async function lotsInHand(manager: EntityManager): Promise<LotInHand[]> {
  const rows: { version: number; body: string; taken: number }[] = await manager.query(
    'SELECT lot.version, lot.body, coalesce(sum(batch.seeds), 0) AS taken FROM lot LEFT JOIN batch ON batch.lot_id = lot.id AND batch.split_from IS NULL GROUP BY lot.id ORDER BY lot.rowid',
  );
  const events = new Map<string, LotEvent[]>();
  for (const row of await manager.find(LotEventRow, { order: { lotId: 'ASC', version: 'ASC' } })) {
    events.set(row.lotId, [...(events.get(row.lotId) ?? []), JSON.parse(row.body) as LotEvent]);
  }
  return rows.map((row) => {
    const lot = JSON.parse(row.body) as Lot;
    const mine = events.get(lot.id) ?? [];
    return { ...lot, unassigned: foldLot(lot, mine, row.taken).drawer, version: row.version, events: mine };
  });
}

/** The lot of that id. */
export async function findLot(manager: EntityManager, id: string): Promise<LotInHand | undefined> {
  return (await lotsInHand(manager)).find((lot) => lot.id === id);
}

/** Adds a lot; sending the same one twice is harmless. */
export async function addLot(manager: EntityManager, lot: Lot): Promise<LotInHand> {
  const known = await findLot(manager, lot.id);
  if (known) return known;
  await requireFreeCode(manager, lot);
  await manager.insert(LotRow, { id: lot.id, code: lot.code, seeds: lot.seeds, version: 1, body: JSON.stringify(lot) });
  return { ...lot, unassigned: lot.seeds, version: 1, events: [] };
}

/** Changes a lot, if it is still as the sender saw it; never to fewer seeds than its batches and its ledger have taken. */
export async function changeLot(manager: EntityManager, lot: Lot, seenVersion: number): Promise<LotInHand> {
  const known = await findLot(manager, lot.id);
  if (!known) throw Fault.notFound('There is no such lot.');
  if (known.version !== seenVersion) throw Fault.conflict('Somebody else changed this lot meanwhile.', { lot: known });
  await requireFreeCode(manager, lot);
  const taken = await takenBy(manager, lot.id);
  const used = known.seeds - known.unassigned;
  if (lot.seeds < taken) throw Fault.field('seeds', `Its batches hold ${taken} seeds already: give ${taken} or more.`);
  if (lot.speciesId !== known.speciesId && taken > 0)
    throw Fault.field('speciesId', 'It has batches already: its species can no longer change.');
  const unassigned = foldedDrawer(lot, known.events, taken, `Batches, tests and sorts have used ${used} seeds: give that many or more.`);
  const version = seenVersion + 1;
  await manager.update(LotRow, { id: lot.id }, { code: lot.code, seeds: lot.seeds, version, body: JSON.stringify(lot) });
  return { ...lot, unassigned, version, events: known.events };
}

/** Appends to a lot's ledger. Sending the same event again is harmless; one decided on an older state is refused with what came between. */
export async function appendToLot(
  manager: EntityManager,
  lotId: string,
  { decidedOn, event }: LotAppend,
  today: string,
  recordedAt: string,
): Promise<LotInHand> {
  const lot = await findLot(manager, lotId);
  if (!lot) throw Fault.notFound('There is no such lot.');
  const known = lot.events.find((one) => one.id === event.id);
  if (known) {
    const { version: _version, recordedAt: _at, ...told } = known;
    if (sameTelling(told, event)) return lot;
  }
  if (known || (await manager.existsBy(LotEventRow, { id: event.id })))
    throw Fault.field('event.id', 'That id names another event already: give each event its own.');
  if (decidedOn !== lot.events.length)
    throw Fault.conflict('Somebody else recorded on this lot meanwhile.', {
      version: lot.events.length,
      others: lot.events.slice(decidedOn),
    });
  if (event.on > today) throw Fault.field('event.on', 'That day has not come yet.');
  if (event.on < lot.provenance.on) throw Fault.field('event.on', 'The lot was only got after that day.');
  const taken = await takenBy(manager, lotId);
  if (event.kind === 'counted' && event.inBatches !== taken)
    throw Fault.conflict('A batch was made from this lot meanwhile.', { version: lot.events.length, others: [] });
  const added: LotEvent = { ...event, version: decidedOn + 1, recordedAt };
  const events = [...lot.events, added];
  const { id: _id, unassigned: _unassigned, version: _version, events: _events, ...rest } = lot;
  const unassigned = foldedDrawer({ id: lotId, ...rest }, events, taken);
  await manager.insert(LotEventRow, { id: event.id, lotId, version: added.version, body: JSON.stringify(added) });
  return { ...lot, unassigned, events };
}

function foldedDrawer(lot: Lot, events: LotEvent[], taken: number, otherwise?: string): number {
  try {
    return foldLot(lot, events, taken).drawer;
  } catch (error) {
    if (!(error instanceof LedgerError)) throw error;
    if (otherwise) throw Fault.field('seeds', otherwise);
    // An undoing can leave too little for a later entry; the fault then shows at the undoing.
    const mine = error.eventId === events.at(-1)?.id;
    throw mine
      ? Fault.field(`event.${error.field}`, error.message)
      : Fault.field('event.reverses', 'What came after it needs those seeds: undo that first.');
  }
}

async function takenBy(manager: EntityManager, lotId: string): Promise<number> {
  const [row] = (await manager.query('SELECT coalesce(sum(seeds), 0) AS taken FROM batch WHERE lot_id = ? AND split_from IS NULL', [
    lotId,
  ])) as {
    taken: number;
  }[];
  return row?.taken ?? 0;
}

async function requireFreeCode(manager: EntityManager, lot: Lot): Promise<void> {
  const holder = await manager.findOneBy(LotRow, { code: lot.code });
  if (holder && holder.id !== lot.id) throw Fault.field('code', `Another lot is called ${lot.code} already.`);
}
