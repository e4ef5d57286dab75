import { Readable } from 'node:stream';
import { Lot, LotAppend, LotInHand } from '@chill/model/lot.ts';
import { Id } from '@chill/model/primitives.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { inHandSince } from '../nursery/views.ts';
import { JSON_TEXT, routes } from './context.ts';

/** Lots of seed in hand. */
export const lotRoutes = routes((app, { store, clock, handbook }) => {
  const requireReal = async (lot: Lot) => {
    if (!handbook.find(lot.speciesId)) throw Fault.field('speciesId', say('noSuchSpecies'));
    if (lot.provenance.on > (await clock.today())) throw Fault.field('provenance.on', say('dayFuture'));
  };

  app.get(
    '/api/lots',
    {
      schema: {
        summary: 'The lots in use, with the seeds that no batch has; with `all`, also those that are used up',
        querystring: z.object({ all: z.literal('1').optional() }),
      },
    },
    async (request, reply) => {
      if (!request.query.all) return store.lots(inHandSince(await clock.today()));
      return reply.type(JSON_TEXT).send(Readable.from(store.allLotsJson()));
    },
  );

  app.post('/api/lots', { schema: { summary: 'Add a lot', body: Lot, response: { 201: LotInHand } } }, async (request, reply) => {
    await requireReal(request.body);
    return reply.code(201).send(await store.addLot(request.body));
  });

  app.put(
    '/api/lots/:id',
    {
      schema: {
        summary: 'Change a lot, as it was at the given version',
        params: z.object({ id: Id }),
        body: z.object({ lot: Lot, version: z.int().min(1) }),
        response: { 200: LotInHand },
      },
    },
    async (request) => {
      if (request.params.id !== request.body.lot.id) throw Fault.field('lot.id', say('lotIdsDiffer'));
      await requireReal(request.body.lot);
      return store.changeLot(request.body.lot, request.body.version);
    },
  );

  app.post(
    '/api/lots/:id/events',
    {
      schema: {
        summary: 'Append one event to a lot’s ledger, decided on a number of events seen',
        params: z.object({ id: Id }),
        body: LotAppend,
        response: { 200: LotInHand },
      },
    },
    async (request) => store.appendToLot(request.params.id, request.body, await clock.today(), new Date().toISOString()),
  );
});
