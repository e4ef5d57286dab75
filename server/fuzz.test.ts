import { fold } from '@chill/core/ledger/fold.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent, SeedState } from '@chill/model/event.ts';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { NURSERY, someBatch, someLot, TODAY, testServer, uuid } from './testing.ts';

const STATES: SeedState[] = ['waiting', 'swollen', 'sprouted', 'potted', 'plantedOut', 'mouldy', 'discarded', 'heldOver'];

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
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('stale' as const) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('nonsense' as const), body: fc.jsonValue() }) },
);

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
          one.kind === 'move'
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
        if (status === 200) taken.push(event as NewEvent);
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
