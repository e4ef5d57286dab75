import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { say } from '@chill/words/server.ts';
import type { Config } from './config.ts';
import { Fault } from './door/fault.ts';
import type { Changeable } from './nursery/changeable.ts';
import { type Running, start } from './start.ts';
import { restoreBackup } from './store/backup.ts';
import { lockFolder } from './store/lock.ts';

/** The demo that one looks around in lies in the nursery's own data folder, apart from its data. */
const DEMO_FOLDER = 'demo';
/** An answer has reached the browser by then, ms. */
const ANSWERED_MS = 200;

interface Options extends Omit<Parameters<typeof start>[1], 'changeable'> {
  /** Grows the demo nursery in a folder; tests have a quicker one. */
  grow?: (dataFolder: string) => Promise<void>;
}

/** {@link start}s a server whose data can be changed for other data at the same address: a backup that is read back, or the demo. */
export async function serve(config: Config, { grow = growInProcess, ...options }: Options): Promise<Running> {
  let own = config;
  let lookingAround = false;
  let growing: Promise<void> | undefined;
  let changing: Promise<void> = Promise.resolve();
  const demo = (): Config => ({ ...own, dataFolder: join(own.dataFolder, DEMO_FOLDER), demo: true });
  const changeable: Changeable = {
    get lookingAround() {
      return lookingAround;
    },
    readBack(file) {
      change(() => restoreBackup(file, own.dataFolder).replaced);
    },
    async lookAround(there) {
      // Asked for twice, it grows once.
      if (there) {
        growing ??= growDemo(demo().dataFolder, grow).finally(() => {
          growing = undefined;
        });
        await growing;
      }
      change(() => {
        lookingAround = there;
        return undefined;
      });
    },
  };
  const open = () => start(lookingAround ? demo() : own, { ...options, changeable });
  let running = await open();
  own = { ...own, port: Number(new URL(running.address).port) };

  /**
   * Stops, does what needs nobody at the data, and opens again, whatever came of it: what was there stays where it could not be replaced, and comes back where
   * what it was replaced by cannot be opened.
   */
  function change(between: () => string | undefined): void {
    changing = changing
      .then(() => new Promise((resolve) => setTimeout(resolve, ANSWERED_MS)))
      .then(async () => {
        await running.stop();
        const replaced = attempted(between);
        running = await open().catch((error: Error) => {
          if (!replaced) throw error;
          console.error(error.message);
          restoreBackup(replaced, own.dataFolder);
          return open();
        });
      })
      .catch(options.unsure);
  }

  return {
    get address() {
      return running.address;
    },
    async stop() {
      await changing;
      await running.stop();
    },
  };
}

/** Does it; where that fails, what was there is whole, and is opened again. */
function attempted(between: () => string | undefined): string | undefined {
  try {
    return between();
  } catch (error) {
    console.error((error as Error).message);
    return undefined;
  }
}

/** Grows the demo nursery where it is not grown yet. */
async function growDemo(dataFolder: string, grow: (dataFolder: string) => Promise<void>): Promise<void> {
  if (existsSync(join(dataFolder, 'filled'))) return;
  if (existsSync(dataFolder)) {
    // Somebody may be growing it, or has it open: theirs is left alone. What was left half-grown, by a machine that went dark, is begun anew.
    lockFolder(dataFolder)();
    rmSync(dataFolder, { recursive: true });
  }
  await grow(dataFolder);
}

/** In a process of its own: it takes a while, and whoever is served meanwhile is answered. */
async function growInProcess(dataFolder: string): Promise<void> {
  const script = fileURLToPath(new URL('./fillDemo.ts', import.meta.url));
  const child = spawn(process.execPath, ['--import', 'tsx', script], { env: { ...process.env, CHILL_DATA: dataFolder }, stdio: 'ignore' });
  const [code] = await once(child, 'exit');
  if (code !== 0) throw new Fault('store-fails', say('demoCouldNotGrow'));
}
