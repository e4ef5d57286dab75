import { type BatchView, type LotView, NurseryReader } from '@chill/core/schedule/reading.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LotInHand } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { NurseryClock } from './clock.ts';
import type { Shelf } from './shelf.ts';
import type { Store } from './store/store.ts';
import type { Temperatures } from './temperatures.ts';

/** The nursery as core reads it, now. */
export interface ReadNow {
  nursery: Nursery;
  today: string;
  now_ms: number;
  places: Place[];
  lots: LotView[];
  batches: BatchView[];
}

/** Reads the nursery for whoever asks for what follows from it: the round, the calendar, labels, tables. Remembers what has not changed. */
export class Reading {
  readonly #store: Store;
  readonly #shelf: Shelf;
  readonly #clock: NurseryClock;
  readonly #temperatures: Temperatures;
  readonly #reader = new NurseryReader();
  readonly #batches = new Map<string, Batch>();
  readonly #nursery = new Steady<Nursery>();
  readonly #places = new Steady<Place[]>();
  #lots: { tag: string; value: LotInHand[] } | undefined;

  constructor(store: Store, shelf: Shelf, clock: NurseryClock, temperatures: Temperatures) {
    this.#store = store;
    this.#shelf = shelf;
    this.#clock = clock;
    this.#temperatures = temperatures;
  }

  /** `undefined` before the nursery is set up. */
  async now(): Promise<ReadNow | undefined> {
    const stored = await this.#store.nursery();
    if (!stored) return undefined;
    const [today, now_ms] = [await this.#clock.today(), await this.#clock.now_ms()];
    const nursery = this.#nursery.of(stored);
    const places = this.#places.of(await this.#store.places());
    const batches = await this.#read();
    const tag = await this.#store.lotsTag();
    if (this.#lots?.tag !== tag) this.#lots = { tag, value: await this.#store.lots() };
    const read = this.#reader.read({
      nursery,
      today,
      now: new Date(now_ms).toISOString(),
      now_ms,
      places,
      lots: this.#lots.value,
      handbook: this.#shelf.all(),
      temperatures: await this.#temperatures.all(),
      batches,
    });
    return { nursery, today, now_ms, places, lots: read.lots, batches: read.batches };
  }

  /** Every batch; those that have no new events are the objects that they were. */
  async #read(): Promise<Batch[]> {
    const versions = await this.#store.batchVersions();
    const changed = versions.filter(({ id, version }) => this.#batches.get(id)?.events.length !== version).map(({ id }) => id);
    for (const batch of await this.#store.batchesOf(changed)) this.#batches.set(batch.id, batch);
    return versions.flatMap(({ id }) => this.#batches.get(id) ?? []);
  }
}

/** Gives back the object that it gave before, where the new one says the same. */
class Steady<T> {
  #text = '';
  #value: T | undefined;

  of(value: T): T {
    const text = JSON.stringify(value);
    if (this.#text !== text || this.#value === undefined) [this.#text, this.#value] = [text, value];
    return this.#value;
  }
}
