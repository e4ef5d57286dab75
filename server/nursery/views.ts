import { addDays } from '@chill/core/calendar/dates.ts';
import { type BatchView, type LotView, NurseryReader, type Stored } from '@chill/core/nursery/reader.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LotInHand } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Past } from '@chill/model/past.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { unhurried } from '../offThread/unhurried.ts';
import type { Store } from '../store/store.ts';
import type { NurseryClock } from './clock.ts';
import type { NurseryHandbook } from './handbook.ts';
import type { Temperatures } from './temperatures.ts';

/** A batch stays in hand for so many days after it was closed: what was closed by mistake is undone where one stands. */
const IN_HAND_DAYS = 7;
/** Closed batches are read so many at a time. */
const PAGE = 50;

/** Batches are in hand that are open, or were closed on this day or later. */
export function inHandSince(today: string): string {
  return addDays(today, -IN_HAND_DAYS);
}

/** The nursery as core reads it, now: what is in hand. */
export interface ReadNow {
  nursery: Nursery;
  today: string;
  now_ms: number;
  places: Place[];
  lots: LotView[];
  batches: BatchView[];
}

/** Reads the nursery for whoever asks for what follows from it: the round, the calendar, labels, tables. Remembers what has not changed. */
export class NurseryViews {
  readonly #store: Store;
  readonly #handbook: NurseryHandbook;
  readonly #clock: NurseryClock;
  readonly #temperatures: Temperatures;
  readonly #reader = new NurseryReader();
  #batches = new Map<string, Batch>();
  readonly #nursery = new Steady<Nursery>();
  readonly #places = new Steady<Place[]>();
  readonly #past = new Steady<Past>();
  #lots: { tag: string; value: LotInHand[] } | undefined;

  constructor(store: Store, handbook: NurseryHandbook, clock: NurseryClock, temperatures: Temperatures) {
    this.#store = store;
    this.#handbook = handbook;
    this.#clock = clock;
    this.#temperatures = temperatures;
  }

  /** Every species, the nursery's own among them. */
  get handbook(): readonly Species[] {
    return this.#handbook.all();
  }

  /** `undefined` before the nursery is set up. */
  async now(): Promise<ReadNow | undefined> {
    const stored = await this.#stored();
    if (!stored) return undefined;
    const { lots, batches } = await unhurried(this.#reader.inSteps(stored));
    const { nursery, today, now_ms } = stored;
    return { nursery, today, now_ms, places: [...stored.places], lots, batches };
  }

  /** Every batch there ever was, as it is read today, some at a time; others are answered in between. */
  async *everyBatch(): AsyncGenerator<BatchView[]> {
    const ids = await this.#store.allBatchIds();
    for (let from = 0; from < ids.length; from += PAGE) yield this.of(await this.#store.batchesOf(ids.slice(from, from + PAGE)));
  }

  /** Some batches, closed or not, as they are read today; none before the nursery is set up. */
  async of(calledUp: readonly Batch[]): Promise<BatchView[]> {
    const stored = await this.#stored();
    if (!stored) return [];
    const lots = await this.#store.lots();
    const theirs = new Set(calledUp.map(({ lotId }) => lotId));
    const page = { ...stored, lots: lots.filter(({ id }) => theirs.has(id)), batches: [], calledUp };
    return (await unhurried(new NurseryReader().inSteps(page))).batches;
  }

  async #stored(): Promise<Stored | undefined> {
    const nursery = await this.#store.nursery();
    if (!nursery) return undefined;
    const [today, now_ms] = [await this.#clock.today(), await this.#clock.now_ms()];
    const since = inHandSince(today);
    const batches = await this.#read(since);
    const tag = await this.#store.lotsTag(since);
    if (this.#lots?.tag !== tag) this.#lots = { tag, value: await this.#store.lots(since) };
    return {
      nursery: this.#nursery.of(nursery),
      today,
      now: new Date(now_ms).toISOString(),
      now_ms,
      places: this.#places.of(await this.#store.places()),
      lots: this.#lots.value,
      handbook: this.#handbook.all(),
      temperatures: await this.#temperatures.all(),
      past: this.#past.of(await this.#store.left.past(since)),
      batches,
    };
  }

  /** The batches in hand; those that have no new events are the objects that they were. */
  async #read(since: string): Promise<Batch[]> {
    const versions = await this.#store.batchVersions(since);
    const changed = versions.filter(({ id, version }) => this.#batches.get(id)?.events.length !== version).map(({ id }) => id);
    const read = new Map((await this.#store.batchesOf(changed)).map((batch) => [batch.id, batch]));
    // What is no longer in hand is let go.
    const batches = versions.flatMap(({ id }) => read.get(id) ?? this.#batches.get(id) ?? []);
    this.#batches = new Map(batches.map((batch) => [batch.id, batch]));
    return batches;
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
