import { sameTimeOn, timeOn } from '@chill/core/calendar/clock.ts';
import { addDays } from '@chill/core/calendar/dates.ts';
import { dayAt } from '@chill/core/calendar/moments.ts';
import { say } from '@chill/words/server.ts';
import type { Config } from '../config.ts';
import { Fault } from '../door/fault.ts';
import type { Moment } from '../store/batches.ts';
import type { Store } from '../store/store.ts';

const MOST_STEPS_DAYS = 366;
/** Early enough that what soaked overnight is not over yet. */
const DEMO_OPENS_AT = '06:10';

/** That somebody was there is kept no oftener than this, ms. */
const ASKED_KEPT_MS = 10_000;

/** The one clock. Everything that needs to know what day it is asks here. */
export class NurseryClock {
  readonly #store: Store;
  readonly #config: Pick<Config, 'today' | 'demo'>;
  /** True once the time was asked for: from then on it only runs. */
  #running = false;
  #asked_ms = 0;
  #keptAsked_ms = 0;

  constructor(store: Store, config: Pick<Config, 'today' | 'demo'>) {
    this.#store = store;
    this.#config = config;
  }

  get steppable(): boolean {
    return this.#config.demo;
  }

  /** The nursery's day: stepped in the demo, pinned by `CHILL_TODAY`, otherwise the real day in its time zone. */
  async today(): Promise<string> {
    const set = await this.#setDay();
    return set ?? dayAt(Date.now(), await this.#timeZone());
  }

  /**
   * The moment that it is in the nursery, ms since 1970. Where the day is set by hand the clock runs on from there as real time runs: a timer
   * started just before midnight ends just after. The demo opens early in the morning, whenever it is opened. A server that is started again on
   * another day than it was left finds the time of day as it was left, on the day that is set; a demo stands still while it is not served.
   */
  async now_ms(): Promise<number> {
    const today = await this.#setDay();
    if (!today) return Date.now();
    const kept = await this.#store.setClock();
    const zone = await this.#timeZone();
    const runs = kept?.today === today && kept.ahead !== null ? Date.now() + kept.ahead : undefined;
    // The demo begins where it was left: while nobody was there its soaks did not go on.
    const left = !this.#running && this.steppable && runs !== undefined && kept?.asked ? kept.asked + (kept.ahead as number) : undefined;
    const known = left ?? runs;
    if (left !== undefined) await this.#store.saveClock(today, left - Date.now());
    if (known !== undefined && (this.#running || dayAt(known, zone) === today)) {
      this.#running = true;
      return known;
    }
    const fresh = this.steppable && known === undefined ? timeOn(today, DEMO_OPENS_AT, zone) : sameTimeOn(today, known ?? Date.now(), zone);
    await this.#store.saveClock(today, fresh - Date.now());
    this.#running = true;
    return fresh;
  }

  /** Somebody asks for something, and so is there. */
  asked(): void {
    this.#asked_ms = Date.now();
  }

  /** Keeps from now on when somebody was last there, for whoever starts the demo again, until the returned function is called. */
  start(complain: (error: unknown) => void): () => void {
    const timer = setInterval(() => void this.keepAsked().catch(complain), ASKED_KEPT_MS);
    return () => clearInterval(timer);
  }

  async keepAsked(): Promise<void> {
    if (!this.steppable || !this.#running || this.#asked_ms === this.#keptAsked_ms) return;
    this.#keptAsked_ms = this.#asked_ms;
    await this.#store.saveAsked(this.#asked_ms);
  }

  /** Day, moment, and the real instant, for what is recorded now. */
  async moment(): Promise<Moment> {
    this.#asked_ms = Date.now();
    return { today: await this.today(), now_ms: await this.now_ms(), recordedAt: new Date().toISOString() };
  }

  /** The day set by hand: stepped in the demo, or pinned. */
  async #setDay(): Promise<string | undefined> {
    const stepped = this.steppable ? (await this.#store.setClock())?.today : undefined;
    return stepped ?? this.#config.today;
  }

  async #timeZone(): Promise<string> {
    return (await this.#store.nursery())?.timeZone ?? 'UTC';
  }

  /** Moves the demo's day on. Never back: the ledger has entries up to it. */
  async step(days: number): Promise<void> {
    if (!this.steppable) throw new Fault('forbidden', say('onlyDemoSteps'));
    if (days > MOST_STEPS_DAYS) throw Fault.field('days', say('mostDaysOnce', { mostSteps: MOST_STEPS_DAYS }));
    const now_ms = await this.now_ms();
    const today = addDays(await this.today(), days);
    await this.#store.saveClock(today, sameTimeOn(today, now_ms, await this.#timeZone()) - Date.now());
  }
}
