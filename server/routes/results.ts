import { ResultPage } from '@chill/model/outcome.ts';
import { z } from '@chill/model/zod.ts';
import type { ToPack } from '../jobs/packResults.ts';
import { KeptThread } from '../offThread/keptThread.ts';
import { type Context, JSON_TEXT, routes, sendTagged } from './context.ts';

const PACK = new URL('../jobs/packResults.ts', import.meta.url);
/** Ten years of results are packed in some seconds, ms. */
const LONGEST_MS = 300_000;

/** The results packed, once for all who ask as long as nothing of them changes. */
class Packed {
  readonly #context: Context;
  readonly #thread = new KeptThread<ToPack, Uint8Array>(PACK);
  #last: { mark: string; file: Promise<Buffer> } | undefined;

  constructor(context: Context) {
    this.#context = context;
  }

  async of(): Promise<Buffer> {
    const { store, clock, closed, dataFolder } = this.#context;
    await closed.outcomes.latest();
    const input: ToPack = { dataFolder, nursery: (await store.nursery())?.name ?? '', today: await clock.today() };
    const mark = JSON.stringify([input, await store.left.resultPages()]);
    if (this.#last?.mark !== mark) {
      const file = this.#thread.ask(input, LONGEST_MS).then((bytes) => Buffer.from(bytes));
      this.#last = { mark, file };
      // What failed is tried again by whoever asks next.
      file.catch(() => {
        this.#last = undefined;
      });
    }
    return this.#last.file;
  }
}

/** What came of everything that is closed. */
export const resultRoutes = routes((app, context) => {
  const { store, closed, learning } = context;
  const packed = new Packed(context);
  app.get(
    '/api/results',
    {
      schema: {
        summary: 'The pages in which what came of closed batches is sent, the latest first; an edition changes when its page does',
        response: { 200: z.array(ResultPage) },
      },
    },
    async () => {
      await closed.outcomes.latest();
      return store.left.resultPages();
    },
  );

  app.get(
    '/api/results/:page',
    {
      schema: {
        summary: 'What came of the batches of one page, those made last first; with an edition it may be kept for good',
        params: z.object({ page: z.coerce.number().int().min(0) }),
        querystring: z.object({ edition: z.string().optional() }),
      },
    },
    async ({ params: { page }, query: { edition } }, reply) =>
      reply
        .header('cache-control', edition === undefined ? 'no-cache' : 'private, max-age=31536000, immutable')
        .type(JSON_TEXT)
        .send(await store.left.resultsOnPage(page)),
  );

  app.get('/api/learned', { schema: { summary: 'What they and tests of lots teach of each species' } }, async (request, reply) => {
    const { tag, text } = await learning.taught.latest();
    return sendTagged(request, reply, tag, () => text);
  });

  app.get(
    '/api/results.zip',
    { schema: { summary: 'The same as CSV, with a data package that describes each column (Table Schema)' } },
    async (_request, reply) =>
      reply
        .type('application/zip')
        .header('content-disposition', 'attachment; filename="chill-results.zip"')
        .send(await packed.of()),
  );
});
