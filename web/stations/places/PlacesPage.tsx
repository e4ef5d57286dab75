import { showQuantity } from '@chill/core/units/quantities.ts';
import { Place, PlaceKind } from '@chill/model/place.ts';
import { type CSSProperties, useState } from 'react';
import { ApiProblem } from '../../data/api.ts';
import { newId } from '../../data/newId.ts';
import { useNursery } from '../../data/nursery.ts';
import { savePlace } from '../../data/saving.ts';
import { Field } from '../../kit/Field.tsx';
import { QuantityInput } from '../../kit/QuantityInput.tsx';
import { ZONE_COLOUR, zoneOf } from '../../kit/zones.ts';
import { ClimateForm } from './ClimateForm.tsx';
import { NurseryForm } from './NurseryForm.tsx';

const KIND_NAMES: Record<PlaceKind, string> = {
  drawer: 'drawer, dry store',
  fridge: 'fridge',
  freezer: 'freezer',
  mat: 'heat mat',
  bench: 'bench',
  shelf: 'warm shelf',
  outdoors: 'outdoors',
};

/** Where seed is kept, in the order of the walk: how cold, how much fits, what is there. */
export default function PlacesPage() {
  const { places, batches, nursery, today } = useNursery();
  const [editing, setEditing] = useState<Place>();
  const blank = (): Place => ({ id: newId(), name: '', kind: 'fridge', nominal_C: 4, capacity: 20, order: places.length + 1 });
  return (
    <section className="px-4 pt-5 desk:px-10">
      <div className="flex flex-wrap items-center justify-between gap-4">
        <h1>Places</h1>
        <button type="button" className="deed" onClick={() => setEditing(blank())}>
          add a place
        </button>
      </div>
      <p className="mt-1 max-w-prose text-ink2">
        In the order in which you walk past them. A plan reckons with the temperature written here: measure it.
      </p>
      {editing && <PlaceForm key={editing.id} place={editing} close={() => setEditing(undefined)} />}
      <ul className="mt-4 max-w-4xl">
        {places.map((place) => {
          const there = batches.filter(
            ({ projection }) => projection.state.underWay && projection.state.stages[projection.state.stage]?.placeId === place.id,
          ).length;
          const zone = zoneOf(place.nominal_C);
          return (
            <li
              key={place.id}
              className="grid grid-cols-[1fr_auto] items-center gap-x-6 gap-y-1 border-t border-line py-3 desk:grid-cols-[16rem_7rem_1fr_auto]"
              style={{ '--zone': ZONE_COLOUR[zone] } as CSSProperties}
            >
              <span>
                <b className="font-[620]">{place.name}</b>
                <span className="block text-[0.92rem] text-ink2">{KIND_NAMES[place.kind]}</span>
              </span>
              <span className="font-mono text-xl font-bold" style={{ color: 'var(--zone)' }}>
                {showQuantity(place.nominal_C, 'temperature_C', nursery.settings.units)}
              </span>
              <span className="col-span-2 flex items-center gap-3 desk:col-span-1">
                <span className="h-3 grow border border-ink3" aria-hidden="true">
                  <span
                    className="block h-full"
                    style={{ width: `${Math.min(100, (there / place.capacity) * 100)}%`, background: 'var(--zone)' }}
                  />
                </span>
                <span className="w-28 text-[0.95rem]">
                  {there} of {place.capacity}
                  {there > place.capacity && <b className="text-alarm"> too many</b>}
                </span>
              </span>
              <button type="button" className="quiet" onClick={() => setEditing(place)} aria-label={`change ${place.name}`}>
                change
              </button>
            </li>
          );
        })}
      </ul>
      <ClimateForm key={JSON.stringify(nursery.climate)} nursery={nursery} />
      <details className="mt-8 max-w-2xl">
        <summary className="quiet cursor-pointer list-none">change the nursery itself: where it lies, its frosts, its units</summary>
        <div className="mt-4">
          <NurseryForm known={nursery} today={today} word="save the nursery" />
        </div>
      </details>
    </section>
  );
}

function PlaceForm({ place, close }: { place: Place; close: () => void }) {
  const { nursery } = useNursery();
  const [draft, setDraft] = useState<
    Omit<Place, 'nominal_C' | 'capacity' | 'order'> & { nominal_C: number | undefined; capacity: string; order: string }
  >({
    ...place,
    capacity: String(place.capacity),
    order: String(place.order),
  });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const set = (part: Partial<typeof draft>) => setDraft({ ...draft, ...part });
  const save = async () => {
    const parsed = Place.safeParse({ ...draft, capacity: Number(draft.capacity || 'x'), order: Number(draft.order || 'x') });
    if (!parsed.success) return setErrors(Object.fromEntries(parsed.error.issues.map((issue) => [String(issue.path[0]), issue.message])));
    try {
      await savePlace(parsed.data);
      close();
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setErrors({ name: error.message });
    }
  };
  return (
    <form
      noValidate
      className="mt-4 grid max-w-4xl gap-x-8 gap-y-4 border-y border-line bg-sheet px-4 py-4 sm:grid-cols-2 desk:grid-cols-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Field label="Name" error={errors.name}>
        <input className="written" value={draft.name} onChange={(event) => set({ name: event.target.value })} />
      </Field>
      <Field label="Kind" error={errors.kind}>
        <select className="written" value={draft.kind} onChange={(event) => set({ kind: event.target.value as PlaceKind })}>
          {PlaceKind.options.map((kind) => (
            <option key={kind} value={kind}>
              {KIND_NAMES[kind]}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Temperature" error={errors.nominal_C}>
        <QuantityInput
          quantity="temperature_C"
          units={nursery.settings.units}
          value={draft.nominal_C}
          onChange={(nominal_C) => set({ nominal_C })}
        />
      </Field>
      <Field label="Bags, towels or trays that fit" error={errors.capacity}>
        <input
          className="written font-mono"
          inputMode="numeric"
          value={draft.capacity}
          onChange={(event) => set({ capacity: event.target.value })}
        />
      </Field>
      <Field label="Which on the walk" error={errors.order}>
        <input
          className="written font-mono"
          inputMode="numeric"
          value={draft.order}
          onChange={(event) => set({ order: event.target.value })}
        />
      </Field>
      <div className="flex items-end gap-6">
        <button type="submit" className="deed">
          save
        </button>
        <button type="button" className="quiet" onClick={close}>
          leave it
        </button>
      </div>
    </form>
  );
}
