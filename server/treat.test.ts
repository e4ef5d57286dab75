import { parseDeviceLine } from '@chill/core/devices/line.ts';
import { fold } from '@chill/core/ledger/fold.ts';
import { planSplit } from '@chill/core/treat/split.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import type { Lot } from '@chill/model/lot.ts';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { NurseryClock } from './nursery/clock.ts';
import type { Store } from './store/store.ts';
import { NURSERY, someBatch, someLot, TODAY, temporaryFolder, testServer, uuid } from './testing.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let lot: Lot;
let batch: Batch;
const place = uuid();

beforeEach(async () => {
  server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  lot = someLot({ speciesId: 'lupinus-sericeus', seeds: 100 });
  await server.ask('POST', '/api/lots', lot);
  batch = (await server.ask('POST', '/api/batches', someBatch(lot, 60, 'file-then-towel'))).body;
});
afterEach(() => server.close());

const post = (events: NewEvent[], decidedOn = batch.events.length) =>
  server.ask('POST', `/api/batches/${batch.id}/events`, { decidedOn, events });
const record = async (...events: NewEvent[]) => {
  const answer = await post(events);
  expect(answer.status).toBe(200);
  batch = answer.body;
};
const now = async () => (await server.ask('GET', '/api/clock')).body.now as string;
const soak = async (swollen: number) =>
  record(
    { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 0, placeId: place },
    { id: uuid(), on: TODAY, kind: 'stageFinished', stage: 0, moves: [] },
    { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 1, placeId: place },
    {
      id: uuid(),
      on: TODAY,
      kind: 'swellingChecked',
      swelling: { by: 'count', soaked: 60, swollen },
      moves: [{ from: 'waiting', to: 'swollen', count: swollen }],
    },
  );
const planned = (count: number) => {
  const split = planSplit(batch, fold(batch.plan, batch.events), count, 'openCoat', TODAY, uuid);
  if ('reason' in split) throw new Error(split.reason.key);
  return split;
};
const splitOff = (body: unknown) => server.ask('POST', `/api/batches/${batch.id}/splits`, body);
const unassigned = async () => (await server.ask('GET', '/api/lots')).body[0].unassigned;

describe('a split', () => {
  test('makes both or neither, counts its seeds once, and is harmless twice', async () => {
    await soak(22);
    const body = planned(38);
    const first = await splitOff(body);
    expect(first.status).toBe(201);
    expect(first.body[1]).toMatchObject({ from: { batchId: batch.id, round: 2 }, plan: { seeds: 38 }, events: [] });
    const again = await splitOff(body);
    expect(again.body).toEqual(first.body);
    expect(await unassigned()).toBe(40);
    expect((await server.ask('GET', '/api/batches')).body).toHaveLength(2);
  });
  test('of more than is there, of another batch, or decided on an old state, leaves nothing behind', async () => {
    await soak(22);
    const good = planned(38);
    const tooMany = {
      ...good,
      event: { ...good.event, moves: [{ ...good.event.moves[0], count: 39 }] },
      batch: { ...good.batch, plan: { ...good.batch.plan, seeds: 39 } },
    };
    expect((await splitOff(tooMany)).body.errors[0].message).toContain('Only 38 are waiting');
    expect((await splitOff({ ...good, batch: { ...good.batch, plan: { ...good.batch.plan, seeds: 37 } } })).status).toBe(422);
    expect((await splitOff({ ...good, batch: { ...good.batch, from: { batchId: uuid(), round: 2 } } })).body.errors[0].field).toBe(
      'batch.from',
    );
    expect((await splitOff({ ...good, batch: { ...good.batch, lotId: uuid() } })).body.errors[0].field).toBe('batch.lotId');
    expect((await splitOff({ ...good, decidedOn: 1 })).status).toBe(409);
    expect((await server.ask('GET', '/api/batches')).body).toHaveLength(1);
  });
  test('cannot come by another door', async () => {
    await soak(22);
    const { event, batch: part } = planned(38);
    expect((await post([event])).body.errors[0].message).toContain('send it as a split');
    expect((await server.ask('POST', '/api/batches', part)).body.errors[0].field).toBe('from');
  });
  test('is not undone once the part has entries of its own', async () => {
    await soak(22);
    const { body: made } = await splitOff(planned(38));
    batch = made[0];
    const undo: NewEvent = { id: uuid(), on: TODAY, kind: 'reversed', reverses: batch.events.at(-1)?.id as string };
    const begun: NewEvent = { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 0, placeId: place };
    await server.ask('POST', `/api/batches/${made[1].id}/events`, { decidedOn: 0, events: [begun] });
    expect((await post([undo])).body.errors[0].message).toContain('entries of its own');
  });
  test('undone while the part is untouched, the part gives its seeds back and is closed; and it is never redone', async () => {
    await soak(22);
    const { body: made } = await splitOff(planned(38));
    batch = made[0];
    await record({ id: uuid(), on: TODAY, kind: 'reversed', reverses: batch.events.at(-1)?.id as string });
    expect(fold(batch.plan, batch.events).counts).toMatchObject({ waiting: 38, swollen: 22, movedOn: 0 });
    const part: Batch = (await server.ask('GET', `/api/batches/${made[1].id}`)).body;
    expect(fold(part.plan, part.events)).toMatchObject({ counts: { movedOn: 38 }, closedOn: TODAY });
    const redo: NewEvent = { id: uuid(), on: TODAY, kind: 'reversed', reverses: batch.events.at(-1)?.id as string };
    expect((await post([redo])).body.errors[0].message).toContain('split again');
    expect(await unassigned()).toBe(40);
  });
});

describe('a timer', () => {
  const timer = uuid();
  const begin = async () =>
    record(
      { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 0, placeId: place },
      { id: uuid(), on: TODAY, kind: 'timerStarted', timer, stage: 0, step: 'sanding', seconds: 60, at: await now() },
    );
  const end = async (): Promise<NewEvent> => ({ id: uuid(), on: TODAY, kind: 'timerEnded', timer, at: await now() });

  test('rings on two phones and is ended on both: the second adds nothing, and is told no fault', async () => {
    await begin();
    const [one, two] = [await end(), await end()];
    expect((await post([one])).body.events).toHaveLength(3);
    const second = await post([two]);
    expect(second.status).toBe(200);
    expect(second.body.events).toHaveLength(3);
  });
  test('started a day ahead of the nursery’s clock, it is refused', async () => {
    const at = new Date(Date.parse(await now()) + 86_400_000).toISOString();
    const events: NewEvent[] = [
      { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 0, placeId: place },
      { id: uuid(), on: TODAY, kind: 'timerStarted', timer: uuid(), stage: 0, step: 'sanding', seconds: 60, at },
    ];
    expect((await post(events)).body.errors).toEqual([{ field: 'events.1.at', message: expect.stringContaining('is in the future') }]);
  });
});

test('a clock set by hand shows that day, runs as real time runs, and does not jump at a restart', async () => {
  const dataFolder = temporaryFolder();
  const first = await testServer({ demo: true, dataFolder });
  await first.ask('PUT', '/api/nursery', NURSERY);
  await first.ask('POST', '/api/clock/step', { days: 3 });
  const said = (await first.ask('GET', '/api/clock')).body;
  expect(said).toMatchObject({ today: '2026-11-04', now: expect.stringMatching(/^2026-11-04T/) });
  await first.close();
  const second = await testServer({ demo: true, dataFolder });
  const later = (await second.ask('GET', '/api/clock')).body;
  await second.close();
  const gone = Date.parse(later.now) - Date.parse(said.now);
  expect(gone).toBeGreaterThanOrEqual(0);
  expect(gone).toBeLessThan(60_000);
});

test('a demo that is started again begins where it was left, however long ago', async () => {
  const day = '2027-02-16';
  const asked = Date.now() - 9 * 3_600_000;
  let kept = { today: day, ahead: Date.parse(`${day}T07:00:00Z`) - asked, asked };
  const store = {
    setClock: async () => kept,
    saveClock: async (today: string, ahead: number) => {
      kept = { ...kept, today, ahead };
    },
    nursery: async () => NURSERY,
  };
  const clock = new NurseryClock(store as unknown as Store, { demo: true });
  for (let i = 0; i < 2; i++) expect(Math.abs((await clock.now_ms()) - Date.parse(`${day}T07:00:00Z`))).toBeLessThan(60_000);
});

describe('devices', () => {
  test('none outside the demo; in it four, each saying its lines', async () => {
    expect((await server.ask('GET', '/api/devices')).body).toEqual([]);
    const demo = await testServer({ demo: true });
    expect((await demo.ask('GET', '/api/devices')).body).toHaveLength(4);
    const lines: string[] = [];
    await new Promise<void>((done) => {
      const stop = demo.devices.listen('scale', undefined, (line) => {
        if (lines.push(line) < 3) return;
        stop?.();
        done();
      });
    });
    await demo.close();
    const read = lines.map((line) => parseDeviceLine('scale', line));
    expect(read.map((one) => one.ok && one.value.kind)).toEqual(['hello', 'reading', 'reading']);
  });
});
