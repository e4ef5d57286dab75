import { parseDate } from '@chill/core/calendar/parseDate.ts';
import { parseLatitude, parseQuantity, unitOf } from '@chill/core/units/quantities.ts';
import type { Clock } from '@chill/model/clock.ts';
import { Nursery, type Units } from '@chill/model/nursery.ts';
import { useState } from 'react';
import useSWR from 'swr';
import { ApiProblem, ask } from '../../data/api.ts';
import { saveNursery } from '../../data/saving.ts';
import { useStored } from '../../data/stored.ts';
import { Choice } from '../../kit/Choice.tsx';
import { Field } from '../../kit/Field.tsx';
import { runPath } from '../../kit/geometry.ts';

const SYSTEMS: Record<'si' | 'us', Units> = {
  si: { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' },
  us: { temperature: 'F', length: 'in', mass: 'oz', volume: 'tsp' },
};

/** The first screen of an empty nursery: where it lies, when its frosts end, and in which units it thinks. Nothing else. */
export default function FirstRun() {
  const { data: clock } = useSWR<Clock>('/api/clock', ask);
  const [draft, setDraft] = useStored('chill.draft.nursery', {
    name: '',
    latitude: '',
    height: '',
    frost: '',
    sd: '9',
    system: 'si' as 'si' | 'us',
  });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  const set = (part: Partial<typeof draft>) => setDraft({ ...draft, ...part });
  const units = SYSTEMS[draft.system];

  const save = async () => {
    const today = clock?.today ?? new Date().toISOString().slice(0, 10);
    const latitude = parseLatitude(draft.latitude);
    const height = parseQuantity(draft.height, 'height_m', unitOf('height_m', units));
    const frost = parseDate(draft.frost, today);
    const parsed = Nursery.safeParse({
      name: draft.name,
      latitude_deg: latitude.ok ? latitude.value : undefined,
      elevation_m: height.ok ? height.value : undefined,
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC',
      lastFrost: { mean: frost.ok ? frost.value.slice(5) : '', sd_days: Number(draft.sd.replace(',', '.') || 'x') },
      settings: { units, confidence: 0.9, frostRisk: 0.1 },
    });
    const found = parsed.success ? {} : Object.fromEntries(parsed.error.issues.map((issue) => [issue.path.join('.'), issue.message]));
    const faults = {
      ...found,
      ...(!latitude.ok && { latitude_deg: latitude.problem }),
      ...(!height.ok && { elevation_m: height.problem }),
      ...(!frost.ok && { 'lastFrost.mean': frost.problem }),
    };
    setErrors(faults);
    if (!parsed.success || Object.keys(faults).length > 0) return;
    setBusy(true);
    try {
      await saveNursery(parsed.data);
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setErrors({ root: error.message });
      setBusy(false);
    }
  };

  return (
    <main className="pb-12">
      <svg viewBox="0 0 1280 128" className="block w-full border-b border-line bg-sheet" aria-hidden="true">
        <linearGradient id="first-run" gradientUnits="userSpaceOnUse" x1={0} x2={0} y1={20} y2={100}>
          <stop offset={0} stopColor="var(--color-hot)" />
          <stop offset={0.3} stopColor="var(--color-warm)" />
          <stop offset={0.55} stopColor="var(--color-cool)" />
          <stop offset={1} stopColor="var(--color-cold)" />
        </linearGradient>
        <path
          d={runPath(
            [
              { x: 180, y: 66 },
              { x: 470, y: 20 },
              { x: 720, y: 100 },
              { x: 940, y: 36 },
              { x: 1120, y: 62 },
            ],
            1280,
            26,
          )}
          fill="none"
          stroke="url(#first-run)"
          strokeWidth={3}
        />
      </svg>
      <form
        noValidate
        className="mx-auto max-w-2xl px-4 pt-8"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <h1>Seeds sleep. Chill keeps count, keeps the cold, and says when.</h1>
        <p className="mt-2 text-[1.06rem] text-ink2">
          Three things first: where you are, when your frosts end, and how you measure. Everything can be changed later.
        </p>
        <div className="mt-8 grid gap-x-8 gap-y-6 sm:grid-cols-2">
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
            <input
              className="written font-mono"
              inputMode="decimal"
              value={draft.sd}
              onChange={(event) => set({ sd: event.target.value })}
            />
          </Field>
        </div>
        {errors.root && (
          <p role="alert" className="mt-4 font-semibold text-alarm">
            {errors.root}
          </p>
        )}
        <button type="submit" className="deed mt-8" disabled={busy}>
          begin
        </button>
      </form>
    </main>
  );
}
