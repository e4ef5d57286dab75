import { parseDeviceLine } from '@chill/core/devices/line.ts';
import { noReadings, type RawReading, tidyReadings } from '@chill/core/readings/tidyReadings.ts';
import { say } from '@chill/words/server.ts';
import type { NurseryClock } from '../nursery/clock.ts';
import type { Devices } from '../nursery/devices.ts';
import type { Store } from '../store/store.ts';

/** How often attached loggers are asked what they have written down, ms. */
const ASK_EVERY_MS = 60_000;
/** A logger that is newly attached is asked for what it has of the day before, ms. */
const FIRST_BACK_MS = 86_400_000;

/** Takes in what the loggers that lie in places have written down. */
export class Loggers {
  readonly #store: Store;
  readonly #devices: Devices;
  readonly #clock: NurseryClock;
  #running: Promise<void> = Promise.resolve();

  constructor(store: Store, devices: Devices, clock: NurseryClock) {
    this.#store = store;
    this.#devices = devices;
    this.#clock = clock;
  }

  /** Asks every attached logger for what is new, and keeps it. One asking at a time. */
  catchUp(): Promise<void> {
    this.#running = this.#running.catch(() => undefined).then(() => this.#ask());
    return this.#running;
  }

  /** Asks from now on, every minute, until the returned function is called. */
  start(complain: (error: unknown) => void): () => void {
    const ask = () => void this.catchUp().catch(complain);
    ask();
    const timer = setInterval(ask, ASK_EVERY_MS);
    return () => clearInterval(timer);
  }

  async #ask(): Promise<void> {
    const attached = (await this.#store.places()).filter((place) => place.logger);
    for (const place of attached) {
      const { now_ms, recordedAt } = await this.#clock.moment();
      const last = await this.#store.lastReading(place.id);
      const lines = await this.#devices.memory(place.id, last ?? now_ms - FIRST_BACK_MS);
      const raw = lines.flatMap((line, i): RawReading[] => {
        const said = parseDeviceLine('logger', line);
        return said.ok && said.value.kind === 'logged' ? [{ line: i + 1, at_ms: said.value.at_ms, celsius: said.value.celsius }] : [];
      });
      const readings = raw.length > 0 ? tidyReadings(raw, now_ms).readings : noReadings();
      if (readings.at_ms.length === 0) continue;
      await this.#store.takeInReadings(
        { id: place.logger as string, placeId: place.id, source: 'logger', name: say('logger', { name: place.name }), recordedAt },
        readings,
      );
    }
  }
}
