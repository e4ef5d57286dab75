import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { LookedAt } from '@chill/model/contents.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { routes } from './context.ts';

/** All of the nursery's data, out and in again, and the demo to look around in. What changes the data that is served stands in no description of the API. */
export const wholeDataRoutes = routes((app, { wholeData, backups, clock, changeable }) => {
  app.get('/api/everything', { schema: { summary: 'All of the nursery’s data as one SQLite file, checked' } }, async (_request, reply) => {
    // Opened at once: it may be let go as an old one while it is sent.
    const file = await open(await backups.save());
    const { size } = await file.stat();
    return reply
      .header('content-disposition', `attachment; filename="chill-${await clock.today()}.sqlite"`)
      .header('content-length', size)
      .type('application/vnd.sqlite3')
      .send(file.createReadStream());
  });
  if (!changeable) return;
  app.addContentTypeParser('application/octet-stream', (_request, payload, done) => done(null, payload));
  app.post('/api/everything', { schema: { hide: true, response: { 200: LookedAt } } }, async (request) => {
    if (!(request.body instanceof Readable)) throw Fault.field('file', say('giveArchiveFile'));
    return wholeData.takeIn(request.body);
  });
  app.delete('/api/everything', { schema: { hide: true } }, async (_request, reply) => {
    wholeData.drop();
    return reply.code(204).send();
  });
  app.post('/api/everything/read-back', { schema: { hide: true, body: LookedAt.pick({ hash: true }) } }, async (request, reply) => {
    const file = await wholeData.lookedAt(request.body.hash);
    // What is replaced is a backup like the others, and can be put back like them.
    await backups.save();
    changeable.readBack(file);
    return reply.code(204).send();
  });
  app.post('/api/look-around', { schema: { hide: true, body: z.object({ there: z.boolean() }) } }, async (request, reply) => {
    if (request.body.there !== changeable.lookingAround) await changeable.lookAround(request.body.there);
    return reply.code(204).send();
  });
});
