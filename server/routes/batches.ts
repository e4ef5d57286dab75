import { NewBatch } from '@chill/model/batch.ts';
import { Append } from '@chill/model/event.ts';
import { Id } from '@chill/model/primitives.ts';
import { z } from '@chill/model/zod.ts';
import { Fault } from '../fault.ts';
import { routes, sendTagged } from './context.ts';

const byId = z.object({ id: Id });

/** Batches and their ledger. */
export const batchRoutes = routes((app, { store, clock, handbook }) => {
  const knows = (speciesId: string, wayId: string) =>
    handbook.some((species) => species.id === speciesId && species.ways.some((way) => way.id === wayId));

  app.get('/api/batches', { schema: { summary: 'Every batch with its events' } }, async (request, reply) =>
    sendTagged(request, reply, await store.batchesTag(), () => store.batchesJson()),
  );

  app.get('/api/batches/:id', { schema: { summary: 'One batch with its events', params: byId } }, (request) =>
    store.batch(request.params.id),
  );

  app.post('/api/batches', { schema: { summary: 'Make a batch; it is given its bag code', body: NewBatch } }, async (request, reply) => {
    const today = await clock.today();
    if (request.body.madeOn > today) throw Fault.field('madeOn', 'That day has not come yet.');
    if (request.body.plan.stages[0] && request.body.plan.stages[0].start < request.body.madeOn) {
      throw Fault.field('plan.stages.0.start', 'It would start before it was made: plan from today.');
    }
    return reply.code(201).send(await store.addBatch(request.body, knows));
  });

  app.post(
    '/api/batches/:id/events',
    { schema: { summary: 'Append events, all or none, decided on a version of the batch', params: byId, body: Append } },
    async (request) => store.append(request.params.id, request.body, await clock.today(), new Date().toISOString()),
  );
});
