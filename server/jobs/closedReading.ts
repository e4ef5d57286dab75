import { stateOf } from '@chill/core/ledger/fold.ts';
import { outcomeOf } from '@chill/core/results/outcome.ts';
import { mouldOf } from '@chill/core/schedule/mould.ts';
import type { NurseryClock } from '../nursery/clock.ts';
import type { Temperatures } from '../nursery/temperatures.ts';
import type { NurseryViews } from '../nursery/views.ts';
import type { Store } from '../store/store.ts';

/** Batches that are read before anybody else is answered again. */
const AT_ONCE = 20;
const LOOK_EVERY_MS = 60_000;

/** Reads off each batch, once it is closed, what came of it and what it says of the nursery's mould, and keeps that in its stead. */
export class ClosedReading {
  readonly #store: Store;
  readonly #clock: NurseryClock;
  readonly #temperatures: Temperatures;
  readonly #views: NurseryViews;
  #running: Promise<void> = Promise.resolve();

  constructor(store: Store, clock: NurseryClock, temperatures: Temperatures, views: NurseryViews) {
    this.#store = store;
    this.#clock = clock;
    this.#temperatures = temperatures;
    this.#views = views;
  }

  /** Reads all that are closed and not read yet. */
  catchUp(): Promise<void> {
    this.#running = this.#running.catch(() => undefined).then(() => this.#read());
    return this.#running;
  }

  /** Reads from now on, every minute, until the returned function is called. */
  start(complain: (error: unknown) => void): () => void {
    const read = () => void this.catchUp().catch(complain);
    read();
    const timer = setInterval(read, LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }

  async #read(): Promise<void> {
    for (;;) {
      const ids = await this.#store.unreadClosed(AT_ONCE);
      if (ids.length === 0) return;
      const [places, temperatures, today] = [await this.#store.places(), await this.#temperatures.all(), await this.#clock.today()];
      const batches = await this.#store.batchesOf(ids);
      const views = new Map((await this.#views.of(batches)).map((view) => [view.batch.id, view]));
      for (const batch of batches) {
        const view = batch.purpose === 'test' ? undefined : views.get(batch.id);
        const mould = mouldOf(batch, stateOf(batch), { places, temperatures, today });
        await this.#store.keepRead(batch.id, mould, view && outcomeOf(view, today));
      }
    }
  }
}
