import type { Readings } from '@chill/core/chill/measured.ts';
import type { Batch, NewBatch, Split } from '@chill/model/batch.ts';
import type { Append } from '@chill/model/event.ts';
import type { Lot, LotAppend, LotInHand } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import type { ReadingImport } from '@chill/model/temperature.ts';
import type { DataSource, EntityManager } from 'typeorm';
import { Fault } from '../fault.ts';
import { unhurried } from '../unhurried.ts';
import {
  addBatch,
  appendTo,
  areKnown,
  batchesOf,
  batchesToJson,
  batchVersions,
  haveEnded,
  insertBatch,
  type Moment,
  requireBatch,
  undoSplits,
} from './batches.ts';
import { bodyOf } from './body.ts';
import { BatchRow, ClockRow, NurseryRow, OwnSpeciesRow, PlaceRow } from './entities.ts';
import { addLot, appendToLot, changeLot, lotsInHand } from './lots.ts';
import { Queue } from './queue.ts';
import { rawDatabase } from './raw.ts';
import { importsOf, lastReadingOf, readingsOf, setUndone, type TakenIn, takeIn } from './readings.ts';

/** Everything that is kept, behind one queue. Rules come from core; what they refuse is thrown as a {@link Fault}. */
export class Store {
  readonly source: DataSource;
  readonly #queue = new Queue();
  readonly #editions = new Map<string, number>();

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

  /** A place's readings between two moments, ms since 1970. */
  readings(placeId: string, from_ms?: number, to_ms?: number): Promise<Readings> {
    return this.#queue.run(async () => readingsOf(rawDatabase(this.source), placeId, from_ms, to_ms));
  }

  /** The moment of a place's last reading, ms since 1970. */
  lastReading(placeId: string): Promise<number | undefined> {
    return this.#queue.run(async () => lastReadingOf(rawDatabase(this.source), placeId));
  }

  /** Counts up whenever a place's readings change. */
  readingsEdition(placeId: string): number {
    return this.#editions.get(placeId) ?? 0;
  }

  imports(placeId: string): Promise<(ReadingImport & { undone: boolean })[]> {
    return this.#queue.run(async () => importsOf(rawDatabase(this.source), placeId));
  }

  /** Takes readings in as one import, all or none; sending the same again is harmless. */
  takeInReadings(told: Omit<ReadingImport, 'count' | 'from' | 'to'>, readings: Readings): Promise<TakenIn> {
    return this.#write(async (manager) => {
      if (!(await manager.existsBy(PlaceRow, { id: told.placeId }))) throw Fault.notFound('There is no such place.');
      const taken = await unhurried(takeIn(rawDatabase(this.source), told, readings));
      this.#readingsChanged(told.placeId);
      return taken;
    });
  }

  /** Takes an import's readings out, or puts them back. A logger whose readings are taken out is listened to no longer, or they would come again. */
  undoImport(importId: string, undone: boolean): Promise<void> {
    return this.#write(async (manager) => {
      const placeId = setUndone(rawDatabase(this.source), importId, undone);
      const { logger, ...place } = bodyOf<Place>(await manager.findOneByOrFail(PlaceRow, { id: placeId }));
      if (undone && logger === importId) await savePlace(manager, place);
      this.#readingsChanged(placeId);
    });
  }

  #readingsChanged(placeId: string): void {
    this.#editions.set(placeId, this.readingsEdition(placeId) + 1);
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

  /** Every batch with its events, as one JSON text. */
  batchesJson(): Promise<string> {
    return this.#queue.run(async () => batchesToJson(rawDatabase(this.source)));
  }

  /** Changes whenever any batch or event is added: for the browser's cache. */
  batchesTag(): Promise<string> {
    return this.#queue.run(async () => {
      const row = rawDatabase(this.source).prepare('SELECT (SELECT count(*) FROM batch) AS b, (SELECT max(seq) FROM event) AS e').get();
      const { b, e } = row as { b: number; e: number | null };
      return `"${b}-${e ?? 0}"`;
    });
  }

  /** Every batch's id with how many events it has, in the order in which they were made. */
  batchVersions(): Promise<{ id: string; version: number }[]> {
    return this.#queue.run(async () => batchVersions(rawDatabase(this.source)));
  }

  /** Some batches with their events. */
  batchesOf(ids: readonly string[]): Promise<Batch[]> {
    return this.#queue.run(async () => batchesOf(rawDatabase(this.source), ids));
  }

  /** Changes whenever any lot, its events, or what batches have of it does. */
  lotsTag(): Promise<string> {
    return this.#queue.run(async () => {
      const row = rawDatabase(this.source)
        .prepare(
          'SELECT (SELECT sum(version) FROM lot) v, (SELECT count(*) FROM lot) l, (SELECT max(seq) FROM lot_event) e, (SELECT count(*) FROM batch) b',
        )
        .raw()
        .get();
      return JSON.stringify(row);
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

async function savePlace(manager: EntityManager, place: Place): Promise<void> {
  await manager.upsert(PlaceRow, { id: place.id, position: place.order, body: JSON.stringify(place) }, ['id']);
}

function parsed<T>(row: { body: string } | null): T | undefined {
  return row ? bodyOf<T>(row) : undefined;
}
