import { Id } from '@chill/model/primitives.ts';
import { PlantPromise, Promises, PromisesInHand } from '@chill/model/promise.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { inHandSince } from '../nursery/views.ts';
import { MANY_BYTES, routes } from './context.ts';

/** Plants promised. */
export const promiseRoutes = routes((app, { store, clock, handbook }) => {
  const requireKnown = async ({ speciesId, lotId, closed }: PlantPromise, at = '') => {
    if (!handbook.find(speciesId)) throw Fault.field(`${at}speciesId`, say('noSuchSpecies'));
    if (lotId && (await store.lot(lotId))?.speciesId !== speciesId) throw Fault.field(`${at}lotId`, say('noSuchLotOfSpecies'));
    if (closed && closed.on > (await clock.today())) throw Fault.field(`${at}closed.on`, say('dayFuture'));
  };

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
      if (request.params.id !== body.id) throw Fault.field('id', say('promiseIdsDiffer'));
      await requireKnown(body);
      const [saved] = await store.savePromises([body]);
      return saved;
    },
  );

  app.post(
    '/api/promises',
    { bodyLimit: MANY_BYTES, schema: { summary: 'Promise several at once, all or none', body: Promises } },
    async (request, reply) => {
      const { promises } = request.body;
      for (const [i, promise] of promises.entries()) await requireKnown(promise, `promises.${i}.`);
      return reply.code(201).send(await store.savePromises(promises));
    },
  );
});
