import { fileURLToPath } from 'node:url';
import { buildApp } from './app.ts';
import { NurseryClock } from './clock.ts';
import { readConfig } from './config.ts';
import { NO_DEVICES, simulatedDevices } from './devices.ts';
import { startDailyBackup } from './jobs/dailyBackup.ts';
import { Loggers } from './jobs/loggers.ts';
import { Reading } from './reading.ts';
import { Shelf } from './shelf.ts';
import { openDatabase } from './store/open.ts';
import { Store } from './store/store.ts';
import { Temperatures } from './temperatures.ts';

const config = (() => {
  try {
    return readConfig(process.env);
  } catch (error) {
    console.error((error as Error).message);
    process.exit(1);
  }
})();

const source = await openDatabase(config.dataFolder);
const store = new Store(source);
const clock = new NurseryClock(store, config);
const shelf = new Shelf();
const temperatures = new Temperatures(store, shelf);
const devices = clock.steppable ? simulatedDevices(store, clock, shelf, temperatures) : NO_DEVICES;
const loggers = new Loggers(store, devices, clock);
const reading = new Reading(store, shelf, clock, temperatures);
const context = { store, clock, shelf, devices, temperatures, loggers, reading };
const app = await buildApp(context, {
  webFolder: fileURLToPath(new URL('../web/dist', import.meta.url)),
  log: true,
  ...(config.secret && { secret: config.secret }),
});
const stopBackups = startDailyBackup(source, config.dataFolder, (error) => app.log.error(error));

const stopLoggers = loggers.start((error) => app.log.error(error));

try {
  const address = await app.listen({ port: config.port, host: config.host });
  console.log(`Chill is at ${address}`);
} catch (error) {
  const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
  console.error(taken ? `Port ${config.port} is taken: stop what uses it, or set PORT to another.` : (error as Error).message);
  process.exit(1);
}

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, async () => {
    stopBackups();
    stopLoggers();
    await app.close();
    await source.destroy();
    process.exit(0);
  });
}
