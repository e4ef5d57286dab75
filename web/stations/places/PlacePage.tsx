import { longDate, shortDate } from '@chill/core/calendar/dates.ts';
import { momentIn } from '@chill/core/calendar/moments.ts';
import { stretch } from '@chill/core/chill/lossWords.ts';
import { WARM_C } from '@chill/core/chill/measured.ts';
import { expectedOf } from '@chill/core/chill/met.ts';
import { PLACES } from '@chill/core/kinds/places.ts';
import { lodgersOf } from '@chill/core/schedule/lodging.ts';
import { STAGE_NAMES } from '@chill/core/schedule/words.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { tellRoom } from '@chill/core/ways/room.ts';
import { type CSSProperties, lazy, Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { savePlace } from '../../data/saving.ts';
import { Figure } from '../../kit/Figure.tsx';
import { PlacePicture } from '../../kit/PlacePicture.tsx';
import { Tag } from '../../kit/Tag.tsx';
import { ZONE_COLOUR, zoneOf } from '../../kit/zones.ts';
import { PlaceForm } from './PlaceForm.tsx';
import { piecesOf } from './pieces.ts';
import { Imports, Logger, TypeReading } from './Readings.tsx';
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
        {PLACES[place.kind].name}
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
                  pieces: piecesOf(lodgers, today),
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
