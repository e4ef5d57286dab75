import { connect } from 'node:net';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { readConfig } from '../config.ts';
import { handbook, NURSERY, someBatch, someLot, testServer, uuid } from '../testing.ts';
import { Guesses } from './guesses.ts';

const WEB = fileURLToPath(new URL('../testing-web', import.meta.url));

describe('over a real connection', () => {
  let server: Awaited<ReturnType<typeof testServer>>;
  let port = 0;
  beforeAll(async () => {
    server = await testServer({ webFolder: WEB });
    await server.ask('PUT', '/api/nursery', NURSERY);
    await server.app.listen({ port: 0, host: '127.0.0.1' });
    port = (server.app.server.address() as { port: number }).port;
  });
  afterAll(() => server.close());

  const raw = (text: string) =>
    new Promise<string>((resolve) => {
      let got = '';
      const socket = connect(port, '127.0.0.1', () => socket.write(text));
      socket.on('data', (piece) => {
        got += piece;
      });
      socket.on('close', () => resolve(got));
      socket.on('error', () => undefined);
    });
  const get = (path: string, more = '') => raw(`GET ${path} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\n${more}Connection: close\r\n\r\n`);
  const labels = (origin: string) => get(`/api/labels.pdf?kind=bag&sheet=a4-24&of=XXX&origin=${encodeURIComponent(origin)}`);

  test.each<[string, () => Promise<string>, number]>([
    ['an address above the top', () => get('/..'), 403],
    ['one written in percents', () => get('/%2e%2e/%2e%2e/etc/passwd'), 403],
    ['no address', () => get('/%zz'), 400],
    ['a zero byte', () => get('/%00'), 400],
    ['a condition that does not hold', () => get('/', 'If-Match: "x"\r\n'), 412],
    ['a part past the end', () => get('/', 'Range: bytes=99999999-\r\n'), 416],
    ['what the build left behind', () => get('/.vite/manifest.json'), 404],
    ['a name elsewhere', () => raw('GET / HTTP/1.1\r\nHost: evil.example\r\nConnection: close\r\n\r\n'), 403],
    ['no name of a machine', () => raw('GET / HTTP/1.1\r\nHost: a/b?c\r\nConnection: close\r\n\r\n'), 400],
    ['an image on a page elsewhere', () => get('/api/labels.pdf?kind=bag&sheet=a4-24&of=XXX', 'Sec-Fetch-Site: cross-site\r\n'), 403],
    ['a script as the address of labels', () => labels('javascript:alert(1)'), 422],
    ['labels that lead elsewhere', () => labels('https://evil.example'), 422],
    ['an address without end', () => labels(`http://x/${'a'.repeat(5000)}`), 422],
  ])('%s is refused in words, with the headers that keep browsers safe', async (_, ask, status) => {
    const answer = await ask();
    expect(answer.split('\r\n')[0]).toContain(` ${status} `);
    expect(answer).toMatch(/content-security-policy: default-src/i);
    expect(JSON.parse(answer.slice(answer.indexOf('\r\n\r\n')).replace(/^[\s\da-f]*(?=\{)|(?<=\})[\s\d]*$/gi, ''))).toMatchObject({
      type: expect.stringMatching(/^urn:chill:problem:/),
      status,
    });
  });
  test('no HTTP at all ends the connection', async () => {
    expect(await raw('hello\r\n\r\n')).toMatch(/^HTTP\/1\.1 400 /);
  });
  test('a page of the app is answered at any of its addresses', async () => {
    expect(await get('/batch/7QK')).toMatch(/^HTTP\/1\.1 200 /);
  });
});

test('a name of two lines is refused, and one that was kept before begins nothing of its own in the calendar', async () => {
  const server = await testServer();
  const evil = { ...NURSERY, name: 'A\r\nX-EVIL:1' };
  expect((await server.ask('PUT', '/api/nursery', evil)).body.errors).toEqual([{ field: 'name', message: 'Write it on one line.' }]);
  await server.store.saveNursery(evil, []);
  expect((await server.app.inject('/api/calendar.ics')).body).not.toMatch(/^X-EVIL/m);
  await server.close();
});

test('days and moments out of reach are refused, and nothing walks there day by day', async () => {
  const server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const [place] = (await server.ask('GET', '/api/places')).body as { id: string }[];
  const reading = (at: string) => server.ask('POST', `/api/places/${place?.id}/reading`, { id: uuid(), at, celsius: 4 });
  const message = 'Give a year from 1900 to 2199.';
  expect((await reading('0226-11-01T10:00:00Z')).body.errors).toEqual([{ field: 'at', message }]);
  expect((await reading('1900-01-01T10:00:00Z')).status).toBe(201);
  for (const path of ['round', 'temperatures', 'calendar.ics', 'tables/tasks.csv', 'tables/places.csv'])
    expect([path, (await server.app.inject(`/api/${path}`)).statusCode]).toEqual([path, 200]);
  const lot = someLot();
  expect((await server.ask('POST', '/api/lots', { ...lot, provenance: { ...lot.provenance, on: '0999-01-01' } })).body.errors).toEqual([
    { field: 'provenance.on', message },
  ]);
  await server.ask('POST', '/api/lots', lot);
  const batch = someBatch(lot, 10);
  batch.plan.stages = batch.plan.stages.map((stage) => ({ ...stage, end: '2190-01-01' }));
  expect((await server.ask('POST', '/api/batches', batch)).body.errors[0].message).toMatch(/more than ten years away/);
  await server.close();
});

test('a fault in the answer after something was saved never says that nothing was', async () => {
  const server = await testServer();
  const lot = someLot();
  const addLot = server.store.addLot.bind(server.store);
  server.store.addLot = async (one) => ({ ...(await addLot(one)), unassigned: Number.NaN });
  expect((await server.ask('POST', '/api/lots', lot)).body.detail).toMatch(/^It was saved, but could not be shown/);
  expect((await server.ask('GET', '/api/lots')).body).toHaveLength(1);
  await server.close();
});

describe('the secret', () => {
  test.each([' '.repeat(16), 'aaaaaaaaaaaaaaaaaaaa', 'short'])('“%s” is no secret', (CHILL_SECRET) => {
    expect(() => readConfig({ CHILL_SECRET })).toThrow('CHILL_SECRET');
  });
  test.each(['PORT', 'HOST', 'CHILL_DATA', 'CHILL_TODAY'])('%s that is set but empty is asked about', (name) => {
    expect(() => readConfig({ [name]: '' })).toThrow(`${name} is empty`);
  });
  test('guessed wrong ten times in a minute, nobody there is listened to until the minute is over; others are', () => {
    let now = 0;
    const guesses = new Guesses(() => now);
    for (let i = 0; i < 10; i++) guesses.wrong(i % 2 ? '2001:db8:1:2::7' : '2001:db8:1:2:aaaa::1');
    expect([guesses.tooMany('2001:db8:1:2::9'), guesses.tooMany('2001:db8:1:3::9'), guesses.tooMany('10.0.0.1')]).toEqual([
      true,
      false,
      false,
    ]);
    now = 60_000;
    expect(guesses.tooMany('2001:db8:1:2::9')).toBe(false);
  });
  test('is asked for with the headers that keep browsers safe, and refused after too many guesses even where it is right', async () => {
    const server = await testServer({ secret: 'a-long-enough-secret', address: 'https://chill.example' });
    const basic = (password: string, host = 'chill.example') => ({ authorization: `Basic ${btoa(`x:${password}`)}`, host });
    const { headers } = await server.ask('GET', '/api/health', undefined, { host: 'chill.example' });
    expect(headers).toMatchObject({ 'www-authenticate': expect.any(String), 'content-security-policy': expect.any(String) });
    expect((await server.ask('GET', '/api/health', undefined, basic('a-long-enough-secret', 'other.example'))).status).toBe(403);
    await server.ask('PUT', '/api/nursery', NURSERY, basic('a-long-enough-secret'));
    const calendar = await server.app.inject({ url: '/api/calendar.ics', headers: basic('a-long-enough-secret') });
    expect(calendar.statusCode).toBe(200);
    const statuses = [];
    for (let i = 0; i < 11; i++) statuses.push((await server.ask('GET', '/api/health', undefined, basic('wrong'))).status);
    expect(statuses).toEqual([...Array(10).fill(401), 429]);
    expect((await server.ask('GET', '/api/health', undefined, basic('a-long-enough-secret'))).status).toBe(429);
    await server.close();
  });
});

test('labels are bounded, and drawn while others are answered', async () => {
  const server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const lot = someLot({ seeds: 500, speciesId: handbook.find(({ id }) => id === 'larix-occidentalis')?.id as string });
  await server.ask('POST', '/api/lots', lot);
  const { code } = (await server.ask('POST', '/api/batches', someBatch(lot, 40))).body as { code: string };
  const ask = (copies: number, of: string) => server.app.inject(`/api/labels.pdf?kind=bag&sheet=a4-24&copies=${copies}&of=${of}`);
  expect((await ask(200, Array(6).fill(code).join(','))).json().errors[0].message).toMatch(/At most 1,000 labels/);
  const order: string[] = [];
  const drawn = ask(150, code).then(({ statusCode }) => order.push(`labels ${statusCode}`));
  for (let i = 0; i < 3; i++) order.push(`health ${(await server.ask('GET', '/api/health')).status}`);
  await drawn;
  expect(order).toEqual(['health 200', 'health 200', 'health 200', 'labels 200']);
  await server.close();
});
