import { momentIn, timerFace } from '@chill/core/calendar/moments.ts';
import type { Timer } from '@chill/core/ledger/batchState.ts';
import { describeEnding, readTimer, TIMINGS } from '@chill/core/treat/timers.ts';
import { say } from '@chill/words/bell.ts';
import { useNow } from '../../browser/now.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { EndTimer } from './EndTimer.tsx';

/** One timer: what is left in figures that are read from across the shed, when it ends, and what it means once it is past. */
export function TimerFace({ view, timer, large = false }: { view: BatchView; timer: Timer; large?: boolean }) {
  const { nursery, today } = useNursery();
  const now = useNow();
  const { phase, left_s, share, ends_ms } = readTimer(timer, now);
  const { name } = TIMINGS[timer.step];
  const over = phase === 'over';
  const ends = momentIn(ends_ms, nursery.timeZone, today);
  return (
    <div className={over ? 'text-alarm' : ''}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span
          className={`font-mono font-bold tabular-nums ${large ? 'text-[3.2rem] leading-none' : 'text-[1.6rem] leading-tight'}`}
          role="timer"
        >
          {over ? '+' : ''}
          {timerFace(left_s)}
        </span>
        <span className="text-[0.98rem]">
          <b>{name}</b>, {over ? say('wasEnd') : say('ends')} {ends}
        </span>
      </div>
      <div className="mt-1 h-1.5 bg-line">
        <div
          className="h-full origin-left"
          style={{ background: over ? 'var(--color-alarm)' : 'var(--zone, var(--color-ink))', transform: `scaleX(${share.toFixed(4)})` }}
        />
      </div>
      {over && <p className="mt-1 text-[0.98rem] font-semibold">{describeEnding(timer, now)}</p>}
      {large && (
        <div className="flex flex-wrap items-center justify-between gap-x-4 text-[0.92rem] text-ink2">
          <span>{say('runsOnWhileClosed')}</span>
          <EndTimer view={view} timer={timer} />
        </div>
      )}
    </div>
  );
}
