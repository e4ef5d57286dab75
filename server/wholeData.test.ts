import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { readConfig } from './config.ts';
import { serve } from './serve.ts';
import type { Running } from './start.ts';
import { CRAFTED, crafted, soundFile } from './store/crafted.ts';
import { DATABASE_FILE } from './store/files.ts';
import look from './store/look.ts';
import { lookAt } from './store/lookAt.ts';
import { NURSERY, someBatch, someLot, TODAY, temporaryFolder, testServer, uuid } from './testing.ts';

/** A server at an address of its own, which can be asked and whose data can be changed. */
async function served(dataFolder: string, grow?: (folder: string) => Promise<void>) {
  const env = { PORT: '0', HOST: '127.0.0.1', CHILL_DATA: dataFolder, CHILL_TODAY: '2027-02-16' };
  const running = await serve(readConfig(env), {
    log: false,
    unsure: (error) => Promise.reject(error),
    ...(grow && { grow }),
  });
  const ask = async (method: string, path: string, body?: object | Uint8Array) => {
    const isFile = body instanceof Uint8Array;
    const response = await fetch(running.address + path, {
      method,
      ...(body && {
        body: isFile ? body : JSON.stringify(body),
        headers: { 'content-type': isFile ? 'application/octet-stream' : 'application/json' },
      }),
    });
    return { status: response.status, headers: response.headers, bytes: new Uint8Array(await response.arrayBuffer()) };
  };
  const json = async (method: string, path: string, body?: object | Uint8Array) => {
    const { status, bytes } = await ask(method, path, body);
    return { status, body: bytes.length > 0 ? JSON.parse(new TextDecoder().decode(bytes)) : undefined };
  };
  return { running, ask, json, dataFolder };
}

/** Waits until the server has opened other data than before. */
async function changed({ json }: Awaited<ReturnType<typeof served>>, before: string): Promise<void> {
  for (let i = 0; i < 600; i++) {
    const now = await json('GET', '/api/health').catch(() => undefined);
    if (now?.status === 200 && now.body.opened !== before) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('The server has not come back.');
}

describe('all of the data', () => {
  let one: Awaited<ReturnType<typeof served>>;
  const open: Running[] = [];
  beforeAll(async () => {
    one = await served(temporaryFolder());
    open.push(one.running);
    await one.json('PUT', '/api/nursery', NURSERY);
    await one.json('POST', '/api/lots', someLot());
  });
  afterAll(async () => {
    for (const running of open) await running.stop();
  });

  test('is saved as one file, which another server reads back; what was there is kept', async () => {
    const saved = await one.ask('GET', '/api/everything');
    expect(saved.headers.get('content-disposition')).toBe('attachment; filename="chill-2027-02-16.sqlite"');
    expect(new TextDecoder().decode(saved.bytes.slice(0, 15))).toBe('SQLite format 3');

    const other = await served(temporaryFolder());
    open.push(other.running);
    await other.json('PUT', '/api/nursery', { ...NURSERY, name: 'Elsewhere' });
    const looked = await other.json('POST', '/api/everything', saved.bytes);
    expect(looked).toEqual({
      status: 200,
      body: { name: NURSERY.name, lots: 1, batches: 0, hash: expect.stringMatching(/^[0-9a-f]{64}$/) },
    });
    // To have looked at it changes nothing.
    expect((await other.json('GET', '/api/nursery')).body.name).toBe('Elsewhere');
    const before = (await other.json('GET', '/api/health')).body.opened;
    // Only what was looked at goes in: not another that was sent since.
    const hash = looked.body.hash.replace(/^./, looked.body.hash.startsWith('0') ? '1' : '0');
    expect((await other.json('POST', '/api/everything/read-back', { hash })).status).toBe(409);
    expect((await other.json('POST', '/api/everything/read-back', { hash: looked.body.hash })).status).toBe(204);
    await changed(other, before);
    expect((await other.json('GET', '/api/nursery')).body.name).toBe(NURSERY.name);
    expect((await other.json('GET', '/api/lots')).body).toHaveLength(1);
    expect(readdirSync(join(other.dataFolder, 'backups')).length).toBeGreaterThan(0);
  });

  test('is not read back from what is no nursery’s, and nothing is left of that', async () => {
    const refused = await one.json('POST', '/api/everything', new TextEncoder().encode('no database at all'));
    expect(refused).toMatchObject({
      status: 422,
      body: { errors: [{ field: 'file', message: expect.stringContaining('holds no nursery’s data') }] },
    });
    expect(existsSync(join(one.dataFolder, 'incoming'))).toBe(false);
    expect((await one.json('POST', '/api/everything/read-back', { hash: 'none' })).status).toBe(404);
    expect((await one.json('POST', '/api/everything', {})).status).toBe(422);
    expect((await one.json('GET', '/api/nursery')).body.name).toBe(NURSERY.name);
  });

  test('gives way to the demo and is there again, untouched', async () => {
    // Grown already: a demo takes half a minute.
    const demo = await served(join(one.dataFolder, 'demo'));
    await demo.json('PUT', '/api/nursery', { ...NURSERY, name: 'Sallow Gap' });
    await demo.running.stop();
    writeFileSync(join(one.dataFolder, 'demo', 'filled'), '');
    for (const [there, name] of [
      [true, 'Sallow Gap'],
      [false, NURSERY.name],
    ] as const) {
      const before = (await one.json('GET', '/api/health')).body.opened;
      expect((await one.json('POST', '/api/look-around', { there })).status).toBe(204);
      await changed(one, before);
      expect((await one.json('GET', '/api/nursery')).body.name).toBe(name);
      expect((await one.json('GET', '/api/clock')).body.lookingAround).toBe(there ? true : undefined);
    }
  });
});

test('the demo is grown once where two ask for it, and anew where it was left half-grown', async () => {
  const folder = temporaryFolder();
  mkdirSync(join(folder, 'demo'));
  writeFileSync(join(folder, 'demo', DATABASE_FILE), 'half of a demo');
  const grown: string[] = [];
  const server = await served(folder, async (demo) => {
    expect(existsSync(demo)).toBe(false);
    grown.push(demo);
    await new Promise((done) => setTimeout(done, 300));
    mkdirSync(demo);
    writeFileSync(join(demo, 'filled'), '');
  });
  const before = (await server.json('GET', '/api/health')).body.opened;
  const asked = await Promise.all([1, 2].map(() => server.json('POST', '/api/look-around', { there: true })));
  expect(asked.map(({ status }) => status)).toEqual([204, 204]);
  await changed(server, before);
  expect(grown).toEqual([join(folder, 'demo')]);
  await server.running.stop();
});

describe('a file that was made to hurt', () => {
  let sound: Uint8Array;
  beforeAll(async () => {
    sound = await soundFile();
  });

  test.each(CRAFTED)('%s', async (sql, fault) => {
    const looked = await look(crafted(sound, sql));
    if (fault === undefined) expect(looked).toMatchObject({ contents: { name: NURSERY.name, lots: 1, batches: 1 } });
    else expect(looked).toMatchObject({ fault: expect.stringContaining(fault) });
  });

  test('is none that has batches withdrawn and closed, plants given for a promise, and what was learned', async () => {
    const server = await testServer();
    await server.ask('PUT', '/api/nursery', NURSERY);
    const lot = someLot();
    await server.ask('POST', '/api/lots', lot);
    const [back, over] = [someBatch(lot, 20), someBatch(lot, 20)];
    const promise = { id: uuid(), speciesId: lot.speciesId, plants: 5, on: '2027-05-28', whom: 'a hedge' };
    await server.ask('PUT', `/api/promises/${promise.id}`, promise);
    const record = async (batch: { id: string }, ...events: object[]) => {
      await server.ask('POST', '/api/batches', batch);
      const said = events.map((event) => ({ id: uuid(), on: TODAY, ...event }));
      expect((await server.ask('POST', `/api/batches/${batch.id}/events`, { decidedOn: 0, events: said })).status).toBe(200);
    };
    await record(back, { kind: 'withdrawn' });
    const given = { kind: 'seedsMoved', promise: promise.id, moves: [{ from: 'waiting', to: 'givenAway', count: 3 }] };
    await record(over, given, { kind: 'closed' });
    await server.ask('GET', '/api/learned');
    expect((await server.ask('GET', '/api/promises')).status).toBe(200);
    const folder = crafted(readFileSync(await server.backups.save()), 'SELECT 1');
    await server.close();
    expect(await look(folder)).toMatchObject({ contents: { batches: 2 } });
  });

  test('is looked at in a process that is ended where it takes too long, whatever it does', async () => {
    const begun = Date.now();
    expect(await lookAt(crafted(sound, 'SELECT 1'), 1)).toMatchObject({ fault: expect.stringContaining('took longer') });
    expect(Date.now() - begun).toBeLessThan(20_000);
    expect(await lookAt(crafted(sound, 'SELECT 1'))).toMatchObject({ contents: { batches: 1 } });
  });

  test('is said at the start, with the backup to put back; the file stays as it is', async () => {
    const folder = crafted(sound, "INSERT INTO own_species (id, body) VALUES ('x', 'no JSON')");
    mkdirSync(join(folder, 'backups'));
    writeFileSync(join(folder, 'backups', 'chill-2026-01-01T04-00-00-000Z-daily.sqlite'), sound);
    await expect(served(folder)).rejects.toThrow(/cannot be read: table own_species, x.*npm run restore -- .*2026-01-01/);
    await expect(served(folder)).rejects.toThrow(/cannot be read/);
  });
});
