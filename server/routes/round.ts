import { Readable } from 'node:stream';
import { LABEL_SHEETS } from '@chill/core/labels/sheets.ts';
import { dueBy } from '@chill/core/tasks/task.ts';
import { walkOrder } from '@chill/core/tasks/walk.ts';
import { PlainDate } from '@chill/model/primitives.ts';
import { Table } from '@chill/model/table.ts';
import { z } from '@chill/model/zod.ts';
import { say } from '@chill/words/server.ts';
import { spoken } from '@chill/words/subject.ts';
import { Fault } from '../door/fault.ts';
import { isOwnName } from '../door/ownNames.ts';
import { calendarOf } from '../handedOut/calendar.ts';
import { labelsPdf } from '../handedOut/labels.ts';
import { nameOf, tableCsv } from '../handedOut/tables.ts';
import { unhurried } from '../offThread/unhurried.ts';
import { routes } from './context.ts';

const Due = z.object({
  code: z.string(),
  species: z.string(),
  place: z.string().nullable(),
  kind: z.string(),
  title: z.string(),
  hint: z.string(),
  due: PlainDate,
  overdue_days: z.int(),
  pressing: z.boolean(),
  lateness: z.string().optional(),
});

/** What follows from all that is recorded, for whoever is not the browser: the round, a calendar, tables, labels. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: a list of routes.
export const roundRoutes = routes((app, { views, store, address }) => {
  const read = async () => {
    const now = await views.now();
    if (!now) throw Fault.notFound(say('noNurseryYet'));
    return now;
  };

  app.get(
    '/api/round',
    {
      schema: {
        summary: 'What is due today, in the order of the walk',
        response: { 200: z.object({ today: PlainDate, due: z.array(Due) }) },
      },
    },
    async () => {
      const { today, places, batches } = await read();
      const walk = walkOrder(places);
      const due = batches
        .flatMap((view) =>
          dueBy(view, today).map((task) => ({
            ...task,
            code: view.batch.code,
            species: view.species.common[0] ?? view.species.scientific,
          })),
        )
        .sort(walk)
        .map(({ code, species, kind, title, hint, due: day, overdue_days, pressing, lateness, placeId }) => ({
          code,
          species,
          kind,
          overdue_days,
          pressing,
          due: day,
          place: nameOf(placeId, places) ?? null,
          title: spoken(title),
          hint: spoken(hint),
          ...(lateness && { lateness: spoken(lateness) }),
        }));
      return { today, due };
    },
  );

  app.get(
    '/api/calendar.ics',
    { schema: { summary: 'Everything that is due or planned, as an iCalendar feed (RFC 5545) to subscribe to' } },
    async (request, reply) => {
      const origin = address ?? `${request.protocol}://${request.host}`;
      return reply.type('text/calendar; charset=utf-8').send(await unhurried(calendarOf(await read(), origin)));
    },
  );

  app.get(
    '/api/tables/:table.csv',
    {
      schema: {
        summary: 'Any table as CSV',
        params: z.object({ table: Table }),
        querystring: z.object({ place: z.string().optional() }),
      },
    },
    async (request, reply) => {
      const { table } = request.params;
      const pieces = tableCsv(table, { now: await read(), views, store, placeId: request.query.place });
      return reply
        .type('text/csv; charset=utf-8')
        .header('content-disposition', `attachment; filename="chill-${table}.csv"`)
        .send(Readable.from(pieces));
    },
  );

  const listed = z
    .string()
    .max(20_000)
    .transform((text) => text.split(',').filter(Boolean));
  app.get(
    '/api/labels.pdf',
    {
      schema: {
        summary: 'Labels for bags, pots or places, several to a sheet',
        querystring: z.object({
          kind: z.enum(['bag', 'pot', 'shelf']),
          sheet: z.enum(LABEL_SHEETS.map(({ id }) => id) as [string, ...string[]]),
          /** Bag codes; for shelves, ids of places. */
          of: listed,
          copies: z.coerce
            .number()
            .int()
            .min(1, { error: () => say('atLeastOneOfEach') })
            .max(200, { error: () => say('atMostOfEach') })
            .default(1),
          /** Labels of the first sheet that are used up. */
          skip: z.coerce.number().int().min(0).max(200).default(0),
          origin: z
            .string()
            .max(200)
            .refine((text) => /^https?:\/\/[a-z0-9.:[\]-]+$/i.test(text) && isOwnName(text.replace(/^https?:\/\//i, ''), address), {
              error: () => say('giveOwnAddress'),
            })
            .optional(),
        }),
      },
    },
    async (request, reply) => {
      const { kind, sheet, of, copies, skip, origin } = request.query;
      const here = address ?? origin ?? `${request.protocol}://${request.host}`;
      const pdf = await labelsPdf(await read(), { kind, sheet, of, copies, skip, origin: here });
      return reply.type('application/pdf').header('content-disposition', 'inline; filename="chill-labels.pdf"').send(pdf);
    },
  );
});
