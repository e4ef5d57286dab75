import { randomUUID } from 'node:crypto';
import { startingPlaces } from '@chill/core/kinds/places.ts';
import { Nursery } from '@chill/model/nursery.ts';
import { Place } from '@chill/model/place.ts';
import { Id } from '@chill/model/primitives.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { Fault } from '../door/fault.ts';
import { speakFor } from '../door/language.ts';
import { routes } from './context.ts';

/** The nursery and its places. */
export const nurseryRoutes = routes((app, { store, loggers }) => {
  app.get(
    '/api/nursery',
    { schema: { summary: 'The nursery; null before the first run', response: { 200: Nursery.nullable() } } },
    async () => (await store.nursery()) ?? null,
  );

  app.put(
    '/api/nursery',
    { schema: { summary: 'Set the nursery up, or change it', body: Nursery, response: { 200: Nursery } } },
    async (request) => {
      const saved = await store.saveNursery(request.body, startingPlaces(randomUUID));
      // What is printed and fed to calendars from now on is in the nursery's language.
      speakFor(saved);
      return saved;
    },
  );

  app.get('/api/places', { schema: { summary: 'Every place, in walking order', response: { 200: z.array(Place) } } }, () => store.places());

  app.put(
    '/api/places/:id',
    { schema: { summary: 'Add or change a place', params: z.object({ id: Id }), body: Place, response: { 200: Place } } },
    async (request) => {
      if (request.params.id !== request.body.id) throw Fault.field('id', say('placeIdsDiffer'));
      const saved = await store.savePlace(request.body);
      // Asked again every minute: what it does not say now it says then.
      if (saved.logger) await loggers.catchUp().catch((error) => app.log.error(error));
      return saved;
    },
  );
});
