import { fileURLToPath } from 'node:url';
import { buildApp } from './app.ts';
import { readConfig } from './config.ts';
import { Backups } from './jobs/backups.ts';
import { Loggers } from './jobs/loggers.ts';
import { MouldReading } from './jobs/mould.ts';
import { NurseryClock } from './nursery/clock.ts';
import { NO_DEVICES, simulatedDevices } from './nursery/devices.ts';
import { Reading } from './nursery/reading.ts';
import { Shelf } from './nursery/shelf.ts';
import { Temperatures } from './nursery/temperatures.ts';
import { openDatabase } from './store/open.ts';
import { rawDatabase } from './store/raw.ts';
import { Store } from './store/store.ts';
import { Unusable } from './store/unusable.ts';

/** From being told to stop to having stopped: whoever has not ended by then is cut off. */
const LONGEST_GOODBYE_MS = 3000;

/** Ends with one sentence on what is wrong and what to do; a stack trace only where it is a fault of Chill's own. */
function giveUp(error: unknown): never {
  console.error(error instanceof Unusable ? error.message : error);
  process.exit(1);
}

const config = (() => {
  try {
    return readConfig(process.env);
  } catch (error) {
    console.error((error as Error).message);
    process.exit(1);
  }
})();

const { source, close } = await openDatabase(config.dataFolder, { startEmpty: process.argv.includes('--empty') }).catch(giveUp);
const store = new Store(source, (error) => {
  // What is on the disk is whole; what this process holds may not be.
  console.error(error.message, error.cause);
  setTimeout(() => process.exit(1), 100);
});
const clock = new NurseryClock(store, config);
const shelf = new Shelf();
const temperatures = new Temperatures(store, shelf);
const devices = clock.steppable ? simulatedDevices(store, clock, shelf, temperatures) : NO_DEVICES;
const loggers = new Loggers(store, devices, clock);
const reading = new Reading(store, shelf, clock, temperatures);
const backups = new Backups(rawDatabase(source), config.dataFolder);
const mould = new MouldReading(store, clock, temperatures);
const context = {
  store,
  clock,
  shelf,
  devices,
  temperatures,
  loggers,
  reading,
  backups,
  mould,
  ...(config.address && { address: config.address }),
};
const app = await buildApp(context, {
  webFolder: fileURLToPath(new URL('../web/dist', import.meta.url)),
  log: true,
  ...(config.secret && { secret: config.secret }),
  ...(config.address && { address: config.address }),
});

try {
  const address = await app.listen({ port: config.port, host: config.host });
  console.log(`Chill is at ${address}`);
} catch (error) {
  const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
  console.error(taken ? `Port ${config.port} is taken: stop what uses it, or set PORT to another.` : (error as Error).message);
  process.exit(1);
}
const stopBackups = backups.start();
const stopLoggers = loggers.start((error) => app.log.error(error));
const stopMould = mould.start((error) => app.log.error(error));

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, async () => {
    const tooLong = setTimeout(() => process.exit(0), LONGEST_GOODBYE_MS);
    stopLoggers();
    stopMould();
    await Promise.allSettled([app.close(), stopBackups()]);
    await close();
    clearTimeout(tooLong);
    process.exit(0);
  });
}
