import { packReadings } from '@chill/core/readings/packed.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlaceTemperatures, ReadingImport } from '@chill/model/temperature.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { NURSERY, testServer, uuid } from './testing.ts';

const HOUR = 3_600_000;
const FROM = Date.parse('2026-10-01T00:00:00Z');

async function nursery(demo = false) {
  const server = await testServer({ demo });
  await server.ask('PUT', '/api/nursery', NURSERY);
  const places = (await server.ask('GET', '/api/places')).body as Place[];
  const fridge = places.find(({ kind }) => kind === 'fridge') as Place;
  const send = (moments: number[], celsius: number[], id = uuid()) =>
    server.app.inject({
      method: 'POST',
      url: `/api/places/${fridge.id}/readings?import=${id}&source=file&name=log.csv`,
      headers: { 'content-type': 'application/octet-stream' },
      payload: Buffer.from(packReadings({ at_ms: Float64Array.from(moments), celsius: Float64Array.from(celsius) })),
    });
  const kept = async () =>
    (await server.ask('GET', `/api/places/${fridge.id}/readings?points=5000`)).body as { at_ms: number[]; celsius: number[] };
  const days = async () => (await server.ask('GET', '/api/temperatures')).body as PlaceTemperatures[];
  return { ...server, fridge, send, kept, days };
}
const hours = (from: number, count: number) => Array.from({ length: count }, (_, i) => FROM + (from + i) * HOUR);

describe('readings', () => {
  test('taken in, they are told by the day; taken out they count for nothing; put back they count again', async () => {
    const { ask, send, days, fridge, close } = await nursery();
    const id = uuid();
    const taken = await send(hours(0, 49), Array(49).fill(7.5), id);
    expect(taken.statusCode).toBe(201);
    expect(taken.json()).toMatchObject({ import: { count: 49, name: 'log.csv' }, repeated: 0 });
    expect((await send(hours(0, 49), Array(49).fill(7.5), id)).statusCode).toBe(201);
    expect((await days())[0]).toMatchObject({ placeId: fridge.id, from: '2026-10-01', readings: 49, measured: [1, 1, 0] });
    expect((await days())[0]?.effects[0]?.days[0]).toBeCloseTo(0.5, 3);
    expect((await ask('PUT', `/api/imports/${id}`, { undone: true })).status).toBe(204);
    expect(await days()).toEqual([]);
    expect((await ask('GET', `/api/places/${fridge.id}/imports`)).body).toMatchObject([{ id, undone: true }]);
    await ask('PUT', `/api/imports/${id}`, { undone: false });
    expect((await days())[0]?.readings).toBe(49);
    await close();
  });
  test('what overlaps is not taken twice, and another temperature for a moment does not replace the first', async () => {
    const { send, kept, close } = await nursery();
    await send(hours(0, 10), Array(10).fill(4));
    const second = await send(hours(5, 10), [4, 4, 9, 4, 4, 5, 5, 5, 5, 5]);
    expect(second.json()).toMatchObject({ import: { count: 5 }, repeated: 4, conflicting: 1 });
    expect((await kept()).celsius).toEqual([...Array(10).fill(4), ...Array(5).fill(5)]);
    const nothing = await send(hours(0, 15), [...Array(10).fill(4), ...Array(5).fill(5)]);
    expect(nothing.statusCode).toBe(422);
    expect(nothing.json().errors[0].message).toContain('there already');
    await close();
  });
  test('imports in any order, with any overlap, hold what a list of them would', async () => {
    const { send, kept, close } = await nursery();
    const said = new Map<number, number>();
    const piece = fc.record({ from: fc.nat(200), count: fc.integer({ min: 1, max: 40 }), celsius: fc.integer({ min: -5, max: 9 }) });
    for (const { from, count, celsius } of fc.sample(piece, { numRuns: 12, seed: 7 })) {
      await send(hours(from, count), Array(count).fill(celsius));
      for (const at of hours(from, count)) if (!said.has(at)) said.set(at, celsius);
    }
    const { at_ms, celsius } = await kept();
    const wanted = [...said].sort(([a], [b]) => a - b);
    expect(at_ms).toEqual(wanted.map(([at]) => at));
    expect(celsius).toEqual(wanted.map(([, value]) => value));
    await close();
  });
  test('what cannot be is refused whole, with its field, and nothing is kept', async () => {
    const { ask, app, send, kept, fridge, close } = await nursery();
    const far = Date.parse('2026-12-24T00:00:00Z');
    for (const [moments, celsius, says] of [
      [[FROM, FROM], [4, 4], 'not later than the one before'],
      [[FROM, far], [4, 4], 'is of a moment in the future'],
      [[FROM], [85.5], 'no place is that warm'],
      [[FROM], [-127], 'no place is that warm'],
    ] as const) {
      const answer = await send([...moments], [...celsius]);
      expect([answer.statusCode, answer.json().errors?.[0]?.message]).toEqual([422, expect.stringContaining(says)]);
    }
    const url = `/api/places/${fridge.id}/readings?import=${uuid()}&source=file&name=x`;
    const cut = await app.inject({
      method: 'POST',
      url,
      headers: { 'content-type': 'application/octet-stream' },
      payload: Buffer.alloc(33),
    });
    expect(cut.statusCode).toBe(422);
    expect((await ask('POST', `/api/places/${fridge.id}/reading`, { id: uuid(), at: '2026-12-24T00:00:00Z', celsius: 4 })).status).toBe(
      422,
    );
    expect((await ask('POST', `/api/places/${fridge.id}/reading`, { id: uuid(), at: '2026-10-03T00:00:00Z', celsius: 80 })).status).toBe(
      422,
    );
    expect((await ask('POST', `/api/places/${uuid()}/reading`, { id: uuid(), at: '2026-10-03T00:00:00Z', celsius: 4 })).status).toBe(404);
    expect((await kept()).at_ms).toEqual([]);
    expect((await ask('POST', `/api/places/${fridge.id}/reading`, { id: uuid(), at: '2026-10-03T00:00:00Z', celsius: 4.4 })).status).toBe(
      201,
    );
    expect((await kept()).celsius).toEqual([4.4]);
    await close();
  });
  test('what a hand has told once a day counts from day to day; what a logger left silent as long does not', async () => {
    const { ask, send, days, fridge, close } = await nursery();
    for (let day = 1; day <= 4; day++)
      await ask('POST', `/api/places/${fridge.id}/reading`, { id: uuid(), at: `2026-10-0${day}T08:00:00Z`, celsius: 7.5 });
    await send([...hours(240, 3), ...hours(270, 3)], [4, 4, 4, 4, 4, 4]);
    const measured = (await days())[0]?.measured as number[];
    expect(measured.slice(1, 3)).toEqual([1, 1]);
    expect(measured[10]).toBeCloseTo(2 / 24, 3);
    await close();
  });
  test('an import that fails halfway leaves nothing behind, and the same can be sent again', async () => {
    const { source, send, kept, days, close } = await nursery();
    // A hundred days: they are written in more than one step, and the last of them fails.
    const past = Array.from({ length: 100 * 24 }, (_, hour) => FROM + (hour - 100 * 24) * HOUR);
    const day = Math.floor(FROM / 86_400_000) - 10;
    await source.query(
      `CREATE TRIGGER "full" BEFORE INSERT ON "reading_day" WHEN NEW.day = ${day} BEGIN SELECT RAISE(ABORT, 'disk full'); END`,
    );
    const id = uuid();
    expect(
      (
        await send(
          past,
          past.map(() => 4),
          id,
        )
      ).statusCode,
    ).toBe(500);
    expect([(await kept()).at_ms, await days()]).toEqual([[], []]);
    await source.query(`DROP TRIGGER "full"`);
    expect(
      (
        await send(
          past,
          past.map(() => 4),
          id,
        )
      ).json(),
    ).toMatchObject({ import: { count: past.length } });
    await close();
  });
  test('an attached logger is asked for what it wrote down, also over days that were stepped, into one import', async () => {
    const { ask, days, fridge, close } = await nursery(true);
    await ask('PUT', `/api/places/${fridge.id}`, { ...fridge, logger: uuid() });
    const first = (await days())[0]?.readings as number;
    expect(first).toBeGreaterThan(100);
    await ask('POST', '/api/clock/step', { days: 3 });
    expect((await days())[0]?.readings).toBe(first + 3 * 144);
    const imports = (await ask('GET', `/api/places/${fridge.id}/imports`)).body as ReadingImport[];
    expect(imports).toMatchObject([{ source: 'logger', count: first + 3 * 144 }]);
    // Taken out, they do not come back by themselves: the logger is let go.
    await ask('PUT', `/api/imports/${imports[0]?.id}`, { undone: true });
    await ask('POST', '/api/clock/step', { days: 1 });
    expect(await days()).toEqual([]);
    expect(((await ask('GET', '/api/places')).body as Place[]).find(({ id }) => id === fridge.id)?.logger).toBeUndefined();
    await close();
  });
});
