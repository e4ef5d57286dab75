import { Id } from '@chill/model/primitives.ts';
import { PlantPromise, PromisesInHand } from '@chill/model/promise.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { inHandSince } from '../nursery/views.ts';
import { routes } from './context.ts';

/** Plants promised. */
export const promiseRoutes = routes((app, { store, clock, handbook }) => {
  app.get(
    '/api/promises',
    {
      schema: {
        summary: 'Plants promised, with those that batches not in hand any more gave to them',
        response: { 200: PromisesInHand },
      },
    },
    async () => store.promises(inHandSince(await clock.today())),
  );

  app.put(
    '/api/promises/:id',
    { schema: { summary: 'Promise plants, or change a promise', params: z.object({ id: Id }), body: PlantPromise } },
    async (request) => {
      const { body } = request;
      if (request.params.id !== body.id) throw Fault.field('id', say('addressPromiseNameDifferentIds'));
      if (!handbook.find(body.speciesId)) throw Fault.field('speciesId', say('handbookHasNoSuchSpecies'));
      if (body.closed && body.closed.on > (await clock.today())) throw Fault.field('closed.on', say('dayFuture'));
      await store.savePromise(body);
      return body;
    },
  );
});
