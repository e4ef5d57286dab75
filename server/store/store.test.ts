import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fold } from '@chill/core/ledger/fold.ts';
import type { Batch } from '@chill/model/batch.ts';
import { describe, expect, test } from '@jest/globals';
import { NURSERY, someBatch, someLot, TODAY, temporaryFolder, testServer, uuid } from '../testing.ts';
import { backUp, listBackups, restoreBackup } from './backup.ts';
import { DATABASE_FILE, openDatabase } from './open.ts';
import { Queue } from './queue.ts';
import { rawDatabase } from './raw.ts';

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
    await source.query('DELETE FROM migrations');
    for (const table of ['reading_day', 'reading_import', 'own_species', 'lot_event', 'event', 'batch', 'lot', 'place', 'clock', 'nursery'])
      await source.query(`DROP TABLE "${table}"`);
    await close();
    const again = await openDatabase(dataFolder);
    expect(listBackups(dataFolder)).toHaveLength(1);
    await again.destroy();
  });
});

describe('a backup', () => {
  test('restored gives back what was there, and keeps what it replaces', async () => {
    const first = await testServer();
    const kept = someLot();
    await first.ask('POST', '/api/lots', kept);
    const backup = await backUp(first.source, first.dataFolder, 'test');
    await first.ask('POST', '/api/lots', someLot());
    await first.close();
    const { replaced } = restoreBackup(backup, first.dataFolder, DATABASE_FILE);
    expect(existsSync(replaced as string)).toBe(true);
    const second = await testServer({ dataFolder: first.dataFolder });
    expect((await second.ask('GET', '/api/lots')).body.map((lot: { id: string }) => lot.id)).toEqual([kept.id]);
    await second.close();
  });
  test('that is no database is refused, and nothing is changed', () => {
    const folder = temporaryFolder();
    const picture = join(folder, 'picture.png');
    writeFileSync(picture, 'not a database, though long enough to be read as one '.repeat(100));
    expect(() => restoreBackup(picture, folder, DATABASE_FILE)).toThrow('is not a sound backup');
    expect(readdirSync(folder)).toEqual(['picture.png']);
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
  return { child, send };
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
  expect(rawDatabase(checked).pragma('integrity_check', { simple: true })).toBe('ok');
  await checked.destroy();
}, 60_000);
