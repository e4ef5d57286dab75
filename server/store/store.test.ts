import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { fold } from '@chill/core/ledger/fold.ts';
import type { Batch } from '@chill/model/batch.ts';
import { NewEvent } from '@chill/model/event.ts';
import type { LotInHand } from '@chill/model/lot.ts';
import { describe, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { leaveBehind, NURSERY, someBatch, someLot, TODAY, temporaryFolder, testServer, uuid } from '../testing.ts';
import { backUp, keptBackups, listBackups, restoreBackup } from './backup.ts';
import { DATABASE_FILE } from './files.ts';
import { openDatabase } from './open.ts';
import { Queue } from './queue.ts';
import { rawDatabase } from './raw.ts';
import { Unusable } from './unusable.ts';

/** Kinds of events that the last version did not know. */
const CAME_SINCE = [
  'waited',
  'amended',
  'cutOpen',
  'tended',
  'tendingMoved',
  'withdrawn',
  'smoked',
  'heatPulsed',
] satisfies NewEvent['kind'][];

describe('the database', () => {
  test('has the tables that the entities describe: no drift', async () => {
    const { source, close } = await testServer();
    expect((await source.driver.createSchemaBuilder().log()).upQueries).toEqual([]);
    await close();
  });
  test('is opened for keeping: WAL, full synchronisation, foreign keys', async () => {
    const { source, close } = await testServer();
    const pragma = (name: string) => rawDatabase(source).pragma(name, { simple: true });
    expect([pragma('journal_mode'), pragma('synchronous'), pragma('foreign_keys')]).toEqual(['wal', 2, 1]);
    await close();
  });
  test('is backed up before a migration changes it', async () => {
    const { source, dataFolder, close } = await testServer();
    await source.query("DELETE FROM migrations WHERE name = 'Store1760000000005'");
    await source.query('DROP TABLE store');
    await close();
    await (await openDatabase(dataFolder)).close();
    expect(listBackups(dataFolder)).toHaveLength(1);
  });
  test('of the last version opens, and holds all that it held', async () => {
    const folder = temporaryFolder();
    const last = (name: string) => readFileSync(new URL(`./lastVersion/${name}`, import.meta.url), 'utf8');
    const database = new Database(join(folder, DATABASE_FILE));
    database.exec(last('chill.sql'));
    database.close();
    const { app, store, source, ask, close } = await testServer({ dataFolder: folder });
    const batches: Batch[] = (await ask('GET', '/api/batches')).body;
    const lots: LotInHand[] = (await ask('GET', '/api/lots')).body;
    const places = await store.places();
    const readings = await Promise.all(places.map(({ id }) => store.readings(id)));
    const held = {
      batches: batches.map((batch) => {
        const { counts, stage, closedOn } = fold(batch.plan, batch.events);
        return { code: batch.code, events: batch.events.length, counts, stage, closedOn };
      }),
      lots: lots.map(({ code, unassigned, events }) => ({ code, unassigned, events: events.length })),
      readings: readings.reduce((sum, { at_ms }) => sum + at_ms.length, 0),
    };
    const expected = JSON.parse(last('expected.json'));
    expect(JSON.parse(JSON.stringify(held))).toMatchObject(expected);
    expect(new Set(batches.flatMap(({ events }) => events.map(({ kind }) => kind))).size).toBe(NewEvent.options.length - CAME_SINCE.length);
    // Whatever was kept under a former name is found under that of now, and the ledger of lots stays as it was written.
    const kept = (
      await Promise.all(['lot', 'lot_event', 'batch', 'own_species'].map((table) => source.query(`SELECT body FROM ${table}`)))
    ).flat();
    expect(JSON.stringify(kept)).not.toMatch(/soundness|\\"(sound|ways?|freedWithout|usuallySound)\\":|sinkersAreSound/);
    expect(lots.find(({ code }) => code === 'LARIX-1')?.events).toContainEqual(expect.objectContaining({ kind: 'cutTested', viable: 17 }));
    await expect(source.query("UPDATE lot_event SET body = '{}'")).rejects.toThrow('append-only');
    // The species of its own is still there, and what is shown of every batch can be made.
    expect((await ask('GET', '/api/handbook')).body.map(({ id }: { id: string }) => id)).toContain('larix-own');
    expect((await app.inject('/api/tables/batches.csv')).statusCode).toBe(200);
    await close();
  });
  test('is for one server alone, and no backup is put back under it', async () => {
    const server = await testServer();
    await expect(openDatabase(server.dataFolder)).rejects.toThrow('already running');
    const backup = await backUp(rawDatabase(server.source), server.dataFolder, 'asked');
    expect(() => restoreBackup(backup, server.dataFolder)).toThrow('already running');
    await server.close();
    expect(restoreBackup(backup, server.dataFolder).replaced).toBeDefined();
  });
  test('that is gone or empty beside backups is not silently begun anew', async () => {
    const server = await testServer();
    await backUp(rawDatabase(server.source), server.dataFolder, 'asked');
    await server.close();
    const file = join(server.dataFolder, DATABASE_FILE);
    writeFileSync(file, '');
    await expect(openDatabase(server.dataFolder)).rejects.toThrow(/is empty, but there are backups.*npm run restore/);
    rmSync(file);
    await expect(openDatabase(server.dataFolder)).rejects.toThrow(/is gone, but there are backups/);
    await (await openDatabase(server.dataFolder, { startEmpty: true })).close();
  });
  test('of a newer Chill, or damaged, or no folder at all is refused in one sentence, and stays as it is', async () => {
    const server = await testServer();
    await server.source.query("INSERT INTO migrations (timestamp, name) VALUES (9999, 'Later9999')");
    await server.close();
    const file = join(server.dataFolder, DATABASE_FILE);
    const before = readFileSync(file);
    await expect(openDatabase(server.dataFolder)).rejects.toThrow('written by a newer Chill');
    expect(readFileSync(file).equals(before)).toBe(true);
    writeFileSync(file, 'no database at all, but a text that is long enough to be read as one '.repeat(100));
    await expect(openDatabase(server.dataFolder)).rejects.toThrow(/is damaged: put a backup back/);
    await expect(openDatabase(file)).rejects.toThrow(/is a file, not a folder/);
    await expect(openDatabase('/dev/full/x')).rejects.toThrow(Unusable);
    await expect(openDatabase(`/${'x'.repeat(300)}`)).rejects.toThrow('cannot be made or read');
    rmSync(file);
    mkdirSync(file);
    await expect(openDatabase(server.dataFolder)).rejects.toThrow('A folder lies where the data file should be');
  });
});

describe('a backup', () => {
  test('restored gives back what was there under a name of its own, and keeps what it replaces with its log', async () => {
    const first = await testServer();
    const kept = someLot();
    await first.ask('POST', '/api/lots', kept);
    const backup = await backUp(rawDatabase(first.source), first.dataFolder, 'asked');
    const last = someLot();
    await first.ask('POST', '/api/lots', last);
    const { etag } = (await first.ask('GET', '/api/batches')).headers;
    // Killed: the last lot is in the log alone.
    const killed = temporaryFolder();
    leaveBehind(first.dataFolder, killed);
    await first.close();
    const { replaced } = restoreBackup(backup, killed);
    const old = new Database(replaced as string);
    expect(old.prepare('SELECT id FROM lot ORDER BY rowid').pluck().all()).toEqual([kept.id, last.id]);
    old.close();
    const second = await testServer({ dataFolder: killed });
    expect((await second.ask('GET', '/api/lots')).body.map((lot: { id: string }) => lot.id)).toEqual([kept.id]);
    expect((await second.ask('GET', '/api/batches')).headers.etag).not.toBe(etag);
    await second.close();
  });
  test('that is no database is refused, and nothing is changed', () => {
    const folder = temporaryFolder();
    const picture = join(folder, 'picture.png');
    writeFileSync(picture, 'not a database, though long enough to be read as one '.repeat(100));
    expect(() => restoreBackup(picture, folder)).toThrow('is not a good backup');
    const other = join(folder, 'other.sqlite');
    new Database(other).exec('CREATE TABLE music (id)').close();
    expect(() => restoreBackup(other, folder)).toThrow('another program');
    expect(readdirSync(folder).sort()).toEqual(['other.sqlite', 'picture.png']);
  });
  test('is made when the last is older than a day; a damaged file pushes no good one out, and health says so', async () => {
    const server = await testServer();
    for (let i = 0; i < 3; i++) await server.ask('POST', '/api/lots', someLot());
    expect((await server.ask('GET', '/api/health')).body).toMatchObject({ status: 'ok', today: TODAY, lastBackup: null });
    await server.backups.lookAfter();
    await server.backups.lookAfter();
    expect(listBackups(server.dataFolder)).toHaveLength(1);
    await server.backups.lookAfter(Date.now() + 90_000_000);
    expect(listBackups(server.dataFolder)).toHaveLength(2);
    const [{ page }] = (await server.source.query(
      "SELECT rootpage AS page FROM sqlite_master WHERE tbl_name = 'lot_event' AND type = 'index'",
    )) as [{ page: number }];
    await server.close();
    const file = join(server.dataFolder, DATABASE_FILE);
    const bytes = readFileSync(file);
    bytes.fill(0xfe, (page - 1) * 4096, (page - 1) * 4096 + 200);
    writeFileSync(file, bytes);
    const again = await testServer({ dataFolder: server.dataFolder });
    await again.backups.lookAfter(Date.now() + 180_000_000);
    expect((await again.ask('GET', '/api/health')).body).toMatchObject({ status: 'damaged', fault: expect.any(String) });
    expect(listBackups(server.dataFolder)).toHaveLength(2);
    await again.close();
  });
  test('is due though a file of a day to come, or an empty one of today, lies among them; many asked for at once are one after the other', async () => {
    const server = await testServer();
    await server.ask('PUT', '/api/nursery', NURSERY);
    await server.backups.save();
    const [first] = listBackups(server.dataFolder).map((path) => readFileSync(path));
    const put = (name: string, bytes: Uint8Array) => writeFileSync(join(server.dataFolder, 'backups', name), bytes);
    rmSync(join(server.dataFolder, 'backups'), { recursive: true });
    mkdirSync(join(server.dataFolder, 'backups'));
    put('chill-2031-01-01T04-00-00-000Z-daily.sqlite', first as Buffer);
    put(`chill-${new Date().toISOString().slice(0, 10)}T00-00-00-000Z-daily.sqlite`, new Uint8Array());
    expect((await server.ask('GET', '/api/health')).body.lastBackup).toBeNull();
    await server.backups.lookAfter();
    expect(listBackups(server.dataFolder)).toHaveLength(3);
    const saved = await Promise.all(Array.from({ length: 30 }, () => server.app.inject('/api/everything')));
    expect(new Set(saved.map(({ statusCode }) => statusCode))).toEqual(new Set([200]));
    expect(saved.every(({ rawPayload }) => rawPayload.subarray(0, 15).toString() === 'SQLite format 3')).toBe(true);
    // Neither was thrown away.
    expect(listBackups(server.dataFolder)).toEqual(
      expect.arrayContaining([expect.stringContaining('2031'), expect.stringContaining('T00-00-00')]),
    );
    await server.close();
  });
  test('stays while it is among the newest fourteen, or is the newest of one of twelve months', () => {
    const day = (month: number, date: number) =>
      `chill-20${25 + Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}-${date}T04-00-00-000Z-daily.sqlite`;
    const newestFirst = Array.from({ length: 20 }, (_, month) => [28, 27, 26, 25, 24].map((date) => day(19 - month, date))).flat();
    const kept = keptBackups(newestFirst);
    expect(kept.size).toBe(14 + 12 - 3);
    // Saved twenty times in one day: of those the newest five are kept, and all that was.
    const asked = Array.from({ length: 20 }, (_, i) => `chill-2026-08-29T05-${59 - i}-00-000Z-asked.sqlite`);
    const withAsked = keptBackups([...asked, ...newestFirst]);
    expect(asked.filter((one) => withAsked.has(one))).toEqual(asked.slice(0, 5));
    expect(newestFirst.slice(0, 14).every((one) => withAsked.has(one))).toBe(true);
    expect([...kept].slice(0, 14)).toEqual(newestFirst.slice(0, 14));
    expect(kept.has(day(19 - 11, 28)) && !kept.has(day(19 - 12, 28)) && !kept.has(day(19 - 11, 27))).toBe(true);
  });
});

test('work in the queue runs one after the other, also after a failure', async () => {
  const queue = new Queue();
  const order: string[] = [];
  const work = (name: string, fails = false) =>
    queue.run(async () => {
      order.push(`${name} in`);
      await new Promise((done) => setTimeout(done, 3));
      order.push(`${name} out`);
      if (fails) throw new Error(name);
    });
  const outcomes = await Promise.allSettled([work('a'), work('b', true), work('c')]);
  expect(order).toEqual(['a in', 'a out', 'b in', 'b out', 'c in', 'c out']);
  expect(outcomes.map((one) => one.status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
});

/** A real server in a process of its own, so that it can be killed. */
async function startServer(dataFolder: string) {
  const env = { ...process.env, PORT: '0', CHILL_DATA: dataFolder, CHILL_TODAY: TODAY, NODE_OPTIONS: '' };
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], { env, stdio: ['ignore', 'pipe', 'inherit'] });
  const [line] = (await once(child.stdout, 'data')) as [Buffer];
  const address = /http:\/\/[\d.:]+/.exec(line.toString())?.[0] as string;
  const send = async (method: string, path: string, body?: unknown) => {
    const response = await fetch(address + path, {
      method,
      ...(body !== undefined && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
    // biome-ignore lint/suspicious/noExplicitAny: what the server answers is judged by the expectations.
    return { status: response.status, body: (await response.json()) as any };
  };
  return { child, send, address };
}

test('killed in the middle of a hundred writes, every acknowledged event is there and every sum is right', async () => {
  const dataFolder = temporaryFolder();
  const first = await startServer(dataFolder);
  await first.send('PUT', '/api/nursery', NURSERY);
  const lot = someLot({ seeds: 1000 });
  await first.send('POST', '/api/lots', lot);
  const batches: Batch[] = [];
  for (let i = 0; i < 10; i++) batches.push((await first.send('POST', '/api/batches', someBatch(lot, 60))).body);

  const acknowledged = new Set<string>();
  const writing = batches.map(async (batch) => {
    for (let version = 0; version < 10; version++) {
      const id = uuid();
      const event = { id, on: TODAY, kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'sprouted', count: 2 }] };
      const { status } = await first.send('POST', `/api/batches/${batch.id}/events`, { decidedOn: version, events: [event] });
      if (status === 200) acknowledged.add(id);
      if (acknowledged.size === 40) first.child.kill('SIGKILL');
    }
  });
  const died = once(first.child, 'exit');
  await Promise.allSettled(writing);
  await died;
  expect(acknowledged.size).toBeGreaterThanOrEqual(40);
  expect(acknowledged.size).toBeLessThan(100);

  const second = await startServer(dataFolder);
  const after = (await second.send('GET', '/api/batches')).body as Batch[];
  const kept = new Set(after.flatMap((batch) => batch.events.map((event) => event.id)));
  expect([...acknowledged].filter((id) => !kept.has(id))).toEqual([]);
  for (const batch of after) {
    const { counts } = fold(batch.plan, batch.events);
    expect(Object.values(counts).reduce((sum, count) => sum + count, 0)).toBe(60);
  }
  second.child.kill('SIGTERM');
  await once(second.child, 'exit');
  const checked = await openDatabase(dataFolder);
  expect(rawDatabase(checked.source).pragma('integrity_check', { simple: true })).toBe('ok');
  await checked.close();
}, 60_000);

test('told to stop, it stops, whoever holds on to it: the silent, those who never finish, and those who listen', async () => {
  const dataFolder = temporaryFolder();
  const { child, send, address } = await startServer(dataFolder);
  await send('PUT', '/api/nursery', NURSERY);
  const port = Number(new URL(address).port);
  const holdOn = (text: string) =>
    new Promise<void>((held) => {
      const socket = connect(port, '127.0.0.1', () => socket.write(text, () => held()));
      socket.on('error', () => undefined);
    });
  const host = `Host: 127.0.0.1:${port}\r\n`;
  await holdOn('');
  await holdOn('GET /api/he');
  await holdOn(`PUT /api/nursery HTTP/1.1\r\n${host}Content-Type: application/json\r\nContent-Length: 5000\r\n\r\n{"name"`);
  await holdOn(`GET /api/health HTTP/1.1\r\n${host}Connection: keep-alive\r\n\r\n`);
  await holdOn(
    `GET /api/devices/balance HTTP/1.1\r\n${host}Connection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 13\r\nSec-WebSocket-Key: ${btoa('x'.repeat(16))}\r\n\r\n`,
  );
  const ended = once(child, 'exit');
  child.kill('SIGTERM');
  expect(await ended).toEqual([0, null]);
  const again = await testServer({ dataFolder });
  expect((await again.ask('GET', '/api/nursery')).body).toMatchObject({ name: NURSERY.name });
  await again.close();
}, 30_000);
