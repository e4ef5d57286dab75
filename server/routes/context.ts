import { Readable } from 'node:stream';
import type { FastifyInstance, FastifyPluginAsync, FastifyReply, FastifyRequest } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import type { Backups } from '../jobs/backups.ts';
import type { ClosedReading } from '../jobs/closedReading.ts';
import type { Learning } from '../jobs/learning.ts';
import type { Loggers } from '../jobs/loggers.ts';
import type { WholeData } from '../jobs/wholeData.ts';
import type { Changeable } from '../nursery/changeable.ts';
import type { NurseryClock } from '../nursery/clock.ts';
import type { Devices } from '../nursery/devices.ts';
import type { NurseryHandbook } from '../nursery/handbook.ts';
import type { Temperatures } from '../nursery/temperatures.ts';
import type { NurseryViews } from '../nursery/views.ts';
import type { Store } from '../store/store.ts';

/** What every route works with. */
export interface Context {
  store: Store;
  clock: NurseryClock;
  handbook: NurseryHandbook;
  devices: Devices;
  temperatures: Temperatures;
  loggers: Loggers;
  views: NurseryViews;
  backups: Backups;
  closed: ClosedReading;
  learning: Learning;
  wholeData: WholeData;
  /** Where the data lies: threads read it for themselves. */
  dataFolder: string;
  /** How the data that is served is changed for other data; absent where it cannot be. */
  changeable?: Changeable;
  /** Where browsers reach the nursery, where it is said. */
  address?: string;
}

/** Of answers that are JSON texts already. */
export const JSON_TEXT = 'application/json; charset=utf-8';

/** Makes a plugin of routes typed by their Zod schemas. */
export function routes(define: (app: ReturnType<typeof typed>, context: Context) => void) {
  return (context: Context): FastifyPluginAsync =>
    async (app) => {
      define(typed(app), context);
    };
}

function typed(app: FastifyInstance) {
  return app.withTypeProvider<ZodTypeProvider>();
}

/**
 * Answers with a ready JSON text, whole or in pieces, under a tag; a browser that has it already is told so, and is sent nothing.
 * `make` is only called where it has not.
 */
export async function sendTagged(
  request: FastifyRequest,
  reply: FastifyReply,
  tag: string,
  make: () => Promise<string> | string | AsyncIterable<string>,
): Promise<FastifyReply> {
  reply.header('etag', tag).header('cache-control', 'no-cache');
  if (request.headers['if-none-match'] === tag) return reply.code(304).send();
  const made = await make();
  return reply.type(JSON_TEXT).send(typeof made === 'string' ? made : Readable.from(made));
}

/** What holds hundreds of promises or batches at once is longer than any one entry. */
export const MANY_BYTES = 4 * 1024 ** 2;
