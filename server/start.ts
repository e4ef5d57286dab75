import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { say } from '@chill/words/server.ts';
import { buildApp } from './app.ts';
import type { Config } from './config.ts';
import type { Changeable } from './nursery/changeable.ts';
import { servicesOf } from './services.ts';
import { soundBackups } from './store/backup.ts';
import { DATABASE_FILE } from './store/files.ts';
import { faultOf } from './store/lookAt.ts';
import { openDatabase } from './store/open.ts';
import { Unusable } from './store/unusable.ts';

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
  const services = servicesOf(source, config, unsure);
  try {
    return await listening();
  } catch (error) {
    await close();
    if ((error as NodeJS.ErrnoException).syscall === 'listen') throw error;
    // Whatever it stumbles over in the data: what that is is found by looking at all of it.
    const fault = await faultOf(join(config.dataFolder, DATABASE_FILE));
    if (!fault) throw error;
    const [backup] = soundBackups(config.dataFolder, Date.now());
    const facts = { folder: config.dataFolder, fault };
    throw new Unusable(backup ? say('dataFileUnreadable', { ...facts, backup }) : say('dataFileUnreadableNoBackup', facts), {
      cause: error,
    });
  }

  async function listening(): Promise<Running> {
    const reached = config.address && { address: config.address };
    const app = await buildApp(
      {
        ...services,
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
    const stopBackups = services.backups.start();
    const stopClock = services.clock.start((error) => app.log.error(error));
    const stopLoggers = services.loggers.start((error) => app.log.error(error));
    return {
      address,
      async stop() {
        stopClock();
        stopLoggers();
        await Promise.allSettled([app.close(), stopBackups()]);
        await close();
      },
    };
  }
}
