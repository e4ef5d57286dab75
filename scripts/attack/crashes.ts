import { once } from 'node:events';
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import type { Batch } from '../../model/batch.ts';
import { DATABASE_FILE } from '../../server/store/files.ts';
import { leaveBehind, NURSERY, someBatch, someLot, TODAY, temporaryFolder, testServer, uuid } from '../../server/testing.ts';
import { startServer } from '../bench/serve.ts';

const up = (id: string) => ({ id, on: TODAY, kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'sprouted', count: 1 }] });

async function post(address: string, path: string, body: unknown): Promise<Response> {
  return fetch(address + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
}

/** Kills a server in the middle of writing, so many times over the same data, and counts what was acknowledged and is not there. */
export async function kills(times: number): Promise<{ acknowledged: number; lost: number }> {
  const seed = await testServer();
  await seed.ask('PUT', '/api/nursery', NURSERY);
  const lot = someLot({ seeds: 60 * 8 });
  await seed.ask('POST', '/api/lots', lot);
  const batches: Batch[] = [];
  for (let i = 0; i < 8; i++) batches.push((await seed.ask('POST', '/api/batches', someBatch(lot, 60))).body);
  await seed.close();
  const acknowledged = new Set<string>();
  const version = new Map(batches.map(({ id }) => [id, 0]));
  for (let time = 0; time < times; time++) {
    const { child, address } = await startServer(seed.dataFolder);
    const until = 40 + Math.floor(Math.random() * 160);
    let written = 0;
    const died = once(child, 'exit');
    const writing = batches.map(async ({ id }) => {
      for (;;) {
        const event = up(uuid());
        const response = await post(address, `/api/batches/${id}/events`, { decidedOn: version.get(id), events: [event] });
        if (response.status === 409) version.set(id, ((await response.json()) as { version: number }).version);
        if (response.status === 422) return;
        if (response.status !== 200) continue;
        acknowledged.add(event.id);
        version.set(id, (version.get(id) ?? 0) + 1);
        written += 1;
        if (written === until) child.kill('SIGKILL');
      }
    });
    const enough = setTimeout(() => child.kill('SIGKILL'), 8000);
    await Promise.allSettled(writing);
    child.kill('SIGKILL');
    await died;
    clearTimeout(enough);
  }
  const left = new Database(join(seed.dataFolder, DATABASE_FILE));
  const there = new Set(left.prepare('SELECT id FROM event').pluck().all());
  left.close();
  return { acknowledged: acknowledged.size, lost: [...acknowledged].filter((id) => !there.has(id)).length };
}

/** Cuts the log of a killed server at so many places: whatever is cut off, what is left opens, is sound, and is what was written up to some moment. */
export async function cuts(places: number): Promise<{ opened: number; outOfOrder: number }> {
  const server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const written: string[] = [];
  for (let i = 0; i < 30; i++) {
    const lot = someLot();
    await server.ask('POST', '/api/lots', lot);
    written.push(lot.id);
  }
  const folder = temporaryFolder();
  leaveBehind(server.dataFolder, folder);
  const log = readFileSync(join(folder, `${DATABASE_FILE}-wal`));
  await server.close();
  let [opened, outOfOrder] = [0, 0];
  for (let i = 0; i < places; i++) {
    const cut = temporaryFolder();
    copyFileSync(join(folder, DATABASE_FILE), join(cut, DATABASE_FILE));
    writeFileSync(join(cut, `${DATABASE_FILE}-wal`), log.subarray(0, Math.floor(((i + 0.37) / places) * log.length)));
    const again = await testServer({ dataFolder: cut });
    const there = ((await again.ask('GET', '/api/lots')).body as { id: string }[]).map(({ id }) => id);
    await again.close();
    opened += 1;
    if (there.some((id, k) => id !== written[k])) outOfOrder += 1;
  }
  return { opened, outOfOrder };
}

/** So many connections that say nothing, or never finish; whether others are answered all the same, and the server stops when it is told to. */
export async function holdOn(connections: number): Promise<{ answered: boolean; stopped: boolean }> {
  const { child, address } = await startServer(temporaryFolder());
  const port = Number(new URL(address).port);
  const beginnings = ['', 'GET /api/he', `POST /api/lots HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nContent-Length: 99\r\n\r\n{`];
  for (let i = 0; i < connections; i++) {
    const socket = connect(port, '127.0.0.1', () => socket.write(beginnings[i % beginnings.length] as string));
    socket.on('error', () => undefined);
  }
  const answered = (await fetch(`${address}/api/health`)).ok;
  const ended = once(child, 'exit').then(([code]) => code === 0);
  child.kill('SIGTERM');
  const late = new Promise<boolean>((resolve) => setTimeout(() => resolve(false), 5000));
  const stopped = await Promise.race([ended, late]);
  if (!stopped) child.kill('SIGKILL');
  return { answered, stopped };
}
