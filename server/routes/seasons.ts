import { Id } from '@chill/model/primitives.ts';
import { NewSeason, SeasonPlan } from '@chill/model/seasonPlan.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { requireFromToday } from './batches.ts';
import { MANY_BYTES, routes } from './context.ts';

/** Seasons that were planned and accepted. */
export const seasonRoutes = routes((app, { store, clock, handbook }) => {
  app.get(
    '/api/seasons',
    { schema: { summary: 'Seasons that were accepted, the latest first', response: { 200: z.array(SeasonPlan) } } },
    () => store.seasonPlans(),
  );

  app.post(
    '/api/seasons',
    { bodyLimit: MANY_BYTES, schema: { summary: 'Accept a season: make all its batches, or none, and keep its plan', body: NewSeason } },
    async (request, reply) => {
      const { plan, batches } = request.body;
      const today = await clock.today();
      if (plan.on > today) throw Fault.field('plan.on', say('dayFuture'));
      for (const [index, batch] of batches.entries()) requireFromToday(batch, today, `batches.${index}.`);
      return reply.code(201).send(await store.acceptSeason(request.body, (speciesId, methodId) => handbook.knows(speciesId, methodId)));
    },
  );

  app.post(
    '/api/seasons/:id/undo',
    {
      schema: {
        summary: 'Take a season back, none of whose batches has begun',
        params: z.object({ id: Id }),
        response: { 200: SeasonPlan },
      },
    },
    async (request) => store.undoSeason(request.params.id, await clock.today()),
  );
});
