import type { Timer } from '@chill/core/ledger/batchState.ts';
import { readTimer } from '@chill/core/treat/timers.ts';
import type { BatchView } from './nursery.ts';

/** A timer that has not been ended, with its batch. */
export interface RunningTimer {
  view: BatchView;
  timer: Timer;
}

/** Every timer of the nursery that was not ended, the one that ends soonest first. */
export function runningTimers(batches: readonly BatchView[]): RunningTimer[] {
  return batches
    .flatMap((view) => view.projection.state.timers.filter(({ ended }) => !ended).map((timer) => ({ view, timer })))
    .sort((a, b) => endOf(a) - endOf(b));
}

function endOf({ timer }: RunningTimer): number {
  return readTimer(timer, timer.started_ms).ends_ms;
}
