import { dayAt } from '@chill/core/calendar/clock.ts';
import { addDays } from '@chill/core/calendar/dates.ts';
import type { Config } from './config.ts';
import { Fault } from './fault.ts';
import type { Store } from './store/store.ts';

const MOST_STEPS_DAYS = 366;

/** The one clock. Everything that needs to know what day it is asks here. */
export class NurseryClock {
  readonly #store: Store;
  readonly #config: Pick<Config, 'today' | 'demo'>;

  constructor(store: Store, config: Pick<Config, 'today' | 'demo'>) {
    this.#store = store;
    this.#config = config;
  }

  get steppable(): boolean {
    return this.#config.demo;
  }

  /** The nursery's day: stepped in the demo, pinned by `CHILL_TODAY`, otherwise the real day in its time zone. */
  async today(): Promise<string> {
    const stepped = this.steppable ? await this.#store.steppedDay() : undefined;
    if (stepped) return stepped;
    if (this.#config.today) return this.#config.today;
    const nursery = await this.#store.nursery();
    return dayAt(Date.now(), nursery?.timeZone ?? 'UTC');
  }

  /** Moves the demo's day on. Never back: the ledger has entries up to it. */
  async step(days: number): Promise<string> {
    if (!this.steppable) throw new Fault('forbidden', 'Only the demo’s clock can be stepped.');
    if (days > MOST_STEPS_DAYS) throw Fault.field('days', `At most ${MOST_STEPS_DAYS} days at once.`);
    const today = addDays(await this.today(), days);
    await this.#store.saveSteppedDay(today);
    return today;
  }
}
