import type Database from 'better-sqlite3';
import { backUp, Damaged, madeAt, soundBackups } from '../store/backup.ts';
import { Queue } from '../store/queue.ts';

const DAY_MS = 86_400_000;
/** Whoever has just started wants the first page first, ms. */
const FIRST_LOOK_MS = 15_000;
/** How often it is looked whether a backup is due: a machine that sleeps has no timer of a day. */
const LOOK_EVERY_MS = 15 * 60_000;

/** How the backups stand. */
export interface BackupState {
  /** When the last one was made, ms since 1970. */
  last_ms?: number;
  /** What is wrong with the data file, or why no backup could be made. */
  damaged?: string;
  failed?: string;
}

/** Backs the database up whenever the last backup is older than a day, from the start on, and remembers what came of it. */
export class Backups {
  readonly #database: Database.Database;
  readonly #dataFolder: string;
  #fault: Pick<BackupState, 'damaged' | 'failed'> = {};
  readonly #queue = new Queue();
  #asked: Promise<string> | undefined;

  constructor(database: Database.Database, dataFolder: string) {
    this.#database = database;
    this.#dataFolder = dataFolder;
  }

  get state(): BackupState {
    const [newest] = soundBackups(this.#dataFolder, Date.now());
    return { ...(newest && { last_ms: madeAt(newest) }), ...this.#fault };
  }

  /**
   * Makes one now, whether one is due or not; one at a time. Whoever asks while one waits to be made is given that one: it will hold all that they saw.
   * @returns the backup's path.
   */
  save(): Promise<string> {
    if (this.#asked) return this.#asked;
    this.#asked = this.#queue.run(() => {
      this.#asked = undefined;
      return backUp(this.#database, this.#dataFolder, 'asked');
    });
    return this.#asked;
  }

  /** Makes one if one is due; one at a time. */
  lookAfter(now_ms = Date.now()): Promise<void> {
    return this.#queue.run(async () => {
      const { last_ms } = this.state;
      if (last_ms !== undefined && now_ms - last_ms < DAY_MS) return;
      try {
        await backUp(this.#database, this.#dataFolder, 'daily');
        this.#fault = {};
      } catch (error) {
        const { message } = error as Error;
        this.#fault = error instanceof Damaged ? { damaged: message } : { failed: message };
      }
    });
  }

  /** Looks after them from now on; what is returned stops it and waits for what is under way. */
  start(): () => Promise<void> {
    const soon = setTimeout(() => void this.lookAfter(), FIRST_LOOK_MS);
    const timer = setInterval(() => void this.lookAfter(), LOOK_EVERY_MS);
    return () => {
      clearTimeout(soon);
      clearInterval(timer);
      return this.#queue.run(async () => undefined);
    };
  }
}
