import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { LookedAt } from '@chill/model/contents.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { DATABASE_FILE } from '../store/files.ts';
import { lookAt } from '../store/lookAt.ts';
import { asUnusable } from '../store/unusable.ts';

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

  /**
   * The file that was looked at, if it is the one of that hash and has not changed since: it may be put in place.
   * @throws {Fault} where there is none, or another.
   */
  async lookedAt(hash: string): Promise<string> {
    const file = join(this.#folder, DATABASE_FILE);
    if (!existsSync(file)) throw Fault.notFound(say('giveArchiveFile'));
    if ((await hashOf(file)) !== hash) throw Fault.conflict(say('anotherFileSince'), {});
    return file;
  }

  /**
   * Takes in a file and looks at it apart from everything, in a process of its own that is ended where it takes too long.
   * @returns what is in it, and its hash.
   * @throws {Fault} where it is no archive of a nursery, or of a newer Chill; it is thrown away then.
   */
  async takeIn(body: Readable): Promise<LookedAt> {
    this.drop();
    mkdirSync(this.#folder, { recursive: true });
    const file = join(this.#folder, DATABASE_FILE);
    try {
      await pipeline(body, atMost(MOST_BYTES), createWriteStream(file));
      const looked = await lookAt(this.#folder);
      if ('fault' in looked) throw Fault.field('file', say('notArchive', { message: looked.fault }));
      return { ...looked.contents, hash: await hashOf(file) };
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

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}
