import { randomUUID } from 'node:crypto';
import { accept } from '@chill/core/ledger/accept.ts';
import { bagCode } from '@chill/core/ledger/bagCode.ts';
import { fold } from '@chill/core/ledger/fold.ts';
import { goBack } from '@chill/core/treat/split.ts';
import type { Batch, NewBatch, Split } from '@chill/model/batch.ts';
import type { Append, LedgerEvent } from '@chill/model/event.ts';
import type { Lot, LotAppend, LotInHand } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import type { DataSource, EntityManager } from 'typeorm';
import { Fault } from '../fault.ts';
import { BatchRow, ClockRow, EventRow, NurseryRow, OwnSpeciesRow, PlaceRow } from './entities.ts';
import { addLot, appendToLot, changeLot, findLot, lotsInHand } from './lots.ts';
import { Queue } from './queue.ts';
import { rawDatabase } from './raw.ts';
import { sameTelling } from './sameTelling.ts';

/** When something is recorded: the nursery's day and moment (ms since 1970), and the real instant, for the record. */
export interface Moment {
  today: string;
  now_ms: number;
  recordedAt: string;
}

/** Everything that is kept, behind one queue. Rules come from core; what they refuse is thrown as a {@link Fault}. */
export class Store {
  readonly source: DataSource;
  readonly #queue = new Queue();

  constructor(source: DataSource) {
    this.source = source;
  }

  #read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.#queue.run(() => work(this.source.manager));
  }

  #write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.#queue.run(() => this.source.transaction(work));
  }

  /** The nursery, or `undefined` before the first run is over. */
  nursery(): Promise<Nursery | undefined> {
    return this.#read(async (manager) => parsed<Nursery>(await manager.findOneBy(NurseryRow, { id: 1 })));
  }

  /** Saves the nursery; the first time, the places that nearly everyone has are put in with it. */
  saveNursery(nursery: Nursery, startingPlaces: readonly Place[]): Promise<Nursery> {
    return this.#write(async (manager) => {
      await manager.upsert(NurseryRow, { id: 1, body: JSON.stringify(nursery) }, ['id']);
      if ((await manager.count(PlaceRow)) === 0) for (const place of startingPlaces) await savePlace(manager, place);
      return nursery;
    });
  }

  /** The day that the clock was set to, if it ever was, and how far ahead of the real time its time is, ms. */
  setClock(): Promise<{ today: string; ahead: number | null } | undefined> {
    return this.#read(async (manager) => (await manager.findOneBy(ClockRow, { id: 1 })) ?? undefined);
  }

  saveClock(today: string, ahead: number | null): Promise<void> {
    return this.#write(async (manager) => {
      await manager.upsert(ClockRow, { id: 1, today, ahead }, ['id']);
    });
  }

  places(): Promise<Place[]> {
    return this.#read(async (manager) => (await manager.find(PlaceRow, { order: { position: 'ASC', id: 'ASC' } })).map(bodyOf<Place>));
  }

  savePlace(place: Place): Promise<Place> {
    return this.#write(async (manager) => {
      await savePlace(manager, place);
      return place;
    });
  }

  lots(): Promise<LotInHand[]> {
    return this.#read((manager) => lotsInHand(manager));
  }

  addLot(lot: Lot): Promise<LotInHand> {
    return this.#write((manager) => addLot(manager, lot));
  }

  changeLot(lot: Lot, seenVersion: number): Promise<LotInHand> {
    return this.#write((manager) => changeLot(manager, lot, seenVersion));
  }

  appendToLot(lotId: string, append: LotAppend, today: string, recordedAt: string): Promise<LotInHand> {
    return this.#write((manager) => appendToLot(manager, lotId, append, today, recordedAt));
  }

  /** The nursery's own species, by name. */
  ownSpecies(): Promise<Species[]> {
    return this.#read(async (manager) => (await manager.find(OwnSpeciesRow, { order: { id: 'ASC' } })).map(bodyOf<Species>));
  }

  saveOwnSpecies(species: Species): Promise<void> {
    return this.#write(async (manager) => {
      await manager.upsert(OwnSpeciesRow, { id: species.id, body: JSON.stringify(species) }, ['id']);
    });
  }

  /** Takes an own species out of the handbook, unless a lot is of it. */
  removeOwnSpecies(id: string): Promise<void> {
    return this.#write(async (manager) => {
      const user = (await lotsInHand(manager)).find((lot) => lot.speciesId === id);
      if (user) throw Fault.field('id', `Lot ${user.code} is of this species: it stays in the handbook.`);
      await manager.delete(OwnSpeciesRow, { id });
    });
  }

  /**
   * Every batch with its events, as one JSON text. The bodies are kept as they go over the wire, so that a nursery of thousands
   * of batches is answered without taking them apart and putting them together again.
   */
  batchesJson(): Promise<string> {
    return this.#queue.run(async () => {
      const database = rawDatabase(this.source);
      const batches = database.prepare('SELECT id, body FROM batch ORDER BY rowid').raw().all() as [string, string][];
      const events = database.prepare('SELECT batch_id, body FROM event ORDER BY batch_id, version').raw().all() as [string, string][];
      return batchesToJson(batches, events);
    });
  }

  /** Changes whenever any batch or event is added: for the browser's cache. */
  batchesTag(): Promise<string> {
    return this.#queue.run(async () => {
      const row = rawDatabase(this.source).prepare('SELECT (SELECT count(*) FROM batch) AS b, (SELECT max(seq) FROM event) AS e').get();
      const { b, e } = row as { b: number; e: number | null };
      return `"${b}-${e ?? 0}"`;
    });
  }

  batch(id: string): Promise<Batch> {
    return this.#read((manager) => requireBatch(manager, id));
  }

  /**
   * Makes batches from seeds of their lots that no batch has yet, all or none, and gives each the next bag code. `knows` says whether a
   * species has a way of that id. Sending the same ones again is harmless.
   */
  addBatches(batches: readonly NewBatch[], knows: (speciesId: string, wayId: string) => boolean): Promise<Batch[]> {
    return this.#write(async (manager) => {
      const made: Batch[] = [];
      for (const [index, batch] of batches.entries())
        made.push(await addBatch(manager, batch, knows, batches.length > 1 ? `batches.${index}.` : ''));
      return made;
    });
  }

  /**
   * Appends events to a batch, all or none. Sending the same ones again is harmless; events decided on an older state of the batch
   * are refused with what came between.
   */
  append(batchId: string, append: Append, moment: Moment): Promise<Batch> {
    return this.#write(async (manager) => {
      const batch = await requireBatch(manager, batchId);
      // A timer rings on two phones and is ended on both: the second has nothing to add.
      if ((await areKnown(manager, batch, append.events)) || haveEnded(batch, append.events)) return batch;
      if (append.events.some(({ kind }) => kind === 'split'))
        throw Fault.field('events', 'A split makes a batch too: send it as a split, so that both are made or neither.');
      await undoSplits(manager, batch, append.events, moment);
      return appendTo(manager, batch, append, moment);
    });
  }

  /** Splits a batch: its event and the batch that its seeds become, both or neither. Sending the same again is harmless. */
  split(batchId: string, { decidedOn, event, batch: part }: Split, moment: Moment): Promise<Batch[]> {
    return this.#write(async (manager) => {
      const batch = await requireBatch(manager, batchId);
      if (await areKnown(manager, batch, [event])) return [batch, await requireBatch(manager, part.id)];
      if (part.from?.batchId !== batchId) throw Fault.field('batch.from', 'It is split from another batch than this one.');
      if (part.lotId !== batch.lotId) throw Fault.field('batch.lotId', 'A part is of the same lot as the whole.');
      if (await manager.existsBy(BatchRow, { id: part.id })) throw Fault.field('batch.id', 'That id names another batch already.');
      const whole = await appendTo(manager, batch, { decidedOn, events: [event] }, moment);
      return [whole, await insertBatch(manager, part, batch.speciesId)];
    });
  }
}

async function appendTo(
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
function haveEnded(batch: Batch, events: Append['events']): boolean {
  if (!events.every(({ kind }) => kind === 'timerEnded')) return false;
  const { timers } = fold(batch.plan, batch.events);
  return events.every((event) => event.kind === 'timerEnded' && timers.some(({ id, ended }) => id === event.timer && ended));
}

/** Where a split is undone, the batch that it made gives its seeds back and is closed, in the same transaction. */
async function undoSplits(manager: EntityManager, batch: Batch, events: Append['events'], moment: Moment): Promise<void> {
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

async function areKnown(manager: EntityManager, batch: Batch, events: Append['events']): Promise<boolean> {
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

function batchesToJson(batches: readonly [string, string][], events: readonly [string, string][]): string {
  const byBatch = new Map<string, string[]>(batches.map(([id]) => [id, []]));
  for (const [batchId, body] of events) byBatch.get(batchId)?.push(body);
  // Each body is one JSON object; its closing brace makes room for the events.
  const texts = batches.map(([id, body]) => `${body.slice(0, -1)},"events":[${(byBatch.get(id) as string[]).join(',')}]}`);
  return `[${texts.join(',')}]`;
}

async function requireBatch(manager: EntityManager, id: string): Promise<Batch> {
  const row = await manager.findOneBy(BatchRow, { id });
  if (!row) throw Fault.notFound('There is no such batch.');
  const events = await manager.find(EventRow, { where: { batchId: id }, order: { version: 'ASC' } });
  return { ...bodyOf<Omit<Batch, 'events'>>(row), events: events.map(bodyOf<LedgerEvent>) };
}

async function addBatch(
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

async function insertBatch(manager: EntityManager, batch: NewBatch, speciesId: string): Promise<Batch> {
  const made = { ...batch, code: bagCode(await manager.count(BatchRow)), speciesId };
  const { id, code, lotId, plan, from } = made;
  await manager.insert(BatchRow, { id, code, lotId, seeds: plan.seeds, splitFrom: from?.batchId ?? null, body: JSON.stringify(made) });
  return { ...made, events: [] };
}

async function savePlace(manager: EntityManager, place: Place): Promise<void> {
  await manager.upsert(PlaceRow, { id: place.id, position: place.order, body: JSON.stringify(place) }, ['id']);
}

function bodyOf<T>(row: { body: string }): T {
  return JSON.parse(row.body) as T;
}

function parsed<T>(row: { body: string } | null): T | undefined {
  return row ? bodyOf<T>(row) : undefined;
}
