import { daysBetween, shortDate } from '@chill/core/calendar/dates.ts';
import { say } from '@chill/words/seasonPlan.ts';
import { type KeyboardEvent, useRef } from 'react';
import { useNursery } from '../../data/nursery.ts';
import type { KeptPromise, SeasonPlanning } from './useSeasonPlan.ts';

/** So many days a step: an arrow, an arrow with Shift or a page. */
const STEP = { ArrowLeft: -1, ArrowRight: 1, PageUp: -7, PageDown: 7 } as const;
const LONGEST_DAYS = 365;

/** The start of a proposed promise, to be moved by the buttons or the arrow keys: Enter keeps it there, Escape leaves it where it was. */
export function StartSlider({ one, plan }: { one: KeptPromise; plan: SeasonPlanning }) {
  const { today } = useNursery();
  const slider = useRef<HTMLDivElement>(null);
  const { id, whom } = one.wanted.promise;
  const { kept } = one;
  const days = plan.moving?.id === id ? plan.moving.days : 0;
  const proposed = daysBetween(today, kept.start) - days;
  const to = (next: number) => {
    plan.move(id, Math.min(LONGEST_DAYS, Math.max(-proposed, next)));
    slider.current?.focus();
  };
  const press = (event: KeyboardEvent) => {
    const step = STEP[event.key as keyof typeof STEP];
    if (step) to(days + (event.shiftKey ? 7 * step : step));
    else if (event.key === 'Enter' && days !== 0) plan.keep();
    else if (event.key === 'Escape' && days !== 0) plan.leave();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <button type="button" className="quiet" tabIndex={-1} aria-hidden="true" onClick={() => to(days - 7)}>
        {say('nowEarlier')}
      </button>
      <div
        ref={slider}
        role="slider"
        tabIndex={0}
        aria-label={say('moved', { whom })}
        aria-valuemin={0}
        aria-valuemax={LONGEST_DAYS}
        aria-valuenow={Math.min(LONGEST_DAYS, proposed + days)}
        aria-valuetext={say('startOn', { start: shortDate(kept.start, today) })}
        className="rounded-xs border-b-[3px] border-cool px-1 font-mono"
        onKeyDown={press}
      >
        {shortDate(kept.start, today)}
      </div>
      <button type="button" className="quiet" tabIndex={-1} aria-hidden="true" onClick={() => to(days + 7)}>
        {say('later')}
      </button>
      {days !== 0 && (
        <>
          <button type="button" className="action" onClick={plan.keep}>
            {say('keep')}
          </button>
          <button type="button" className="quiet" onClick={plan.leave}>
            {say('cancel')}
          </button>
        </>
      )}
    </div>
  );
}
