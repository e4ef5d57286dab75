import { join } from 'node:path';
import type { Place } from '@chill/model/place.ts';
import { describe, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { handbook, leaveBehind, NURSERY, someBatch, someLot, TODAY, temporaryFolder, testServer, uuid } from '../testing.ts';
import { FAILURES, makeFaulty } from './faulty.ts';
import { DATABASE_FILE } from './files.ts';

/** What a killed process leaves: the file and its log, as they are on the disk now. */
function killedNow(dataFolder: string): Database.Database {
  const folder = temporaryFolder();
  leaveBehind(dataFolder, folder);
  return new Database(join(folder, DATABASE_FILE));
}

describe.each(FAILURES)('a call to the database that fails, %s', (how) => {
  test('whichever it is: what was acknowledged is there after a kill, and what was not is not', async () => {
    let server = await testServer();
    let plan = makeFaulty(server.source);
    await server.ask('PUT', '/api/nursery', NURSERY);
    const place = ((await server.ask('GET', '/api/places')).body as Place[])[0] as Place;
    const told = new Map<string, boolean>();
    let [restarts, failed, calls] = [0, 0, Number.POSITIVE_INFINITY];
    // One call fails in each round, whatever it is; every round after it shows whether the connection was put right.
    for (let at = 1; at <= calls; at += 2) {
      const lot = someLot({ code: `LO-${at}` });
      const batch = someBatch(lot, 40);
      const [looked, counted, reading, own] = [uuid(), uuid(), uuid(), `own-${at}`];
      const moved = { ...place, id: uuid(), name: `Shelf ${at}` };
      const steps: [string, 'POST' | 'PUT', string, unknown][] = [
        [lot.id, 'POST', '/api/lots', lot],
        [batch.id, 'POST', '/api/batches', batch],
        [
          looked,
          'POST',
          `/api/batches/${batch.id}/events`,
          { decidedOn: 0, events: [{ id: looked, on: TODAY, kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'mouldy', count: 1 }] }] },
        ],
        [
          counted,
          'POST',
          `/api/lots/${lot.id}/events`,
          { decidedOn: 0, event: { id: counted, on: TODAY, kind: 'cutTest', sound: 5, tested: 6 } },
        ],
        [moved.id, 'PUT', `/api/places/${moved.id}`, moved],
        [own, 'PUT', `/api/handbook/${own}`, { ...handbook[0], id: own, basedOn: handbook[0]?.id }],
        [
          reading,
          'POST',
          `/api/places/${place.id}/reading`,
          { id: reading, at: `2026-10-01T00:${String(at % 60).padStart(2, '0')}:00.${String(at).padStart(3, '0')}Z`, celsius: 4 },
        ],
      ];
      Object.assign(plan, { calls: 0, at, how });
      for (const [id, method, url, body] of steps) {
        const { status } = await server.ask(method, url, body);
        told.set(id, status < 300);
        if (status >= 500) failed += 1;
      }
      if (plan.calls < at) calls = plan.calls;
      Object.assign(plan, { at: undefined });
      // One that could not be left in a known state refuses everything until it is started again.
      if ((await server.ask('GET', '/api/places')).status !== 200) {
        restarts += 1;
        await server.close();
        server = await testServer({ dataFolder: server.dataFolder });
        plan = makeFaulty(server.source);
      }
    }
    expect(failed).toBeGreaterThan(10);
    expect(restarts).toBeLessThan(failed / 2);
    const left = killedNow(server.dataFolder);
    const there = new Set(
      ['lot', 'batch', 'event', 'lot_event', 'place', 'own_species', 'reading_import'].flatMap((table) =>
        left.prepare(`SELECT id FROM ${table}`).pluck().all(),
      ),
    );
    expect([...told].filter(([id, saved]) => saved !== there.has(id))).toEqual([]);
    expect(left.pragma('integrity_check', { simple: true })).toBe('ok');
    left.close();
    await server.close();
  }, 180_000);
});
