import { once } from 'node:events';
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { fold } from '../../core/ledger/fold.ts';
import type { Batch } from '../../model/batch.ts';
import { DATABASE_FILE } from '../../server/store/files.ts';
import { readBeside } from '../../server/store/raw.ts';
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
  const left = readBeside(seed.dataFolder);
  const there = new Set(left.prepare('SELECT id FROM event').pluck().all());
  left.close();
  return { acknowledged: acknowledged.size, lost: [...acknowledged].filter((id) => !there.has(id)).length };
}

/** Cuts the log of a killed server at so many places: whatever is cut off, what is left opens, is intact, and is what was written up to some moment. */
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

/** So many entries by eight clients at once, each on what it last saw of batches that all of them write to: what was taken is there once, in order, and every sum is right. */
export async function interleaved(entries: number): Promise<{ taken: number; wrong: number }> {
  const server = await testServer({ requestsPerMinute: 10_000_000 });
  await server.ask('PUT', '/api/nursery', NURSERY);
  const batches: Batch[] = [];
  for (let i = 0; i < 20; i++) {
    const lot = someLot({ seeds: 2000, code: `I-${i}` });
    await server.ask('POST', '/api/lots', lot);
    batches.push((await server.ask('POST', '/api/batches', someBatch(lot, 2000))).body);
  }
  const taken = new Map(batches.map(({ id }) => [id, new Set<string>()]));
  let left = entries;
  const client = async () => {
    const seen = new Map(batches.map(({ id }) => [id, 0]));
    while (left-- > 0) {
      const { id } = batches[Math.floor(Math.random() * batches.length)] as Batch;
      const event = up(uuid());
      const { status, body } = await server.ask('POST', `/api/batches/${id}/events`, { decidedOn: seen.get(id), events: [event] });
      if (status === 200) taken.get(id)?.add(event.id);
      seen.set(id, status === 200 ? body.events.length : status === 409 ? body.version : (seen.get(id) as number));
    }
  };
  await Promise.all(Array.from({ length: 8 }, client));
  let wrong = 0;
  for (const { id, plan } of batches) {
    const { events } = (await server.ask('GET', `/api/batches/${id}`)).body as Batch;
    const mine = taken.get(id) as Set<string>;
    const { counts } = fold(plan, events);
    const inOrder = events.every(({ version, id: event }, i) => version === i + 1 && mine.has(event));
    if (!inOrder || events.length !== mine.size || counts.sprouted !== mine.size || counts.waiting !== 2000 - mine.size) wrong += 1;
  }
  await server.close();
  return { taken: [...taken.values()].reduce((sum, one) => sum + one.size, 0), wrong };
}
