import { bagCode } from '@chill/core/ledger/bagCode.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LotInHand } from '@chill/model/lot.ts';
import { Outcome } from '@chill/model/outcome.ts';
import { z } from '@chill/model/zod.ts';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import { openDatabase } from './store/open.ts';
import { NURSERY, someBatch, someLot, testServer, uuid } from './testing.ts';

type Answer = { batches: Batch[]; lots: LotInHand[] };

describe('what is closed', () => {
  let server: Awaited<ReturnType<typeof testServer>>;
  const lot = someLot({ seeds: 100 });
  const old = { ...someBatch(lot, 60), madeOn: '2026-10-05' };
  const late = { ...someBatch(lot, 40), madeOn: '2026-10-05' };
  const inHand = async () => ((await server.ask('GET', '/api/batches')).body as Batch[]).map(({ id }) => id);
  const archive = async (query: string) => (await server.ask('GET', `/api/archive?${query}`)).body as Answer;
  const results = async () => {
    const pages = (await server.ask('GET', '/api/results')).body as { page: number }[];
    const told = await Promise.all(pages.map(({ page }) => server.ask('GET', `/api/results/${page}`)));
    return told.flatMap(({ body }) => body);
  };
  const record = async (batch: { id: string }, from: number, ...events: object[]) => {
    const said = events.map((event) => ({ id: uuid(), on: '2026-10-20', ...event }));
    expect((await server.ask('POST', `/api/batches/${batch.id}/events`, { decidedOn: from, events: said })).status).toBe(200);
    return said;
  };
  beforeAll(async () => {
    server = await testServer();
    await server.ask('PUT', '/api/nursery', NURSERY);
    await server.ask('POST', '/api/lots', lot);
    for (const batch of [old, late]) expect((await server.ask('POST', '/api/batches', batch)).status).toBe(201);
    const places = (await server.ask('GET', '/api/places')).body as { id: string; kind: string }[];
    const placeId = places.find(({ kind }) => kind === 'fridge')?.id;
    const cold = old.plan.stages.findIndex(({ kind }) => kind === 'coldMoist');
    const before = Array.from({ length: cold }, (_, stage) => [
      { kind: 'stageStarted', stage, placeId, on: '2026-10-06' },
      { kind: 'stageFinished', stage, moves: [], on: '2026-10-06' },
    ]).flat();
    await record(
      old,
      0,
      ...before,
      { kind: 'stageStarted', stage: cold, placeId, on: '2026-10-06' },
      { kind: 'checked', damp: 'right', mould: 'few', moves: [{ from: 'waiting', to: 'mouldy', count: 3 }] },
      { kind: 'closed' },
    );
    await record(late, 0, { kind: 'closed', on: '2026-10-30' });
  });
  afterAll(() => server.close());

  test('stays in hand for a week, then is answered only where it is asked for, with its lot', async () => {
    expect(await inHand()).toEqual([late.id]);
    const { batches, lots } = await archive(`code=${bagCode(0).toLowerCase()}`);
    expect([batches[0]?.id, batches[0]?.events.at(-1)?.kind, lots[0]?.id]).toEqual([old.id, 'closed', lot.id]);
    for (const query of [`lot=${lot.id}`, 'page=0'])
      expect([query, (await archive(query)).batches.map(({ id }) => id).sort()]).toEqual([query, [old.id, late.id].sort()]);
    expect((await archive('page=1')).batches).toEqual([]);
    expect((await server.ask('GET', '/api/archive?code=%00&before=1')).body.batches).toEqual([]);
    expect((await server.ask('GET', '/api/archive')).status).toBe(422);
  });
  test('leaves to be known how many there are and what they say of mould; those in hand say it themselves', async () => {
    const past = (await server.ask('GET', '/api/past')).body;
    expect(past).toEqual({ closed: 2, mould: [{ medium: 'towel', rotted: 3, expected: expect.any(Number) }] });
    expect(past.mould[0].expected).toBeGreaterThan(0);
  });
  test('is in the tables, in the order in which it was made', async () => {
    for (const [table, count] of [
      ['batches', 2],
      ['events', 0],
    ] as const) {
      const { body } = await server.app.inject(`/api/tables/${table}.csv`);
      const rows = Papa.parse<Record<string, string>>(body, { header: true, skipEmptyLines: true }).data;
      expect(rows.at(0)?.code).toBe(bagCode(0));
      if (count) expect(rows.map(({ stage }) => stage)).toEqual(['closed', 'closed']);
      else expect(rows.at(-1)).toMatchObject({ code: bagCode(1), kind: 'closed' });
    }
  });
  test('leaves what came of it: where every seed went, read once and told again only when something closes or opens', async () => {
    const outcomes = z.array(Outcome).parse(await results());
    expect(outcomes.map(({ code, seeds, went, closedOn }) => ({ code, seeds, went, closedOn }))).toEqual([
      { code: bagCode(1), seeds: 40, went: { neverSprouted: 40 }, closedOn: '2026-10-30' },
      { code: bagCode(0), seeds: 60, went: { neverSprouted: 57, mouldy: 3 }, closedOn: '2026-10-20' },
    ]);
    expect(outcomes[1]?.stages.filter(({ was }) => was).at(-1)).toMatchObject({ kind: 'coldMoist', was: { start: '2026-10-06' } });
    const pages = (await server.ask('GET', '/api/results')).body;
    expect(pages).toEqual([{ page: 0, count: 2, edition: expect.any(String) }]);
    expect((await server.ask('GET', '/api/results')).body).toEqual(pages);
    const { headers } = await server.ask('GET', `/api/results/0?edition=${pages[0].edition}`);
    expect(String(headers['cache-control'])).toContain('immutable');
  });
  test('is had as a data package: both tables and what describes them', async () => {
    const { rawPayload, headers } = await server.app.inject('/api/results.zip');
    expect(headers['content-type']).toBe('application/zip');
    const files = unzipSync(new Uint8Array(rawPayload));
    expect(Object.keys(files).sort()).toEqual(['datapackage.json', 'germination.csv', 'results.csv']);
    expect(JSON.parse(strFromU8(files['datapackage.json'] as Uint8Array))).toMatchObject({ title: `Results of ${NURSERY.name}` });
    expect(strFromU8(files['results.csv'] as Uint8Array).split('\r\n')[1]).toContain(bagCode(1));
  });
  test('opened again it is in hand, and no longer counted among the past', async () => {
    const { batches } = await archive(`id=${old.id}`);
    const [reopened] = await record(old, batches[0]?.events.length ?? 0, { kind: 'reversed', reverses: batches[0]?.events.at(-1)?.id });
    expect(await inHand()).toEqual([old.id, late.id]);
    expect((await server.ask('GET', '/api/past')).body).toEqual({ closed: 1, mould: [] });
    expect(await results()).toMatchObject([{ code: bagCode(1) }]);
    await record(old, (batches[0]?.events.length ?? 0) + 1, { kind: 'reversed', reverses: reopened?.id });
    expect(await inHand()).toEqual([late.id]);
    expect((await server.ask('GET', '/api/past')).body.closed).toBe(2);
  });
  test('a lot without seeds or open batches is in use no longer', async () => {
    const spent = someLot({ seeds: 10 });
    await server.ask('POST', '/api/lots', spent);
    const ids = async (path: string) => ((await server.ask('GET', path)).body as LotInHand[]).map(({ id }) => id);
    expect(await ids('/api/lots')).toContain(spent.id);
    const given = { id: uuid(), on: '2026-10-20', kind: 'givenAway', seeds: 10 };
    await server.ask('POST', `/api/lots/${spent.id}/events`, { decidedOn: 0, event: given });
    expect(await ids('/api/lots')).toEqual([lot.id]);
    expect(await ids('/api/lots?all=1')).toEqual([lot.id, spent.id]);
  });
  test('is found in a nursery from before, when it is first opened by this Chill', async () => {
    const { dataFolder, source } = server;
    for (const query of [
      'DROP TABLE learned',
      'DROP TABLE outcome',
      'DROP TABLE kept_mould',
      'DROP TABLE kept',
      'DROP INDEX lot_by_drawer',
      'ALTER TABLE lot DROP COLUMN drawer',
      'DROP INDEX batch_by_closing',
      'DROP INDEX batch_of_lot',
      'CREATE INDEX batch_by_lot ON batch (lot_id)',
      'ALTER TABLE batch DROP COLUMN closed_on',
      "DELETE FROM migrations WHERE name IN ('Kept1760000000006', 'Outcomes1760000000010', 'OutcomesApart1760000000013')",
    ])
      await source.query(query);
    await server.close();
    const again = await openDatabase(dataFolder);
    expect(await again.source.query('SELECT closed_on FROM batch ORDER BY rowid')).toEqual([
      { closed_on: '2026-10-20' },
      { closed_on: '2026-10-30' },
    ]);
    expect(await again.source.query('SELECT drawer FROM lot ORDER BY rowid')).toEqual([{ drawer: 0 }, { drawer: 0 }]);
    await again.close();
    server = await testServer({ dataFolder });
    expect((await server.ask('GET', '/api/past')).body).toMatchObject({ closed: 2, mould: [{ rotted: 3 }] });
    expect(await results()).toMatchObject([{ code: bagCode(1) }, { code: bagCode(0) }]);
  });
});
