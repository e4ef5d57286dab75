import { daysBetween } from '@chill/core/calendar/dates.ts';
import { NewBatch, NewTrial, Split } from '@chill/model/batch.ts';
import { Append } from '@chill/model/event.ts';
import { Past } from '@chill/model/past.ts';
import { Id, type PlainDate } from '@chill/model/primitives.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { inHandSince } from '../nursery/views.ts';
import { JSON_TEXT, routes, sendTagged } from './context.ts';

const LONGEST_PLAN_DAYS = 3653;

const Asked = z.union([
  z.object({ code: z.string().min(1).max(20) }),
  z.object({ id: Id }),
  z.object({ lot: Id }),
  z.object({ trial: Id }),
  z.object({ page: z.coerce.number().int().min(0).max(10_000) }),
]);
const byId = z.object({ id: Id });

/** A batch is made today or before, and begins when it is made or later, within ten years; `at` is where it stands in the request. */
export function requireFromToday(batch: NewBatch, today: PlainDate, at = ''): void {
  if (batch.madeOn > today) throw Fault.field(`${at}madeOn`, say('dayFuture'));
  if (batch.plan.stages[0] && batch.plan.stages[0].start < batch.madeOn)
    throw Fault.field(`${at}plan.stages.0.start`, say('startsBeforeToday'));
  const late = batch.plan.stages.findIndex(({ end }) => daysBetween(batch.madeOn, end) > LONGEST_PLAN_DAYS);
  if (late >= 0) throw Fault.field(`${at}plan.stages.${late}.end`, say('tooFarAhead'));
}

/** Batches and their ledger. */
export const batchRoutes = routes((app, { store, clock, handbook, closed }) => {
  const knows = (speciesId: string, methodId: string) => handbook.knows(speciesId, methodId);
  app.get(
    '/api/batches',
    { schema: { summary: 'The batches in hand with their events: open, or closed within the last week' } },
    async (request, reply) => {
      const since = inHandSince(await clock.today());
      return sendTagged(request, reply, await store.batchesTag(since), () => store.batchesJson(since));
    },
  );

  app.get(
    '/api/archive',
    {
      schema: {
        summary:
          'Batches, closed or not, with their lots: one by its code or id, all of a lot or a trial, or fifty of those that were closed last',
        querystring: Asked,
      },
    },
    async (request, reply) => reply.type(JSON_TEXT).send(await store.archiveJson(request.query)),
  );

  app.get('/api/past', { schema: { summary: 'What the closed batches leave to be known', response: { 200: Past } } }, async () => {
    await closed.mould.latest();
    return store.left.past(inHandSince(await clock.today()));
  });

  app.get('/api/batches/:id', { schema: { summary: 'One batch with its events', params: byId } }, (request) =>
    store.batch(request.params.id),
  );

  app.post('/api/batches', { schema: { summary: 'Make a batch; it is given its bag code', body: NewBatch } }, async (request, reply) => {
    requireFromToday(request.body, await clock.today());
    const [made] = await store.addBatches([request.body], knows);
    return reply.code(201).send(made);
  });

  app.post('/api/trials', { schema: { summary: 'Make the batches of a trial, all or none', body: NewTrial } }, async (request, reply) => {
    const { batches } = request.body;
    const today = await clock.today();
    for (const [index, batch] of batches.entries()) requireFromToday(batch, today, `batches.${index}.`);
    return reply.code(201).send(await store.addBatches(batches, knows));
  });

  app.post(
    '/api/batches/:id/events',
    { schema: { summary: 'Append events, all or none, decided on a version of the batch', params: byId, body: Append } },
    async (request) => store.append(request.params.id, request.body, await clock.moment()),
  );

  app.post(
    '/api/batches/:id/splits',
    { schema: { summary: 'Split a batch: its event and the batch that its seeds become, both or neither', params: byId, body: Split } },
    async (request, reply) => {
      requireFromToday(request.body.batch, await clock.today(), 'batch.');
      return reply.code(201).send(await store.split(request.params.id, request.body, await clock.moment()));
    },
  );
});
