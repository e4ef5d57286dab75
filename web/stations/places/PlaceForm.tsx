import { expectedOf } from '@chill/core/chill/met.ts';
import { oddTemperature, PLACES } from '@chill/core/kinds/places.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import { roomUnitName } from '@chill/core/methods/room.ts';
import { CONTAINERS, fitsOnShelves } from '@chill/core/mix/containers.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { Place, type PlaceKind, PlaceKind as PlaceKinds, RoomUnit, Shelf } from '@chill/model/place.ts';
import type { DaysOff } from '@chill/model/primitives.ts';
import { say } from '@chill/words/places.ts';
import { options, worded } from '@chill/words/tables.ts';
import { useState } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { savePlace } from '../../data/saving.ts';
import { BothSides } from '../../kit/fields/BothSides.tsx';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { QuantityInput } from '../../kit/fields/QuantityInput.tsx';
import { Typed } from '../../kit/fields/Typed.tsx';
import { typedCount } from '../../kit/fields/typedNumbers.ts';
import { judgedBy, useWritten } from '../../kit/fields/useWritten.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { PlaceMeans } from './PlaceMeans.tsx';
import { ShutDays } from './ShutDays.tsx';

const KEPT_OFF = options(say, {
  unasked: 'notStated',
  yes: 'keptOff',
  no: 'notKeptOff',
});

const LIGHT = options(say, { unasked: 'notStated', lit: 'lit', dark: 'dark' });

const SHELF = ['width_mm', 'depth_mm', 'height_mm', 'shelves'] as const;
type ShelfMeasure = (typeof SHELF)[number];
const SHELF_NAMES: Record<ShelfMeasure, string> = worded(say, {
  width_mm: 'shelfWidth',
  depth_mm: 'shelfDepth',
  height_mm: 'shelfHeight',
  shelves: 'shelfCount',
});
const measured = (shelf: Draft['shelf']) => SHELF.some((measure) => shelf[measure].trim() !== '');

/** What is written of a place: figures as text; `null` where nothing can be read or nobody said. */
interface Draft {
  name: string;
  kind: PlaceKind;
  nominal_C: number | null;
  room: RoomUnit;
  within: string;
  usedBy: string;
  capacity: string;
  order: string;
  cover: Place['cover'] | null;
  light: NonNullable<Place['light']> | 'unasked';
  shut: DaysOff[];
  /** Its shelves' measures, mm, as text; all empty where nobody measured. */
  shelf: Record<ShelfMeasure, string>;
  /** Whether a temperature that was changed is what it is set to from today. */
  setNow: boolean;
}

const asDraft = ({
  name,
  kind,
  nominal_C,
  room = 'bags',
  within = '',
  usedBy = '',
  capacity,
  order,
  cover,
  light,
  shut = [],
  shelf,
}: Place): Draft => ({
  shelf: Object.fromEntries(SHELF.map((measure) => [measure, shelf ? String(shelf[measure]) : ''])) as Draft['shelf'],
  name,
  kind,
  nominal_C,
  room,
  within,
  usedBy,
  cover: cover ?? null,
  light: light ?? 'unasked',
  shut,
  capacity: String(capacity),
  order: String(order),
  setNow: true,
});

/** A place, line by line, to be held against what somebody else wrote of it. */
function placeSaid(
  { name, kind, nominal_C, capacity, room = 'bags', within, usedBy, light, cover, shut = [], shelf, order }: Place,
  units: Parameters<typeof showQuantity>[2],
): string[] {
  return [
    ...[name, `${PLACES[kind].name}, ${showQuantity(nominal_C, 'temperature_C', units)}`, `${capacity} ${roomUnitName(room)}`],
    ...[within, usedBy, light && say(light)].flatMap((one) => one || []),
    ...(cover
      ? [
          `${say('miceBirds')}: ${say(cover.animals ? 'keptOff' : 'notKeptOff')}`,
          `${say('rain')}: ${say(cover.rain ? 'keptOff' : 'notKeptOff')}`,
        ]
      : []),
    ...(shelf ? [SHELF.map((measure) => `${SHELF_NAMES[measure]} ${shelf[measure]}`).join(', ')] : []),
    ...shut.map(({ from, to }) => `${from} – ${to}`),
    `${say('roundOrder')}: ${order}`,
  ];
}

/** A place written down or changed: what it is, how cold, how much fits, what it is a shelf of, who uses it. */
export function PlaceForm({ place: shown, close }: { place: Place; close: () => void }) {
  // As it was when it was opened: what comes from others meanwhile is put together with it when it is saved.
  const [place] = useState(shown);
  const { nursery, places, temperatures, today } = useNursery();
  const { units } = nursery.settings;
  // Readings go on telling what it was: they have to be told that it was turned.
  const told = expectedOf(place, temperatures, today).measured;
  const isTurned = (nominal_C: number | null): nominal_C is number => told && nominal_C !== null && nominal_C !== place.nominal_C;
  const form = useWritten<Draft, Place>({
    first: asDraft(place),
    judge: ({ within, usedBy, cover, light, capacity, order, shut, setNow, shelf, ...rest }) =>
      judgedBy(Place, {
        ...place,
        ...rest,
        ...(setNow && isTurned(rest.nominal_C) && { setTo: { on: today, celsius: rest.nominal_C } }),
        within: within.trim() || undefined,
        usedBy: usedBy.trim() || undefined,
        light: light === 'unasked' ? undefined : light,
        cover: PLACES[rest.kind].weather ? (cover ?? undefined) : undefined,
        shut: shut.length > 0 ? shut : undefined,
        shelf: measured(shelf) ? Object.fromEntries(SHELF.map((measure) => [measure, typedCount(shelf[measure])])) : undefined,
        capacity: typedCount(capacity),
        order: typedCount(order),
      }),
    doubt: ({ kind, nominal_C }) => {
      const odd =
        nominal_C === null ? undefined : oddTemperature(kind, nominal_C, (celsius) => showQuantity(celsius, 'temperature_C', units));
      return odd ? { field: 'nominal_C', message: odd } : undefined;
    },
    // A fault in one end of some days stands at those days.
    fieldOf: (path) => path.replace(/^(shut\.\d+)\..*$/, '$1.from'),
    save: async (made) => {
      await savePlace(made, place);
      close();
    },
    told: (one) => placeSaid(one, units),
  });
  const { written } = form;
  const keptOff = (what: 'animals' | 'rain') => (written.cover ? (written.cover[what] ? 'yes' : 'no') : 'unasked');
  const keep = (what: 'animals' | 'rain', value: 'unasked' | 'yes' | 'no') => {
    const now = written.cover ?? { animals: true, rain: true };
    form.put({ cover: value === 'unasked' ? null : { ...now, [what]: value === 'yes' } });
  };
  const fridges = [...new Set(places.flatMap(({ within }) => within ?? []))];
  return (
    <form
      noValidate
      className="mt-4 grid gap-x-8 gap-y-4 border-y border-line bg-sheet px-4 py-4 sm:grid-cols-2 desk:grid-cols-4"
      onSubmit={form.submit}
    >
      <Typed form={form} name="name" label={say('name')} />
      <Field label={say('kind')} error={form.fault('kind')}>
        <select className="written" {...form.register('kind')}>
          {PlaceKinds.options.map((kind) => (
            <option key={kind} value={kind}>
              {PLACES[kind].name}
            </option>
          ))}
        </select>
      </Field>
      <Field label={say('temperature')} error={form.fault('nominal_C')}>
        <QuantityInput
          quantity="temperature_C"
          units={units}
          value={written.nominal_C ?? undefined}
          onChange={(nominal_C) => form.put({ nominal_C: nominal_C ?? null })}
        />
      </Field>
      {isTurned(written.nominal_C) && (
        <label className="flex min-h-12 items-center gap-2 self-end">
          <input
            type="checkbox"
            className="size-5 shrink-0 accent-ink"
            checked={written.setNow}
            onChange={({ target }) => form.put({ setNow: target.checked })}
          />
          {say('setNow', { celsius: showQuantity(written.nominal_C, 'temperature_C', units) })}
        </label>
      )}
      <Typed form={form} name="capacity" label={say('howManyFit')} numeric />
      <Field label={say('what')} error={form.fault('room')}>
        <select className="written" {...form.register('room')}>
          {RoomUnit.options.map((unit) => (
            <option key={unit} value={unit}>
              {roomUnitName(unit)}
            </option>
          ))}
        </select>
      </Field>
      <Typed form={form} name="order" label={say('roundOrder')} numeric />
      <Typed form={form} name="within" label={say('part')} hint={say('partOfWhat')} list="fridges" />
      <datalist id="fridges">
        {fridges.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <Typed form={form} name="usedBy" label={say('whoMayUse')} />
      {STAGES.warmTowel.places.includes(written.kind) && (
        <div>
          <p className="text-[0.95rem] text-ink2">{say('light')}</p>
          <Choice label={say('light')} options={LIGHT} value={written.light} onChange={(light) => form.put({ light })} />
        </div>
      )}
      {PLACES[written.kind].weather && (
        <div>
          <p className="text-[0.95rem] text-ink2">{say('miceBirds')}</p>
          <Choice label={say('miceBirds')} options={KEPT_OFF} value={keptOff('animals')} onChange={(value) => keep('animals', value)} />
          <p className="mt-2 text-[0.95rem] text-ink2">{say('rain')}</p>
          <Choice label={say('rain')} options={KEPT_OFF} value={keptOff('rain')} onChange={(value) => keep('rain', value)} />
        </div>
      )}
      <div className="sm:col-span-2">
        <ShutDays value={written.shut} onChange={(shut) => form.put({ shut })} today={today} fault={(i) => form.fault(`shut.${i}.from`)} />
      </div>
      <fieldset className="sm:col-span-2">
        <legend className="text-[0.95rem] text-ink2">{say('shelfMeasures')}</legend>
        <div className="mt-1 flex flex-wrap gap-x-4 gap-y-2">
          {SHELF.map((measure) => (
            <Field key={measure} label={SHELF_NAMES[measure]} error={form.fault(`shelf.${measure}`)}>
              <input
                className="written w-20 font-mono"
                inputMode="numeric"
                value={written.shelf[measure]}
                onChange={({ target }) => form.put({ shelf: { ...written.shelf, [measure]: target.value } })}
              />
            </Field>
          ))}
        </div>
        <WhatFits shelf={written.shelf} />
      </fieldset>
      <PlaceMeans kind={written.kind} nominal_C={written.nominal_C} />
      <Problem>{form.fault('root')}</Problem>
      <BothSides sides={form.sides(close)} />
      <div className="flex items-end gap-6">
        <button type="submit" className="action" disabled={form.busy}>
          {say('save')}
        </button>
        <button type="button" className="quiet" onClick={close}>
          {say('cancel')}
        </button>
      </div>
    </form>
  );
}

/** What a measured shelf is told by. */
const TOLD = ['halfTray', 'seedTray', 'flat', 'plug72', 'pot', 'tub1'] as const;

/** How many of the usual containers go onto shelves so large; what does not go in is said too. */
function WhatFits({ shelf }: { shelf: Draft['shelf'] }) {
  const read = Shelf.safeParse(Object.fromEntries(SHELF.map((measure) => [measure, typedCount(shelf[measure])])));
  if (!read.success) return <p className="mt-1 text-[0.9rem] text-ink2">{say('shelfMeans')}</p>;
  const fits = TOLD.map((kind) => `${fitsOnShelves(read.data, CONTAINERS[kind])} × ${CONTAINERS[kind].name}`);
  return <p className="mt-1 text-[0.9rem] text-ink2">{say('shelfHolds', { fits: fits.join('; ') })}</p>;
}
