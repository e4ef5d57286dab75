import { canBe } from '@chill/core/ledger/fold.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { BatchId } from '@chill/model/primitives.ts';
import type { Problem } from '@chill/model/problem.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/trouble.ts';
import { useSyncExternalStore } from 'react';
import { ApiProblem, ask } from '../browser/api.ts';
import { Keep } from '../browser/keep.ts';
import { newId } from '../browser/newId.ts';

/** Entries on their way to the ledger. They show at once, survive a reload and a crash, and are sent again until the server has them or refuses them. */
export interface Pending {
  batchId: BatchId;
  code: string;
  decidedOn: number;
  events: NewEvent[];
  /** Set where the server refused it: shown until the grower decides. */
  refused?: Problem & { others?: LedgerEvent[]; version?: number };
}

/** An entry in this page's line. */
export interface HeldEntry extends Pending {
  id: string;
}

interface Outbox {
  pending: HeldEntry[];
  /** True while the server cannot be reached, or cannot save. */
  waiting: boolean;
  /** Why it cannot save, in its words, where it answers. */
  reason?: string | undefined;
}

const NAME = 'chill.outbox';
const RETRY_MS = [1000, 3000, 8000, 20_000];

const keep = new Keep<Pending>(NAME);
/** The numbers under which entries are kept, once they are written through; `false` where this browser cannot keep one. */
const keys = new Map<string, number | false>();
let state: Outbox = { pending: [], waiting: false };
let onSaved: (batch: Batch) => void = () => undefined;
let sending = false;
let failures = 0;
let retry: ReturnType<typeof setTimeout> | undefined;
/** What is being written; nothing is sent or read back before it is. */
let writing: Promise<unknown> = Promise.resolve();
const listeners = new Set<() => void>();
/** Other tabs of this browser: they have the same line of entries, and one of them at a time sends it. */
const others = 'BroadcastChannel' in globalThis ? new BroadcastChannel(NAME) : undefined;
// In Node nothing is to be kept alive by it.
(others as { unref?: () => void } | undefined)?.unref?.();

function change(next: Partial<Outbox>): void {
  state = { ...state, ...next };
  for (const listener of listeners) listener();
}

/** The outbox as it is now. */
export function outboxNow(): Outbox {
  return state;
}

/** What is on its way; follows every change. */
export function useOutbox(): Outbox {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, outboxNow);
}

/** Whether an entry would be lost with this page: it is not written yet, or this browser cannot. */
export const isUnkept = ({ id }: HeldEntry): boolean => typeof keys.get(id) !== 'number';

/** Names who takes in a batch as the server has saved it; begins sending what an earlier visit, or another tab, left. */
export function startOutbox(saved: (batch: Batch) => void): void {
  onSaved = saved;
  void keep
    .takeOver()
    .catch(() => undefined)
    .then(flush);
}

if (others)
  others.onmessage = ({ data }: { data: { saved?: Batch } }) => {
    if (data.saved) onSaved(data.saved);
    void readBack();
  };
// Whoever leaves with what is nowhere else is asked first.
if ('addEventListener' in globalThis)
  addEventListener('beforeunload', (event) => {
    if (state.pending.some((entry) => isUnkept(entry) && !entry.refused)) event.preventDefault();
  });

/** Sends events on a batch on their way; they show at once. Whether they can have happened has been asked before (`useRecord`). */
export function post(batch: Batch, events: NewEvent[]): void {
  hold({ batchId: batch.id, code: batch.code, decidedOn: batch.events.length, events });
  void flush();
}

/** Shows an entry, and writes it down. */
function hold(entry: Pending): void {
  const id = newId();
  change({ pending: [...state.pending, { id, ...entry }] });
  write(async () => {
    keys.set(id, await keep.add(entry).catch(() => false as const));
    change({});
    others?.postMessage({});
  });
}

/** Writes one thing after the other. */
function write(work: () => Promise<unknown>): Promise<unknown> {
  writing = writing.then(work, work);
  return writing;
}

/** Writes entries as they are by then in the place of what was kept of them; those that are gone from the line are let go of. */
function rewrite(ids: readonly string[]): void {
  if (ids.length === 0) return;
  write(async () => {
    const changed = new Map<number, Pending | undefined>();
    for (const id of ids) {
      const key = keys.get(id);
      const now = state.pending.find((one) => one.id === id);
      if (typeof key === 'number') changed.set(key, now && withoutId(now));
      if (!now) keys.delete(id);
    }
    await keep.change(changed).catch(() => undefined);
    others?.postMessage({});
  });
}
const withoutId = ({ id: _id, ...entry }: HeldEntry): Pending => entry;

/** Reads the line of all tabs; what only this page has stays after it. */
async function readBack(): Promise<void> {
  await writing;
  const kept = await keep.all().catch(() => undefined);
  if (!kept) return;
  const known = new Map(state.pending.map((one) => [keys.get(one.id), one]));
  // One that was let go of elsewhere is let go of here; one that was refused there is refused here.
  const line = [...kept].map(([key, entry]): HeldEntry => {
    const mine = known.get(key);
    if (mine && Boolean(mine.refused) === Boolean(entry.refused)) return mine;
    const id = mine?.id ?? newId();
    keys.set(id, key);
    return { id, ...entry };
  });
  change({ pending: [...line, ...state.pending.filter(isUnkept)] });
}

/**
 * Resolves once the server has all that was recorded on a batch: what is asked of it next rests on that; or with a refusal, where something of it was
 * refused, or the server cannot be reached.
 */
export function settled(batchId: BatchId): Promise<Refusal | undefined> {
  return new Promise((resolve) => {
    const look = () => {
      const mine = state.pending.filter((one) => one.batchId === batchId);
      const stuck = mine.some((one) => one.refused) || (mine.length > 0 && state.waiting);
      if (mine.length > 0 && !stuck) return;
      listeners.delete(look);
      resolve(stuck ? refusal(say.of('settleFirst')) : undefined);
    };
    listeners.add(look);
    look();
  });
}

/** Drops all that is on its way: it is for a nursery that is left. Resolves once it is gone. */
export async function dropAll(): Promise<void> {
  await readBack();
  const gone = state.pending.map(({ id }) => id);
  change({ pending: [], waiting: false });
  rewrite(gone);
  await writing;
}

/** Drops a refused entry. */
export function dropRefused({ id }: HeldEntry): void {
  change({ pending: state.pending.filter((one) => one.id !== id) });
  rewrite([id]);
}

/** Sends a refused entry again on top of what the others recorded; new ids, since it is a new decision. */
export function keepRefused(entry: HeldEntry): void {
  const { refused, ...rest } = entry;
  const events = entry.events.map((event) => ({ ...event, id: newId() }));
  const again: HeldEntry = { ...rest, events, decidedOn: refused?.version ?? entry.decidedOn };
  change({ pending: state.pending.map((one) => (one.id === again.id ? again : one)) });
  rewrite([again.id]);
  void flush();
}

/** Tries at once what waits to be tried again. */
export function sendAgain(): void {
  failures = 0;
  void flush();
}

/** The batch as it will be once what is pending has been taken. */
export function withPending(batch: Batch, pending: readonly Pending[]): Batch {
  const mine = pending.filter((one) => one.batchId === batch.id && !one.refused && one.decidedOn >= batch.events.length);
  if (mine.length === 0) return batch;
  const recordedAt = new Date().toISOString();
  const added = mine
    .flatMap((one) => one.events)
    .map((event, i): LedgerEvent => ({ ...event, batchId: batch.id, version: batch.events.length + i + 1, recordedAt }));
  const shown = { ...batch, events: [...batch.events, ...added] };
  // What waits may rest on what another has undone meanwhile: then it is not laid over, and told of once the server has refused it.
  return canBe(shown) ? shown : batch;
}

/** Sends all that waits, one tab at a time: where browsers have no locks, the server takes the same entry once only. */
async function flush(): Promise<void> {
  if (sending) return;
  sending = true;
  clearTimeout(retry);
  const sendAll = async () => {
    await readBack();
    for (let entry = next(); entry; entry = next()) if ((await send(entry)) === 'later') return;
  };
  try {
    await (globalThis.navigator?.locks ? navigator.locks.request(NAME, sendAll) : sendAll());
  } finally {
    sending = false;
  }
  // What came while the last was taken has not been seen by anybody.
  if (next() && !state.waiting) void flush();
}

function next(): HeldEntry | undefined {
  return state.pending.find((one) => !one.refused);
}

async function send(entry: HeldEntry): Promise<'done' | 'later'> {
  try {
    const saved = await ask<Batch>(`/api/batches/${entry.batchId}/events`, {
      method: 'POST',
      body: { decidedOn: entry.decidedOn, events: entry.events },
    });
    failures = 0;
    onSaved(saved);
    others?.postMessage({ saved });
    const version = saved.events.length;
    const changed = [entry.id];
    const pending = state.pending
      .filter(({ id }) => id !== entry.id)
      .map((one): HeldEntry => {
        if (!one.refused || one.batchId !== saved.id) return one;
        // What is set aside of this batch can now be recorded on top of what was just saved.
        changed.push(one.id);
        return { ...one, refused: { ...one.refused, version } };
      });
    change({ pending, waiting: false, reason: undefined });
    rewrite(changed);
    return 'done';
  } catch (error) {
    if (!(error instanceof ApiProblem && error.isRefusal)) {
      // Anything but a refusal of Chill's own may be otherwise next time: an answer cut short, a stranger between, a server that is away.
      const answered = error instanceof ApiProblem && error.problem.status > 0;
      change({ waiting: true, reason: answered ? error.problem.detail : undefined });
      retry = setTimeout(() => void flush(), RETRY_MS[Math.min(failures++, RETRY_MS.length - 1)]);
      return 'later';
    }
    // What was decided after a refused entry rested on it: it is set aside with it rather than sent on a guess.
    const refused = error.problem as Pending['refused'] & Problem;
    const aside = state.pending.filter((one) => one.batchId === entry.batchId && !one.refused).map(({ id }) => id);
    change({ waiting: false, pending: state.pending.map((one) => (aside.includes(one.id) ? { ...one, refused } : one)) });
    rewrite(aside);
    return 'done';
  }
}
