import { MOST_BYTES, unpackReadings } from '@chill/core/readings/packed.ts';
import { thinned } from '@chill/core/readings/thinned.ts';
import { untidiness } from '@chill/core/readings/tidyReadings.ts';
import { Id, Instant, shortText } from '@chill/model/primitives.ts';
import { PlaceTemperatures, ReadingImport, ReadingSource, TypedReading } from '@chill/model/temperature.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { routes } from './context.ts';

/** How far a device's idea of the moment may be ahead of the server's, ms. */
const CLOCKS_APART_MS = 120_000;

const byId = z.object({ id: Id });
const Taken = z.object({ import: ReadingImport, repeated: z.int(), conflicting: z.int() });

/** What places' loggers and thermometers said. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: a list of routes.
export const readingRoutes = routes((app, { store, clock, temperatures }) => {
  app.addContentTypeParser('application/octet-stream', { parseAs: 'buffer', bodyLimit: MOST_BYTES }, (_request, body, done) =>
    done(null, body),
  );

  app.get(
    '/api/temperatures',
    { schema: { summary: 'What each place’s readings come to, day by day', response: { 200: z.array(PlaceTemperatures) } } },
    () => temperatures.all(),
  );

  app.get(
    '/api/places/:id/imports',
    {
      schema: {
        summary: 'What was taken in at a place, the newest first',
        params: byId,
        response: { 200: z.array(ReadingImport.extend({ undone: z.boolean() })) },
      },
    },
    (request) => store.imports(request.params.id),
  );

  app.get(
    '/api/places/:id/readings',
    {
      schema: {
        summary: 'A place’s readings between two moments, thinned to about so many points that keep every extreme',
        params: byId,
        querystring: z.object({
          from: Instant.optional(),
          to: Instant.optional(),
          points: z.coerce.number().int().min(10).max(5000).default(800),
        }),
        response: { 200: z.object({ at_ms: z.array(z.number()), celsius: z.array(z.number()), of: z.int() }) },
      },
    },
    async (request) => {
      const { from, to, points } = request.query;
      const moment = (instant: string | undefined) => (instant ? Date.parse(instant) : undefined);
      const readings = await store.readings(request.params.id, moment(from), moment(to));
      const few = thinned(readings, points);
      return { at_ms: [...few.at_ms], celsius: [...few.celsius], of: readings.at_ms.length };
    },
  );

  app.post(
    '/api/places/:id/readings',
    {
      bodyLimit: MOST_BYTES,
      schema: {
        summary: 'Take in packed readings (core/chill/packed.ts) as one import, all or none',
        params: byId,
        querystring: z.object({ import: Id, source: ReadingSource, name: shortText(120) }),
        response: { 201: Taken },
      },
    },
    async (request, reply) => {
      const readings = Buffer.isBuffer(request.body) ? unpackReadings(request.body) : undefined;
      if (!readings) throw Fault.field('readings', say('notPackedReadings'));
      const { now_ms, recordedAt } = await clock.moment();
      const fault = untidiness(readings, now_ms + CLOCKS_APART_MS);
      if (fault) throw Fault.field('readings', fault);
      const { import: id, source, name } = request.query;
      const taken = await store.takeInReadings({ id, placeId: request.params.id, source, name, recordedAt }, readings);
      return reply.code(201).send(taken);
    },
  );

  app.post(
    '/api/places/:id/reading',
    { schema: { summary: 'Take in one reading, as typed', params: byId, body: TypedReading, response: { 201: Taken } } },
    async (request, reply) => {
      const { id, at, celsius } = request.body;
      const { now_ms, recordedAt } = await clock.moment();
      const readings = { at_ms: Float64Array.of(Date.parse(at)), celsius: Float64Array.of(celsius) };
      if (Date.parse(at) > now_ms + CLOCKS_APART_MS) throw Fault.field('at', say('momentFuture'));
      const said = { id, placeId: request.params.id, source: 'typed' as const, name: 'typed', recordedAt };
      return reply.code(201).send(await store.takeInReadings(said, readings));
    },
  );

  app.put(
    '/api/imports/:id',
    { schema: { summary: 'Take an import’s readings out, or put them back', params: byId, body: z.object({ undone: z.boolean() }) } },
    async (request, reply) => {
      await store.undoImport(request.params.id, request.body.undone);
      return reply.code(204).send();
    },
  );
});
