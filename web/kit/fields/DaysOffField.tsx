import type { DaysOff } from '@chill/model/primitives.ts';
import { say } from '@chill/words/people.ts';
import { Problem } from '../told/Problem.tsx';
import { DateInput } from './DateInput.tsx';

/** Days on which a place is shut or somebody away: from one to another, as many as there are. `of`: whose they are, for those who only hear it. */
export function DaysOffField({
  of,
  value,
  onChange,
  today,
  fault,
}: {
  of: string;
  value: readonly DaysOff[];
  onChange: (days: DaysOff[]) => void;
  today: string;
  fault?: (at: number) => string | undefined;
}) {
  const put = (at: number, part: Partial<DaysOff>) => onChange(value.map((one, i) => (i === at ? { ...one, ...part } : one)));
  return (
    <div>
      {value.map((one, i) => {
        const at = i + 1;
        return (
          <div key={at} className="flex flex-wrap items-baseline gap-x-3">
            <DateInput
              aria-label={say('fromOf', { of, at })}
              className="written w-32"
              value={one.from}
              onChange={(from) => put(i, { from })}
              today={today}
              ahead
            />
            <span>{say('to')}</span>
            <DateInput
              aria-label={say('toOf', { of, at })}
              className="written w-32"
              value={one.to}
              onChange={(to) => put(i, { to })}
              today={today}
              ahead
            />
            <button
              type="button"
              className="quiet"
              aria-label={say('removeDaysOf', { of, at })}
              onClick={() => onChange(value.filter((_, k) => k !== i))}
            >
              {say('remove')}
            </button>
            <Problem>{fault?.(i)}</Problem>
          </div>
        );
      })}
      <button
        type="button"
        className="quiet"
        aria-label={say('addDaysOf', { of })}
        onClick={() => onChange([...value, { from: '', to: '' }])}
      >
        {say('addDays')}
      </button>
    </div>
  );
}
