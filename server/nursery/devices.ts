import { meanShare } from '@chill/core/chance/shares.ts';
import type { DeviceKind } from '@chill/core/devices/line.ts';
import { stateOf } from '@chill/core/ledger/fold.ts';
import { viableShare } from '@chill/core/lot/viability.ts';
import { trueViableOf } from '@chill/demo/grow.ts';
import { TROUBLES } from '@chill/demo/nursery.ts';
import type { BatchId, PlaceId } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { deviceHello, deviceLine, loggerLine, loggerMemory, type OnTheBench } from '@chill/sim/devices.ts';
import { sightOf } from '@chill/sim/seeds.ts';
import { say } from '@chill/words/server.ts';
import type { Store } from '../store/store.ts';
import type { NurseryClock } from './clock.ts';
import type { NurseryHandbook } from './handbook.ts';
import type { Temperatures } from './temperatures.ts';

/** Where devices are listened to. A driver for real ones would be another of these. */
export interface Devices {
  attached(): { kind: DeviceKind; name: string }[];
  /**
   * Calls `say` with each line until the returned function is called; `undefined` where no such device is attached. `subject` is the batch that is being
   * measured, or for a logger the place that it lies in.
   */
  listen(kind: DeviceKind, subject: string | undefined, say: (line: string) => void): (() => void) | undefined;
  /** What the logger in a place has written down since a moment, as its lines; nothing where none lies there. */
  memory(placeId: PlaceId, since_ms: number): Promise<string[]>;
}

/** Where there are none: the grower types. */
export const NO_DEVICES: Devices = { attached: () => [], listen: () => undefined, memory: async () => [] };

const EVERY_MS = 500;

/** The simulated scale, thermometer, counter and loggers that ship with the demo; each measures what the listener names. */
export function simulatedDevices(store: Store, clock: NurseryClock, handbook: NurseryHandbook, temperatures: Temperatures): Devices {
  const kinds: DeviceKind[] = ['scale', 'thermometer', 'counter', 'logger'];

  const surroundings = async (placeId: PlaceId | undefined) => {
    const [places, nursery] = [await store.places(), await store.nursery()];
    const place = places.find(({ id }) => id === placeId);
    return place && nursery && { place, air: { nursery, troubles: TROUBLES } };
  };

  const onTheBench = async (batchId: BatchId): Promise<OnTheBench | undefined> => {
    const batch = await store.batch(batchId).catch(() => undefined);
    const species = batch && handbook.find(batch.speciesId);
    if (!batch || !species) return undefined;
    const [lots, places, today, records] = await Promise.all([store.lots(), store.places(), clock.today(), temperatures.all()]);
    const lot = lots.find(({ id }) => id === batch.lotId);
    const viable = trueViableOf(lot?.code ?? '') ?? meanShare(viableShare(lot?.viability ?? { kind: 'unknown' }, species as Species));
    const { swollen } = sightOf(batch, species, viable, places, today, records);
    return { batchId, species, state: stateOf(batch), swollen };
  };

  return {
    attached: () => kinds.map((kind) => ({ kind, name: say('simulated', { kind }) })),
    listen(kind, subject, say) {
      const began = Date.now();
      let over = false;
      const speak = async () => {
        const now_ms = await clock.now_ms();
        const line =
          kind === 'logger'
            ? await surroundings(subject).then((found) => found && loggerLine(found.place, now_ms, found.air))
            : deviceLine(kind, subject ? await onTheBench(subject) : undefined, now_ms, (Date.now() - began) / 1000);
        if (!over && line) say(line);
      };
      say(deviceHello(kind));
      // A line that cannot be had is left out; the listener notices the silence.
      const timer = setInterval(() => void speak().catch(() => undefined), EVERY_MS);
      return () => {
        over = true;
        clearInterval(timer);
      };
    },
    async memory(placeId, since_ms) {
      const found = await surroundings(placeId);
      return found ? loggerMemory(found.place, since_ms, await clock.now_ms(), found.air) : [];
    },
  };
}
