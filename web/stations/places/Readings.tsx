import { shortMonthDay } from '@chill/core/calendar/dates.ts';
import { localTimeReader } from '@chill/core/calendar/localTimes.ts';
import { momentIn } from '@chill/core/calendar/moments.ts';
import { parseDate } from '@chill/core/calendar/parseDate.ts';
import { oddTemperature } from '@chill/core/kinds/places.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Place } from '@chill/model/place.ts';
import type { ReadingImport } from '@chill/model/temperature.ts';
import { say } from '@chill/words/places.ts';
import { shown } from '@chill/words/subject.ts';
import { useState } from 'react';
import useSWR from 'swr';
import { ask } from '../../browser/api.ts';
import { newId } from '../../browser/newId.ts';
import { nowInstant } from '../../browser/now.ts';
import { useDevice } from '../../data/device.ts';
import { useNursery } from '../../data/nursery.ts';
import { importsAt, savePlace, typeReading, undoImport } from '../../data/saving.ts';
import { Field } from '../../kit/fields/Field.tsx';
import { QuantityInput } from '../../kit/fields/QuantityInput.tsx';
import { Typed } from '../../kit/fields/Typed.tsx';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { useWritten } from '../../kit/fields/useWritten.ts';
import { Problem } from '../../kit/told/Problem.tsx';

/** The logger that lies here: what it says now while it is listened to, and whether what it writes down is kept. */
export function Logger({ place }: { place: Place }) {
  const { nursery } = useNursery();
  const device = useDevice('logger', place.id);
  const { attempt, problem, busy } = useAttempt();
  if (!device.there && !place.logger) return null;
  const show = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units);
  const listening = device.state === 'connecting' || device.state === 'on';
  const { logger: _kept, ...without } = place;
  return (
    <div>
      {place.logger ? (
        <p className="flex flex-wrap items-center gap-x-4">
          <span>{say('loggerAttached')}</span>
          <button type="button" className="quiet" disabled={busy} onClick={() => attempt(() => savePlace(without, place))}>
            {say('undoLogger')}
          </button>
          <button type="button" className="quiet" onClick={listening ? device.detach : device.attach}>
            {listening ? say('stopListening') : say('whatDoesShowNow')}
          </button>
          {listening && <b className="font-mono text-xl">{device.reading ? show(device.reading.value) : '…'}</b>}
        </p>
      ) : (
        <button
          type="button"
          className="quiet"
          disabled={busy}
          onClick={() => attempt(() => savePlace({ ...place, logger: newId() }, place))}
        >
          {say('attachLogger')}
        </button>
      )}
      <Problem>{problem ?? device.problem}</Problem>
    </div>
  );
}

/** One reading, as a thermometer showed it. */
export function TypeReading({ place }: { place: Place }) {
  const { nursery, today } = useNursery();
  const [open, setOpen] = useState(false);
  const [serial, setSerial] = useState(0);
  const form = useWritten<{ celsius: number | null; when: string }, { at: string; celsius: number }>({
    first: { celsius: null, when: '' },
    judge: ({ celsius, when }) => {
      const at = momentTyped(when, today, nursery.timeZone);
      if (celsius !== null && at !== undefined) return { value: { at, celsius } };
      return {
        faults: [
          ...(celsius === null ? [{ field: 'celsius', message: say('giveWhatThermometerShows') }] : []),
          ...(at === undefined ? [{ field: 'when', message: say('giveDayTimeSuch', { day: shortMonthDay('02-16') }) }] : []),
        ],
      };
    },
    doubt: ({ celsius }) => {
      const odd =
        celsius === null
          ? undefined
          : oddTemperature(place.kind, celsius, (one) => showQuantity(one, 'temperature_C', nursery.settings.units));
      return odd ? { field: 'celsius', message: odd } : undefined;
    },
    save: async (reading, written) => {
      // Emptied at once: the next reading can be typed while this one is on its way. What could not be kept comes back.
      empty({ celsius: null, when: '' });
      try {
        await typeReading(place.id, { id: newId(), ...reading });
      } catch (error) {
        empty(written);
        throw error;
      }
    },
    // Whatever the server finds wrong is wrong with one of the two.
    fieldOf: (path) => (path === 'at' ? 'when' : path),
  });
  const empty = (to: { celsius: number | null; when: string }) => {
    form.put(to);
    setSerial((count) => count + 1);
  };
  if (!open)
    return (
      <button type="button" className="quiet" onClick={() => setOpen(true)}>
        {say('typeReading')}
      </button>
    );
  return (
    <form noValidate className="flex flex-wrap items-start gap-x-6 gap-y-2" onSubmit={form.submit}>
      <div className="w-36">
        <Field label={say('shows')} error={form.fault('celsius')}>
          <QuantityInput
            key={serial}
            quantity="temperature_C"
            units={nursery.settings.units}
            value={form.written.celsius ?? undefined}
            onChange={(celsius) => form.put({ celsius: celsius ?? null })}
          />
        </Field>
      </div>
      <div className="w-44">
        <Typed form={form} name="when" label={say('when')} placeholder={say('now')} />
      </div>
      <button type="submit" className="action mt-5" disabled={form.busy}>
        {say('save')}
      </button>
      <Problem>{form.fault('root')}</Problem>
    </form>
  );
}

/** "now", "7:40", "16 Feb 7:40" as a moment; `undefined` where it is none. */
function momentTyped(text: string, today: string, timeZone: string): string | undefined {
  const typed = text.trim();
  if (typed === '' || typed.toLowerCase() === 'now') return nowInstant();
  const found = /^(.*?)\s*(\d{1,2})[:.](\d{2})$/.exec(typed);
  if (!found) return undefined;
  const day = found[1]?.trim() ? parseDate(found[1], today) : { ok: true as const, value: today };
  const [hour, minute] = [Number(found[2]), Number(found[3])];
  if (!day.ok || hour > 23 || minute > 59) return undefined;
  const [year, month, date] = day.value.split('-').map(Number) as [number, number, number];
  return new Date(localTimeReader(timeZone)({ year, month, day: date, hour, minute, second: 0 })).toISOString();
}

/** What was taken in, the newest first, with its undo. */
export function Imports({ place }: { place: Place }) {
  const { nursery, today } = useNursery();
  const { data } = useSWR<(ReadingImport & { undone: boolean })[]>(importsAt(place.id), ask);
  const { attempt, problem } = useAttempt();
  if (!data || data.length === 0) return null;
  return (
    <>
      <ul className="mt-3">
        {data.slice(0, 20).map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-4 border-t border-line py-1">
            <span className={`min-w-0 grow break-words ${one.undone ? 'text-ink2 line-through' : ''}`}>
              {one.name}: <b className="font-mono">{shown(one.count)}</b> {one.count === 1 ? say('reading') : say('readingsWord')},{' '}
              <span className="text-ink2">
                {momentIn(Date.parse(one.from), nursery.timeZone, today)}
                {one.count > 1 && ` ${say('toMoment', { moment: momentIn(Date.parse(one.to), nursery.timeZone, today) })}`}
              </span>
            </span>
            <button
              type="button"
              className="quiet px-2"
              aria-label={`${one.undone ? say('putBack') : say('undo')}: ${one.name}`}
              onClick={() => attempt(() => undoImport(place.id, one.id, !one.undone))}
            >
              {one.undone ? say('putBack') : say('undo')}
            </button>
          </li>
        ))}
      </ul>
      <Problem>{problem}</Problem>
    </>
  );
}
