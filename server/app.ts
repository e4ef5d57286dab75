import { existsSync } from 'node:fs';
import { say } from '@chill/words/server.ts';
import compress from '@fastify/compress';
import helmet from '@fastify/helmet';
import rateLimit from '@fastify/rate-limit';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import websocket from '@fastify/websocket';
import Fastify, { type FastifyInstance } from 'fastify';
import { jsonSchemaTransform, serializerCompiler, validatorCompiler } from 'fastify-type-provider-zod';
import { Fault } from './door/fault.ts';
import { guard } from './door/guard.ts';
import { speakFor } from './door/language.ts';
import { answerProblems, answerUnreadable, hangUp } from './door/problems.ts';
import { batchRoutes } from './routes/batches.ts';
import type { Context } from './routes/context.ts';
import { demoRoutes } from './routes/demo.ts';
import { deviceRoutes } from './routes/devices.ts';
import { handbookRoutes } from './routes/handbook.ts';
import { lotRoutes } from './routes/lots.ts';
import { nurseryRoutes } from './routes/nursery.ts';
import { promiseRoutes } from './routes/promises.ts';
import { readingRoutes } from './routes/readings.ts';
import { resultRoutes } from './routes/results.ts';
import { roundRoutes } from './routes/round.ts';
import { seasonRoutes } from './routes/seasons.ts';
import { systemRoutes } from './routes/system.ts';
import { wholeDataRoutes } from './routes/wholeData.ts';

/** How the app is served; all may be left out in tests. */
export interface AppOptions {
  secret?: string;
  address?: string;
  /** Folder of the built web app. */
  webFolder?: string;
  /** Requests a minute from one address. */
  requestsPerMinute?: number;
  log?: boolean;
}

const BODY_LIMIT_BYTES = 256 * 1024;
const COMPRESSED_FROM_BYTES = 4096;
const REQUESTS_PER_MINUTE = 1200;
const HEADERS_TIMEOUT_MS = 10_000;
const REQUEST_TIMEOUT_MS = 30_000;
/** Longer than the minute after which a screen asks again: one closed in that moment would lose what is asked over it. */
const KEEP_ALIVE_MS = 75_000;

/** Wires the server up without listening; tests inject requests into it. */
export async function buildApp(context: Context, options: AppOptions = {}): Promise<FastifyInstance> {
  await context.handbook.open(context.store);
  speakFor(await context.store.nursery());
  const app = Fastify({
    bodyLimit: BODY_LIMIT_BYTES,
    logger: options.log ? { level: 'warn' } : false,
    // Whoever opens a connection and says nothing, or not all of it, is let go; when the server stops, all are.
    requestTimeout: REQUEST_TIMEOUT_MS,
    keepAliveTimeout: KEEP_ALIVE_MS,
    forceCloseConnections: true,
    frameworkErrors: answerUnreadable,
    clientErrorHandler: hangUp,
  });
  app.server.headersTimeout = HEADERS_TIMEOUT_MS;
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  answerProblems(app);
  await protect(app);
  guard(app, options);
  // A phone in the greenhouse is far from the router: the first screen weighs a quarter of what it would.
  await app.register(compress, { encodings: ['gzip'], threshold: COMPRESSED_FROM_BYTES });
  await app.register(rateLimit, {
    max: options.requestsPerMinute ?? REQUESTS_PER_MINUTE,
    timeWindow: '1 minute',
    errorResponseBuilder: () => new Fault('too-many', say('waitLittleTryAgain')),
  });
  keepUp(app, context);
  app.addHook('onResponse', async () => context.clock.asked());
  app.addHook('onClose', () => context.clock.keepAsked());
  // A device only speaks; nobody needs to send it more than a word.
  await app.register(websocket, { options: { maxPayload: 1024 } });
  await app.register(swagger, { openapi: { info: { title: say('chill'), version: '1' } }, transform: jsonSchemaTransform });
  app.get('/api/openapi.json', { schema: { hide: true } }, async () => app.swagger());

  for (const plugin of [
    systemRoutes,
    wholeDataRoutes,
    handbookRoutes,
    nurseryRoutes,
    lotRoutes,
    promiseRoutes,
    resultRoutes,
    seasonRoutes,
    batchRoutes,
    readingRoutes,
    roundRoutes,
    deviceRoutes,
    demoRoutes,
  ])
    await app.register(plugin(context));
  await serveWeb(app, options.webFolder);
  return app;
}

/**
 * What is worked out of the data and kept beside it is begun when the server begins and after each change, before its answer goes out: whoever only looks
 * waits for it, and writes nothing.
 */
function keepUp(app: FastifyInstance, { closed, learning }: Context): void {
  const begin = () => {
    for (const work of [closed.mould, closed.outcomes, learning.taught]) work.begin().catch((error: unknown) => app.log.error(error));
  };
  app.addHook('onReady', async () => begin());
  app.addHook('onSend', async ({ method }) => {
    if (method !== 'GET' && method !== 'HEAD') begin();
  });
}

/** Headers that keep what is shown to what is served here; first of all, so that what is turned away has them too. */
async function protect(app: FastifyInstance): Promise<void> {
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'self'"],
        // The season's solver is WebAssembly; nothing else is opened by this.
        'script-src': ["'self'", "'wasm-unsafe-eval'"],
        'img-src': ["'self'", 'data:'],
        'object-src': ["'none'"],
        'base-uri': ["'none'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
      },
    },
    // Served over plain HTTP on the nursery's own machine; a proxy that adds TLS adds this too.
    strictTransportSecurity: false,
  });
}

/** Serves the web app, and its page for every address of its own. */
async function serveWeb(app: FastifyInstance, webFolder: string | undefined): Promise<void> {
  const built = webFolder !== undefined && existsSync(webFolder);
  if (built) {
    // File names under assets/ carry a hash of their content; everything else must be asked for again.
    await app.register(fastifyStatic, {
      root: webFolder,
      cacheControl: false,
      dotfiles: 'ignore',
      setHeaders: (reply, path) => {
        reply.setHeader('cache-control', path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache');
      },
    });
  }
  app.setNotFoundHandler((request, reply) => {
    const [path = ''] = request.url.split('?');
    const page = built && request.method === 'GET' && !/^\/(api|assets)\/|\./.test(path);
    if (page) return reply.sendFile('index.html');
    throw new Fault('not-found', say('thereNothingAddress'));
  });
}
