import type { Clock } from '@chill/model/clock.ts';
import { mutate } from 'swr';
import { ask } from './api.ts';

/** Moves the demo's day on. */
export async function stepClock(days: number): Promise<void> {
  await ask<Clock>('/api/clock/step', { method: 'POST', body: { days } });
  await Promise.all([mutate('/api/clock'), mutate('/api/temperatures')]);
}
