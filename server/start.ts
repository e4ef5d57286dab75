import { fileURLToPath } from 'node:url';
import { buildApp } from './app.ts';
import type { Config } from './config.ts';
import { Backups } from './jobs/backups.ts';
import { ClosedReading } from './jobs/closedReading.ts';
import { Learning } from './jobs/learning.ts';
import { Loggers } from './jobs/loggers.ts';
import { WholeData } from './jobs/wholeData.ts';
import type { Changeable } from './nursery/changeable.ts';
import { NurseryClock } from './nursery/clock.ts';
import { NO_DEVICES, simulatedDevices } from './nursery/devices.ts';
import { NurseryHandbook } from './nursery/handbook.ts';
import { Temperatures } from './nursery/temperatures.ts';
import { NurseryViews } from './nursery/views.ts';
import { openDatabase } from './store/open.ts';
import { rawDatabase } from './store/raw.ts';
import { Store } from './store/store.ts';

/** A server that listens. */
export interface Running {
  /** Where, as `http://127.0.0.1:4280`. */
  address: string;
  /** Ends what runs beside it, answers what has been asked, and closes the data. */
  stop(): Promise<void>;
}

/**
 * Opens the data and listens.
 * @param unsure is told when what is held in memory may not be what is on the disk: the data is whole, the process must not go on.
 * @throws {Unusable} where the data cannot be used; {NodeJS.ErrnoException} where the address cannot be listened at.
 */
export async function start(
  config: Config,
  {
    startEmpty = false,
    log = true,
    unsure,
    changeable,
  }: { startEmpty?: boolean; log?: boolean; unsure: (error: Error) => void; changeable?: Changeable },
): Promise<Running> {
  const { source, close } = await openDatabase(config.dataFolder, { startEmpty });
  const store = new Store(source, unsure);
  const clock = new NurseryClock(store, config);
  const handbook = new NurseryHandbook();
  const temperatures = new Temperatures(store, handbook);
  const devices = clock.steppable ? simulatedDevices(store, clock, handbook, temperatures) : NO_DEVICES;
  const loggers = new Loggers(store, devices, clock);
  const views = new NurseryViews(store, handbook, clock, temperatures);
  const backups = new Backups(rawDatabase(source), config.dataFolder);
  const wholeData = new WholeData(rawDatabase(source), config.dataFolder);
  const closed = new ClosedReading(store, clock, temperatures, views);
  const learning = new Learning(store, handbook, closed);
  const reached = config.address && { address: config.address };
  const app = await buildApp(
    {
      store,
      clock,
      handbook,
      devices,
      temperatures,
      loggers,
      views,
      backups,
      closed,
      learning,
      wholeData,
      ...(changeable && { changeable }),
      ...reached,
    },
    {
      webFolder: fileURLToPath(new URL('../web/dist', import.meta.url)),
      log,
      ...(config.secret && { secret: config.secret }),
      ...reached,
    },
  );
  const address = await app.listen({ port: config.port, host: config.host });
  const stopBackups = backups.start();
  const stopLoggers = loggers.start((error) => app.log.error(error));
  const stopReading = closed.start((error) => app.log.error(error));
  return {
    address,
    async stop() {
      stopLoggers();
      stopReading();
      await Promise.allSettled([app.close(), stopBackups()]);
      await close();
    },
  };
}
