import { routes, sendTagged } from './context.ts';

/** What came of everything that is closed. */
export const resultRoutes = routes((app, { store, closed }) => {
  app.get('/api/results', { schema: { summary: 'What came of every closed batch, those closed last first' } }, async (request, reply) => {
    await closed.catchUp();
    return sendTagged(request, reply, await store.outcomesTag(), () => store.outcomes());
  });
});
