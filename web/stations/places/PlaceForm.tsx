import { PLACES } from '@chill/core/kinds/places.ts';
import { Place, type PlaceKind, PlaceKind as PlaceKinds, RoomUnit } from '@chill/model/place.ts';
import { say } from '@chill/words/places.ts';
import { useState } from 'react';
import { ApiProblem } from '../../data/api.ts';
import { useNursery } from '../../data/nursery.ts';
import { savePlace } from '../../data/saving.ts';
import { Choice } from '../../kit/Choice.tsx';
import { Field } from '../../kit/Field.tsx';
import { QuantityInput } from '../../kit/QuantityInput.tsx';

const KEPT_OFF = [
  {
    value: 'unasked',
    get text() {
      return say('notStated');
    },
  },
  {
    value: 'yes',
    get text() {
      return say('keptOff');
    },
  },
  {
    value: 'no',
    get text() {
      return say('notKeptOff');
    },
  },
] as const;

/** A place written down or changed: what it is, how cold, how much fits, what it is a shelf of, who uses it. */
export function PlaceForm({ place, close }: { place: Place; close: () => void }) {
  const { nursery, places } = useNursery();
  const [draft, setDraft] = useState({
    ...place,
    nominal_C: place.nominal_C as number | undefined,
    room: place.room ?? 'bags',
    within: place.within ?? '',
    usedBy: place.usedBy ?? '',
    capacity: String(place.capacity),
    order: String(place.order),
  });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const set = (part: Partial<typeof draft>) => setDraft({ ...draft, ...part });
  const save = async () => {
    const { within, usedBy, cover, ...rest } = draft;
    const parsed = Place.safeParse({
      ...rest,
      ...(within.trim() && { within }),
      ...(usedBy.trim() && { usedBy }),
      ...(cover && PLACES[draft.kind].weather && { cover }),
      capacity: Number(draft.capacity || 'x'),
      order: Number(draft.order || 'x'),
    });
    if (!parsed.success) return setErrors(Object.fromEntries(parsed.error.issues.map((issue) => [String(issue.path[0]), issue.message])));
    try {
      await savePlace(parsed.data);
      close();
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setErrors({ name: error.message });
    }
  };
  const keptOff = (what: 'animals' | 'rain') => (draft.cover ? (draft.cover[what] ? 'yes' : 'no') : 'unasked');
  const keep = (what: 'animals' | 'rain', value: 'unasked' | 'yes' | 'no') => {
    const now = draft.cover ?? { animals: true, rain: true };
    set({ cover: value === 'unasked' ? undefined : { ...now, [what]: value === 'yes' } });
  };
  const fridges = [...new Set(places.flatMap(({ within }) => within ?? []))];
  return (
    <form
      noValidate
      className="mt-4 grid max-w-4xl gap-x-8 gap-y-4 border-y border-line bg-sheet px-4 py-4 sm:grid-cols-2 desk:grid-cols-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Field label={say('name')} error={errors.name}>
        <input className="written" value={draft.name} onChange={(event) => set({ name: event.target.value })} />
      </Field>
      <Field label={say('kind')} error={errors.kind}>
        <select className="written" value={draft.kind} onChange={(event) => set({ kind: event.target.value as PlaceKind })}>
          {PlaceKinds.options.map((kind) => (
            <option key={kind} value={kind}>
              {PLACES[kind].name}
            </option>
          ))}
        </select>
      </Field>
      <Field label={say('temperature')} error={errors.nominal_C}>
        <QuantityInput
          quantity="temperature_C"
          units={nursery.settings.units}
          value={draft.nominal_C}
          onChange={(nominal_C) => set({ nominal_C })}
        />
      </Field>
      <Field label={say('howManyFit')} error={errors.capacity}>
        <input
          className="written font-mono"
          inputMode="numeric"
          value={draft.capacity}
          onChange={(event) => set({ capacity: event.target.value })}
        />
      </Field>
      <Field label={say('what')} error={errors.room}>
        <select className="written" value={draft.room} onChange={(event) => set({ room: event.target.value as RoomUnit })}>
          {RoomUnit.options.map((unit) => (
            <option key={unit}>{unit}</option>
          ))}
        </select>
      </Field>
      <Field label={say('roundOrder')} error={errors.order}>
        <input
          className="written font-mono"
          inputMode="numeric"
          value={draft.order}
          onChange={(event) => set({ order: event.target.value })}
        />
      </Field>
      <Field label={say('part')} error={errors.within} hint={say('fridgeOrRoomPartIf')}>
        <input className="written" list="fridges" value={draft.within} onChange={(event) => set({ within: event.target.value })} />
      </Field>
      <datalist id="fridges">
        {fridges.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <Field label={say('whoMayUse')} error={errors.usedBy}>
        <input className="written" value={draft.usedBy} onChange={(event) => set({ usedBy: event.target.value })} />
      </Field>
      {PLACES[draft.kind].weather && (
        <div>
          <p className="text-[0.95rem] text-ink2">{say('miceBirds')}</p>
          <Choice label={say('miceBirds')} options={KEPT_OFF} value={keptOff('animals')} onChange={(value) => keep('animals', value)} />
          <p className="mt-2 text-[0.95rem] text-ink2">{say('rain')}</p>
          <Choice label={say('rain')} options={KEPT_OFF} value={keptOff('rain')} onChange={(value) => keep('rain', value)} />
        </div>
      )}
      <div className="flex items-end gap-6">
        <button type="submit" className="action">
          {say('save')}
        </button>
        <button type="button" className="quiet" onClick={close}>
          {say('cancel')}
        </button>
      </div>
    </form>
  );
}
