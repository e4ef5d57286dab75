import { lazy, Suspense } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { runningTimers } from '../../data/timers.ts';

const TimerWatch = lazy(() => import('./TimerWatch.tsx'));

/** While a timer runs, it is watched on whatever page. */
export function TimerEnds() {
  const running = runningTimers(useNursery().batches);
  if (running.length === 0) return null;
  return (
    <Suspense fallback={null}>
      <TimerWatch running={running} />
    </Suspense>
  );
}
