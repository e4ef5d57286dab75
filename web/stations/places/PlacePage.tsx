import { longDate, shortDate } from '@chill/core/calendar/dates.ts';
import { momentIn } from '@chill/core/calendar/moments.ts';
import { turnOf } from '@chill/core/chill/advice.ts';
import { stretch } from '@chill/core/chill/lossWords.ts';
import { WARM_C } from '@chill/core/chill/measured.ts';
import { expectedOf } from '@chill/core/chill/met.ts';
import { PLACES } from '@chill/core/kinds/places.ts';
import { describeRoom, roundRoom } from '@chill/core/methods/room.ts';
import { lodgersOf } from '@chill/core/nursery/lodging.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlaceTemperatures, TemperatureSpell } from '@chill/model/temperature.ts';
import { say } from '@chill/words/places.ts';
import { Rich } from '@chill/words/rich.tsx';
import { type CSSProperties, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { savePlace } from '../../data/saving.ts';
import { ZONE_COLOUR, zoneOf } from '../../kit/drawn/zones.ts';
import { Figure } from '../../kit/told/Figure.tsx';
import { NotThere } from '../../kit/told/NotThere.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { PlacePicture } from '../../parts/PlacePicture.tsx';
import { PlaceForm } from './PlaceForm.tsx';
import { USUAL_WEEKS } from './PlaceMeans.tsx';
import { piecesOf } from './pieces.ts';
import { Imports, Logger, TypeReading } from './Readings.tsx';
import { ShelfFromAbove } from './ShelfFromAbove.tsx';
import { TakeInFile } from './TakeInFile.tsx';
import { TemperatureChart } from './TemperatureChart.tsx';

/** One place: what it holds now, what its readings say, and how readings come in. */
export default function PlacePage() {
  const { placeId } = useParams();
  const { places, temperatures } = useNursery();
  const [changing, setChanging] = useState(false);
  const place = places.find(({ id }) => id === placeId);
  if (!place) return <NotThere title={say('thereNoSuchPlace')} to="/places" back={say('allPlaces')} />;
  const record = temperatures.find((one) => one.placeId === place.id);
  return (
    <div className="px-4 pt-5 desk:px-10" style={{ '--zone': ZONE_COLOUR[zoneOf(place.nominal_C)] } as CSSProperties}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1>{place.name}</h1>
        <button type="button" className="quiet" onClick={() => setChanging(!changing)}>
          {say('change')}
        </button>
      </div>
      <p className="text-ink2">{placeWords(place).join('; ')}</p>
      {changing && <PlaceForm key={place.id} place={place} close={() => setChanging(false)} />}
      <div className="mt-4 grid gap-x-12 gap-y-8 desk:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <section>
          <h2>{say('temperature')}</h2>
          <TemperatureNow place={place} record={record} />
          {record && (
            <div className="mt-4">
              <TemperatureChart place={place} last_ms={Date.parse(record.last.at)} />
            </div>
          )}
          <h3 className="mt-6">{say('readings')}</h3>
          <div className="mt-1 flex flex-wrap items-start gap-x-8">
            <Logger place={place} />
            <TypeReading place={place} />
            <TakeInFile place={place} />
            {record && (
              <a className="quiet" href={`/api/tables/readings.csv?place=${place.id}`} download>
                {say('exportAllReadings')}
              </a>
            )}
          </div>
          <Imports place={place} />
        </section>
        <Contents place={place} />
      </div>
    </div>
  );
}

/** What a place is: its kind, what it is a part of, who uses it, what is kept off it. */
function placeWords({ kind, within, usedBy, cover }: Place): string[] {
  return [
    PLACES[kind].name,
    within && say('partOfWithin', { within }),
    usedBy && say('usedBy', { usedBy }),
    cover && say(cover.animals ? 'animalsKeptOff' : 'animalsNotKeptOff'),
    cover && say(cover.rain ? 'rainKeptOff' : 'rainNotKeptOff'),
  ].flatMap((one) => one || []);
}

/** How warm it is there by its readings, what to do about it, and when it was not as it should be. */
function TemperatureNow({ place, record }: { place: Place; record: PlaceTemperatures | undefined }) {
  const { temperatures, nursery, today } = useNursery();
  const show = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units);
  const expected = expectedOf(place, temperatures, today);
  const turn = turnOf(place, temperatures, today);
  const stays = PLACES[place.kind].shouldStay;
  const spellWords = ({ kind, from, to, hours, excursion_hours: far, peak_C }: TemperatureSpell) => {
    const facts = { stretch: stretch(from, to, today), hours: Math.round(hours), peak: show(peak_C) };
    if (kind === 'frozen') return say('spellFrozen', facts);
    return far ? say('spellFarTooWarm', { ...facts, far: Math.round(far), warm: show(WARM_C) }) : say('spellTooWarm', facts);
  };
  const apart = expected.measured && Math.abs(expected.celsius - place.nominal_C) >= 0.5;
  return (
    <>
      <div className="mt-2 grid grid-cols-2 gap-4 sm:grid-cols-3">
        {record && (
          <Figure value={show(record.last.celsius)}>
            {say('at', { moment: momentIn(Date.parse(record.last.at), nursery.timeZone, today) })}
          </Figure>
        )}
        <Figure value={show(expected.celsius)}>
          {expected.measured
            ? say('medianOfTwoWeeks')
            : place.setTo
              ? say('setToUntilMeasured', { on: shortDate(place.setTo.on, today) })
              : say('statedNotMeasured')}
        </Figure>
        {record && stays && (
          <Figure value={record.spells.length}>
            {Number.isFinite(stays.above_C)
              ? say('timesAboveOrBelow', { count: record.spells.length, above: show(stays.below_C), below: show(stays.above_C) })
              : say('timesAbove', { count: record.spells.length, above: show(stays.below_C) })}
          </Figure>
        )}
      </div>
      {turn && (
        <p className="mt-2 border-l-4 border-alarm pl-3">
          {say(turn.turn === 'down' ? 'turnDown' : 'turnUp', {
            celsius: show(turn.celsius),
            to: show(turn.to_C),
            percent: Math.round(turn.counts * 100),
            usual: USUAL_WEEKS,
            weeks: turn.counts > 0 ? Math.round(USUAL_WEEKS / turn.counts) : '–',
          })}
        </p>
      )}
      {record && record.spells.length > 0 && (
        <ul className="mt-2 text-[0.97rem] text-ink2">
          {record.spells.slice(-5).map((spell) => (
            <li key={spell.from + spell.kind}>{spellWords(spell)}</li>
          ))}
        </ul>
      )}
      {apart && (
        <p className="mt-2">
          {say('statedCountsElsewhere', { nominal: show(place.nominal_C) })}{' '}
          <button
            type="button"
            className="quiet"
            onClick={() => void savePlace({ ...place, nominal_C: Math.round(expected.celsius * 10) / 10 }, place)}
          >
            {say('useInstead', { celsius: show(Math.round(expected.celsius * 10) / 10) })}
          </button>
        </p>
      )}
    </>
  );
}

/** What lies there, and until when. */
function Contents({ place }: { place: Place }) {
  const { batches, today } = useNursery();
  const lodgers = lodgersOf(place, batches, today);
  const taken = lodgers.reduce((sum, { room }) => sum + room, 0);
  return (
    <section>
      <h2>{say('contents')}</h2>
      <p className={taken > place.capacity ? 'font-semibold text-alarm' : 'text-ink2'}>
        {describeRoom(taken, place)}
        {taken > place.capacity && `: ${say('moreThanFits')}`}
      </p>
      <div className="mt-2">
        {place.shelf && lodgers.length > 0 ? (
          <ShelfFromAbove place={place} shelf={place.shelf} lodgers={lodgers} />
        ) : (
          <PlacePicture shelves={[{ ...place, pieces: piecesOf(lodgers, today) }]} />
        )}
      </div>
      <ul className="mt-3">
        {lodgers.map(({ view, kind, room, leaves }) => (
          <li key={view.batch.id} className="border-t border-line">
            <Link to={`/batch/${view.batch.code}`} className="flex min-h-12 items-center gap-4 py-1 hover:bg-sheet">
              <Tag code={view.batch.code} />
              <span className="min-w-0 grow leading-tight">
                {view.species.common[0]}
                <span className="block text-[0.92rem] text-ink2">
                  {stageName(kind)}
                  {room > 1 && `, ${say('takes', { room: roundRoom(room) })}`}
                </span>
              </span>
              {leaves && (
                <span className="text-right text-[0.95rem] whitespace-nowrap text-ink2">
                  <Rich say={say} of="leaves" facts={{ leaves: shortDate(leaves, today) }} parts={{ b: <b className="text-ink" /> }} />
                </span>
              )}
            </Link>
          </li>
        ))}
      </ul>
      {lodgers.length === 0 && <p className="mt-2 text-ink2">{say('nothingHere', { today: longDate(today) })}</p>}
      {lodgers.length > 0 && (
        <Link to={`/labels?place=${place.id}`} className="quiet mt-2">
          {say('labelsPlace')}
        </Link>
      )}
    </section>
  );
}
