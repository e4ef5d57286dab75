import type { Clock } from '@chill/model/clock.ts';
import { useSyncExternalStore } from 'react';
import { ask } from './api.ts';

/** How far the nursery's clock runs ahead of this device's, ms, and how exactly that is known: half of a question's way there and back. */
let ahead_ms = 0;
let known_ms = Number.POSITIVE_INFINITY;
/** What was learned longer ago than this gives way to anything newer: a device's clock can be put right, ms. */
const FORGET_AFTER_MS = 10 * 60_000;
let learned_ms = 0;

/** Asks the server for its clock, and learns from the answer how far this device's is off. */
export async function askClock(): Promise<Clock> {
  const asked = Date.now();
  const clock = await ask<Clock>('/api/clock');
  learn(clock, asked, Date.now());
  return clock;
}

function learn({ now }: Clock, asked: number, answered: number): void {
  const half = (answered - asked) / 2;
  const offset = Date.parse(now) - (asked + half);
  // A step of the demo's clock, or a device whose own clock was put right, is a jump that no journey over the wire explains.
  const jumped = Math.abs(offset - ahead_ms) > half + known_ms + 1000;
  if (!jumped && half >= known_ms && answered - learned_ms < FORGET_AFTER_MS) return;
  ahead_ms = offset;
  known_ms = half;
  learned_ms = answered;
  tell();
}

/** The moment by the nursery's clock, ms since 1970. */
export function nowMs(): number {
  return Date.now() + ahead_ms;
}

/** The same as it is written down. */
export function nowInstant(): string {
  return new Date(nowMs()).toISOString();
}

const listeners = new Set<() => void>();
let ticking: ReturnType<typeof setInterval> | undefined;
let shown = nowMs();

function tell(): void {
  shown = nowMs();
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  ticking ??= setInterval(tell, 250);
  return () => {
    listeners.delete(listener);
    if (listeners.size === 0) {
      clearInterval(ticking);
      ticking = undefined;
    }
  };
}

/** The moment in whole seconds, ms since 1970; all that tick share one clock, and redraw once a second. */
export function useNow(): number {
  return useSyncExternalStore(subscribe, () => Math.floor(shown / 1000) * 1000);
}
