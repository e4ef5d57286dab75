import { parseDate } from '@chill/core/calendar/parseDate.ts';
import { type NumberFormat, readNumber } from '@chill/core/units/number.ts';
import { parseLatitude, parseQuantity, showQuantity, unitOf } from '@chill/core/units/quantities.ts';
import { Nursery, type Units } from '@chill/model/nursery.ts';
import { useState } from 'react';
import { ApiProblem } from '../../data/api.ts';
import { saveNursery } from '../../data/saving.ts';
import { useStored } from '../../data/stored.ts';
import { Choice } from '../../kit/Choice.tsx';
import { Field } from '../../kit/Field.tsx';

const SYSTEMS: Record<'si' | 'us', Units> = {
  si: { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' },
  us: { temperature: 'F', length: 'in', mass: 'oz', volume: 'tsp' },
};

interface Draft {
  name: string;
  latitude: string;
  height: string;
  frost: string;
  sd: string;
  /** First autumn frost; empty where it is taken from the climate. */
  autumn: string;
  numbers: NumberFormat;
  system: 'si' | 'us';
}

const EMPTY: Draft = { name: '', latitude: '', height: '', frost: '', sd: '9', autumn: '', numbers: 'point', system: 'si' };

/** Where the nursery lies, when its frosts end, and in which units it thinks. Serves the first run and every change after it. */
export function NurseryForm({ known, today, word, done }: { known?: Nursery; today: string; word: string; done?: () => void }) {
  const [stored, setDraft] = useStored(known ? `chill.draft.nursery.${known.name}` : 'chill.draft.nursery', known ? asDraft(known) : EMPTY);
  // A draft of an earlier version has fewer fields.
  const draft: Draft = { ...EMPTY, ...stored };
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  const set = (part: Partial<Draft>) => setDraft({ ...draft, ...part });

  const save = async () => {
    const read = readDraft(draft, known, today);
    if (!read.ok) return setErrors(read.faults);
    setErrors({});
    setBusy(true);
    try {
      await saveNursery(read.nursery);
      done?.();
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setErrors({ root: error.message });
    }
    setBusy(false);
  };

  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <div className="grid gap-x-8 gap-y-6 sm:grid-cols-2">
        <div className="sm:col-span-2">
          <Choice
            label="Units"
            options={[
              { value: 'si', text: '°C, mm, g, mL' },
              { value: 'us', text: '°F, inches, ounces, spoons' },
            ]}
            value={draft.system}
            onChange={(system) => set({ system })}
          />
        </div>
        {known && (
          <div className="sm:col-span-2">
            <Choice
              label="A thousand and a half"
              options={[
                { value: 'point', text: '1,000.5' },
                { value: 'comma', text: '1.000,5' },
              ]}
              value={draft.numbers}
              onChange={(numbers) => set({ numbers })}
            />
          </div>
        )}
        <div className="sm:col-span-2">
          <Field label="What do you call the place?" error={errors.name}>
            <input className="written" value={draft.name} onChange={(event) => set({ name: event.target.value })} />
          </Field>
        </div>
        <Field label="Latitude" error={errors.latitude_deg} hint="such as 46.3 or 38.1 S: it decides the length of the days">
          <input className="written font-mono" value={draft.latitude} onChange={(event) => set({ latitude: event.target.value })} />
        </Field>
        <Field
          label="Height above the sea"
          error={errors.elevation_m}
          hint={draft.system === 'si' ? 'such as 780 m: it decides where water boils' : 'such as 2560 ft: it decides where water boils'}
        >
          <input className="written font-mono" value={draft.height} onChange={(event) => set({ height: event.target.value })} />
        </Field>
        <Field label="Last spring frost, on average" error={errors['lastFrost.mean']} hint="such as 12 May">
          <input className="written" value={draft.frost} onChange={(event) => set({ frost: event.target.value })} />
        </Field>
        <Field
          label="give or take, days"
          error={errors['lastFrost.sd_days']}
          hint="two years in three fall within it; 9 if you do not know"
        >
          <input className="written font-mono" inputMode="decimal" value={draft.sd} onChange={(event) => set({ sd: event.target.value })} />
        </Field>
        {known && (
          <Field
            label="First autumn frost, on average"
            error={errors['firstFrost.mean']}
            hint="such as 28 Sep; left empty, it is taken from the climate"
          >
            <input className="written" value={draft.autumn} onChange={(event) => set({ autumn: event.target.value })} />
          </Field>
        )}
      </div>
      {errors.root && (
        <p role="alert" className="mt-4 font-semibold text-alarm">
          {errors.root}
        </p>
      )}
      <button type="submit" className="action mt-6" disabled={busy}>
        {word}
      </button>
    </form>
  );
}

function asDraft(nursery: Nursery): Draft {
  const { units } = nursery.settings;
  const latitude = Math.abs(nursery.latitude_deg);
  return {
    name: nursery.name,
    latitude: `${latitude} ${nursery.latitude_deg < 0 ? 'S' : 'N'}`,
    height: showQuantity(nursery.elevation_m, 'height_m', units, 0),
    frost: dayWords(nursery.lastFrost.mean),
    sd: String(nursery.lastFrost.sd_days),
    autumn: nursery.firstFrost ? dayWords(nursery.firstFrost.mean) : '',
    numbers: units.numbers ?? 'point',
    system: units.temperature === 'F' ? 'us' : 'si',
  };
}

/** "05-12" as "12 May". */
function dayWords(monthDay: string): string {
  return new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', day: 'numeric', month: 'short' })
    .format(Date.parse(`2026-${monthDay}`))
    .replace('Sept', 'Sep');
}

function readDraft(
  draft: Draft,
  known: Nursery | undefined,
  today: string,
): { ok: true; nursery: Nursery } | { ok: false; faults: Record<string, string> } {
  const units = { ...SYSTEMS[draft.system], numbers: draft.numbers };
  const latitude = parseLatitude(draft.latitude);
  const height = parseQuantity(draft.height, 'height_m', unitOf('height_m', units), draft.numbers);
  const frost = parseDate(draft.frost, today);
  const autumn = draft.autumn.trim() === '' ? undefined : parseDate(draft.autumn, today);
  const sd_days = readNumber(draft.sd, draft.numbers)?.value ?? Number.NaN;
  const parsed = Nursery.safeParse({
    name: draft.name,
    latitude_deg: latitude.ok ? latitude.value : undefined,
    elevation_m: height.ok ? height.value : undefined,
    timeZone: known?.timeZone ?? (Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'),
    lastFrost: { mean: frost.ok ? frost.value.slice(5) : '', sd_days },
    ...(autumn && { firstFrost: { mean: autumn.ok ? autumn.value.slice(5) : '', sd_days: known?.firstFrost?.sd_days ?? sd_days } }),
    ...(known?.climate && { climate: known.climate }),
    settings: { confidence: 0.9, frostRisk: 0.1, ...known?.settings, units },
  });
  if (parsed.success) return { ok: true, nursery: parsed.data };
  return {
    ok: false,
    faults: {
      ...Object.fromEntries(parsed.error.issues.map((issue) => [issue.path.join('.'), issue.message])),
      ...(!latitude.ok && { latitude_deg: latitude.problem }),
      ...(!height.ok && { elevation_m: height.problem }),
      ...(!frost.ok && { 'lastFrost.mean': frost.problem }),
      ...(autumn && !autumn.ok && { 'firstFrost.mean': autumn.problem }),
    },
  };
}
