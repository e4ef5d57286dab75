import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { growDemoNursery } from '@chill/demo/grow.ts';
import { DEMO_DAY, PEOPLE, SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import { say } from '@chill/words/server.ts';
import { readConfig } from './config.ts';
import { servicesOf } from './services.ts';
import { openDatabase } from './store/open.ts';

// Fills an empty data folder with the demo nursery, through the same doors as the grower's own entries; leaves a filled one alone.
const { dataFolder } = readConfig(process.env);
const { source, close } = await openDatabase(dataFolder);
const { store, closed } = servicesOf(source, { dataFolder, demo: true });
if (!(await store.nursery())) {
  const handbook = loadHandbook();
  const { places, readings, lots, promises, batches } = growDemoNursery(handbook);
  for (const lot of lots) await store.addLot(lot);
  for (const { made, events } of batches) {
    await store.addBatches([made], () => true);
    let decidedOn = 0;
    for (const step of events) {
      await store.append(
        made.id,
        { decidedOn, events: step.events },
        {
          today: step.on,
          now_ms: Date.parse(`${step.on}T23:59:59Z`),
          recordedAt: `${step.on}T16:00:00.000Z`,
        },
      );
      decidedOn += step.events.length;
    }
  }
  await store.savePromises(promises);
  await store.saveClock(DEMO_DAY, null);
  for (const place of places) {
    await store.savePlace(place);
    const log = readings.get(place.id);
    const said = {
      placeId: place.id,
      source: 'logger',
      get name() {
        return say('logger', { name: place.name });
      },
      recordedAt: `${DEMO_DAY}T13:00:00.000Z`,
    } as const;
    if (log && place.logger) await store.takeInReadings({ id: place.logger, ...said }, log);
  }
  // Last, so that a demo cut short in the making is made again.
  await store.saveNursery({ ...SALLOW_GAP, people: PEOPLE }, []);
  // What came of the seasons before is read once, here, not by every server that opens a copy.
  await closed.mould.begin();
  await closed.outcomes.begin();
  // Read by a clock that runs; it opens early in the morning all the same.
  await store.saveClock(DEMO_DAY, null);
}
await close();
writeFileSync(join(dataFolder, 'filled'), '');
