import { weekdayNames } from '@chill/core/calendar/dates.ts';
import { Nursery } from '@chill/model/nursery.ts';
import type { DaysOff } from '@chill/model/primitives.ts';
import { say } from '@chill/words/people.ts';
import { useState } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { saveNursery } from '../../data/saving.ts';
import { DaysOffField } from '../../kit/fields/DaysOffField.tsx';
import { typedCount } from '../../kit/fields/typedNumbers.ts';
import { judgedBy, useWritten } from '../../kit/fields/useWritten.ts';
import { Problem } from '../../kit/told/Problem.tsx';

/** A person as written: minutes as text, Monday first. */
interface Draft {
  people: { name: string; minutes: string[]; away: DaysOff[] }[];
}

const NOBODY = (): Draft['people'][number] => ({ name: '', minutes: ['60', '60', '60', '60', '60', '0', '0'], away: [] });

/** Who has how many minutes on which weekday, and when they are away. */
export function People() {
  return (
    <details className="mt-8">
      <summary className="quiet cursor-pointer list-none">{say('people')}</summary>
      <div className="mt-2">
        <PeopleForm />
      </div>
    </details>
  );
}

function PeopleForm() {
  const { nursery, today } = useNursery();
  const [saved, setSaved] = useState(false);
  const form = useWritten<Draft, Nursery>({
    first: {
      people: (nursery.people ?? []).map(({ name, minutes, away }) => ({ name, minutes: minutes.map(String), away: away ?? [] })),
    },
    judge: ({ people }) => {
      const judged = judgedBy(Nursery, {
        ...nursery,
        people: people.map(({ name, minutes, away }) => ({ name, minutes: minutes.map(typedCount), ...(away.length > 0 && { away }) })),
      });
      if ('value' in judged) return judged;
      return {
        faults: judged.faults.map(({ field, message }) => ({ field, message: /minutes/.test(field) ? say('giveMinutes') : message })),
      };
    },
    save: async (changed) => {
      const { people, ...rest } = changed;
      await saveNursery(people && people.length > 0 ? changed : rest, nursery);
      setSaved(true);
    },
    // A fault in one end of some days stands at those days.
    fieldOf: (path) => path.replace(/^(people\.\d+\.away\.\d+)\..*$/, '$1.from'),
  });
  const { people } = form.written;
  const put = (next: Draft['people']) => {
    setSaved(false);
    form.put({ people: next });
  };
  const change = (at: number, part: Partial<Draft['people'][number]>) =>
    put(people.map((one, i) => (i === at ? { ...one, ...part } : one)));
  const days = weekdayNames();
  return (
    <form noValidate onSubmit={form.submit}>
      <p className="max-w-prose text-ink2">{say('hint')}</p>
      <ul className="mt-2">
        {people.map(({ name, minutes, away }, i) => {
          const at = i + 1;
          const called = name.trim() || say('person', { at });
          return (
            <li key={at} className="border-t border-line py-3">
              <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
                <label>
                  <span className="block text-[0.9rem] text-ink2">{say('name')}</span>
                  <input
                    aria-label={say('nameOf', { at })}
                    className="written w-44"
                    value={name}
                    onChange={({ target }) => change(i, { name: target.value })}
                  />
                </label>
                {days.map((day, k) => (
                  <label key={day}>
                    <span className="block text-[0.9rem] text-ink2">{day}</span>
                    <input
                      aria-label={say('minutesOf', { day, name: called })}
                      className="written w-16 font-mono"
                      inputMode="numeric"
                      value={minutes[k]}
                      onChange={({ target }) => change(i, { minutes: minutes.map((one, m) => (m === k ? target.value : one)) })}
                    />
                  </label>
                ))}
                <button
                  type="button"
                  className="quiet"
                  aria-label={say('removePerson', { name: called })}
                  onClick={() => put(people.filter((_, k) => k !== i))}
                >
                  {say('remove')}
                </button>
              </div>
              <Problem>{form.fault(`people.${i}.name`)}</Problem>
              <Problem>{days.map((_, k) => form.fault(`people.${i}.minutes.${k}`)).find(Boolean)}</Problem>
              <div className="mt-1 flex flex-wrap items-baseline gap-x-4">
                <span className="text-[0.9rem] text-ink2">{say('away')}</span>
                <DaysOffField
                  of={say('awayOf', { name: called })}
                  value={away}
                  onChange={(next) => change(i, { away: next })}
                  today={today}
                  fault={(k) => form.fault(`people.${i}.away.${k}.from`)}
                />
              </div>
            </li>
          );
        })}
      </ul>
      <div className="flex flex-wrap items-center gap-x-6">
        <button type="button" className="quiet" onClick={() => put([...people, NOBODY()])}>
          {say('addPerson')}
        </button>
        <button type="submit" className="action" disabled={form.busy}>
          {say('save')}
        </button>
        {saved && <span role="status">{say('saved')}</span>}
        <Problem>{form.fault('root')}</Problem>
      </div>
    </form>
  );
}
