import type { Place } from '../../model/place.ts';
import { type Failure, makeFaulty } from '../../server/store/faulty.ts';
import { readBeside } from '../../server/store/raw.ts';
import { handbook, leaveBehind, NURSERY, someBatch, someLot, TODAY, temporaryFolder, testServer, uuid } from '../../server/testing.ts';

/** Tables that hold what the steps write, each with an id of its own. */
const TABLES = ['lot', 'batch', 'event', 'lot_event', 'place', 'own_species', 'reading_import'] as const;

/** What came of making calls to the database fail. */
export interface FaultOutcome {
  /** Calls that were made to fail, requests answered by a fault of the server's, and servers that had to be started again. */
  calls: number;
  failed: number;
  restarts: number;
  /** How many of each table were acknowledged. */
  saved: Record<(typeof TABLES)[number], number>;
  /** Ids acknowledged and not there after a kill, or there and not acknowledged. */
  wrong: string[];
  /** What SQLite says of the file that the kill left. */
  intact: string;
}

/**
 * Makes every `every`th call to the database fail in turn, one in each round of seven kinds of writing, and then looks at what a kill would leave. Every round
 * after a failure shows whether the connection was put right.
 */
export async function faultsInTurn(how: Failure, every: number): Promise<FaultOutcome> {
  let server = await testServer();
  let plan = makeFaulty(server.source);
  await server.ask('PUT', '/api/nursery', NURSERY);
  const place = ((await server.ask('GET', '/api/places')).body as Place[])[0] as Place;
  const said = new Map<string, { table: (typeof TABLES)[number]; saved: boolean }>();
  let [restarts, failed, rounds, calls] = [0, 0, 0, Number.POSITIVE_INFINITY];
  for (let at = 1; at <= calls; at += every) {
    rounds += 1;
    Object.assign(plan, { calls: 0, at, how });
    for (const { table, id, method, url, body } of stepsOf(at, place)) {
      const { status } = await server.ask(method, url, body);
      said.set(id, { table, saved: status < 300 });
      if (status >= 500) failed += 1;
    }
    if (plan.calls < at) calls = plan.calls;
    Object.assign(plan, { at: undefined });
    // One that could not be left in a known state refuses everything until it is started again.
    if ((await server.ask('GET', '/api/places')).status === 200) continue;
    restarts += 1;
    await server.close();
    server = await testServer({ dataFolder: server.dataFolder });
    plan = makeFaulty(server.source);
  }
  const folder = temporaryFolder();
  leaveBehind(server.dataFolder, folder);
  const left = readBeside(folder);
  const there = new Set(TABLES.flatMap((table) => left.prepare(`SELECT id FROM ${table}`).pluck().all()));
  const intact = left.pragma('integrity_check', { simple: true }) as string;
  left.close();
  await server.close();
  const acknowledged = [...said.values()].filter(({ saved }) => saved);
  return {
    calls: rounds,
    failed,
    restarts,
    saved: Object.fromEntries(
      TABLES.map((table) => [table, acknowledged.filter((one) => one.table === table).length]),
    ) as FaultOutcome['saved'],
    wrong: [...said].filter(([id, { saved }]) => saved !== there.has(id)).map(([id]) => id),
    intact,
  };
}

/** One round of writing: a lot, a batch of it, its end, a test of the lot, a place, a species, a reading. */
function stepsOf(at: number, place: Place) {
  const lot = someLot({ code: `LO-${at}` });
  const batch = someBatch(lot, 40);
  const [closed, cut, reading, own] = [uuid(), uuid(), uuid(), `own-${at}`];
  const shelf = { ...place, id: uuid(), name: `Shelf ${at}` };
  const lost = { id: uuid(), on: TODAY, kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'mouldy', count: 1 }] };
  const moment = `2026-10-01T00:${String(at % 60).padStart(2, '0')}:00.${String(at).padStart(3, '0')}Z`;
  return [
    { table: 'lot', id: lot.id, method: 'POST', url: '/api/lots', body: lot },
    { table: 'batch', id: batch.id, method: 'POST', url: '/api/batches', body: batch },
    {
      table: 'event',
      id: closed,
      method: 'POST',
      url: `/api/batches/${batch.id}/events`,
      body: { decidedOn: 0, events: [lost, { id: closed, on: TODAY, kind: 'closed' }] },
    },
    {
      table: 'lot_event',
      id: cut,
      method: 'POST',
      url: `/api/lots/${lot.id}/events`,
      body: { decidedOn: 0, event: { id: cut, on: TODAY, kind: 'cutTested', viable: 5, tested: 6 } },
    },
    { table: 'place', id: shelf.id, method: 'PUT', url: `/api/places/${shelf.id}`, body: shelf },
    {
      table: 'own_species',
      id: own,
      method: 'PUT',
      url: `/api/handbook/${own}`,
      body: { ...handbook[0], id: own, basedOn: handbook[0]?.id },
    },
    {
      table: 'reading_import',
      id: reading,
      method: 'POST',
      url: `/api/places/${place.id}/reading`,
      body: { id: reading, at: moment, celsius: 4 },
    },
  ] as const;
}
