import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { addDays } from '../../core/calendar/dates.ts';
import { bagCode } from '../../core/ledger/bagCode.ts';
import { drawnIn } from '../../e2e/benchFrames.ts';
import { rawDatabase } from '../../server/store/raw.ts';
import { NURSERY, someBatch, someLot, TODAY, testServer, uuid } from '../../server/testing.ts';
import { quantile, say } from './say.ts';
import { check, startServer } from './serve.ts';

/** A nursery of ten years, beside one that only has what is open in it. */
const OPEN = 300;
const CLOSED = 19_700;
const EVENTS_EACH = 35;
const PER_LOT = 10;
const ROUNDS = 12;
const FEW = 200;
const MANY = 2000;
/** Three weeks on, every open batch is due. */
const LOOKED_AT = addDays(TODAY, 21);

/** What the first screen asks for. */
const FIRST_SCREEN = ['nursery', 'clock', 'places', 'lots', 'batches', 'handbook', 'temperatures', 'past'].map((name) => `/api/${name}`);

async function fill(closed: number, open = OPEN): Promise<string> {
  const server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const fridge = ((await server.ask('GET', '/api/places')).body as { id: string; kind: string }[]).find(
    ({ kind }) => kind === 'fridge',
  )?.id;
  const model = someLot({ seeds: PER_LOT * 60 });
  const plan = someBatch(model, 60);
  const cold = plan.plan.stages.findIndex(({ kind }) => kind === 'coldMoist');
  const begun = Array.from({ length: cold + 1 }, (_, stage) => [
    ...(stage > 0 ? [{ kind: 'stageFinished', stage: stage - 1, moves: [] }] : []),
    { kind: 'stageStarted', stage, placeId: fridge },
  ]).flat();
  const database = rawDatabase(server.source);
  const addLot = database.prepare('INSERT INTO lot (id, code, seeds, version, drawer, body) VALUES (?, ?, ?, 1, 0, ?)');
  const addBatch = database.prepare('INSERT INTO batch (id, code, lot_id, seeds, closed_on, body) VALUES (?, ?, ?, 60, ?, ?)');
  const addEvent = database.prepare('INSERT INTO event (id, batch_id, version, body) VALUES (?, ?, ?, ?)');
  const keep = database.prepare('INSERT INTO kept (batch_id, lot_id, test, mould_read) VALUES (?, ?, 0, 1)');
  const keepMould = database.prepare("INSERT INTO kept_mould VALUES (?, 'towel', ?, 1, 2)");
  database.transaction(() => {
    let lotId = '';
    for (let i = 0; i < closed + open; i++) {
      const isClosed = i < closed;
      if (i % PER_LOT === 0) {
        const lot = { ...model, id: uuid(), code: `L${i}` };
        lotId = lot.id;
        addLot.run(lot.id, lot.code, lot.seeds, JSON.stringify(lot));
      }
      const batch = { ...plan, id: uuid(), lotId, code: bagCode(i), speciesId: model.speciesId };
      const closedOn = isClosed ? addDays(TODAY, -30 - (i % 3000)) : null;
      addBatch.run(batch.id, batch.code, lotId, closedOn, JSON.stringify(batch));
      const checks = Array.from({ length: EVENTS_EACH - begun.length - (isClosed ? 1 : 0) }, () => ({ ...check(1), moves: [] }));
      const said = [
        ...begun.map((one) => ({ id: uuid(), on: TODAY, ...one })),
        ...checks,
        ...(isClosed ? [{ id: uuid(), on: TODAY, kind: 'closed' }] : []),
      ];
      for (const [k, event] of said.entries())
        addEvent.run(
          event.id,
          batch.id,
          k + 1,
          JSON.stringify({ ...event, batchId: batch.id, version: k + 1, recordedAt: `${TODAY}T09:00:00.000Z` }),
        );
      if (!isClosed) continue;
      keep.run(batch.id, lotId);
      keepMould.run(batch.id, closedOn);
    }
  })();
  await server.close();
  return server.dataFolder;
}

interface Measured {
  start: number;
  firstDue: number;
  bytes: number;
  round: number;
  calendar: number;
  memory_MB: number;
  /** The longest that a request that needs nothing had to wait while others were answered, ms. */
  blocked: number;
}

async function measure(dataFolder: string): Promise<Measured> {
  const began = performance.now();
  const { child, address } = await startServer(dataFolder, LOOKED_AT);
  const start = performance.now() - began;
  const ask = async (path: string) => {
    const asked = performance.now();
    const { byteLength } = await (await fetch(address + path)).arrayBuffer();
    return { byteLength, ms: performance.now() - asked };
  };
  const { ms: firstDue } = await ask('/api/round');
  const answers = await Promise.all(FIRST_SCREEN.map(ask));
  const bytes = answers.reduce((sum, { byteLength }) => sum + byteLength, 0);
  const several = async (path: string) => {
    const took: number[] = [];
    for (let i = 0; i < ROUNDS; i++) took.push((await ask(path)).ms);
    return quantile(took, 0.95);
  };
  const [round, calendar] = [await several('/api/round'), await several('/api/calendar.ics')];
  const memory_MB = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1]) / 1024;
  let over = false;
  const waits: number[] = [];
  const others = Promise.all(
    [...FIRST_SCREEN, '/api/round', '/api/calendar.ics', '/api/archive?page=3', '/api/tables/batches.csv'].map(ask),
  ).then(() => {
    over = true;
  });
  while (!over) {
    waits.push((await ask('/api/genera')).ms);
    await new Promise((done) => setTimeout(done, 5));
  }
  await others;
  child.kill('SIGTERM');
  await once(child, 'exit');
  return { start, firstDue, bytes, round, calendar, memory_MB, blocked: quantile(waits, 0.99) };
}

/** Many open batches in the browser: the first page by the row against that of 200, and the Cold page. */
export async function benchMany(): Promise<void> {
  const drawn = async (open: number) => {
    const { child, address } = await startServer(await fill(0, open), LOOKED_AT);
    const times = await drawnIn(address, open);
    child.kill('SIGTERM');
    await once(child, 'exit');
    return times;
  };
  const [few, many] = [await drawn(FEW), await drawn(MANY)];
  say('first page with 2,000 open batches / with 200, by the row', many.first_ms / MANY / (few.first_ms / FEW), 1.5, '×');
  say('Cold page with 2,000 open batches, drawn (not a ratio)', many.cold_ms, 1500, 'ms');
}

/** Ten years of closed batches against none: what is closed must cost nothing until it is asked for. */
export async function benchGrowth(): Promise<void> {
  const [young, old] = [await fill(0), await fill(CLOSED)];
  // The one and the other in turn, so that both meet the machine as it is; the better of each is what it can do.
  const runs = [await measure(young), await measure(old), await measure(young), await measure(old)];
  const least = (pick: (one: Measured) => number, which: 0 | 1) =>
    Math.min(pick(runs[which] as Measured), pick(runs[which + 2] as Measured));
  const ratio = (pick: (one: Measured) => number) => least(pick, 1) / least(pick, 0);
  say(
    '20,000 batches against their 300 open ones: start',
    ratio((one) => one.start),
    1.5,
    '×',
  );
  say(
    '  to the first due task',
    ratio((one) => one.firstDue),
    1.5,
    '×',
  );
  say(
    '  transfer of the first screen',
    ratio((one) => one.bytes),
    1.5,
    '×',
  );
  say(
    '  round, p95',
    ratio((one) => one.round),
    1.3,
    '×',
  );
  say(
    '  calendar, p95',
    ratio((one) => one.calendar),
    1.5,
    '×',
  );
  say(
    '  memory of the server',
    ratio((one) => one.memory_MB),
    1.5,
    '×',
  );
  say(
    '  a small request while large ones are answered, p99 (not a ratio)',
    least((one) => one.blocked, 1),
    50,
    'ms',
  );
}
