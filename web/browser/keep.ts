import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { readStored, writeStored } from './stored.ts';

/** What is kept, in the order in which it came. */
interface Kept<T> extends DBSchema {
  entries: { key: number; value: T };
}

/** Where entries were kept before they had a database: taken over once. */
const BEFORE = 'chill.outbox';

/**
 * A line of entries in this browser's own database: each a record of its own, so that two tabs never write over each other, and written through to the disk
 * before it is said to be kept.
 */
export class Keep<T extends object> {
  readonly #name: string;
  #opened: Promise<IDBPDatabase<Kept<T>>> | undefined;

  constructor(name: string) {
    this.#name = name;
  }

  #open(): Promise<IDBPDatabase<Kept<T>>> {
    this.#opened ??= openDB<Kept<T>>(this.#name, 1, {
      upgrade: (database) => void database.createObjectStore('entries', { autoIncrement: true }),
      // Cleared under our hands, it is opened anew.
      terminated: () => (this.#opened = undefined),
    });
    this.#opened.catch(() => (this.#opened = undefined));
    return this.#opened;
  }

  /** Keeps an entry after all others; its number. @throws {Error} where the browser cannot: it is full, private, or has none. */
  async add(entry: T): Promise<number> {
    const line = (await this.#open()).transaction('entries', 'readwrite', { durability: 'strict' });
    const [key] = await Promise.all([line.store.add(entry), line.done]);
    return key;
  }

  /** All that is kept, by its number. */
  async all(): Promise<Map<number, T>> {
    const line = (await this.#open()).transaction('entries');
    const [keys, entries] = await Promise.all([line.store.getAllKeys(), line.store.getAll(), line.done]);
    return new Map(keys.map((key, i) => [key, entries[i] as T]));
  }

  /** Puts entries in the place of those with their numbers, and lets go of those for which there is none. */
  async change(changed: ReadonlyMap<number, T | undefined>): Promise<void> {
    const line = (await this.#open()).transaction('entries', 'readwrite', { durability: 'strict' });
    const store = line.store;
    await Promise.all([...[...changed].map(([key, entry]) => (entry ? store.put(entry, key) : store.delete(key))), line.done]);
  }

  /** Takes over what an earlier version kept elsewhere, once. */
  async takeOver(): Promise<void> {
    const before = readStored<T[]>(BEFORE, []);
    if (before.length === 0) return;
    for (const entry of before) await this.add(entry);
    writeStored(BEFORE, undefined);
  }
}
