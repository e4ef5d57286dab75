import type { Batch } from '@chill/model/batch.ts';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { readConfig } from './config.ts';
import { rawDatabase } from './store/raw.ts';
import { Store } from './store/store.ts';
import { handbook, NURSERY, someBatch, someLot, TODAY, testServer, uuid } from './testing.ts';

let server: Awaited<ReturnType<typeof testServer>>;
beforeAll(async () => {
  server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
});
afterAll(() => server.close());

async function madeBatch(seeds = 60): Promise<Batch> {
  const lot = someLot();
  await server.ask('POST', '/api/lots', lot);
  return (await server.ask('POST', '/api/batches', someBatch(lot, seeds))).body;
}
const up = (count: number, on = TODAY) => ({
  id: uuid(),
  on,
  kind: 'checked',
  damp: 'right',
  moves: [{ from: 'waiting', to: 'sprouted', count }],
});
const append = (batch: Batch, decidedOn: number, ...events: unknown[]) =>
  server.ask('POST', `/api/batches/${batch.id}/events`, { decidedOn, events });
const faults = (body: { errors: { field: string; message: string }[] }) => body.errors.map((error) => `${error.field}: ${error.message}`);

describe('the nursery', () => {
  test('says it is well, and what day it is', async () => {
    expect((await server.ask('GET', '/api/health')).body).toEqual({
      status: 'ok',
      today: TODAY,
      lastBackup: null,
      opened: expect.any(String),
    });
  });
  test('the first run puts in the places that nearly everyone has', async () => {
    const { body } = await server.ask('GET', '/api/places');
    expect(body.map((place: { kind: string }) => place.kind)).toEqual(['fridge', 'freezer', 'mat', 'bench', 'outdoors']);
  });
  test('serves the handbook under a tag, and nothing where the browser has it', async () => {
    const first = await server.ask('GET', '/api/handbook');
    expect(first.body).toHaveLength(handbook.length);
    const again = await server.app.inject({ url: '/api/handbook', headers: { 'if-none-match': first.headers.etag as string } });
    expect([again.statusCode, again.body]).toEqual([304, '']);
  });
  test('publishes what it answers to', async () => {
    const { body } = await server.ask('GET', '/api/openapi.json');
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining(['/api/health', '/api/lots', '/api/batches', '/api/batches/{id}/events']),
    );
    expect(body.paths['/api/lots'].post.requestBody.content['application/json'].schema.properties.seeds.minimum).toBe(1);
  });
  test('writes nothing where it is only asked, whatever is asked for', async () => {
    const batch = await madeBatch();
    const begun = { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 0, placeId: (await server.store.places())[0]?.id };
    expect((await append(batch, 0, begun, { id: uuid(), on: TODAY, kind: 'closed', why: 'eaten' })).status).toBe(200);
    // Read off and kept because of what was recorded, not because somebody asks.
    while ((await server.store.left.unread('outcome', 1)).length > 0) await new Promise(setImmediate);
    await server.ask('GET', '/api/learned');
    const written = () => rawDatabase(server.source).prepare('SELECT total_changes()').pluck().get();
    const before = written();
    const { body } = await server.ask('GET', '/api/openapi.json');
    const asked = Object.entries(body.paths as Record<string, object>).flatMap(([path, of]) =>
      'get' in of && !path.includes('{') && path !== '/api/data.json' ? [path] : [],
    );
    expect(asked.length).toBeGreaterThan(12);
    for (const path of asked) await server.app.inject({ url: path });
    expect(written()).toBe(before);
  });
  test('the clock only steps in the demo', async () => {
    expect((await server.ask('POST', '/api/clock/step', { days: 1 })).status).toBe(403);
    const demo = await testServer({ demo: true });
    expect((await demo.ask('POST', '/api/clock/step', { days: 3 })).body).toMatchObject({ today: '2026-11-04', steppable: true });
    expect((await demo.ask('POST', '/api/clock/step', { days: -1 })).status).toBe(422);
    await demo.close();
  });
});

describe('lots', () => {
  test('are kept, told with what no batch has, and harmless to send twice', async () => {
    const lot = someLot({ seeds: 100 });
    expect((await server.ask('POST', '/api/lots', lot)).status).toBe(201);
    await server.ask('POST', '/api/lots', lot);
    await server.ask('POST', '/api/batches', someBatch(lot, 30));
    const mine = (await server.ask('GET', '/api/lots')).body.filter((one: { id: string }) => one.id === lot.id);
    expect(mine).toEqual([{ ...lot, unassigned: 70, inBatches: 30, towels: [], version: 1, events: [] }]);
  });
  test('change only as they were seen, and never below what their batches hold', async () => {
    const lot = someLot({ seeds: 100 });
    await server.ask('POST', '/api/lots', lot);
    await server.ask('POST', '/api/batches', someBatch(lot, 30));
    const change = (seeds: number, version: number) => server.ask('PUT', `/api/lots/${lot.id}`, { lot: { ...lot, seeds }, version });
    expect(faults((await change(29, 1)).body)).toEqual(['seeds: Its batches hold 30 seeds already: give 30 or more.']);
    expect((await change(40, 1)).body).toMatchObject({ unassigned: 10, version: 2 });
    expect((await change(50, 1)).status).toBe(409);
  });
  test.each([
    ['a negative count', { seeds: -3 }, 'seeds: Give at least 1.'],
    ['a fraction of a seed', { seeds: 2.5 }, 'seeds: Give a whole number: seeds do not come in halves.'],
    [
      'a day that does not exist',
      { provenance: { kind: 'bought', supplier: 'x', on: '2026-02-30' } },
      'provenance.on: Give a day that exists, such as 2026-02-16.',
    ],
    ['a day to come', { provenance: { kind: 'bought', supplier: 'x', on: '2026-11-02' } }, 'provenance.on: That day is in the future.'],
    ['an unknown species', { speciesId: 'rosa-nowhere' }, 'speciesId: The handbook has no such species.'],
    [
      'more viable than tested',
      { viability: { kind: 'tested', tested: 10, viable: 11 } },
      'viability.viable: More viable than were tested: check both figures.',
    ],
    ['110 per cent', { viability: { kind: 'packet', percent: 110 } }, 'viability.percent: From 0 to 100 %.'],
    ['a missing code', { code: undefined }, 'code: This is missing.'],
  ])('%s is refused at its field, and nothing is saved', async (_, part, says) => {
    const before = (await server.ask('GET', '/api/lots')).body.length;
    const { status, body, headers } = await server.ask('POST', '/api/lots', { ...someLot(), ...part });
    expect(status).toBe(422);
    expect(headers['content-type']).toMatch(/^application\/problem\+json/);
    expect(faults(body)).toEqual([says]);
    expect((await server.ask('GET', '/api/lots')).body).toHaveLength(before);
  });
  test('two cannot share a code', async () => {
    await server.ask('POST', '/api/lots', someLot({ code: 'AB-26-01' }));
    expect(faults((await server.ask('POST', '/api/lots', someLot({ code: 'AB-26-01' }))).body)).toEqual([
      'code: Another lot is called AB-26-01 already.',
    ]);
  });
});

describe('batches', () => {
  test('get a bag code, and take seeds that no other batch can have', async () => {
    const lot = someLot({ seeds: 100 });
    await server.ask('POST', '/api/lots', lot);
    const made = await server.ask('POST', '/api/batches', someBatch(lot, 80));
    expect(made.status).toBe(201);
    expect(made.body.code).toMatch(/^[2-9A-Z]{3}$/);
    const { status, body } = await server.ask('POST', '/api/batches', someBatch(lot, 21));
    expect([status, faults(body)]).toEqual([422, [`plan.seeds: Only 20 seeds of ${lot.code} are in no batch yet: give 20 or fewer.`]]);
  });
  test('of a way that the species has not, or begun before they were made, are refused', async () => {
    const lot = someLot();
    await server.ask('POST', '/api/lots', lot);
    const batch = someBatch(lot);
    const strange = { ...batch, plan: { ...batch.plan, method: { ...batch.plan.method, id: 'moonlight' } } };
    expect(faults((await server.ask('POST', '/api/batches', strange)).body)).toEqual([
      'plan.method: That method is not for this lot’s species.',
    ]);
    const late = { ...batch, madeOn: '2026-11-02' };
    expect(faults((await server.ask('POST', '/api/batches', late)).body)).toEqual(['madeOn: That day is in the future.']);
  });
  test('are listed with their events, under a tag that changes with each', async () => {
    const batch = await madeBatch();
    const before = await server.ask('GET', '/api/batches');
    await append(batch, 0, up(3));
    const after = await server.ask('GET', '/api/batches');
    expect(after.headers.etag).not.toBe(before.headers.etag);
    const listed = after.body.find((one: Batch) => one.id === batch.id);
    expect(listed).toEqual((await server.ask('GET', `/api/batches/${batch.id}`)).body);
    expect(listed.events).toMatchObject([{ kind: 'checked', version: 1, batchId: batch.id }]);
  });
  test('are sent in pieces that all tell of one moment: what is recorded meanwhile is in none of them', async () => {
    const lot = someLot();
    await server.ask('POST', '/api/lots', lot);
    for (let i = 0; i < 45; i++) await server.ask('POST', '/api/batches', someBatch(lot, 1));
    const store = new Store(server.source);
    const pieces: string[] = [];
    const last = async () => (await store.batchesInHand('2026-10-05')).at(-1) as Batch;
    for await (const piece of store.batchesJson('2026-10-05')) {
      pieces.push(piece);
      if (pieces.length === 1) await append(await last(), 0, { ...up(0), moves: [] });
    }
    const sent = JSON.parse(pieces.join('')) as Batch[];
    expect(pieces.length).toBeGreaterThan(2);
    expect(sent.at(-1)).toEqual({ ...(await last()), events: [] });
    expect((await last()).events).toHaveLength(1);
  });
});

describe('the ledger over the wire', () => {
  test('takes the same events twice as once', async () => {
    const batch = await madeBatch();
    const event = up(3);
    await append(batch, 0, event);
    const again = await append(batch, 0, event);
    expect([again.status, again.body.events.length]).toEqual([200, 1]);
  });
  test('an id that names another event is refused', async () => {
    const batch = await madeBatch();
    const event = up(3);
    await append(batch, 0, event);
    expect(faults((await append(batch, 1, { ...event, damp: 'dry' })).body)).toEqual([
      'events.0.id: That id names another event already: give each event its own.',
    ]);
  });
  test('what was decided on an older state is refused with what came between', async () => {
    const batch = await madeBatch();
    const first = up(3);
    await append(batch, 0, first);
    const { status, body } = await append(batch, 0, up(1));
    expect(status).toBe(409);
    expect(body).toMatchObject({ version: 1, others: [{ id: first.id }] });
  });
  test('more seeds than are there, and days to come, are refused whole', async () => {
    const batch = await madeBatch(60);
    const { status, body } = await append(batch, 0, up(50), up(11));
    expect([status, faults(body)]).toEqual([422, ['events.1.moves.0.count: Only 10 are waiting, so 11 can’t become germinated.']]);
    expect(faults((await append(batch, 0, up(1, '2026-11-02'))).body)).toEqual(['events.0.on: 2 Nov is in the future.']);
    expect((await server.ask('GET', `/api/batches/${batch.id}`)).body.events).toEqual([]);
  });
  test('the database itself lets no event be changed or taken out', async () => {
    const batch = await madeBatch();
    await append(batch, 0, up(3));
    await expect(server.source.query('DELETE FROM event')).rejects.toThrow('append-only');
    await expect(server.source.query("UPDATE event SET body = '{}'")).rejects.toThrow('append-only');
  });
  test('many at once stay in one order, and a refused one undoes nobody else’s', async () => {
    const batches = await Promise.all(Array.from({ length: 8 }, () => madeBatch(60)));
    const outcomes = await Promise.all(
      batches.flatMap((batch) => [append(batch, 0, up(3)), append(batch, 0, up(99)), append(batch, 0, up(2))]),
    );
    expect(outcomes.filter((one) => one.status === 200)).toHaveLength(8);
    for (const batch of batches) expect((await server.ask('GET', `/api/batches/${batch.id}`)).body.events).toHaveLength(1);
  });
});

describe('at the door', () => {
  const lotWith = (payload: string, type = 'application/json') =>
    server.app.inject({ method: 'POST', url: '/api/lots', payload, headers: { 'content-type': type } });
  test('malformed JSON, an oversized body and other types are refused in words, never with a stack trace', async () => {
    const malformed = await lotWith('{"id": ');
    const large = await lotWith(JSON.stringify({ note: 'x'.repeat(300_000) }));
    const other = await lotWith('id=1', 'text/csv');
    expect([malformed, large, other].map((one) => [one.statusCode, one.json().detail])).toEqual([
      [400, 'That is not readable JSON.'],
      [413, 'That is more than Chill takes at once.'],
      [415, 'Send JSON, with content-type application/json.'],
    ]);
    for (const one of [malformed, large, other]) expect(one.body).not.toMatch(/\bat \w+.*\.ts|stack/);
  });
  test('what is not there is said to be not there', async () => {
    expect((await server.ask('GET', `/api/batches/${uuid()}`)).body).toMatchObject({ status: 404, detail: 'There is no such batch.' });
    expect((await server.ask('GET', '/api/nothing')).status).toBe(404);
    expect((await server.ask('GET', '/api/batches/7QK')).status).toBe(422);
  });
  test('a page elsewhere may not write here, nor may a foreign name point here', async () => {
    const from = (headers: Record<string, string>) => server.ask('GET', '/api/lots', undefined, headers);
    expect((await from({ host: '127.0.0.1:4280', origin: 'http://elsewhere.example' })).status).toBe(403);
    expect((await from({ host: 'elsewhere.example' })).status).toBe(403);
    expect((await from({ host: '127.0.0.1:4280', origin: 'http://127.0.0.1:4280' })).status).toBe(200);
  });
  test('security headers stand on every answer', async () => {
    const { headers } = await server.ask('GET', '/api/health');
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    // The season's solver is WebAssembly; text that somebody sends is still never run.
    expect(headers['content-security-policy']).toContain("script-src 'self' 'wasm-unsafe-eval';");
    expect(headers['content-security-policy']).not.toMatch(/'unsafe-(eval|inline)'/);
    expect(headers['x-content-type-options']).toBe('nosniff');
  });
  test('too many requests are told to wait', async () => {
    const small = await testServer({ requestsPerMinute: 2 });
    const statuses = [];
    for (let i = 0; i < 3; i++) statuses.push((await small.ask('GET', '/api/health')).status);
    expect(statuses).toEqual([200, 200, 429]);
    await small.close();
  });
  test('where a secret is set, it is asked for', async () => {
    const guarded = await testServer({ secret: 'a-long-enough-secret' });
    const basic = (password: string) => ({ authorization: `Basic ${Buffer.from(`me:${password}`).toString('base64')}` });
    const refused = await guarded.ask('GET', '/api/health');
    expect([refused.status, refused.headers['www-authenticate']]).toEqual([401, 'Basic realm="Chill", charset="UTF-8"']);
    expect((await guarded.ask('GET', '/api/health', undefined, basic('wrong'))).status).toBe(401);
    expect((await guarded.ask('GET', '/api/health', undefined, basic('a-long-enough-secret'))).status).toBe(200);
    await guarded.close();
  });
});

describe('settings', () => {
  test('loopback needs no secret; anything else does', () => {
    expect(readConfig({})).toMatchObject({ port: 4280, host: '127.0.0.1', demo: false });
    expect(() => readConfig({ HOST: '0.0.0.0' })).toThrow('set CHILL_SECRET to at least 16 characters');
    expect(readConfig({ HOST: '0.0.0.0', CHILL_SECRET: 'a-long-enough-secret' }).host).toBe('0.0.0.0');
  });
  test.each([
    [{ PORT: 'many' }, 'PORT'],
    [{ CHILL_TODAY: '2026-02-30' }, 'CHILL_TODAY'],
    [{ CHILL_TODAY: 'soon' }, 'CHILL_TODAY'],
  ])('%o is refused', (env, name) => {
    expect(() => readConfig(env)).toThrow(name);
  });
});

test('an address that is none is answered with the same words to browsers as any other', async () => {
  const server = await testServer();
  const said = async (url: string) =>
    Object.keys((await server.app.inject(url)).headers).filter((name) =>
      /^(x-(?!ratelimit)|content-sec|cross-|origin-|referrer)/.test(name),
    );
  const broken = await server.app.inject('/%zz');
  expect(broken.statusCode).toBe(400);
  expect((await said('/%zz')).sort()).toEqual((await said('/api/health')).sort());
  await server.close();
});
