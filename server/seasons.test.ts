import { bagCode } from '@chill/core/ledger/bagCode.ts';
import type { Batch, NewBatch } from '@chill/model/batch.ts';
import type { NewSeason, SeasonPlan } from '@chill/model/seasonPlan.ts';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { NURSERY, someBatch, someLot, TODAY, testServer, uuid } from './testing.ts';

let server: Awaited<ReturnType<typeof testServer>>;
const lot = someLot({ seeds: 200 });
const promise = { id: uuid(), speciesId: lot.speciesId, plants: 12, on: '2027-05-28', whom: 'a hedge' };
async function begin(): Promise<void> {
  server = await testServer({ demo: true });
  await server.ask('PUT', '/api/nursery', NURSERY);
  await server.ask('POST', '/api/lots', lot);
  await server.ask('PUT', `/api/promises/${promise.id}`, promise);
}
beforeAll(begin);
afterAll(() => server.close());

const season = (batches: NewBatch[], id = uuid()): NewSeason => ({
  batches,
  plan: {
    id,
    on: TODAY,
    promises: [
      {
        promiseId: promise.id,
        speciesId: promise.speciesId,
        whom: 'a hedge',
        plants: 12,
        on: promise.on,
        batchIds: batches.map((one) => one.id),
      },
    ],
  },
});
const accept = (one: NewSeason) => server.ask('POST', '/api/seasons', one);
const undo = (id: string) => server.ask('POST', `/api/seasons/${id}/undo`, {});
const inStock = async () =>
  ((await server.ask('GET', '/api/lots')).body as { id: string; unassigned: number }[]).find(({ id }) => id === lot.id)?.unassigned;
const inHand = async () => (await server.ask('GET', '/api/batches')).body as Batch[];

test('a season is accepted whole or not at all; what cannot be is refused at its field', async () => {
  const [good, greedy] = [someBatch(lot, 60), someBatch(lot, 150)];
  const refused: [NewSeason, string][] = [
    [season([good, greedy]), 'batches.1.plan.seeds'],
    [{ ...season([good]), batches: [good, someBatch(lot, 10)] }, 'batches'],
    [{ ...season([good]), batches: [] }, 'batches'],
    [{ ...season([good]), plan: { ...season([good]).plan, on: '2027-01-01' } }, 'plan.on'],
  ];
  for (const [wrong, field] of refused) expect(await accept(wrong)).toMatchObject({ status: 422, body: { errors: [{ field }] } });
  const stranger = season([good]);
  for (const row of stranger.plan.promises) row.promiseId = uuid();
  expect(await accept(stranger)).toMatchObject({ body: { errors: [{ field: 'plan.promises.0.promiseId' }] } });
  expect([await inHand(), await inStock()]).toEqual([[], 200]);
});

test('accepted it can be undone in one: the seed is in stock again, and no bag code is given twice', async () => {
  const first = season([someBatch(lot, 60), someBatch(lot, 40)]);
  const made = await accept(first);
  expect(made).toMatchObject({ status: 201, body: [{ code: bagCode(0) }, { code: bagCode(1) }] });
  expect(await accept(first)).toMatchObject({ status: 201, body: made.body });
  expect([(await inHand()).length, await inStock()]).toEqual([2, 100]);
  expect(await undo(first.plan.id)).toMatchObject({ status: 200, body: { undone: TODAY } });
  expect(await undo(first.plan.id)).toMatchObject({ status: 200 });
  expect([await inHand(), await inStock()]).toEqual([[], 200]);
  expect(await accept(first)).toMatchObject({ body: { errors: [{ field: 'plan.id' }] } });
  const second = season([someBatch(lot, 60)]);
  expect((await accept(second)).body).toMatchObject([{ code: bagCode(2) }]);
  expect((await server.ask('GET', '/api/seasons')).body).toMatchObject([{ id: second.plan.id }, { id: first.plan.id, undone: TODAY }]);

  const [batch] = second.batches as [NewBatch];
  const begun = { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 0, placeId: uuid() };
  expect(await server.ask('POST', `/api/batches/${batch.id}/events`, { decidedOn: 0, events: [begun] })).toMatchObject({ status: 200 });
  expect(await undo(second.plan.id)).toMatchObject({
    body: { errors: [{ message: `These batches have entries already: ${bagCode(2)}. Undo their entries first.` }] },
  });
  expect(await undo(uuid())).toMatchObject({ status: 404 });
  expect(await inStock()).toBe(140);
});

test('planned batches may be planned anew: withdrawn with the season that does, all or none, and none that has begun or that no season planned', async () => {
  const before = await inStock();
  const old = season([someBatch(lot, 30), someBatch(lot, 20)]);
  const [one, other] = (await accept(old)).body as [Batch, Batch];
  const anew = (withdraw: string[], seeds = 40) => accept({ ...season([someBatch(lot, seeds)]), withdraw });
  const stray: Batch = (await server.ask('POST', '/api/batches', someBatch(lot, 10))).body;
  expect(await anew([stray.id])).toMatchObject({ body: { errors: [{ field: 'withdraw' }] } });
  expect(await anew([one.id], 500)).toMatchObject({ body: { errors: [{ field: 'batches.0.plan.seeds' }] } });
  expect((await inHand()).map(({ id }) => id)).toContain(one.id);
  const later = season([someBatch(lot, 40)]);
  expect(await accept({ ...later, withdraw: [one.id] })).toMatchObject({ status: 201 });
  const plans = async () => (await server.ask('GET', '/api/seasons')).body as SeasonPlan[];
  const kept = async () => (await plans()).find(({ id }) => id === old.plan.id);
  expect((await kept())?.promises.flatMap(({ batchIds }) => batchIds)).toEqual([other.id]);
  expect(await inStock()).toBe((before ?? 0) - 20 - 40 - 10);

  // A season that a later one planned anew in part waits for that one's undo, which brings back what it took, code and all.
  expect((await plans()).find(({ id }) => id === later.plan.id)).not.toHaveProperty('replaced');
  expect(await undo(old.plan.id)).toMatchObject({ body: { errors: [{ field: 'id', message: expect.stringContaining('later season') }] } });
  const tag = async () => (await server.ask('GET', '/api/batches')).headers['etag'];
  const tags = [await tag()];
  expect(await undo(later.plan.id)).toMatchObject({ status: 200 });
  tags.push(await tag());
  expect((await inHand()).find(({ id }) => id === one.id)).toMatchObject({ code: one.code, plan: { seeds: 30 } });
  expect((await kept())?.promises.flatMap(({ batchIds }) => batchIds)).toEqual([one.id, other.id]);
  // Once its seed is in another batch, nothing of the undo is done.
  const again = season([someBatch(lot, 1)]);
  expect(await accept({ ...again, withdraw: [one.id] })).toMatchObject({ status: 201 });
  tags.push(await tag());
  expect(new Set(tags).size).toBe(3);
  const rest: Batch = (await server.ask('POST', '/api/batches', someBatch(lot, (await inStock()) as number))).body;
  expect(rest.code).not.toBe(one.code);
  expect(await undo(again.plan.id)).toMatchObject({ body: { errors: [{ field: 'id', message: expect.stringContaining(one.code) }] } });
  expect((await plans()).find(({ id }) => id === again.plan.id)?.undone).toBeUndefined();

  const begun = { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 0, placeId: uuid() };
  await server.ask('POST', `/api/batches/${other.id}/events`, { decidedOn: 0, events: [begun] });
  expect(await anew([other.id], 5)).toMatchObject({
    body: { errors: [{ field: 'withdraw', message: expect.stringContaining(other.code) }] },
  });
  expect((await kept())?.undone).toBeUndefined();
});

test('a batch that was never begun is withdrawn: seed and code come back, nothing came of it, and it can be taken back while both are free', async () => {
  const mine = someLot({ seeds: 50 });
  await server.ask('POST', '/api/lots', mine);
  const stock = async () =>
    ((await server.ask('GET', '/api/lots')).body as { id: string; unassigned: number }[]).find(({ id }) => id === mine.id)?.unassigned;
  const { body: made } = await server.ask('POST', '/api/batches', someBatch(mine, 40));
  const event = (what: object) => ({ id: uuid(), on: TODAY, ...what });
  const append = (decidedOn: number, ...events: object[]) => server.ask('POST', `/api/batches/${made.id}/events`, { decidedOn, events });
  const withdrawn = event({ kind: 'withdrawn' });
  expect(await append(0, withdrawn)).toMatchObject({ status: 200, body: { events: [{ kind: 'withdrawn' }] } });
  expect(await stock()).toBe(50);
  expect((await server.ask('GET', '/api/results')).body).toEqual([]);
  // Undone it holds its seeds again; withdrawn once more, its code and its seed go to the next.
  expect((await append(1, event({ kind: 'reversed', reverses: withdrawn.id }))).status).toBe(200);
  expect(await stock()).toBe(10);
  const again = event({ kind: 'withdrawn' });
  await append(2, again);
  const { body: next } = await server.ask('POST', '/api/batches', someBatch(mine, 30));
  expect(next.code).toBe(made.code);
  expect(await append(3, event({ kind: 'reversed', reverses: again.id }))).toMatchObject({
    status: 422,
    body: { errors: [{ message: 'Its code went to another batch since: plan it anew.' }] },
  });
  expect(await stock()).toBe(20);
  // What has begun is not withdrawn.
  const begun = event({ kind: 'stageStarted', stage: 0, placeId: uuid() });
  expect(await server.ask('POST', `/api/batches/${next.id}/events`, { decidedOn: 0, events: [begun] })).toMatchObject({ status: 200 });
  const late = await server.ask('POST', `/api/batches/${next.id}/events`, { decidedOn: 1, events: [event({ kind: 'withdrawn' })] });
  expect(late).toMatchObject({ status: 422, body: { errors: [{ field: 'events.0.kind' }] } });
});

test('a batch named twice is planned anew once, and stands again once; a retry after a later season is answered', async () => {
  await server.close();
  await begin();
  const first = season([someBatch(lot, 10), someBatch(lot, 8)]);
  const [one, other] = (await accept(first)).body as [Batch, Batch];
  const later = { ...season([someBatch(lot, 5)]), withdraw: [one.id, one.id] };
  expect(await accept(later)).toMatchObject({ status: 201 });
  expect(await accept(first)).toMatchObject({ status: 201, body: [{ id: other.id }] });
  expect(await undo(later.plan.id)).toMatchObject({ status: 200 });
  expect((await inHand()).filter(({ id }) => id === one.id)).toHaveLength(1);
  expect(await undo(first.plan.id)).toMatchObject({ status: 200 });
});

test('a batch does not come back into a lot that is of another species by now', async () => {
  const tin = someLot({ code: 'TIN-1', seeds: 50 });
  await server.ask('POST', '/api/lots', tin);
  const first = season([someBatch(tin, 20)]);
  const [one] = (await accept(first)).body as [Batch];
  const later = { ...season([someBatch(lot, 5)]), withdraw: [one.id] };
  await accept(later);
  const asOther = (speciesId: string, version: number) => server.ask('PUT', `/api/lots/${tin.id}`, { lot: { ...tin, speciesId }, version });
  expect((await asOther('camassia-quamash', 1)).body).toMatchObject({ speciesId: 'camassia-quamash' });
  expect(await undo(later.plan.id)).toMatchObject({
    status: 422,
    body: { errors: [{ message: expect.stringContaining('another species') }] },
  });
  expect(await asOther(tin.speciesId, 2)).toMatchObject({ status: 200 });
  expect(await undo(later.plan.id)).toMatchObject({ status: 200 });
});

test('four hundred promises come in one piece; what has had plants, or is promised, stays of its species', async () => {
  const many = Array.from({ length: 400 }, (_, i) => ({
    ...promise,
    id: uuid(),
    whom: `${'a far bank of the creek beyond the old road '.slice(0, 70)} ${i}`,
  }));
  expect((await server.ask('POST', '/api/promises', { promises: many })).status).toBe(201);
  const handbook = (await server.ask('GET', '/api/handbook')).body as { id: string }[];
  const own = { ...handbook.find(({ id }) => id === lot.speciesId), id: 'own-rose', standsFor: 'own', basedOn: lot.speciesId };
  expect((await server.ask('PUT', '/api/handbook/own-rose', own)).status).toBe(200);
  const ofIt = { ...promise, id: uuid(), speciesId: 'own-rose', whom: 'the gate' };
  expect((await server.ask('PUT', `/api/promises/${ofIt.id}`, ofIt)).status).toBe(200);
  expect(await server.ask('DELETE', '/api/handbook/own-rose')).toMatchObject({
    status: 422,
    body: { errors: [{ message: 'Plants of it are promised, for the gate: it stays in the handbook.' }] },
  });
});

test('an id that names something else is refused, not answered as if that had been made', async () => {
  const batch = someBatch(lot, 4);
  expect((await server.ask('POST', '/api/batches', batch)).status).toBe(201);
  expect((await server.ask('POST', '/api/batches', batch)).status).toBe(201);
  const other = { ...batch, plan: { ...batch.plan, seeds: 3 } };
  expect(await server.ask('POST', '/api/batches', other)).toMatchObject({ status: 422, body: { errors: [{ field: 'id' }] } });
  expect(await server.ask('POST', '/api/lots', { ...someLot(), id: lot.id })).toMatchObject({
    status: 422,
    body: { errors: [{ field: 'id' }] },
  });
  expect((await server.ask('POST', '/api/lots', lot)).status).toBe(201);
});
