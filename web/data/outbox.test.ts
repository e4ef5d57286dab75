import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';

/** What the browser gives: a storage, and a server that answers as the test says. */
const stored = new Map<string, string>();
type Reply = { status: number; body: unknown } | 'unreachable' | 'cut short';
let replies: Reply[] = [];
let sent: { url: string; body: { decidedOn: number; events: NewEvent[] } }[] = [];

const batch = (events: number): Batch =>
  ({
    id: 'b1',
    code: '7QK',
    madeOn: '2027-01-01',
    plan: { seeds: 40, stages: [{}] },
    events: Array.from({ length: events }, (_, i) => ({ id: `e${i}`, kind: 'noted', version: i + 1 })),
  }) as unknown as Batch;
const event = (id: string): NewEvent => ({ id, on: '2027-02-16', kind: 'noted', note: id });
const saved = (version: number): Reply => ({ status: 200, body: { id: 'b1', events: Array.from({ length: version }) } });
const conflict: Reply = {
  status: 409,
  body: {
    type: 'urn:chill:problem:conflict',
    title: 'It changed meanwhile',
    status: 409,
    detail: 'Somebody else',
    version: 3,
    others: [event('theirs')],
  },
};
const refusal: Reply = {
  status: 422,
  body: {
    type: 'urn:chill:problem:bad-input',
    title: 'No',
    status: 422,
    detail: 'Only 4 are waiting',
    errors: [{ field: 'events.0', message: 'Only 4 are waiting' }],
  },
};

/** A page just opened: a new copy of the module, over the same storage. */
async function openPage() {
  jest.resetModules();
  const outbox = await import('./outbox.ts');
  const taken: Batch[] = [];
  outbox.startOutbox((one) => taken.push(one));
  await settle();
  return { ...outbox, taken, pending: () => outbox.outboxNow().pending };
}
/** Lets so much time pass, and what the browser's database does meanwhile be done. */
const settle = async (ms = 0) => {
  for (let i = 0; i < 60; i++) await new Promise((done) => setImmediate(done));
  await jest.advanceTimersByTimeAsync(ms);
  for (let i = 0; i < 60; i++) await new Promise((done) => setImmediate(done));
};
/** What is in the database, whoever wrote it. */
const kept = async () => {
  const { Keep } = await import('../browser/keep.ts');
  const all = new Keep<object>('chill.outbox').all();
  await settle();
  return [...(await all).values()];
};

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'clearImmediate', 'nextTick', 'queueMicrotask'] });
  stored.clear();
  Object.assign(globalThis, { indexedDB: new IDBFactory() });
  replies = [];
  sent = [];
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => stored.get(key) ?? null,
      setItem: (key: string, value: string) => stored.set(key, value),
      removeItem: (key: string) => stored.delete(key),
    },
    fetch: async (url: string, init: { body: string }) => {
      const reply = replies.shift() ?? 'unreachable';
      if (reply === 'unreachable') throw new TypeError('fetch failed');
      sent.push({ url, body: JSON.parse(init.body) });
      if (reply === 'cut short') return new Response('{"id":"b', { status: 200 });
      return new Response(JSON.stringify(reply.body), {
        status: reply.status,
        headers: { 'content-type': reply.status < 400 ? 'application/json' : 'application/problem+json' },
      });
    },
  });
});
afterEach(async () => {
  // Pages of this test try nothing any more in the next.
  await settle();
  jest.clearAllTimers();
  jest.useRealTimers();
});

describe('an entry on its way', () => {
  test('is sent with the version it was decided on, and gone once the server has it', async () => {
    const page = await openPage();
    replies = [saved(3)];
    page.post(batch(2), [event('mine')]);
    expect(page.pending()).toHaveLength(1);
    await settle();
    expect(sent).toEqual([{ url: '/api/batches/b1/events', body: { decidedOn: 2, events: [event('mine')] } }]);
    expect(page.taken).toHaveLength(1);
    expect(await kept()).toEqual([]);
  });

  test('shows at once, on top of what the server has, and no longer twice when it has arrived', async () => {
    const page = await openPage();
    page.post(batch(2), [event('mine')]);
    const shown = page.withPending(batch(2), page.pending());
    expect(shown.events.map((one) => one.id)).toEqual(['e0', 'e1', 'mine']);
    expect(shown.events.at(-1)).toMatchObject({ version: 3, batchId: 'b1' });
    expect(page.withPending(batch(3), page.pending()).events).toHaveLength(3);
  });

  test('is tried again, later and later, while the server is away', async () => {
    const page = await openPage();
    page.post(batch(2), [event('mine')]);
    await settle();
    replies = ['unreachable', saved(3)];
    await settle(1000);
    expect(page.pending()).toHaveLength(1);
    await settle(2999);
    expect(sent).toHaveLength(0);
    await settle(1);
    expect(sent).toHaveLength(1);
    expect(page.pending()).toEqual([]);
  });

  test('survives a reload, and is sent by the next visit', async () => {
    const first = await openPage();
    first.post(batch(2), [event('mine')]);
    await settle();
    replies = [saved(3)];
    const second = await openPage();
    await settle();
    expect(sent[0]?.body.events).toEqual([event('mine')]);
    expect(second.pending()).toEqual([]);
  });

  test('keeps its place: the second waits for the first', async () => {
    const page = await openPage();
    replies = [saved(3), saved(4)];
    page.post(batch(2), [event('first')]);
    page.post(page.withPending(batch(2), page.pending()), [event('second')]);
    await settle();
    expect(sent.map(({ body }) => [body.decidedOn, body.events[0]?.id])).toEqual([
      [2, 'first'],
      [3, 'second'],
    ]);
  });

  test('settles when the server has it, and says so where it has not', async () => {
    const page = await openPage();
    await page.settled('b1');
    replies = [saved(3)];
    page.post(batch(2), [event('mine')]);
    const done = page.settled('b1').then(() => 'settled');
    await settle();
    expect(await done).toBe('settled');
    replies = [refusal];
    page.post(batch(3), [event('wrong')]);
    const refused = page.settled('b1');
    await settle();
    expect(await refused).toMatchObject({ ok: false, reason: { key: 'settleFirst' } });
  });
});

describe('nothing is lost', () => {
  test('of two tabs while the server is away: the one that stays sends what the other left', async () => {
    const [first, second] = [await openPage(), await openPage()];
    first.post(batch(2), [event('from the first')]);
    await settle();
    second.post({ ...batch(0), id: 'b2' }, [event('from the second')]);
    await settle();
    expect(await kept()).toHaveLength(2);
    replies = [saved(3), saved(1), saved(3), saved(1)];
    // The first is closed: only the second is asked to send.
    second.sendAgain();
    await settle();
    expect(sent.slice(0, 2).map(({ body }) => body.events[0]?.id)).toEqual(['from the first', 'from the second']);
    expect(await kept()).toEqual([]);
  });

  test('of what a version before kept elsewhere', async () => {
    stored.set('chill.outbox', JSON.stringify([{ batchId: 'b1', code: '7QK', decidedOn: 2, events: [event('old')] }]));
    replies = [saved(3)];
    await openPage();
    await settle();
    expect(sent.map(({ body }) => body.events)).toEqual([[event('old')]]);
    expect(stored.has('chill.outbox')).toBe(false);
  });

  test('by an answer that is no refusal of Chill’s own: it is tried again', async () => {
    const strange: Reply[] = [401, 403, 404, 408, 413].map((status) => ({ status, body: { title: 'a proxy', status } }));
    for (const reply of [
      ...strange,
      { status: 401, body: { type: 'urn:chill:problem:unauthorised', title: 'secret', status: 401 } },
      'cut short' as const,
    ]) {
      const page = await openPage();
      replies = [reply];
      page.post(batch(2), [event('mine')]);
      await settle();
      expect(page.outboxNow()).toMatchObject({ waiting: true, pending: [{ batchId: 'b1' }] });
      expect(page.pending()[0]).not.toHaveProperty('refused');
      replies = [saved(3)];
      page.sendAgain();
      await settle();
      expect(await kept()).toEqual([]);
    }
  });

  test('without being told: where the browser cannot keep an entry it says so, and sends it all the same', async () => {
    Object.assign(globalThis, {
      indexedDB: {
        open: () => {
          throw new DOMException('full', 'QuotaExceededError');
        },
      },
    });
    const page = await openPage();
    page.post(batch(2), [event('mine')]);
    await settle();
    expect(page.pending().map(page.isUnkept)).toEqual([true]);
    replies = [saved(3)];
    page.sendAgain();
    await settle();
    expect(page.pending()).toEqual([]);
    expect(sent).toHaveLength(1);
  });
});

describe('a refused entry', () => {
  test('is set aside with the server’s reason, and shows no more', async () => {
    const page = await openPage();
    replies = [refusal];
    page.post(batch(2), [event('mine')]);
    await settle();
    expect(page.pending()).toMatchObject([{ code: '7QK', refused: { errors: [{ message: 'Only 4 are waiting' }] } }]);
    expect(page.withPending(batch(2), page.pending()).events).toHaveLength(2);
    expect(page.taken).toEqual([]);
  });

  test('takes with it what was decided on top of it, and leaves other batches alone', async () => {
    const page = await openPage();
    replies = [conflict, saved(1)];
    page.post(batch(2), [event('first')]);
    page.post(page.withPending(batch(2), page.pending()), [event('second')]);
    page.post({ ...batch(0), id: 'b2' }, [event('other')]);
    await settle();
    expect(page.pending().map((one) => [one.events[0]?.id, one.refused?.status])).toEqual([
      ['first', 409],
      ['second', 409],
    ]);
    expect(sent.at(-1)?.url).toBe('/api/batches/b2/events');
  });

  test('can be recorded after all, on what the others left, under ids of its own', async () => {
    const page = await openPage();
    replies = [conflict, saved(4)];
    page.post(batch(2), [event('mine')]);
    await settle();
    page.keepRefused(page.pending()[0] as import('./outbox.ts').HeldEntry);
    await settle();
    expect(sent[1]?.body).toMatchObject({ decidedOn: 3, events: [{ note: 'mine' }] });
    expect(sent[1]?.body.events[0]?.id).not.toBe('mine');
    expect(page.pending()).toEqual([]);
  });

  test('or dropped', async () => {
    const page = await openPage();
    replies = [refusal];
    page.post(batch(2), [event('mine')]);
    await settle();
    expect(await kept()).toMatchObject([{ refused: { status: 422 } }]);
    page.dropRefused(page.pending()[0] as import('./outbox.ts').HeldEntry);
    expect(page.pending()).toEqual([]);
    await settle();
    expect(await kept()).toEqual([]);
    await settle(30_000);
    expect(sent).toHaveLength(1);
  });
});
