import { shortMonthDay } from '@chill/core/calendar/dates.ts';
import { parseDate } from '@chill/core/calendar/parseDate.ts';
import { type NumberFormat, readNumber } from '@chill/core/units/number.ts';
import { parseLatitude, parseQuantity, showQuantity, unitOf } from '@chill/core/units/quantities.ts';
import { Nursery, type Units } from '@chill/model/nursery.ts';
import { inLanguage } from '@chill/words/language.ts';
import { say } from '@chill/words/places.ts';
import { spoken } from '@chill/words/subject.ts';
import { useState } from 'react';
import { ApiProblem } from '../../data/api.ts';
import { browsersSpelling, type Spelling } from '../../data/language.ts';
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
  language: Spelling;
  system: 'si' | 'us';
}

const EMPTY: Draft = {
  name: '',
  latitude: '',
  height: '',
  frost: '',
  sd: '9',
  autumn: '',
  numbers: 'point',
  language: 'en-GB',
  system: 'si',
};

/** Where the nursery lies, when its frosts end, and in which units it thinks. Serves the first run and every change after it. */
export function NurseryForm({ known, today, word, done }: { known?: Nursery; today: string; word: string; done?: () => void }) {
  const [stored, setDraft] = useStored(known ? `chill.draft.nursery.${known.name}` : 'chill.draft.nursery', known ? asDraft(known) : {});
  // A draft of an earlier version has fewer fields.
  const draft: Draft = { ...EMPTY, language: browsersSpelling(), ...stored };
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
            label={say('units')}
            options={[
              { value: 'si', text: '°C, mm, g, mL' },
              { value: 'us', text: say('fInchesOuncesSpoons') },
            ]}
            value={draft.system}
            onChange={(system) => set({ system })}
          />
        </div>
        <div className="sm:col-span-2">
          <Choice
            label={say('language')}
            options={[
              { value: 'en-GB', text: say('british', { sample: sampleOf('en-GB') }) },
              { value: 'en-US', text: say('american', { sample: sampleOf('en-US') }) },
            ]}
            value={draft.language}
            onChange={(language) => set({ language })}
          />
        </div>
        {known && (
          <div className="sm:col-span-2">
            <Choice
              label={say('thousandHalf')}
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
          <Field label={say('givePlaceName')} error={errors.name}>
            <input className="written" value={draft.name} onChange={(event) => set({ name: event.target.value })} />
          </Field>
        </div>
        <Field label={say('latitude')} error={errors.latitude_deg} hint={say('such463Or38')}>
          <input className="written font-mono" value={draft.latitude} onChange={(event) => set({ latitude: event.target.value })} />
        </Field>
        <Field
          label={say('heightAboveSea')}
          error={errors.elevation_m}
          hint={draft.system === 'si' ? say('such780MDecidesWhere') : say('such2560FtDecidesWhere')}
        >
          <input className="written font-mono" value={draft.height} onChange={(event) => set({ height: event.target.value })} />
        </Field>
        <Field
          label={say('lastSpringFrostAverage')}
          error={errors['lastFrost.mean']}
          hint={say('such12May', { day: shortMonthDay('05-12') })}
        >
          <input className="written" value={draft.frost} onChange={(event) => set({ frost: event.target.value })} />
        </Field>
        <Field label={say('giveOrTakeDays')} error={errors['lastFrost.sd_days']} hint={say('twoYearsThreeFallWithin')}>
          <input className="written font-mono" inputMode="decimal" value={draft.sd} onChange={(event) => set({ sd: event.target.value })} />
        </Field>
        {known && (
          <Field
            label={say('firstAutumnFrostAverage')}
            error={errors['firstFrost.mean']}
            hint={say('such28SepLeftEmpty', { day: shortMonthDay('09-28') })}
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

/** What an English looks like, in itself. */
const sampleOf = (spelling: Spelling) => inLanguage(spelling, () => say('sample', { day: shortMonthDay('02-16') }));

function asDraft(nursery: Nursery): Draft {
  const { units } = nursery.settings;
  const latitude = Math.abs(nursery.latitude_deg);
  return {
    name: nursery.name,
    latitude: `${latitude} ${nursery.latitude_deg < 0 ? 'S' : 'N'}`,
    height: showQuantity(nursery.elevation_m, 'height_m', units, 0),
    frost: shortMonthDay(nursery.lastFrost.mean),
    sd: String(nursery.lastFrost.sd_days),
    autumn: nursery.firstFrost ? shortMonthDay(nursery.firstFrost.mean) : '',
    numbers: units.numbers ?? 'point',
    language: nursery.settings.language ?? browsersSpelling(),
    system: units.temperature === 'F' ? 'us' : 'si',
  };
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
    settings: { confidence: 0.9, frostRisk: 0.1, ...known?.settings, units, language: draft.language },
  });
  if (parsed.success) return { ok: true, nursery: parsed.data };
  return {
    ok: false,
    faults: {
      ...Object.fromEntries(parsed.error.issues.map((issue) => [issue.path.join('.'), issue.message])),
      ...(!latitude.ok && { latitude_deg: spoken(latitude.reason) }),
      ...(!height.ok && { elevation_m: spoken(height.reason) }),
      ...(!frost.ok && { 'lastFrost.mean': spoken(frost.reason) }),
      ...(autumn && !autumn.ok && { 'firstFrost.mean': spoken(autumn.reason) }),
    },
  };
}
