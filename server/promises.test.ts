import { addDays } from '@chill/core/calendar/dates.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import type { PlantPromise } from '@chill/model/promise.ts';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { NURSERY, someBatch, someLot, TODAY, testServer, uuid } from './testing.ts';

let server: Awaited<ReturnType<typeof testServer>>;
beforeAll(async () => {
  server = await testServer({ demo: true });
  await server.ask('PUT', '/api/nursery', NURSERY);
});
afterAll(() => server.close());

const promise: PlantPromise = { id: uuid(), speciesId: 'larix-occidentalis', plants: 12, on: '2027-05-28', whom: 'a hedge' };
const put = (one: Partial<PlantPromise>, at = promise.id) => server.ask('PUT', `/api/promises/${at}`, { ...promise, ...one });
const inHand = async () => (await server.ask('GET', '/api/promises')).body;

test('plants are promised, changed, and closed; what cannot be is refused at its field', async () => {
  expect(await put({})).toMatchObject({ status: 200 });
  expect(await put({ plants: 15, version: 1 })).toMatchObject({ status: 200, body: { version: 2 } });
  // Sent again it changes nothing; sent by somebody who has not seen that change, or late, it is refused with what stands.
  expect(await put({ plants: 15, version: 1 })).toMatchObject({ status: 200, body: { version: 2 } });
  for (const late of [{}, { plants: 9, version: 1 }])
    expect(await put(late)).toMatchObject({ status: 409, body: { is: { ...promise, plants: 15, version: 2 } } });
  expect((await inHand()).promises).toEqual([{ ...promise, plants: 15, version: 2 }]);
  const refused: [Partial<PlantPromise>, string][] = [
    [{ plants: 0 }, 'plants'],
    [{ whom: ' ' }, 'whom'],
    [{ on: '2027-02-30' }, 'on'],
    [{ speciesId: 'nothing-at-all' }, 'speciesId'],
    [{ closed: { on: addDays(TODAY, 3), how: 'kept' } }, 'closed.on'],
  ];
  for (const [wrong, field] of refused)
    expect(await put({ version: 2, ...wrong })).toMatchObject({ status: 422, body: { errors: [{ field }] } });
  expect(await put({}, uuid())).toMatchObject({ body: { errors: [{ field: 'id' }] } });
});

test('several are promised at once, all or none', async () => {
  const all = (...promises: Partial<PlantPromise>[]) =>
    server.ask('POST', '/api/promises', { promises: promises.map((one) => ({ ...promise, id: uuid(), ...one })) });
  const before = (await inHand()).promises.length;
  expect(await all({ priority: 'first', confidence: 0.8 }, { speciesId: 'nothing-at-all' })).toMatchObject({
    body: { errors: [{ field: 'promises.1.speciesId' }] },
  });
  expect(await all({ lotId: uuid() })).toMatchObject({ body: { errors: [{ field: 'promises.0.lotId' }] } });
  expect(await all({ confidence: 0.2 })).toMatchObject({ body: { errors: [{ field: 'promises.0.confidence' }] } });
  expect((await inHand()).promises).toHaveLength(before);
  expect(await all({ priority: 'first', confidence: 0.8 }, {})).toMatchObject({ status: 201 });
  expect((await inHand()).promises).toHaveLength(before + 2);
});

test('plants go out against a promise of their species alone, and are counted once the batch is out of hand', async () => {
  const lot = someLot();
  await server.ask('POST', '/api/lots', lot);
  const batch: Batch = (await server.ask('POST', '/api/batches', someBatch(lot))).body;
  const post = (...events: NewEvent[]) => server.ask('POST', `/api/batches/${batch.id}/events`, { decidedOn: batch.events.length, events });
  const stages = batch.plan.stages.flatMap(({ kind }, stage): NewEvent[] => [
    { id: uuid(), on: TODAY, kind: 'stageStarted', stage, placeId: uuid() },
    ...(kind === 'pot' ? [] : [{ id: uuid(), on: TODAY, kind: 'stageFinished', stage, moves: [] } satisfies NewEvent]),
  ]);
  const up: NewEvent[] = (['sprouted', 'potted'] as const).map((to, i) => ({
    id: uuid(),
    on: TODAY,
    kind: 'seedsMoved',
    moves: [{ from: i === 0 ? 'waiting' : 'sprouted', to, count: 9 }],
  }));
  const out = (of: string): NewEvent => ({
    id: uuid(),
    on: TODAY,
    kind: 'seedsMoved',
    moves: [{ from: 'potted', to: 'plantedOut', count: 9 }],
    promise: of,
  });
  expect(await post(...stages, ...up, out(uuid()))).toMatchObject({ body: { errors: [{ message: 'There is no such promise.' }] } });
  const other = uuid();
  await put({ id: other, speciesId: 'quercus-rubra' }, other);
  expect(await post(...stages, ...up, out(other))).toMatchObject({
    body: { errors: [{ message: 'That promise is of another species.' }] },
  });
  expect(await post(...stages, ...up, out(promise.id), { id: uuid(), on: TODAY, kind: 'closed' })).toMatchObject({ status: 200 });
  expect((await inHand()).given).toEqual({});
  await server.ask('POST', '/api/clock/step', { days: 8 });
  expect((await inHand()).given).toEqual({ [promise.id]: 9 });
});
