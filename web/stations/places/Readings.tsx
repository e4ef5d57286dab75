import { localTimeReader } from '@chill/core/calendar/localTimes.ts';
import { momentIn } from '@chill/core/calendar/moments.ts';
import { parseDate } from '@chill/core/calendar/parseDate.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Place } from '@chill/model/place.ts';
import type { ReadingImport } from '@chill/model/temperature.ts';
import { say } from '@chill/words/places.ts';
import { shown } from '@chill/words/subject.ts';
import { useState } from 'react';
import useSWR from 'swr';
import { ask } from '../../data/api.ts';
import { useDevice } from '../../data/device.ts';
import { newId } from '../../data/newId.ts';
import { nowInstant } from '../../data/now.ts';
import { useNursery } from '../../data/nursery.ts';
import { importsAt, savePlace, typeReading, undoImport } from '../../data/saving.ts';
import { Field } from '../../kit/Field.tsx';
import { Problem } from '../../kit/Problem.tsx';
import { QuantityInput } from '../../kit/QuantityInput.tsx';
import { useAttempt } from '../../kit/useAttempt.ts';

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
          <span>{say('loggerAttachedWhatMeasuresKept')}</span>
          <button type="button" className="quiet" disabled={busy} onClick={() => attempt(() => savePlace(without))}>
            {say('undoLogger')}
          </button>
          <button type="button" className="quiet" onClick={listening ? device.detach : device.attach}>
            {listening ? say('stopListening') : say('whatDoesShowNow')}
          </button>
          {listening && <b className="font-mono text-xl">{device.reading ? show(device.reading.value) : '…'}</b>}
        </p>
      ) : (
        <button type="button" className="quiet" disabled={busy} onClick={() => attempt(() => savePlace({ ...place, logger: newId() }))}>
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
  const [celsius, setCelsius] = useState<number>();
  const [when, setWhen] = useState('');
  const [fault, setFault] = useState<{ celsius?: string; when?: string }>({});
  const [serial, setSerial] = useState(0);
  const { attempt, problem, busy } = useAttempt();
  const save = () =>
    attempt(async () => {
      const at = momentTyped(when, today, nursery.timeZone);
      const found = {
        ...(celsius === undefined && { celsius: say('giveWhatThermometerShows') }),
        ...(at === undefined && { when: say('giveDayTimeSuch16') }),
      };
      setFault(found);
      if (celsius === undefined || at === undefined) return;
      // Emptied at once: the next reading can be typed while this one is on its way. What could not be kept comes back.
      setCelsius(undefined);
      setWhen('');
      setSerial((count) => count + 1);
      try {
        await typeReading(place.id, { id: newId(), at, celsius });
      } catch (error) {
        setCelsius((typed) => typed ?? celsius);
        setWhen((typed) => typed || when);
        setSerial((count) => count + 1);
        throw error;
      }
    });
  if (!open)
    return (
      <button type="button" className="quiet" onClick={() => setOpen(true)}>
        {say('typeReading')}
      </button>
    );
  return (
    <form
      noValidate
      className="flex flex-wrap items-start gap-x-6 gap-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <div className="w-36">
        <Field label={say('shows')} error={fault.celsius}>
          <QuantityInput key={serial} quantity="temperature_C" units={nursery.settings.units} value={celsius} onChange={setCelsius} />
        </Field>
      </div>
      <div className="w-44">
        <Field label={say('when')} error={fault.when}>
          <input className="written" placeholder={say('now')} value={when} onChange={(event) => setWhen(event.target.value)} />
        </Field>
      </div>
      <button type="submit" className="action mt-5" disabled={busy}>
        {say('save')}
      </button>
      <Problem>{problem}</Problem>
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
              {one.name}: <b className="font-mono">{shown(one.count)}</b> {one.count === 1 ? say('reading') : say('readings2')},{' '}
              <span className="text-ink2">
                {momentIn(Date.parse(one.from), nursery.timeZone, today)}
                {one.count > 1 && ` ${say('to2', { parse: momentIn(Date.parse(one.to), nursery.timeZone, today) })}`}
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
