import { shortDate } from '@chill/core/calendar/dates.ts';
import type { PromiseStanding } from '@chill/core/nursery/promises.ts';
import { span } from '@chill/core/units/span.ts';
import { say } from '@chill/words/promises.ts';
import type { ReactNode } from 'react';
import { useNursery } from '../../data/nursery.ts';

/** A range of plants as it is written; one figure where both ends are the same. */

/** One promise in a line: for whom, how many, by when, and whether it is covered; what may be done with it follows. */
export function PromiseLine({ standing, children }: { standing: PromiseStanding; children?: ReactNode }) {
  const { today } = useNursery();
  const { promise, delivered, open, ready, stands, shortBy } = standing;
  const words =
    open === 0
      ? say('toHandOver')
      : stands === 'covered'
        ? say('covered')
        : stands === 'short'
          ? say('shortBy', { missing: span(shortBy) })
          : say('mayBeShort', { missing: shortBy.high });
  return (
    <li className="flex flex-wrap items-baseline gap-x-5 border-t border-line py-2">
      <span className="w-28 shrink-0 font-mono text-[1.02rem]">{say('byDay', { on: shortDate(promise.on, today) })}</span>
      <span className="min-w-0 grow basis-52">
        <b className="font-[560]">{promise.whom}</b>{' '}
        <span className="text-ink2">
          {delivered > 0 ? say('handedOver', { delivered, plants: promise.plants }) : say('plantsOf', { count: promise.plants })}
        </span>
        <span className={`block ${stands === 'short' && open > 0 ? 'font-semibold text-alarm' : ''}`}>
          {open > 0 && stands !== 'covered' ? say('readyThen', { stands: words, range: span(ready) }) : words}
          {open > 0 && promise.on < today && `; ${say('dayPast')}`}
        </span>
      </span>
      {children}
    </li>
  );
}
