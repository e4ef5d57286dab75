import { shortDate } from '@chill/core/calendar/dates.ts';
import { temperatureNow } from '@chill/core/chill/now.ts';
import { PLACES } from '@chill/core/kinds/places.ts';
import { describeRoom } from '@chill/core/methods/room.ts';
import { lodgersOf } from '@chill/core/nursery/lodging.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Place } from '@chill/model/place.ts';
import type { Table } from '@chill/model/table.ts';
import { say } from '@chill/words/places.ts';
import type { PlainKey } from '@chill/words/subject.ts';
import { useState } from 'react';
import { Link } from 'react-router';
import { newId } from '../../browser/newId.ts';
import { useNursery } from '../../data/nursery.ts';
import { ZONE_COLOUR, zoneOf } from '../../kit/drawn/zones.ts';
import { Term } from '../../kit/told/Term.tsx';
import { NurseryForm } from '../../parts/NurseryForm.tsx';
import { PlacePicture } from '../../parts/PlacePicture.tsx';
import { Backup } from './Backup.tsx';
import { ClimateForm } from './ClimateForm.tsx';
import { OwnContainers } from './ContainersForm.tsx';
import { People } from './PeopleForm.tsx';
import { PlaceForm } from './PlaceForm.tsx';
import { piecesOf } from './pieces.ts';

/** What each table is called; readings are had at their place. */
const TABLES: Record<Exclude<Table, 'readings'>, PlainKey<typeof say>> = {
  lots: 'lots',
  batches: 'batches',
  events: 'events',
  tasks: 'tasks',
  cold: 'coldTable',
  places: 'placesTable',
  promises: 'promisesTable',
  handbook: 'handbookTable',
};

/** Where seed is kept, in the order of the walk: how cold, how much fits, what is there. */
export default function PlacesPage() {
  const { places, batches, nursery, temperatures, today } = useNursery();
  const [editing, setEditing] = useState<Place>();
  const blank = (): Place => ({ id: newId(), name: '', kind: 'fridge', nominal_C: 4, capacity: 20, order: places.length + 1 });
  return (
    <section className="px-4 pt-5 desk:px-10">
      <div className="flex flex-wrap items-center justify-between gap-4">
        <h1>
          <Term of="place">{say('places')}</Term>
        </h1>
        <button type="button" className="action" onClick={() => setEditing(blank())}>
          {say('addPlace')}
        </button>
      </div>
      <p className="mt-1 max-w-prose text-ink2">{say('orderOfPlaces')}</p>
      {editing && <PlaceForm key={editing.id} place={editing} close={() => setEditing(undefined)} />}
      <ul className="mt-4 grid gap-x-12 gap-y-6 sm:grid-cols-2 desk:grid-cols-3">
        {unitsOf(places).map((shelves) => (
          <li key={shelves[0]?.id} className="border-t border-line pt-3">
            {shelves.length > 1 && <h2>{shelves[0]?.within}</h2>}
            <ul>
              {shelves.map((place) => {
                const lodgers = lodgersOf(place, batches, today);
                const taken = lodgers.reduce((sum, { room }) => sum + room, 0);
                const now = temperatureNow(place, temperatures, today);
                const next = lodgers[0]?.leaves;
                return (
                  <li key={place.id} className="flex items-start justify-between gap-4 py-1">
                    <span className="min-w-0">
                      <Link to={`/places/${place.id}`} className="font-[620] underline underline-offset-4">
                        {place.name}
                      </Link>
                      <span className="block text-[0.92rem] text-ink2">
                        {PLACES[place.kind].name}, {describeRoom(taken, place)}
                        {taken > place.capacity && <b className="text-alarm"> {say('tooMany')}</b>}
                        {next && `; ${say('nextLeaves', { next: shortDate(next, today) })}`}
                      </span>
                    </span>
                    <span className="text-right whitespace-nowrap">
                      <b className="font-mono text-xl" style={{ color: ZONE_COLOUR[zoneOf(now.celsius)] }}>
                        {showQuantity(now.celsius, 'temperature_C', nursery.settings.units)}
                      </b>
                      <span className="block text-[0.85rem] text-ink2">
                        {now.measured
                          ? say('measured')
                          : now.lastOn
                            ? say('statedMeasuredUntil', { lastOn: shortDate(now.lastOn, today) })
                            : say('stated')}
                        {now.spell && (
                          <b className="text-alarm">{now.spell.kind === 'warm' ? `, ${say('tooWarmAfter')}` : `, ${say('frozenAfter')}`}</b>
                        )}
                      </span>
                    </span>
                  </li>
                );
              })}
            </ul>
            <PlacePicture
              shelves={shelves.map((place) => ({
                ...place,
                pieces: piecesOf(lodgersOf(place, batches, today), today),
              }))}
            />
          </li>
        ))}
      </ul>
      <People />
      <OwnContainers />
      <div className="gap-x-14 desk:grid desk:grid-cols-2">
        <ClimateForm key={JSON.stringify(nursery.climate)} nursery={nursery} />
        <div>
          <Backup />
          <section className="mt-10">
            <h2>{say('export')}</h2>
            <p className="mt-1 max-w-prose text-ink2">{say('tablesAndCalendar')}</p>
            <p className="mt-1 flex flex-wrap gap-x-6">
              {Object.entries(TABLES).map(([table, name]) => (
                <a key={table} className="quiet" href={`/api/tables/${table}.csv`} download>
                  {say(name)}
                </a>
              ))}
              <a className="quiet" href="/api/calendar.ics">
                {say('calendarFeed')}
              </a>
            </p>
          </section>
        </div>
      </div>
      <details className="mt-8">
        <summary className="quiet cursor-pointer list-none">{say('changeNursery')}</summary>
        <div className="mt-4">
          <NurseryForm known={nursery} today={today} word={say('saveNursery')} />
        </div>
      </details>
    </section>
  );
}

/** Places in walking order, shelves of one fridge or room together where the first of them stands. */
function unitsOf(places: readonly Place[]): Place[][] {
  const units = new Map<string, Place[]>();
  for (const place of places) {
    const key = place.within ?? place.id;
    units.set(key, [...(units.get(key) ?? []), place]);
  }
  return [...units.values()];
}
