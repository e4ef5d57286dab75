import { fold } from '@chill/core/ledger/fold.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent, SeedState } from '@chill/model/event.ts';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { NURSERY, someBatch, someLot, TODAY, testServer, uuid } from '../testing.ts';

const STATES: SeedState[] = ['waiting', 'swollen', 'sprouted', 'potted', 'plantedOut', 'mouldy', 'discarded', 'heldOver'];

const TIMERS = [uuid(), uuid()];

/** What a hurried or broken client might send next. */
const move = fc.record({
  kind: fc.constant('move' as const),
  from: fc.constantFrom(...STATES),
  to: fc.constantFrom(...STATES),
  count: fc.integer({ min: -2, max: 70 }),
});
const step = fc.oneof(
  { weight: 6, arbitrary: move },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('stage' as const), stage: fc.nat(5), finish: fc.boolean() }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('undo' as const), which: fc.nat(10) }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('again' as const), which: fc.nat(10) }) },
  {
    weight: 3,
    arbitrary: fc.record({
      kind: fc.constant('bench' as const),
      what: fc.constantFrom(
        'timerStarted',
        'timerEnded',
        'opened',
        'swellingChecked',
        'poured',
        'waterRead',
        'turned',
        'weighedDry',
        'watered',
        'carried',
      ),
      stage: fc.nat(3),
      timer: fc.constantFrom(...TIMERS),
      count: fc.integer({ min: -1, max: 70 }),
      degrees: fc.double({ min: -10, max: 130, noNaN: true }),
      ahead: fc.constantFrom(0, 0, 0, 1),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('stale' as const) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('nonsense' as const), body: fc.jsonValue() }) },
);

interface BenchStep {
  what: string;
  stage: number;
  timer: string;
  count: number;
  degrees: number;
  ahead: number;
}

/** Something said at the bench, with figures that may or may not be. */
function benchEvent({ what, stage, timer, count, degrees, ahead }: BenchStep) {
  const at = new Date(Date.parse(`${TODAY}T00:00:30Z`) + ahead * 3 * 86_400_000).toISOString();
  const pour = {
    water_mL: count * 10,
    pour_C: degrees,
    seed_g: 1,
    vessel_g: 300,
    material: 'glass',
    kind: 'mug',
    air_C: 18,
    elevation_m: 780,
  };
  const parts = {
    step: 'soak',
    seconds: count * 60,
    method: 'nick',
    count,
    moves: count > 0 ? [{ from: 'waiting', to: what === 'opened' ? 'broken' : 'swollen', count }] : [],
    swelling: { by: 'count', soaked: 40, swollen: count },
    pour: { ...pour, above_C: 70, minutes: 5 },
    water_C: degrees,
    into: count % 2 === 0 ? 'freezer' : 'fridge',
    grams: degrees,
    mL: degrees,
    placeId: uuid(),
  };
  return { kind: what, stage, timer, at, ...parts };
}

test('whatever is sent in whatever order, the ledger stays what core says it is', async () => {
  const server = await testServer({ requestsPerMinute: 1_000_000 });
  await server.ask('PUT', '/api/nursery', NURSERY);
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 5, maxLength: 25 }), async (steps) => {
      const lot = someLot({ code: `F${uuid().slice(0, 8)}` });
      await server.ask('POST', '/api/lots', lot);
      const batch: Batch = (await server.ask('POST', '/api/batches', someBatch(lot, 60))).body;
      const taken: NewEvent[] = [];
      const send = (decidedOn: number, ...events: unknown[]) =>
        server.ask('POST', `/api/batches/${batch.id}/events`, { decidedOn, events });

      for (const one of steps) {
        const base = { id: uuid(), on: TODAY };
        const known = 'which' in one ? taken[one.which] : undefined;
        if (one.kind === 'nonsense') {
          const { status, body } = await server.ask('POST', `/api/batches/${batch.id}/events`, one.body ?? {});
          expect([400, 415, 422]).toContain(status);
          expect(body.title).toBeTruthy();
          continue;
        }
        if (one.kind === 'stale') {
          if (taken.length > 0) expect((await send(taken.length - 1, { ...base, kind: 'refreshed' })).status).toBe(409);
          continue;
        }
        if (one.kind === 'again') {
          // The same event sent again is answered as before, whatever version it claims, and changes nothing.
          if (known) expect((await send(0, known)).body.events).toHaveLength(taken.length);
          continue;
        }
        const event =
          one.kind === 'bench'
            ? { ...base, ...benchEvent(one) }
            : one.kind === 'move'
              ? { ...base, kind: 'seedsMoved', moves: [{ from: one.from, to: one.to, count: one.count }] }
              : one.kind === 'undo'
                ? { ...base, kind: 'reversed', reverses: known?.id ?? uuid() }
                : {
                    ...base,
                    stage: one.stage,
                    ...(one.finish ? { kind: 'stageFinished', moves: [] } : { kind: 'stageStarted', placeId: uuid() }),
                  };
        const { status, body } = await send(taken.length, event);
        expect([200, 422]).toContain(status);
        // Ending a timer that is ended is answered and adds nothing.
        if (status === 200 && body.events.length > taken.length) taken.push(event as NewEvent);
        else if (status === 200) expect(event.kind).toBe('timerEnded');
        else expect(body.errors.length).toBeGreaterThan(0);
      }

      const stored: Batch = (await server.ask('GET', `/api/batches/${batch.id}`)).body;
      expect(stored.events.map((event) => event.id)).toEqual(taken.map((event) => event.id));
      expect(stored.events.map((event) => event.version)).toEqual(taken.map((_, i) => i + 1));
      const { counts } = fold(stored.plan, stored.events);
      expect(counts).toEqual(fold(batch.plan, taken).counts);
      expect(Object.values(counts).reduce((sum, count) => sum + count, 0)).toBe(60);
      expect(Object.values(counts).every((count) => count >= 0)).toBe(true);
    }),
    { numRuns: 40 },
  );
  await server.close();
}, 60_000);
