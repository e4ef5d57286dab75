import { setImmediate } from 'node:timers/promises';
import type { Readings } from '@chill/core/readings/readings.ts';
import type { Batch, NewBatch, Split } from '@chill/model/batch.ts';
import type { Append } from '@chill/model/event.ts';
import type { Lot, LotAppend, LotInHand } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { BatchId, LotId, PlaceId } from '@chill/model/primitives.ts';
import type { PlantPromise, PromisesInHand } from '@chill/model/promise.ts';
import type { NewSeason, SeasonPlan } from '@chill/model/seasonPlan.ts';
import type { Species } from '@chill/model/species.ts';
import type { ReadingImport } from '@chill/model/temperature.ts';
import { say } from '@chill/words/server.ts';
import type Database from 'better-sqlite3';
import type { DataSource, EntityManager } from 'typeorm';
import { Fault } from '../door/fault.ts';
import { unhurried } from '../offThread/unhurried.ts';
import {
  type Archived,
  addBatch,
  allBatchIds,
  appendTo,
  areKnown,
  batchesOf,
  batchTexts,
  batchVersions,
  findBatches,
  haveEnded,
  idsInHand,
  insertBatch,
  lastEventSeq,
  lotsOfBatches,
  type Moment,
  requireBatch,
  undoSplits,
} from './batches.ts';
import { bodyOf } from './body.ts';
import { counted } from './counted.ts';
import { BatchRow, ClockRow, NurseryRow, OwnSpeciesRow, PlaceRow, PromiseRow } from './entities.ts';
import { inTransaction, requireOutside, StoreBroken } from './inTransaction.ts';
import { LeftByClosed } from './leftByClosed.ts';
import { addLot, appendToLot, changeLot, findLot, lotIds, readLots } from './lots.ts';
import { readPromises, requirePromises, savePromises } from './promises.ts';
import { Queue } from './queue.ts';
import { rawDatabase } from './raw.ts';
import { importsOf, lastReadingOf, readingsOf, setUndone, type TakenIn, takeIn } from './readings.ts';
import { markSaved } from './saved.ts';
import { acceptSeason, readSeasonPlans, undoSeason } from './seasonPlans.ts';

/** Batches that are sent in one piece. */
const BATCHES_A_PIECE = 40;
/** Lots likewise. */
const LOTS_A_PIECE = 50;

/** Everything that is kept, behind one queue. Rules come from core; what they refuse is thrown as a {@link Fault}. */
export class Store {
  readonly source: DataSource;
  readonly #queue = new Queue();
  readonly #editions = new Map<string, number>();
  readonly #onBroken: (error: StoreBroken) => void;
  #broken: StoreBroken | undefined;
  #name: string | undefined;
  /** What closed batches leave to be known. */
  readonly left: LeftByClosed = new LeftByClosed({
    read: (work) => this.#read((_manager, database) => work(database)),
    write: (work) => this.#write(async (_manager, database) => work(database)),
    tag: (database, query) => this.#tag(database, query),
  });

  /** `onBroken` is told once when the connection can no longer be trusted; from then on everything is refused. */
  constructor(source: DataSource, onBroken: (error: StoreBroken) => void = () => undefined) {
    this.source = source;
    this.#onBroken = onBroken;
  }

  /** What does not change: `work` on the connection, when everything queued before is done. */
  #read<T>(work: (manager: EntityManager, database: Database.Database) => Promise<T> | T): Promise<T> {
    return this.#trusted(async (database) => {
      try {
        return await work(this.source.manager, database);
      } finally {
        requireOutside(database);
      }
    });
  }

  /** What changes: all of `work`, or nothing. */
  #write<T>(work: (manager: EntityManager, database: Database.Database) => Promise<T>): Promise<T> {
    return this.#trusted(async (database) => {
      const done = await inTransaction(database, () => work(this.source.manager, database));
      markSaved();
      return done;
    });
  }

  #trusted<T>(work: (database: Database.Database) => Promise<T>): Promise<T> {
    return this.#queue.run(async () => {
      if (this.#broken) throw this.#broken;
      try {
        return await work(rawDatabase(this.source));
      } catch (error) {
        if (error instanceof StoreBroken) {
          this.#broken = error;
          this.#onBroken(error);
        }
        throw error;
      }
    });
  }

  /** A tag for the browser's cache, of this database alone: a backup that is put back has another name. */
  #tag(database: Database.Database, query: string, more = ''): string {
    this.#name ??= database.prepare('SELECT name FROM store').pluck().get() as string;
    const counts = database.prepare(query).raw().get() as (number | null)[];
    return `"${this.#name}-${counts.map((count) => count ?? 0).join('-')}${more && `-${more}`}"`;
  }

  /** The nursery, or `undefined` before the first run is over. */
  nursery(): Promise<Nursery | undefined> {
    return this.#read(async (manager) => parsed<Nursery>(await manager.findOneBy(NurseryRow, { id: 1 })));
  }

  /** Saves the nursery; the first time, the places that nearly everyone has are put in with it. */
  saveNursery(nursery: Nursery, startingPlaces: readonly Place[]): Promise<Nursery> {
    return this.#write(async (manager) => {
      const saved = counted(parsed<Nursery>(await manager.findOneBy(NurseryRow, { id: 1 })), nursery);
      await manager.upsert(NurseryRow, { id: 1, body: JSON.stringify(saved) }, ['id']);
      if ((await manager.count(PlaceRow)) === 0) for (const place of startingPlaces) await savePlace(manager, place);
      return saved;
    });
  }

  /** The day that the clock was set to, if it ever was, and how far ahead of the real time its time is, and when somebody last asked, ms. */
  setClock(): Promise<{ today: string; ahead: number | null; asked: number | null } | undefined> {
    return this.#read(async (manager) => (await manager.findOneBy(ClockRow, { id: 1 })) ?? undefined);
  }

  saveClock(today: string, ahead: number | null): Promise<void> {
    return this.#write(async (manager) => {
      await manager.upsert(ClockRow, { id: 1, today, ahead, asked: null }, ['id']);
    });
  }

  /** Keeps the real moment at which somebody last asked for anything, ms since 1970. */
  saveAsked(asked: number): Promise<void> {
    return this.#write(async (manager) => {
      await manager.update(ClockRow, { id: 1 }, { asked });
    });
  }

  places(): Promise<Place[]> {
    return this.#read(async (manager) => (await manager.find(PlaceRow, { order: { position: 'ASC', id: 'ASC' } })).map(bodyOf<Place>));
  }

  savePlace(place: Place): Promise<Place> {
    return this.#write((manager) => savePlace(manager, place));
  }

  /** Every promise, the first due first, with what batches closed before `since` gave to it. */
  promises(since: string): Promise<PromisesInHand> {
    return this.#read((manager, database) => readPromises(manager, database, since));
  }

  /** Keeps promises as they are now, all or none; answers with them as they stand. */
  savePromises(promises: readonly PlantPromise[]): Promise<PlantPromise[]> {
    return this.#write((manager, database) => savePromises(manager, database, promises));
  }

  /** The lot of that id, where there is one. */
  lot(id: string): Promise<LotInHand | undefined> {
    return this.#read((_manager, database) => findLot(database, id));
  }

  /** Every season that was accepted, the latest first. */
  seasonPlans(): Promise<SeasonPlan[]> {
    return this.#read((manager) => readSeasonPlans(manager));
  }

  acceptSeason(season: NewSeason, knows: (speciesId: string, methodId: string) => boolean): Promise<Batch[]> {
    return this.#write((manager, database) => acceptSeason(manager, database, season, knows));
  }

  undoSeason(id: string, today: string): Promise<SeasonPlan> {
    return this.#write((manager, database) => undoSeason(manager, database, id, today));
  }

  /** A place's readings between two moments, ms since 1970. */
  readings(placeId: PlaceId, from_ms?: number, to_ms?: number): Promise<Readings> {
    return this.#read((_manager, database) => readingsOf(database, placeId, from_ms, to_ms));
  }

  /** The moment of a place's last reading, ms since 1970. */
  lastReading(placeId: PlaceId): Promise<number | undefined> {
    return this.#read((_manager, database) => lastReadingOf(database, placeId));
  }

  /** Counts up whenever a place's readings change. */
  readingsEdition(placeId: PlaceId): number {
    return this.#editions.get(placeId) ?? 0;
  }

  imports(placeId: PlaceId): Promise<(ReadingImport & { undone: boolean })[]> {
    return this.#read((_manager, database) => importsOf(database, placeId));
  }

  /** Takes readings in as one import, all or none; sending the same again is harmless. */
  takeInReadings(said: Omit<ReadingImport, 'count' | 'from' | 'to'>, readings: Readings): Promise<TakenIn> {
    return this.#write(async (manager, database) => {
      if (!(await manager.existsBy(PlaceRow, { id: said.placeId }))) throw Fault.notFound(say('noSuchPlace'));
      return unhurried(takeIn(database, said, readings));
    }).finally(() => this.#readingsChanged(said.placeId));
  }

  /** Takes an import's readings out, or puts them back. A logger whose readings are taken out is listened to no longer, or they would come again. */
  undoImport(importId: string, undone: boolean): Promise<void> {
    return this.#write(async (manager, database) => {
      const placeId = setUndone(database, importId, undone);
      const { logger, ...place } = bodyOf<Place>(await manager.findOneByOrFail(PlaceRow, { id: placeId }));
      if (undone && logger === importId) await savePlace(manager, place);
      return placeId;
    }).then((placeId) => this.#readingsChanged(placeId));
  }

  #readingsChanged(placeId: PlaceId): void {
    this.#editions.set(placeId, this.readingsEdition(placeId) + 1);
  }

  /** The lots that have seeds left, or a batch that is open or was closed on `since` or later; every lot there ever was without it. */
  lots(since?: string): Promise<LotInHand[]> {
    return this.#read((_manager, database) => readLots(database, since));
  }

  /** Every lot there ever was, as pieces of one JSON text; others are served between the pieces. */
  async *allLotsJson(): AsyncGenerator<string> {
    const ids = await this.#read((_manager, database) => lotIds(database));
    for (let from = 0; from < ids.length; from += LOTS_A_PIECE) {
      const lots = await this.#read((_manager, database) =>
        ids.slice(from, from + LOTS_A_PIECE).flatMap((id) => findLot(database, id) ?? []),
      );
      yield `${from === 0 ? '[' : ','}${lots.map((lot) => JSON.stringify(lot)).join(',')}`;
      await setImmediate();
    }
    yield ids.length === 0 ? '[]' : ']';
  }

  addLot(lot: Lot): Promise<LotInHand> {
    return this.#write((manager, database) => addLot(manager, database, lot));
  }

  changeLot(lot: Lot, seenVersion: number): Promise<LotInHand> {
    return this.#write((manager, database) => changeLot(manager, database, lot, seenVersion));
  }

  appendToLot(lotId: LotId, append: LotAppend, today: string, recordedAt: string): Promise<LotInHand> {
    return this.#write((manager, database) => appendToLot(manager, database, lotId, append, today, recordedAt));
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

  /** Takes an own species out of the handbook, unless a lot is of it or plants of it are promised. */
  removeOwnSpecies(id: string): Promise<void> {
    return this.#write(async (manager, database) => {
      const user = readLots(database).find((lot) => lot.speciesId === id);
      if (user) throw Fault.field('id', say('speciesOfLotStays', { code: user.code }));
      const promised = (await manager.find(PromiseRow)).map(bodyOf<PlantPromise>).find((one) => one.speciesId === id && !one.closed);
      if (promised) throw Fault.field('id', say('promisedSpeciesStays', { whom: promised.whom }));
      await manager.delete(OwnSpeciesRow, { id });
    });
  }

  /**
   * The batches in hand with their events, as pieces of one JSON text: open, or closed on `since` or later. Others are served between the pieces; what they
   * record is in none of them, so that all pieces tell of the same moment.
   */
  async *batchesJson(since: string): AsyncGenerator<string> {
    const { ids, seq } = await this.#read((_manager, database) => ({ ids: idsInHand(database, since), seq: lastEventSeq(database) }));
    for (let from = 0; from < ids.length; from += BATCHES_A_PIECE) {
      const texts = await this.#read((_manager, database) => batchTexts(database, ids.slice(from, from + BATCHES_A_PIECE), seq));
      yield `${from === 0 ? '[' : ','}${texts.join(',')}`;
      await setImmediate();
    }
    yield ids.length === 0 ? '[]' : ']';
  }

  /** The batches in hand with their events. */
  batchesInHand(since: string): Promise<Batch[]> {
    return this.#read((_manager, database) => batchesOf(database, idsInHand(database, since)));
  }

  /** Changes whenever any batch or event is added: for the browser's cache. */
  batchesTag(since = ''): Promise<string> {
    return this.#read((_manager, database) =>
      this.#tag(database, 'SELECT (SELECT count(*) FROM batch), (SELECT count(*) FROM withdrawal), (SELECT max(seq) FROM event)', since),
    );
  }

  /** The batches in hand by id, with how many events each has, in the order in which they were made. */
  batchVersions(since: string): Promise<{ id: string; version: number }[]> {
    return this.#read((_manager, database) => batchVersions(database, since));
  }

  /** Batches, closed or not, that are asked for, and their lots (of a lot also where it has no batch), as one JSON text. */
  archiveJson(asked: Archived): Promise<string> {
    return this.#read(async (_manager, database) => {
      const ids = findBatches(database, asked);
      const lotIds = new Set([...lotsOfBatches(database, ids), ...('lot' in asked ? [asked.lot] : [])]);
      const lots = [...lotIds].flatMap((id) => findLot(database, id) ?? []);
      return `{"batches":[${batchTexts(database, ids, lastEventSeq(database)).join(',')}],"lots":${JSON.stringify(lots)}}`;
    });
  }

  /** Every batch's id, in the order in which they were made. */
  allBatchIds(): Promise<string[]> {
    return this.#read((_manager, database) => allBatchIds(database));
  }

  /** Some batches with their events. */
  batchesOf(ids: readonly string[]): Promise<Batch[]> {
    return this.#read((_manager, database) => batchesOf(database, ids));
  }

  /** Changes whenever any lot, its events, or what batches have of it does. */
  lotsTag(since: string): Promise<string> {
    return this.#read((_manager, database) =>
      this.#tag(
        database,
        'SELECT (SELECT sum(version) FROM lot), (SELECT count(*) FROM lot), (SELECT max(seq) FROM lot_event), (SELECT count(*) FROM batch), (SELECT sum(seeds) FROM batch), (SELECT count(*) FROM withdrawal), (SELECT count(*) FROM kept), (SELECT max(rowid) FROM kept)',
        since,
      ),
    );
  }

  batch(id: string): Promise<Batch> {
    return this.#read((manager) => requireBatch(manager, id));
  }

  /**
   * Makes batches from seeds of their lots that no batch has yet, all or none, and gives each the next bag code. `knows` says whether a
   * species has a method of that id. Sending the same ones again is harmless.
   */
  addBatches(batches: readonly NewBatch[], knows: (speciesId: string, methodId: string) => boolean): Promise<Batch[]> {
    return this.#write(async (manager, database) => {
      const made: Batch[] = [];
      for (const [index, batch] of batches.entries())
        made.push(await addBatch(manager, database, batch, knows, batches.length > 1 ? `batches.${index}.` : ''));
      return made;
    });
  }

  /**
   * Appends events to a batch, all or none. Sending the same ones again is harmless; events decided on an older state of the batch
   * are refused with what came between.
   */
  append(batchId: BatchId, append: Append, moment: Moment): Promise<Batch> {
    return this.#write(async (manager, database) => {
      const batch = await requireBatch(manager, batchId);
      // A timer rings on two phones and is ended on both: the second has nothing to add.
      if ((await areKnown(manager, batch, append.events)) || haveEnded(batch, append.events)) return batch;
      if (append.events.some(({ kind }) => kind === 'split')) throw Fault.field('events', say('sendAsSplit'));
      await requirePromises(manager, batch.speciesId, append.events);
      await undoSplits(manager, database, batch, append.events, moment);
      return appendTo(manager, database, batch, append, moment);
    });
  }

  /** Splits a batch: its event and the batch that its seeds become, both or neither. Sending the same again is harmless. */
  split(batchId: BatchId, { decidedOn, event, batch: part }: Split, moment: Moment): Promise<Batch[]> {
    return this.#write(async (manager, database) => {
      const batch = await requireBatch(manager, batchId);
      if (await areKnown(manager, batch, [event])) return [batch, await requireBatch(manager, part.id)];
      if (part.from?.batchId !== batchId) throw Fault.field('batch.from', say('splitFromAnother'));
      if (part.lotId !== batch.lotId) throw Fault.field('batch.lotId', say('partOfSameLot'));
      if (await manager.existsBy(BatchRow, { id: part.id })) throw Fault.field('batch.id', say('batchIdTaken'));
      const whole = await appendTo(manager, database, batch, { decidedOn, events: [event] }, moment);
      return [whole, await insertBatch(manager, part, batch.speciesId)];
    });
  }
}

async function savePlace(manager: EntityManager, place: Place): Promise<Place> {
  const saved = counted(parsed<Place>(await manager.findOneBy(PlaceRow, { id: place.id })), place);
  await manager.upsert(PlaceRow, { id: place.id, position: place.order, body: JSON.stringify(saved) }, ['id']);
  return saved;
}

function parsed<T>(row: { body: string } | null): T | undefined {
  return row ? bodyOf<T>(row) : undefined;
}
