import type { DeviceKind } from '@chill/core/devices/line.ts';
import { fold } from '@chill/core/ledger/fold.ts';
import { meanShare, soundShare } from '@chill/core/lot/viability.ts';
import { trueSoundOf } from '@chill/demo/grow.ts';
import type { Species } from '@chill/model/species.ts';
import { deviceHello, deviceLine, type OnTheBench } from '@chill/sim/devices.ts';
import { sightOf } from '@chill/sim/seeds.ts';
import type { NurseryClock } from './clock.ts';
import type { Shelf } from './shelf.ts';
import type { Store } from './store/store.ts';

/** Where devices are listened to. A driver for real ones would be another of these. */
export interface Devices {
  attached(): { kind: DeviceKind; name: string }[];
  /** Calls `say` with each line until the returned function is called; `undefined` where no such device is attached. */
  listen(kind: DeviceKind, batchId: string | undefined, say: (line: string) => void): (() => void) | undefined;
}

/** Where there are none: the grower types. */
export const NO_DEVICES: Devices = { attached: () => [], listen: () => undefined };

const EVERY_MS = 500;

/** The simulated scale, thermometer and counter that ship with the demo; each measures the batch that the listener names. */
export function simulatedDevices(store: Store, clock: NurseryClock, shelf: Shelf): Devices {
  const kinds: DeviceKind[] = ['scale', 'thermometer', 'counter'];

  const onTheBench = async (batchId: string): Promise<OnTheBench | undefined> => {
    const batch = await store.batch(batchId).catch(() => undefined);
    const species = batch && shelf.find(batch.speciesId);
    if (!batch || !species) return undefined;
    const [lots, places, today] = await Promise.all([store.lots(), store.places(), clock.today()]);
    const lot = lots.find(({ id }) => id === batch.lotId);
    const sound = trueSoundOf(lot?.code ?? '') ?? meanShare(soundShare(lot?.soundness ?? { kind: 'unknown' }, species as Species));
    const { swollen } = sightOf(batch, species, sound, places, today);
    return { batchId, species, state: fold(batch.plan, batch.events), swollen };
  };

  return {
    attached: () => kinds.map((kind) => ({ kind, name: `the simulated ${kind}` })),
    listen(kind, batchId, say) {
      const began = Date.now();
      let over = false;
      const speak = async () => {
        const bench = batchId ? await onTheBench(batchId) : undefined;
        const now_ms = await clock.now_ms();
        if (!over) say(deviceLine(kind, bench, now_ms, (Date.now() - began) / 1000));
      };
      say(deviceHello(kind));
      // A line that cannot be had is left out; the listener notices the silence.
      const timer = setInterval(() => void speak().catch(() => undefined), EVERY_MS);
      return () => {
        over = true;
        clearInterval(timer);
      };
    },
  };
}
