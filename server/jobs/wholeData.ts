import { createWriteStream, existsSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Contents } from '@chill/model/contents.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { faultOfBackup } from '../store/backup.ts';
import { DATABASE_FILE } from '../store/files.ts';
import { openDatabase } from '../store/open.ts';
import { rawDatabase } from '../store/raw.ts';
import { Store } from '../store/store.ts';
import { asUnusable, Unusable } from '../store/unusable.ts';

/** What is read back is looked at here first, bytes at most. */
const INCOMING_FOLDER = 'incoming';
const MOST_BYTES = 4 * 1024 ** 3;

/** The nursery's data as one file that comes from elsewhere: looked at before it is put in place. */
export class WholeData {
  readonly #dataFolder: string;

  constructor(dataFolder: string) {
    this.#dataFolder = dataFolder;
  }

  get #folder(): string {
    return join(this.#dataFolder, INCOMING_FOLDER);
  }

  /** The file that was looked at and may be put in place; `undefined` where none was. */
  get incoming(): string | undefined {
    const file = join(this.#folder, DATABASE_FILE);
    return existsSync(file) ? file : undefined;
  }

  /**
   * Takes in a file and opens it apart from everything, as it would be opened in place.
   * @returns what is in it.
   * @throws {Fault} where it is no archive of a nursery, or of a newer Chill; it is thrown away then.
   */
  async takeIn(body: Readable): Promise<Contents> {
    this.drop();
    mkdirSync(this.#folder, { recursive: true });
    const file = join(this.#folder, DATABASE_FILE);
    try {
      await pipeline(body, atMost(MOST_BYTES), createWriteStream(file));
      const fault = await faultOfBackup(file);
      if (fault) throw new Unusable(fault);
      const { source, close } = await openDatabase(this.#folder);
      try {
        return await toldOf(new Store(source));
      } finally {
        await close();
      }
    } catch (error) {
      this.drop();
      if (error instanceof Fault) throw error;
      throw Fault.field('file', say('notArchive', { message: (asUnusable(error, this.#dataFolder) as Error).message }));
    }
  }

  /** Lets go of what was taken in. */
  drop(): void {
    rmSync(this.#folder, { recursive: true, force: true });
  }
}

function atMost(bytes: number): Transform {
  let seen = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      seen += chunk.length;
      done(seen > bytes ? new Fault('too-large', say('archiveTooLarge')) : null, chunk);
    },
  });
}

async function toldOf(store: Store): Promise<Contents> {
  const database = rawDatabase(store.source);
  const counted = (what: string) => database.prepare(`SELECT count(*) FROM ${what}`).pluck().get() as number;
  const nursery = await store.nursery();
  const last = database.prepare("SELECT max(json_extract(body, '$.on')) FROM event").pluck().get() as string | null;
  return { name: nursery?.name ?? '', lots: counted('lot'), batches: counted('batch'), ...(last && { lastOn: last }) };
}
