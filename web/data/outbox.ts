import { canBe } from '@chill/core/ledger/fold.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { Problem } from '@chill/model/problem.ts';
import { useSyncExternalStore } from 'react';
import { ApiProblem, ask } from './api.ts';
import { newId } from './newId.ts';
import { readStored, writeStored } from './stored.ts';

/** Entries on their way to the ledger. They show at once, survive a reload, and are sent again until the server has them. */
export interface Pending {
  batchId: string;
  code: string;
  decidedOn: number;
  events: NewEvent[];
  /** Set where the server refused it: shown until the grower decides. */
  refused?: Problem & { others?: LedgerEvent[]; version?: number };
}

interface Outbox {
  pending: Pending[];
  /** True while the server cannot be reached, or cannot save. */
  waiting: boolean;
  /** Why it cannot save, in its words, where it answers. */
  reason?: string | undefined;
}

const KEY = 'chill.outbox';
const RETRY_MS = [1000, 3000, 8000, 20_000];

let state: Outbox = { pending: readStored<Pending[]>(KEY, []), waiting: false };
let onSaved: (batch: Batch) => void = () => undefined;
let sending = false;
let failures = 0;
let retry: ReturnType<typeof setTimeout> | undefined;
const listeners = new Set<() => void>();

function change(next: Partial<Outbox>): void {
  state = { ...state, ...next };
  writeStored(KEY, state.pending.length > 0 ? state.pending : undefined);
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

/** Names who takes in a batch as the server has saved it; begins sending what an earlier visit left. */
export function startOutbox(saved: (batch: Batch) => void): void {
  onSaved = saved;
  void flush();
}

/** Sends events on a batch on their way; they show at once. Whether they can have happened has been asked before (`useRecord`). */
export function post(batch: Batch, events: NewEvent[]): void {
  change({ pending: [...state.pending, { batchId: batch.id, code: batch.code, decidedOn: batch.events.length, events }] });
  void flush();
}

/**
 * Resolves once the server has all that was recorded on a batch: what is asked of it next rests on that.
 * @throws {Error} where something of it was refused, or the server cannot be reached.
 */
export function settled(batchId: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const look = () => {
      const mine = state.pending.filter((one) => one.batchId === batchId);
      const stuck = mine.some((one) => one.refused) || (mine.length > 0 && state.waiting);
      if (mine.length > 0 && !stuck) return;
      listeners.delete(look);
      if (stuck) reject(new Error('What was recorded before is not saved yet: settle that first.'));
      else resolve();
    };
    listeners.add(look);
    look();
  });
}

/** Drops all that is on its way: it is for a nursery that is left. */
export function dropAll(): void {
  change({ pending: [], waiting: false });
}

/** Drops a refused entry. */
export function dropRefused(entry: Pending): void {
  change({ pending: state.pending.filter((one) => one !== entry) });
}

/** Sends a refused entry again on top of what the others recorded; new ids, since it is a new decision. */
export function keepRefused(entry: Pending): void {
  const { refused, ...rest } = entry;
  const events = entry.events.map((event) => ({ ...event, id: newId() }));
  const again: Pending = { ...rest, events, decidedOn: refused?.version ?? entry.decidedOn };
  change({ pending: state.pending.map((one) => (one === entry ? again : one)) });
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

async function flush(): Promise<void> {
  if (sending) return;
  sending = true;
  clearTimeout(retry);
  try {
    for (let entry = next(); entry; entry = next()) {
      const sent = entry;
      const outcome = await send(sent);
      if (outcome === 'later') return;
    }
  } finally {
    sending = false;
  }
}

function next(): Pending | undefined {
  return state.pending.find((one) => !one.refused);
}

async function send(entry: Pending): Promise<'done' | 'later'> {
  try {
    const saved = await ask<Batch>(`/api/batches/${entry.batchId}/events`, {
      method: 'POST',
      body: { decidedOn: entry.decidedOn, events: entry.events },
    });
    failures = 0;
    onSaved(saved);
    const version = saved.events.length;
    const left = state.pending.filter((one) => one !== entry);
    // What is set aside of this batch can now be recorded on top of what was just saved.
    const pending = left.map((one) => (one.refused && one.batchId === saved.id ? { ...one, refused: { ...one.refused, version } } : one));
    change({ pending, waiting: false, reason: undefined });
    return 'done';
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    if (error.passing) {
      change({ waiting: true, reason: error.problem.status >= 500 ? error.problem.detail : undefined });
      retry = setTimeout(() => void flush(), RETRY_MS[Math.min(failures++, RETRY_MS.length - 1)]);
      return 'later';
    }
    // What was decided after a refused entry rested on it: it is set aside with it rather than sent on a guess.
    const refused = error.problem as Pending['refused'] & Problem;
    change({
      waiting: false,
      pending: state.pending.map((one) => (one.batchId === entry.batchId && !one.refused ? { ...one, refused } : one)),
    });
    return 'done';
  }
}
