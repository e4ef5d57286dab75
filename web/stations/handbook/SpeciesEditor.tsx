import { type NamedValue, valueName } from '@chill/core/kinds/values.ts';
import { readNumber } from '@chill/core/units/number.ts';
import { Species, SpeciesFields } from '@chill/model/species.ts';
import { say } from '@chill/words/handbook.ts';
import { useState } from 'react';
import type { Path } from 'react-hook-form';
import { useNavigate, useParams } from 'react-router';
import { readStored, writeStored } from '../../browser/stored.ts';
import { useNursery } from '../../data/nursery.ts';
import { saveSpecies } from '../../data/saving.ts';
import { Field } from '../../kit/fields/Field.tsx';
import { judgedBy, useWritten } from '../../kit/fields/useWritten.ts';
import { NotThere } from '../../kit/told/NotThere.tsx';
import { Problem } from '../../kit/told/Problem.tsx';
import { MethodsEditor } from './MethodsEditor.tsx';
import { cueName, getAt, OPTIONAL, ROWS, rowName, setAt } from './speciesFields.ts';

/** Copies a species of the handbook and changes the copy, or changes one's own. The shipped entry stays as it is. */
export default function SpeciesEditor() {
  const { speciesId } = useParams();
  const { handbook } = useNursery();
  const source = handbook.find((one) => one.id === speciesId);
  if (source) return <Editor key={source.id} source={source} />;
  return <NotThere title={say('noSuchSpecies')} to="/handbook" back={say('allSpecies')} />;
}

/** The field that stands for one that the model names; what has no field stands at the foot. */
function fieldOf(path: string): string {
  const stages = /^methods\.\d+\.stages/.exec(path);
  if (stages) return stages[0];
  if (FIELDS.has(`${path}.from`)) return `${path}.from`;
  const shown = FIELDS.has(path) || path === 'methods' || /^methods\.\d+\.name$/.test(path);
  return shown ? path : '';
}
const FIELDS = new Set(['common.0', 'scientific', 'dormancy.why', ...ROWS.map(({ path }) => path)]);

function Editor({ source }: { source: Species }) {
  const navigate = useNavigate();
  const draft = `chill.draft.species.${source.id}`;
  const form = useWritten({
    first: readStored<Species | undefined>(draft, undefined) ?? ownFrom(source),
    judge: (written: Species) => judgedBy(Species, written),
    save: async (species: Species) => navigate(`/handbook/${(await saveSpecies(species)).id}`),
    fieldOf,
    draft,
  });
  const species = form.written;
  /** Writes what is another than before; what an entry no longer has is taken out. */
  const change = (next: Species) => {
    const keys = new Set([...Object.keys(species), ...Object.keys(next)]) as Set<keyof Species>;
    form.put(Object.fromEntries([...keys].filter((key) => next[key] !== species[key]).map((key) => [key, next[key]])));
  };
  const set = (path: string, value: unknown) => change(setAt(species, path, value));
  const fault = (path: string) => form.fault(path as Path<Species>);
  const leave = () => {
    writeStored(draft, undefined);
    navigate(`/handbook/${source.id}`);
  };
  const rows = ROWS.filter(({ path }) => getAt(species, path) !== undefined || path.split('.').length === 1);
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>
        {source.standsFor ? say('change', { common: source.common[0] }) : say('yourOwnNamed', { common: source.common[0]?.toLowerCase() })}
      </h1>
      <p className="mt-1 max-w-prose text-ink2">{source.standsFor ? say('lotsArePlannedAnew') : say('copyStandsBeside')}</p>
      <div className="mt-4 grid gap-x-8 gap-y-4 sm:grid-cols-2">
        <Field label={say('name')} error={fault('common.0')}>
          <input className="written" value={species.common[0]} onChange={(event) => set('common.0', event.target.value)} />
        </Field>
        <Field label={say('scientificNameTitle')} error={fault('scientific')}>
          <input className="written" value={species.scientific} onChange={(event) => set('scientific', event.target.value)} />
        </Field>
        <div className="sm:col-span-2">
          <Field label={say('dormancyInOwnWords')} error={fault('dormancy.why')}>
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
        {OPTIONAL.map((cue) => {
          const { path, fresh } = cue;
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
                {cueName(cue)}
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
      <div className="mt-3 grid grid-cols-2 gap-x-8 gap-y-3 sm:grid-cols-3 desk:grid-cols-6">
        {rows.map((row) => (
          <Figure
            key={row.path}
            name={rowName(row)}
            error={fault(row.path)}
            value={getAt(species, row.path) as number}
            factor={row.share ? 100 : 1}
            change={(value) => set(row.path, value)}
          />
        ))}
      </div>
      <MethodsEditor species={species} change={change} fault={fault} />
      <Problem>{form.fault('root')}</Problem>
      <div className="mt-6 flex items-center gap-6">
        <button type="button" className="action" disabled={form.busy} onClick={() => form.submit()}>
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
