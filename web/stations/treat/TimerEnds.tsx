import { lengthOf } from '@chill/core/calendar/moments.ts';
import { endingOf, readTimer, TIMINGS } from '@chill/core/treat/timers.ts';
import { say } from '@chill/words/bell.ts';
import { Rich } from '@chill/words/rich.tsx';
import { useEffect, useRef } from 'react';
import { Link, useLocation } from 'react-router';
import { mutate } from 'swr';
import { useNow } from '../../browser/now.ts';
import { useNursery } from '../../data/nursery.ts';
import { type RunningTimer, runningTimers } from '../../data/timers.ts';
import { allowViable, ring } from '../../kit/page/ring.ts';
import { EndTimer } from './EndTimer.tsx';

/** While a timer runs, other phones' entries are asked for this often, ms: what was ended there stops ringing here. */
const LISTEN_EVERY_MS = 5000;
/** An end found this long after it came was missed, s: it is told as late, and does not ring. */
const MISSED_AFTER_S = 60;

/**
 * Rings once when a timer comes to its end, on whatever page; what ended while nobody looked is told, with what it means for the seed. It comes with the
 * first screen: what comes in above it later would push what a thumb is about to touch.
 */
export function TimerEnds() {
  const running = runningTimers(useNursery().batches);
  return running.length > 0 ? <Watching running={running} /> : null;
}

function Watching({ running }: { running: RunningTimer[] }) {
  const now = useNow();
  const { pathname } = useLocation();
  const rung = useRef(new Set<string>());
  const over = running.filter(({ timer }) => readTimer(timer, now).phase === 'over');
  const overIds = over.map(({ timer }) => timer.id).join();

  useEffect(() => {
    const listen = setInterval(() => void mutate('/api/batches'), LISTEN_EVERY_MS);
    addEventListener('pointerdown', allowViable);
    addEventListener('keydown', allowViable);
    return () => {
      clearInterval(listen);
      removeEventListener('pointerdown', allowViable);
      removeEventListener('keydown', allowViable);
    };
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: rings when the set of those that are over changes, not with every second.
  useEffect(() => {
    for (const { timer } of over) {
      if (rung.current.has(timer.id)) continue;
      rung.current.add(timer.id);
      if (-readTimer(timer, now).left_s < MISSED_AFTER_S) ring();
    }
  }, [overIds]);

  // The bench shows its timers itself, and so does the step that one belongs to.
  const said = pathname === '/treat' ? [] : over.filter(({ view }) => pathname !== `/treat/${view.batch.code}`);
  if (said.length === 0) return null;
  return (
    <ul aria-label={say('timersOver')} className="screen-only bg-alarm text-sheet" aria-live="assertive">
      {said.map(({ view, timer }) => {
        const { by_s, means } = endingOf(timer, now);
        return (
          <li key={timer.id} className="flex flex-wrap items-center gap-x-4 px-4 py-1 desk:px-10 [&_.quiet]:text-sheet">
            <span className="grow">
              <Rich
                say={say}
                of="endedAgo"
                facts={{ ...TIMINGS[timer.step], code: view.batch.code, common: view.species.common[0], by: lengthOf(by_s), means }}
                parts={{ b: <b />, span: <span className="code" /> }}
              />
            </span>
            <Link to={`/treat/${view.batch.code}`} className="quiet">
              {say('bench')}
            </Link>
            <EndTimer view={view} timer={timer} />
          </li>
        );
      })}
    </ul>
  );
}
