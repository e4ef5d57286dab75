import { Lot, type Provenance, Soundness } from '@chill/model/lot.ts';
import { PositiveCount } from '@chill/model/primitives.ts';
import { z } from '@chill/model/zod.ts';
import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { Link, useNavigate, useParams } from 'react-router';
import { ApiProblem } from '../../data/api.ts';
import { newId } from '../../data/newId.ts';
import { useNursery } from '../../data/nursery.ts';
import { addLot, changeLot } from '../../data/saving.ts';
import { readStored, writeStored } from '../../data/stored.ts';
import { Choice } from '../../kit/Choice.tsx';
import { DateInput } from '../../kit/DateInput.tsx';
import { Field } from '../../kit/Field.tsx';
import { enlargement, SeedDrawing } from '../../kit/SeedDrawing.tsx';
import { SoundRange } from '../../kit/SoundRange.tsx';
import { SpeciesPicker } from '../../kit/SpeciesPicker.tsx';

const DRAFT = 'chill.draft.lot';

/** Typed figures arrive as text; an empty one is asked for rather than read as 0. */
const typed = <T extends z.ZodType>(schema: T) =>
  z.preprocess(
    (value) => (typeof value === 'string' ? (value.trim() === '' ? undefined : Number(value.replace(',', '.'))) : value),
    schema,
  );

/** What is written in the form; the model's own schemas judge it. */
const Written = z.object({
  speciesId: z.string().min(1, { error: 'Choose a species from the handbook.' }),
  code: Lot.shape.code,
  provenanceKind: z.enum(['collected', 'bought']),
  from: z.string().trim().min(1, { error: 'Where did it come from?' }).max(120, { error: 'At most 120 characters.' }),
  on: z.string().min(1, { error: 'On which day? Roughly is enough.' }),
  detail: z.string().trim().max(200),
  seeds: typed(PositiveCount),
  soundnessKind: z.enum(['tested', 'packet', 'unknown']),
  tested: z.unknown(),
  sound: z.unknown(),
  percent: z.unknown(),
  note: z.string().trim().max(1000),
});
type Written = z.input<typeof Written>;

const EMPTY: Written = {
  speciesId: '',
  code: '',
  provenanceKind: 'collected',
  from: '',
  on: '',
  detail: '',
  seeds: '',
  soundnessKind: 'tested',
  tested: '',
  sound: '',
  percent: '',
  note: '',
};

/** Adds a lot, or changes one. What is half written survives a reload. */
export default function LotForm() {
  const { lotId } = useParams();
  const { handbook, lots, today } = useNursery();
  const navigate = useNavigate();
  const known = lots.find((lot) => lot.id === lotId);
  const form = useForm<Written>({
    defaultValues: known ? asWritten(known) : readStored(DRAFT, EMPTY),
    resolver: zodResolver(Written) as never,
  });
  const { register, control, watch, setError, setValue, handleSubmit, formState } = form;
  const errors = formState.errors as Record<string, { message?: string } | undefined>;
  const values = watch();

  useEffect(() => {
    if (known) return;
    const subscription = watch((draft) => writeStored(DRAFT, draft));
    return () => subscription.unsubscribe();
  }, [watch, known]);

  const species = handbook.find((one) => one.id === values.speciesId);
  const soundness = readSoundness(values);

  const save = handleSubmit(async (written) => {
    const judged = judge(written, known?.id ?? newId());
    if (!judged.ok) {
      for (const { field, message } of judged.faults) setError(field as keyof Written, { message }, { shouldFocus: true });
      return;
    }
    try {
      const saved = known ? await changeLot(judged.lot, known.version) : await addLot(judged.lot);
      if (!known) writeStored(DRAFT, undefined);
      navigate(`/seeds/${saved.id}`);
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      const faults = error.problem.errors ?? [{ field: '', message: error.message }];
      for (const { field, message } of faults) setError((FIELD_OF[field] ?? 'root') as keyof Written, { message });
    }
  });

  const chooseSpecies = (id: string) => {
    setValue('speciesId', id, { shouldValidate: formState.isSubmitted });
    if (!known && !formState.dirtyFields.code)
      setValue(
        'code',
        nextCode(
          id,
          lots.map((lot) => lot.code),
          today,
        ),
      );
  };

  return (
    <form onSubmit={save} noValidate className="grid gap-x-14 px-4 pt-5 desk:grid-cols-[minmax(0,34rem)_minmax(0,1fr)] desk:px-10">
      <div className="space-y-5">
        <h1>{known ? `Change ${known.code}` : 'A lot of seed'}</h1>
        <Controller
          control={control}
          name="speciesId"
          render={() => (
            <Field label="Species" error={errors.speciesId?.message}>
              <SpeciesPicker handbook={handbook} value={species} onChange={(one) => chooseSpecies(one.id)} />
            </Field>
          )}
        />
        <Choice
          label="How it was got"
          options={[
            { value: 'collected', text: 'collected' },
            { value: 'bought', text: 'bought or given' },
          ]}
          value={values.provenanceKind}
          onChange={(kind) => setValue('provenanceKind', kind)}
        />
        <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
          <Field label={values.provenanceKind === 'collected' ? 'Place' : 'From whom'} error={errors.from?.message}>
            <input className="written" {...register('from')} />
          </Field>
          <Controller
            control={control}
            name="on"
            render={({ field }) => (
              <Field label="Day" error={errors.on?.message}>
                <DateInput today={today} value={field.value} onChange={field.onChange} />
              </Field>
            )}
          />
        </div>
        <Field
          label={values.provenanceKind === 'collected' ? 'Parent plants, if noted' : 'Their lot number, if any'}
          error={errors.detail?.message}
        >
          <input className="written" {...register('detail')} />
        </Field>
        <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
          <Field label="Seeds in hand" error={errors.seeds?.message} hint="after any that a test used up">
            <input className="written font-mono" inputMode="numeric" {...register('seeds')} />
          </Field>
          <Field label="Your code" error={errors.code?.message}>
            <input className="written font-mono" {...register('code')} />
          </Field>
        </div>
        <h2 className="pt-2">How sound is it?</h2>
        <Choice
          label="What is known of it"
          options={[
            { value: 'tested', text: 'a sample test' },
            { value: 'packet', text: 'the packet says' },
            { value: 'unknown', text: 'not known' },
          ]}
          value={values.soundnessKind}
          onChange={(kind) => setValue('soundnessKind', kind)}
        />
        {values.soundnessKind === 'tested' && (
          <div className="grid grid-cols-2 gap-x-8">
            <Field label="Sound" error={errors.sound?.message}>
              <input className="written font-mono" inputMode="numeric" {...register('sound')} />
            </Field>
            <Field label="of seeds tested" error={errors.tested?.message}>
              <input className="written font-mono" inputMode="numeric" {...register('tested')} />
            </Field>
          </div>
        )}
        {values.soundnessKind === 'packet' && (
          <Field label="Per cent" error={errors.percent?.message}>
            <input className="written font-mono" inputMode="decimal" {...register('percent')} />
          </Field>
        )}
        {species && soundness && (
          <div aria-live="polite">
            <SoundRange soundness={soundness} species={species} />
          </div>
        )}
        <Field label="Note" error={errors.note?.message}>
          <textarea className="written" rows={2} {...register('note')} />
        </Field>
        {errors.root && (
          <p role="alert" className="font-semibold text-alarm">
            {errors.root.message}
          </p>
        )}
        <div className="flex items-center gap-6">
          <button type="submit" className="deed" disabled={formState.isSubmitting}>
            {known ? 'save' : 'add the lot'}
          </button>
          <Link to={known ? `/seeds/${known.id}` : '/seeds'} className="quiet">
            leave it
          </Link>
        </div>
      </div>
      {species && (
        <aside className="mt-8 desk:mt-14" aria-label={species.common[0]}>
          <SeedDrawing seed={species.seed} room={260} />
          <p className="mt-2 text-[0.95rem] text-ink2">
            {species.seed.length_mm} × {species.seed.width_mm} mm, drawn × {enlargement(species.seed, 248)}; a thousand weigh{' '}
            {species.seed.thousandSeeds_g} g
          </p>
          <p className="mt-4 max-w-prose">{species.dormancy.why}</p>
          {species.hazards.map((hazard) => (
            <p key={hazard.note} className="mt-4 max-w-prose border-l-4 border-alarm pl-3">
              {hazard.note}
            </p>
          ))}
        </aside>
      )}
    </form>
  );
}

/** Where the server's fields stand in the form. */
const FIELD_OF: Record<string, string> = {
  code: 'code',
  seeds: 'seeds',
  speciesId: 'speciesId',
  'lot.code': 'code',
  'lot.seeds': 'seeds',
  'provenance.on': 'on',
  'lot.provenance.on': 'on',
};

function numberIn(value: unknown): number | undefined {
  const text = String(value ?? '')
    .trim()
    .replace(',', '.');
  return text === '' || Number.isNaN(Number(text)) ? undefined : Number(text);
}

function told({ soundnessKind, tested, sound, percent }: Written): unknown {
  if (soundnessKind === 'tested') return { kind: 'tested', tested: numberIn(tested), sound: numberIn(sound) };
  return soundnessKind === 'packet' ? { kind: 'packet', percent: numberIn(percent) } : { kind: 'unknown' };
}

function readSoundness(written: Written): Soundness | undefined {
  const parsed = Soundness.safeParse(told(written));
  return parsed.success ? parsed.data : undefined;
}

function judge(written: Written, id: string): { ok: true; lot: Lot } | { ok: false; faults: { field: string; message: string }[] } {
  const { provenanceKind, from, on, detail, note } = written;
  const provenance: Provenance =
    provenanceKind === 'collected'
      ? { kind: 'collected', place: from, on, ...(detail && { parents: detail }) }
      : { kind: 'bought', supplier: from, on, ...(detail && { theirLot: detail }) };
  const parsed = Lot.safeParse({
    id,
    code: written.code,
    speciesId: written.speciesId,
    provenance,
    seeds: written.seeds,
    soundness: told(written),
    ...(note && { note }),
  });
  if (parsed.success) return { ok: true, lot: parsed.data };
  return {
    ok: false,
    faults: parsed.error.issues.map((issue) => ({ field: String(issue.path.at(-1) ?? 'root'), message: issue.message })),
  };
}

function asWritten(lot: Lot): Written {
  const { provenance, soundness } = lot;
  return {
    ...EMPTY,
    speciesId: lot.speciesId,
    code: lot.code,
    provenanceKind: provenance.kind,
    from: provenance.kind === 'bought' ? provenance.supplier : provenance.place,
    on: provenance.on,
    detail: (provenance.kind === 'bought' ? provenance.theirLot : provenance.parents) ?? '',
    seeds: String(lot.seeds),
    soundnessKind: soundness.kind,
    ...(soundness.kind === 'tested' && { tested: String(soundness.tested), sound: String(soundness.sound) }),
    ...(soundness.kind === 'packet' && { percent: String(soundness.percent) }),
    note: lot.note ?? '',
  };
}

/** A code of the grower's kind: the species' initials, the year, a running number. */
function nextCode(speciesId: string, taken: readonly string[], today: string): string {
  const initials = speciesId
    .split('-')
    .map((word) => word[0]?.toUpperCase())
    .join('');
  for (let i = 1; ; i++) {
    const code = `${initials}-${today.slice(2, 4)}-${String(i).padStart(2, '0')}`;
    if (!taken.includes(code)) return code;
  }
}
