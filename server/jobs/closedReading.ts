import { mouldOf } from '@chill/core/forecast/mould.ts';
import { stateOf } from '@chill/core/ledger/fold.ts';
import { isWithdrawn } from '@chill/core/ledger/states.ts';
import { outcomeOf } from '@chill/core/results/outcome.ts';
import type { NurseryClock } from '../nursery/clock.ts';
import type { Temperatures } from '../nursery/temperatures.ts';
import type { NurseryViews } from '../nursery/views.ts';
import type { Store } from '../store/store.ts';
import { Again } from './again.ts';

/** Batches that are read before anybody else is answered again. */
const AT_ONCE = 20;

/** Reads off each batch, once it is closed, what came of it and what it says of the nursery's mould, and keeps that in its stead. */
export class ClosedReading {
  readonly #store: Store;
  readonly #clock: NurseryClock;
  readonly #temperatures: Temperatures;
  readonly #views: NurseryViews;
  /** What all that are closed and not read yet say of mould: the first page waits for it. */
  readonly mould = new Again(() => this.#readMould());
  /** What came of all that are closed and not read yet, tests apart. */
  readonly outcomes = new Again(() => this.#readOutcomes());

  constructor(store: Store, clock: NurseryClock, temperatures: Temperatures, views: NurseryViews) {
    this.#store = store;
    this.#clock = clock;
    this.#temperatures = temperatures;
    this.#views = views;
  }

  async #readMould(): Promise<void> {
    for (;;) {
      const ids = await this.#store.left.unread('mould', AT_ONCE);
      if (ids.length === 0) return;
      const [places, temperatures, today] = [await this.#store.places(), await this.#temperatures.all(), await this.#clock.today()];
      for (const batch of await this.#store.batchesOf(ids))
        await this.#store.left.keepMould(batch.id, mouldOf(batch, stateOf(batch), { places, temperatures, today }));
    }
  }

  async #readOutcomes(): Promise<void> {
    if (!(await this.#store.nursery())) return;
    for (;;) {
      const ids = await this.#store.left.unread('outcome', AT_ONCE);
      if (ids.length === 0) return;
      const today = await this.#clock.today();
      const views = new Map((await this.#views.of(await this.#store.batchesOf(ids))).map((view) => [view.batch.id, view]));
      for (const id of ids) {
        const view = views.get(id);
        await this.#store.left.keepOutcome(id, view && !isWithdrawn(view.projection.state) ? outcomeOf(view, today) : undefined);
      }
    }
  }
}
