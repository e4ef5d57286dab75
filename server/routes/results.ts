import { dataPackage, germinationRows, resultRows } from '@chill/core/results/dataPackage.ts';
import { judged } from '@chill/core/results/judged.ts';
import { csv } from '@chill/core/units/csv.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import { strToU8, zipSync } from 'fflate';
import { routes, sendTagged } from './context.ts';

/** What came of everything that is closed. */
export const resultRoutes = routes((app, { store, clock, closed, learning }) => {
  app.get('/api/results', { schema: { summary: 'What came of every closed batch, those closed last first' } }, async (request, reply) => {
    await closed.outcomes();
    return sendTagged(request, reply, await store.outcomesTag(), () => store.outcomes());
  });

  app.get('/api/learned', { schema: { summary: 'What they and tests of lots teach of each species' } }, async (request, reply) => {
    const { tag, text } = await learning.taught();
    return sendTagged(request, reply, tag, () => text);
  });

  app.get(
    '/api/results.zip',
    { schema: { summary: 'The same as CSV, with a data package that describes each column (Table Schema)' } },
    async (_request, reply) => {
      await closed.outcomes();
      const outcomes = JSON.parse(await store.outcomes()) as Outcome[];
      const nursery = (await store.nursery())?.name ?? '';
      const files = {
        'datapackage.json': `${JSON.stringify(dataPackage(nursery, await clock.today()), null, 2)}\n`,
        'results.csv': csv(resultRows(judged(outcomes))),
        'germination.csv': csv(germinationRows(outcomes)),
      };
      const packed = zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));
      return reply
        .type('application/zip')
        .header('content-disposition', 'attachment; filename="chill-results.zip"')
        .send(Buffer.from(packed));
    },
  );
});
