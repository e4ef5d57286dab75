import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';

/** What the browser gives: a storage, and a server that answers as the test says. */
const stored = new Map<string, string>();
type Reply = { status: number; body: unknown } | 'unreachable';
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
  body: { title: 'It changed meanwhile', status: 409, detail: 'Somebody else', version: 3, others: [event('theirs')] },
};
const refusal: Reply = {
  status: 422,
  body: { title: 'No', status: 422, detail: 'Only 4 are waiting', errors: [{ field: 'events.0', message: 'Only 4 are waiting' }] },
};

/** A page just opened: a new copy of the module, over the same storage. */
async function openPage() {
  jest.resetModules();
  const outbox = await import('./outbox.ts');
  const taken: Batch[] = [];
  outbox.startOutbox((one) => taken.push(one));
  return { ...outbox, taken, pending: () => JSON.parse(stored.get('chill.outbox') ?? '[]') as import('./outbox.ts').Pending[] };
}
const settle = async (ms = 0) => {
  await jest.advanceTimersByTimeAsync(ms);
};

beforeEach(() => {
  jest.useFakeTimers();
  stored.clear();
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
      return new Response(JSON.stringify(reply.body), {
        status: reply.status,
        headers: { 'content-type': reply.status < 400 ? 'application/json' : 'application/problem+json' },
      });
    },
  });
});
afterEach(() => {
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
    expect(stored.has('chill.outbox')).toBe(false);
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
    const refused = page.settled('b1').catch((error: Error) => error.message);
    await settle();
    expect(await refused).toContain('not saved yet');
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
    page.keepRefused(page.outboxNow().pending[0] as import('./outbox.ts').Pending);
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
    page.dropRefused(page.outboxNow().pending[0] as import('./outbox.ts').Pending);
    expect(page.pending()).toEqual([]);
    await settle(30_000);
    expect(sent).toHaveLength(1);
  });
});
