import { createReadStream, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import { Contents } from '@chill/model/contents.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { routes } from './context.ts';

/** All of the nursery's data, out and in again, and the demo to look around in. What changes the data that is served stands in no description of the API. */
export const wholeDataRoutes = routes((app, { wholeData, clock, changeable }) => {
  app.get('/api/everything', { schema: { summary: 'All of the nursery’s data as one SQLite file, checked' } }, async (_request, reply) => {
    const file = await wholeData.save();
    return reply
      .header('content-disposition', `attachment; filename="chill-${await clock.today()}.sqlite"`)
      .header('content-length', statSync(file).size)
      .type('application/vnd.sqlite3')
      .send(createReadStream(file));
  });
  if (!changeable) return;
  app.addContentTypeParser('application/octet-stream', (_request, payload, done) => done(null, payload));
  app.post('/api/everything', { schema: { hide: true, response: { 200: Contents } } }, async (request) => {
    if (!(request.body instanceof Readable)) throw Fault.field('file', say('giveArchiveFile'));
    return wholeData.takeIn(request.body);
  });
  app.delete('/api/everything', { schema: { hide: true } }, async (_request, reply) => {
    wholeData.drop();
    return reply.code(204).send();
  });
  app.post('/api/everything/read-back', { schema: { hide: true } }, async (_request, reply) => {
    const { incoming } = wholeData;
    if (!incoming) throw Fault.notFound(say('giveArchiveFile'));
    // What is replaced is a backup like the others, and can be put back like them.
    await wholeData.save();
    changeable.readBack(incoming);
    return reply.code(204).send();
  });
  app.post('/api/look-around', { schema: { hide: true, body: z.object({ there: z.boolean() }) } }, async (request, reply) => {
    if (request.body.there !== changeable.lookingAround) await changeable.lookAround(request.body.there);
    return reply.code(204).send();
  });
});
