import { shortMonthDay } from '@chill/core/calendar/dates.ts';
import { parseDate } from '@chill/core/calendar/parseDate.ts';
import { type NumberFormat, readNumber } from '@chill/core/units/number.ts';
import type { Parsed } from '@chill/core/units/parsed.ts';
import { parseLatitude, parseQuantity, showQuantity, unitOf } from '@chill/core/units/quantities.ts';
import { Nursery, type Units } from '@chill/model/nursery.ts';
import { fieldProblem } from '@chill/model/refusal.ts';
import { inLanguage } from '@chill/words/language.ts';
import { say } from '@chill/words/places.ts';
import { browsersSpelling, type Spelling } from '../browser/language.ts';
import { readStored } from '../browser/stored.ts';
import { saveNursery } from '../data/saving.ts';
import { Choice } from '../kit/fields/Choice.tsx';
import { Typed } from '../kit/fields/Typed.tsx';
import { type Judged, judgedBy, useWritten } from '../kit/fields/useWritten.ts';
import { Problem } from '../kit/told/Problem.tsx';

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

/** Where the form has what the model calls otherwise. */
const FIELDS: Record<string, string> = {
  latitude_deg: 'latitude',
  elevation_m: 'height',
  'lastFrost.mean': 'frost',
  'lastFrost.sd_days': 'sd',
  'firstFrost.mean': 'autumn',
};

/** Where the nursery lies, when its frosts end, and in which units it thinks. Serves the first run and every change after it. */
export function NurseryForm({ known, today, word, done }: { known?: Nursery; today: string; word: string; done?: () => void }) {
  const draft = known ? `chill.draft.nursery.${known.name}` : 'chill.draft.nursery';
  const form = useWritten<Draft, Nursery>({
    // A draft of an earlier version has fewer fields.
    first: { ...EMPTY, language: browsersSpelling(), ...(known && asDraft(known)), ...readStored<Partial<Draft>>(draft, {}) },
    judge: (written) => readDraft(written, known, today),
    save: async (nursery) => {
      await saveNursery(nursery, known);
      done?.();
    },
    fieldOf: (path) => FIELDS[path] ?? path,
    draft,
  });
  const { written } = form;
  return (
    <form noValidate onSubmit={form.submit}>
      <div className="grid gap-x-8 gap-y-6 sm:grid-cols-2">
        <div className="sm:col-span-2">
          <Choice
            label={say('units')}
            options={[
              { value: 'si', text: '°C, mm, g, mL' },
              { value: 'us', text: say('fInchesOuncesSpoons') },
            ]}
            value={written.system}
            onChange={(system) => form.put({ system })}
          />
        </div>
        <div className="sm:col-span-2">
          <Choice
            label={say('language')}
            options={[
              { value: 'en-GB', text: say('british', { sample: sampleOf('en-GB') }) },
              { value: 'en-US', text: say('american', { sample: sampleOf('en-US') }) },
            ]}
            value={written.language}
            onChange={(language) => form.put({ language })}
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
              value={written.numbers}
              onChange={(numbers) => form.put({ numbers })}
            />
          </div>
        )}
        <div className="sm:col-span-2">
          <Typed form={form} name="name" label={say('givePlaceName')} />
        </div>
        <Typed form={form} name="latitude" label={say('latitude')} hint={say('such463Or38')} className="font-mono" />
        <Typed
          form={form}
          name="height"
          label={say('heightAboveSea')}
          hint={written.system === 'si' ? say('elevationInMetres') : say('elevationInFeet')}
          className="font-mono"
        />
        <Typed form={form} name="frost" label={say('lastSpringFrostAverage')} hint={say('such12May', { day: shortMonthDay('05-12') })} />
        <Typed form={form} name="sd" label={say('giveOrTakeDays')} hint={say('frostSpreadHint')} numeric="decimal" />
        {known && (
          <Typed
            form={form}
            name="autumn"
            label={say('firstAutumnFrostAverage')}
            hint={say('firstFrostHint', { day: shortMonthDay('09-28') })}
          />
        )}
      </div>
      <Problem>{form.fault('root')}</Problem>
      <button type="submit" className="action mt-6" disabled={form.busy}>
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

function readDraft(draft: Draft, known: Nursery | undefined, today: string): Judged<Nursery> {
  const units = { ...SYSTEMS[draft.system], numbers: draft.numbers };
  const read = {
    latitude_deg: parseLatitude(draft.latitude),
    elevation_m: parseQuantity(draft.height, 'height_m', unitOf('height_m', units), draft.numbers),
    'lastFrost.mean': parseDate(draft.frost, today),
    ...(draft.autumn.trim() !== '' && { 'firstFrost.mean': parseDate(draft.autumn, today) }),
  };
  const unread = Object.entries(read).flatMap(([field, parsed]) => (parsed.ok ? [] : fieldProblem(parsed, field)));
  const day = (parsed: Parsed<string> | undefined) => (parsed?.ok ? parsed.value.slice(5) : '');
  const sd_days = readNumber(draft.sd, draft.numbers)?.value ?? Number.NaN;
  const { latitude_deg, elevation_m, 'lastFrost.mean': frost, 'firstFrost.mean': autumn } = read;
  const judged = judgedBy(Nursery, {
    ...(known?.version !== undefined && { version: known.version }),
    name: draft.name,
    latitude_deg: latitude_deg.ok ? latitude_deg.value : undefined,
    elevation_m: elevation_m.ok ? elevation_m.value : undefined,
    timeZone: known?.timeZone ?? (Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'),
    lastFrost: { mean: day(frost), sd_days },
    ...(autumn && { firstFrost: { mean: day(autumn), sd_days: known?.firstFrost?.sd_days ?? sd_days } }),
    ...(known?.climate && { climate: known.climate }),
    ...(known?.people && { people: known.people }),
    ...(known?.figures && { figures: known.figures }),
    settings: { confidence: 0.9, frostRisk: 0.1, ...known?.settings, units, language: draft.language },
  });
  // What could not be read says so itself; the first fault at a field is the one that is told.
  return unread.length > 0 ? { faults: [...unread, ...('faults' in judged ? judged.faults : [])] } : judged;
}
