import { longDate, shortDate } from '@chill/core/calendar/dates.ts';
import { localTimeReader } from '@chill/core/calendar/localTimes.ts';
import { momentIn } from '@chill/core/calendar/moments.ts';
import { parseDate } from '@chill/core/calendar/parseDate.ts';
import { stretch } from '@chill/core/chill/lossWords.ts';
import { WARM_C } from '@chill/core/chill/measured.ts';
import { expectedOf } from '@chill/core/chill/met.ts';
import { lodgersOf } from '@chill/core/schedule/lodging.ts';
import { STAGE_NAMES } from '@chill/core/schedule/words.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { tellRoom } from '@chill/core/ways/room.ts';
import type { Place } from '@chill/model/place.ts';
import type { ReadingImport } from '@chill/model/temperature.ts';
import { type CSSProperties, lazy, Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import useSWR from 'swr';
import { ask } from '../../data/api.ts';
import { useDevice } from '../../data/device.ts';
import { newId } from '../../data/newId.ts';
import { nowInstant } from '../../data/now.ts';
import { useNursery } from '../../data/nursery.ts';
import { importsAt, savePlace, typeReading, undoImport } from '../../data/saving.ts';
import { dueToday } from '../../data/stations.ts';
import { Field } from '../../kit/Field.tsx';
import { Figure } from '../../kit/Figure.tsx';
import { PlacePicture } from '../../kit/PlacePicture.tsx';
import { Problem } from '../../kit/Problem.tsx';
import { QuantityInput } from '../../kit/QuantityInput.tsx';
import { Tag } from '../../kit/Tag.tsx';
import { useAttempt } from '../../kit/useAttempt.ts';
import { ZONE_COLOUR, zoneOf } from '../../kit/zones.ts';
import { KIND_NAMES, PlaceForm } from './PlaceForm.tsx';
import { TakeInFile } from './TakeInFile.tsx';

const TemperatureChart = lazy(() => import('./TemperatureChart.tsx'));

/** One place: what it holds now, what its readings say, and how readings come in. */
export default function PlacePage() {
  const { placeId } = useParams();
  const { places, batches, temperatures, nursery, today } = useNursery();
  const [changing, setChanging] = useState(false);
  const place = places.find(({ id }) => id === placeId);
  if (!place)
    return (
      <div className="px-4 py-10 desk:px-10">
        <h1>There is no such place</h1>
        <Link to="/places" className="quiet">
          all places
        </Link>
      </div>
    );
  const show = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units);
  const lodgers = lodgersOf(place, batches, today);
  const taken = lodgers.reduce((sum, { room }) => sum + room, 0);
  const record = temperatures.find((one) => one.placeId === place.id);
  const expected = expectedOf(place, temperatures, today);
  const apart = expected.measured && Math.abs(expected.celsius - place.nominal_C) >= 0.5;
  return (
    <div className="px-4 pt-5 desk:px-10" style={{ '--zone': ZONE_COLOUR[zoneOf(place.nominal_C)] } as CSSProperties}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1>{place.name}</h1>
        <button type="button" className="quiet" onClick={() => setChanging(!changing)}>
          change it
        </button>
      </div>
      <p className="text-ink2">
        {KIND_NAMES[place.kind]}
        {place.within && `, a shelf of ${place.within}`}
        {place.usedBy && `; used by ${place.usedBy}`}
        {place.cover &&
          `; mice and birds ${place.cover.animals ? 'kept off' : 'not kept off'}, rain ${place.cover.rain ? 'kept off' : 'not kept off'}`}
      </p>
      {changing && <PlaceForm key={place.id} place={place} close={() => setChanging(false)} />}
      <div className="mt-4 grid gap-x-12 gap-y-8 desk:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <section>
          <h2>Temperature</h2>
          <div className="mt-2 grid grid-cols-2 gap-4 sm:grid-cols-3">
            {record && (
              <Figure value={show(record.last.celsius)}>at {momentIn(Date.parse(record.last.at), nursery.timeZone, today)}</Figure>
            )}
            <Figure value={show(expected.celsius)}>
              {expected.measured
                ? 'the middle of its last fortnight: what is reckoned from now on'
                : 'as written; nothing has measured it for long enough'}
            </Figure>
            {record && <Figure value={record.spells.length}>{record.spells.length === 1 ? 'spell' : 'spells'} too warm or frozen</Figure>}
          </div>
          {record && record.spells.length > 0 && (
            <ul className="mt-2 text-[0.97rem] text-ink2">
              {record.spells.slice(-5).map((spell) => (
                <li key={spell.from + spell.kind}>
                  {spell.kind === 'warm' ? 'Too warm' : 'Frozen'} {stretch(spell.from, spell.to, today)} for {Math.round(spell.hours)} h
                  {spell.excursion_hours ? `, ${Math.round(spell.excursion_hours)} of them above ${show(WARM_C)}` : ''},{' '}
                  {show(spell.peak_C)} at its {spell.kind === 'warm' ? 'warmest' : 'coldest'}
                </li>
              ))}
            </ul>
          )}
          {apart && (
            <p className="mt-2">
              It is written down as {show(place.nominal_C)}, which still counts wherever nothing was measured.{' '}
              <button
                type="button"
                className="quiet"
                onClick={() => void savePlace({ ...place, nominal_C: Math.round(expected.celsius * 10) / 10 })}
              >
                write down {show(Math.round(expected.celsius * 10) / 10)} instead
              </button>
            </p>
          )}
          {record && (
            <div className="mt-4">
              <Suspense fallback={<p className="h-72 text-ink2">Drawing …</p>}>
                <TemperatureChart place={place} last_ms={Date.parse(record.last.at)} />
              </Suspense>
            </div>
          )}
          <h3 className="mt-6">Readings</h3>
          <div className="mt-1 flex flex-wrap items-start gap-x-8">
            <Logger place={place} />
            <TypeReading place={place} />
            <TakeInFile place={place} />
            {record && (
              <a className="quiet" href={`/api/tables/readings.csv?place=${place.id}`} download>
                all readings as a table
              </a>
            )}
          </div>
          <Imports place={place} />
        </section>
        <section>
          <h2>In it now</h2>
          <p className={taken > place.capacity ? 'font-semibold text-alarm' : 'text-ink2'}>
            {tellRoom(taken, place)}
            {taken > place.capacity && ': more than fits'}
          </p>
          <div className="mt-2">
            <PlacePicture
              shelves={[
                {
                  ...place,
                  pieces: lodgers.flatMap(({ view, room }) =>
                    Array.from({ length: Math.max(1, Math.round(room)) }, () => ({
                      code: view.batch.code,
                      due: dueToday(view, today).length > 0,
                    })),
                  ),
                },
              ]}
            />
          </div>
          <ul className="mt-3">
            {lodgers.map(({ view, room, leaves }) => (
              <li key={view.batch.id} className="border-t border-line">
                <Link to={`/batch/${view.batch.code}`} className="flex min-h-12 items-center gap-4 py-1 hover:bg-sheet">
                  <Tag code={view.batch.code} />
                  <span className="min-w-0 grow leading-tight">
                    {view.species.common[0]}
                    <span className="block text-[0.92rem] text-ink2">
                      {STAGE_NAMES[view.projection.stages[view.projection.state.stage]?.kind ?? 'pot']}
                      {room > 1 && `, takes ${room}`}
                    </span>
                  </span>
                  {leaves && (
                    <span className="text-right text-[0.95rem] whitespace-nowrap text-ink2">
                      leaves <b className="text-ink">{shortDate(leaves, today)}</b>
                    </span>
                  )}
                </Link>
              </li>
            ))}
          </ul>
          {lodgers.length === 0 && <p className="mt-2 text-ink2">Nothing lies here on {longDate(today)}.</p>}
          {lodgers.length > 0 && (
            <Link to={`/labels?place=${place.id}`} className="quiet mt-2">
              labels for this place
            </Link>
          )}
        </section>
      </div>
    </div>
  );
}

/** The logger that lies here: what it says now while it is listened to, and whether what it writes down is kept. */
function Logger({ place }: { place: Place }) {
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
          <span>A logger lies here; what it writes down is kept.</span>
          <button type="button" className="quiet" disabled={busy} onClick={() => attempt(() => savePlace(without))}>
            take the logger out
          </button>
          <button type="button" className="quiet" onClick={listening ? device.detach : device.attach}>
            {listening ? 'stop listening' : 'what does it say now?'}
          </button>
          {listening && <b className="font-mono text-xl">{device.reading ? show(device.reading.value) : '…'}</b>}
        </p>
      ) : (
        <button type="button" className="quiet" disabled={busy} onClick={() => attempt(() => savePlace({ ...place, logger: newId() }))}>
          attach the logger
        </button>
      )}
      <Problem>{problem ?? device.problem}</Problem>
    </div>
  );
}

/** One reading, as a thermometer showed it. */
function TypeReading({ place }: { place: Place }) {
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
        ...(celsius === undefined && { celsius: 'Give what the thermometer shows.' }),
        ...(at === undefined && { when: 'Give a day and a time, such as 16 Feb 7:40; or leave it empty for now.' }),
      };
      setFault(found);
      if (celsius === undefined || at === undefined) return;
      await typeReading(place.id, { id: newId(), at, celsius });
      setCelsius(undefined);
      setWhen('');
      setSerial(serial + 1);
    });
  if (!open)
    return (
      <button type="button" className="quiet" onClick={() => setOpen(true)}>
        type a reading
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
        <Field label="It shows" error={fault.celsius}>
          <QuantityInput key={serial} quantity="temperature_C" units={nursery.settings.units} value={celsius} onChange={setCelsius} />
        </Field>
      </div>
      <div className="w-44">
        <Field label="When" error={fault.when}>
          <input className="written" placeholder="now" value={when} onChange={(event) => setWhen(event.target.value)} />
        </Field>
      </div>
      <button type="submit" className="deed mt-5" disabled={busy}>
        keep it
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
function Imports({ place }: { place: Place }) {
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
              {one.name}: <b className="font-mono">{one.count.toLocaleString('en')}</b> {one.count === 1 ? 'reading' : 'readings'},{' '}
              <span className="text-ink2">
                {momentIn(Date.parse(one.from), nursery.timeZone, today)}
                {one.count > 1 && ` to ${momentIn(Date.parse(one.to), nursery.timeZone, today)}`}
              </span>
            </span>
            <button
              type="button"
              className="quiet px-2"
              aria-label={`${one.undone ? 'put back' : 'undo'}: ${one.name}`}
              onClick={() => attempt(() => undoImport(place.id, one.id, !one.undone))}
            >
              {one.undone ? 'put back' : 'undo'}
            </button>
          </li>
        ))}
      </ul>
      <Problem>{problem}</Problem>
    </>
  );
}
