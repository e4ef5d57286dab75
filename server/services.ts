import type { DataSource } from 'typeorm';
import type { Config } from './config.ts';
import { Backups } from './jobs/backups.ts';
import { ClosedReading } from './jobs/closedReading.ts';
import { Learning } from './jobs/learning.ts';
import { Loggers } from './jobs/loggers.ts';
import { WholeData } from './jobs/wholeData.ts';
import { NurseryClock } from './nursery/clock.ts';
import { NO_DEVICES, simulatedDevices } from './nursery/devices.ts';
import { NurseryHandbook } from './nursery/handbook.ts';
import { Temperatures } from './nursery/temperatures.ts';
import { NurseryViews } from './nursery/views.ts';
import type { Context } from './routes/context.ts';
import { rawDatabase } from './store/raw.ts';
import { Store } from './store/store.ts';

/** All that works on one nursery's data: what routes are given. `unsure`: see {@link Store}. */
export function servicesOf(
  source: DataSource,
  config: Pick<Config, 'today' | 'demo' | 'dataFolder'>,
  unsure?: (error: Error) => void,
): Omit<Context, 'changeable' | 'address'> {
  const store = new Store(source, unsure);
  const clock = new NurseryClock(store, config);
  const handbook = new NurseryHandbook();
  const temperatures = new Temperatures(store, handbook);
  const devices = clock.steppable ? simulatedDevices(store, clock, handbook, temperatures) : NO_DEVICES;
  const views = new NurseryViews(store, handbook, clock, temperatures);
  const closed = new ClosedReading(store, clock, temperatures, views);
  return {
    store,
    clock,
    handbook,
    temperatures,
    devices,
    views,
    closed,
    dataFolder: config.dataFolder,
    loggers: new Loggers(store, devices, clock),
    learning: new Learning(store, handbook, closed, config.dataFolder),
    backups: new Backups(rawDatabase(source), config.dataFolder),
    wholeData: new WholeData(config.dataFolder),
  };
}
