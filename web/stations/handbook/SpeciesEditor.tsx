import { type NamedValue, valueName } from '@chill/core/kinds/values.ts';
import { readNumber } from '@chill/core/units/number.ts';
import { Species, SpeciesFields } from '@chill/model/species.ts';
import { say } from '@chill/words/handbook.ts';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { ApiProblem } from '../../data/api.ts';
import { useNursery } from '../../data/nursery.ts';
import { saveSpecies } from '../../data/saving.ts';
import { readStored, writeStored } from '../../data/stored.ts';
import { Field } from '../../kit/Field.tsx';
import { MethodsEditor } from './MethodsEditor.tsx';
import { getAt, OPTIONAL, ROWS, setAt } from './speciesFields.ts';

/** Copies a species of the handbook and changes the copy, or changes one's own. The shipped entry stays as it is. */
export default function SpeciesEditor() {
  const { speciesId } = useParams();
  const { handbook } = useNursery();
  const navigate = useNavigate();
  const source = handbook.find((one) => one.id === speciesId);
  const draftKey = `chill.draft.species.${speciesId}`;
  const [species, setSpecies] = useState<Species | undefined>(
    () => readStored<Species | undefined>(draftKey, undefined) ?? (source && ownFrom(source)),
  );
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  if (!source || !species) {
    return (
      <div className="px-4 py-10 desk:px-10">
        <h1>{say('handbookHasNoSuchSpecies')}</h1>
        <Link to="/handbook" className="quiet mt-3">
          {say('allSpecies')}
        </Link>
      </div>
    );
  }
  const change = (next: Species) => {
    setSpecies(next);
    writeStored(draftKey, next);
  };
  const set = (path: string, value: unknown) => change(setAt(species, path, value));
  const leave = () => {
    writeStored(draftKey, undefined);
    navigate(`/handbook/${source.id}`);
  };
  const save = async () => {
    const parsed = Species.safeParse(species);
    if (!parsed.success) {
      setFaults(Object.fromEntries(parsed.error.issues.map((issue) => [issue.path.join('.'), issue.message])));
      return;
    }
    setBusy(true);
    setFaults({});
    try {
      const saved = await saveSpecies(parsed.data);
      writeStored(draftKey, undefined);
      navigate(`/handbook/${saved.id}`);
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setFaults(
        Object.fromEntries((error.problem.errors ?? [{ field: '', message: error.message }]).map(({ field, message }) => [field, message])),
      );
    } finally {
      setBusy(false);
    }
  };
  const rows = ROWS.filter(({ path }) => getAt(species, path) !== undefined || path.split('.').length === 1);
  const shown = new Set(rows.map(({ path }) => path));
  const others = Object.entries(faults).filter(([path]) => !shown.has(path));
  return (
    <section className="max-w-5xl px-4 pt-5 desk:px-10">
      <h1>
        {source.standsFor ? say('change', { common: source.common[0] }) : say('yourOwnNamed', { common: source.common[0]?.toLowerCase() })}
      </h1>
      <p className="mt-1 max-w-prose text-ink2">
        {source.standsFor ? say('lotsSpeciesPlannedAgainWhat') : say('yourCopyStandsBesideShipped')}
      </p>
      <div className="mt-4 grid gap-x-8 gap-y-4 sm:grid-cols-2">
        <Field label={say('name')} error={faults['common.0']}>
          <input className="written" value={species.common[0]} onChange={(event) => set('common.0', event.target.value)} />
        </Field>
        <Field label={say('scientificNameTitle')} error={faults.scientific}>
          <input className="written" value={species.scientific} onChange={(event) => set('scientific', event.target.value)} />
        </Field>
        <div className="sm:col-span-2">
          <Field label={say('whyDormantYourOwnWords')} error={faults['dormancy.why']}>
            <textarea
              className="written"
              rows={2}
              value={species.dormancy.why}
              onChange={(event) => set('dormancy.why', event.target.value)}
            />
          </Field>
        </div>
      </div>
      <h2 className="mt-6">{say('whatNeeds')}</h2>
      <ul className="mt-1 flex flex-wrap gap-x-6">
        {OPTIONAL.map(({ path, name, fresh }) => {
          const on = isOn(species, path);
          return (
            <li key={path}>
              <label className="flex min-h-12 items-center gap-2 desk:min-h-10">
                <input
                  type="checkbox"
                  className="size-5 accent-(--color-ink)"
                  checked={on}
                  onChange={() => set(path, on ? (path === 'cold' ? { need: 'none' } : undefined) : fresh)}
                />
                {name}
              </label>
            </li>
          );
        })}
        {species.cold.need !== 'none' && (
          <li>
            <label className="flex min-h-12 items-center gap-2 desk:min-h-10">
              {say('cold')}{' '}
              <select
                className="border-b-[1.5px] border-ink3 bg-transparent font-semibold"
                value={species.cold.need}
                onChange={(event) => set('cold.need', event.target.value)}
              >
                <option value="required">{say('required')}</option>
                <option value="benefits">{say('onlyHelps')}</option>
              </select>
            </label>
          </li>
        )}
      </ul>
      <div className="mt-2 flex flex-wrap gap-x-8">
        <OneOf
          name={say('light')}
          value={species.light}
          options={SpeciesFields.shape.light.options}
          change={(light) => set('light', light)}
        />
        <OneOf
          name={say('ripeIn')}
          value={species.ripens}
          options={SpeciesFields.shape.ripens.options}
          change={(ripens) => set('ripens', ripens)}
        />
        <OneOf
          name={say('fruit')}
          value={species.fruit}
          options={SpeciesFields.shape.fruit.options}
          change={(fruit) => set('fruit', fruit)}
        />
        <OneOf
          name={say('kept')}
          value={species.storage}
          options={SpeciesFields.shape.storage.options}
          change={(storage) =>
            change({ ...species, storage, ...(storage === 'recalcitrant' && !species.drying && { drying: FRESH_DRYING }) })
          }
        />
      </div>
      <div className="mt-3 grid grid-cols-2 gap-x-8 gap-y-3 sm:grid-cols-3 desk:grid-cols-4">
        {rows.map(({ path, name, unit, share }) => (
          <Figure
            key={path}
            name={`${name}${unit ? `, ${unit}` : ''}`}
            error={faults[path]}
            value={getAt(species, path) as number}
            factor={share ? 100 : 1}
            change={(value) => set(path, value)}
          />
        ))}
      </div>
      <MethodsEditor species={species} change={change} faults={faults} />
      {others.length > 0 && (
        <ul role="alert" className="mt-4 font-semibold text-alarm">
          {others.map(([path, message]) => (
            <li key={path}>{message}</li>
          ))}
        </ul>
      )}
      <div className="mt-6 flex items-center gap-6">
        <button type="button" className="action" disabled={busy} onClick={save}>
          {say('save')}
        </button>
        <button type="button" className="quiet" onClick={leave}>
          {say('cancel')}
        </button>
      </div>
    </section>
  );
}

/** What is written first of seed that dies when it dries. */
const FRESH_DRYING = { keepsMoist_days: 120, livesInAir_days: 14 };

function OneOf<T extends NamedValue>({
  name,
  value,
  options,
  change,
}: {
  name: string;
  value: T;
  options: readonly T[];
  change: (value: T) => void;
}) {
  return (
    <label className="flex min-h-12 items-center gap-2 desk:min-h-10">
      {name}{' '}
      <select
        className="border-b-[1.5px] border-ink3 bg-transparent font-semibold"
        value={value}
        onChange={(event) => change(event.target.value as T)}
      >
        {options.map((option) => (
          <option key={option} value={option}>
            {valueName(option)}
          </option>
        ))}
      </select>
    </label>
  );
}

function ownFrom(source: Species): Species {
  return source.standsFor
    ? source
    : { ...structuredClone(source), id: `own-${source.id}`.slice(0, 80), basedOn: source.id, standsFor: 'own' };
}

function isOn(species: Species, path: string): boolean {
  return path === 'cold' ? species.cold.need !== 'none' : getAt(species, path) !== undefined;
}

/** One figure of an entry; what is typed stands even while it is not yet a number. */
function Figure({
  name,
  value,
  factor,
  error,
  change,
}: {
  name: string;
  value: number;
  factor: number;
  error: string | undefined;
  change: (value: number) => void;
}) {
  const [text, setText] = useState(() => String(Math.round(value * factor * 1000) / 1000));
  return (
    <Field label={name} error={error}>
      <input
        className="written font-mono"
        inputMode="decimal"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          change((readNumber(event.target.value)?.value ?? Number.NaN) / factor);
        }}
      />
    </Field>
  );
}
