import { Slug } from '@chill/model/primitives.ts';
import { Species } from '@chill/model/species.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { routes, sendTagged } from './context.ts';

const byId = z.object({ id: Slug });

/** The handbook: every species as shipped, the defaults of genera, and the nursery's own. */
export const handbookRoutes = routes((app, { store, handbook }) => {
  app.get('/api/handbook', { schema: { summary: 'Every species with its methods' } }, (request, reply) => {
    const { text, tag } = handbook.written();
    return sendTagged(request, reply, tag, () => text);
  });

  app.get('/api/genera', { schema: { summary: 'What is usual in a genus, for species that the handbook has not' } }, (request, reply) => {
    const { text, tag } = handbook.writtenGenera;
    return sendTagged(request, reply, tag, () => text);
  });

  app.put(
    '/api/handbook/:id',
    { schema: { summary: 'Add or change a species of your own; the same JSON as a handbook file', params: byId, body: Species } },
    async (request) => {
      if (request.params.id !== request.body.id) throw Fault.field('id', say('speciesIdsDiffer'));
      return handbook.save(store, request.body);
    },
  );

  app.delete('/api/handbook/:id', { schema: { summary: 'Take a species of your own out again', params: byId } }, async (request, reply) => {
    await handbook.remove(store, request.params.id);
    return reply.code(204).send();
  });
});
