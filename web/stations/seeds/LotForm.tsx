import { cautionsOf } from '@chill/core/lot/cautions.ts';
import type { Waypoint } from '@chill/core/units/gpx.ts';
import { winterBefore } from '@chill/core/winter/climate.ts';
import { useEffect, useState } from 'react';
import { type ResolverResult, useForm } from 'react-hook-form';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { ApiProblem } from '../../data/api.ts';
import { newId } from '../../data/newId.ts';
import { type LotView, useLot, useNursery } from '../../data/nursery.ts';
import { addLot, changeLot } from '../../data/saving.ts';
import { readStored, writeStored } from '../../data/stored.ts';
import { Choice } from '../../kit/Choice.tsx';
import { DateInput } from '../../kit/DateInput.tsx';
import { Field } from '../../kit/Field.tsx';
import { FileChoice } from '../../kit/FileChoice.tsx';
import { ReadBack } from '../../kit/ReadBack.tsx';
import { enlargement, SeedDrawing } from '../../kit/SeedDrawing.tsx';
import { SoundRange } from '../../kit/SoundRange.tsx';
import { SpeciesPicker } from '../../kit/SpeciesPicker.tsx';
import { Waiting } from '../../kit/Waiting.tsx';
import { asWritten, EMPTY, fieldOf, judge, nextCode, readSoundness, type Written } from './lotWriting.ts';
import { readGpx } from './readGpx.ts';

const DRAFT = 'chill.draft.lot';

/** Adds a lot, or changes one. What is half written survives a reload. */
export default function LotForm() {
  const { lotId } = useParams();
  const { lot, looking } = useLot(lotId);
  return lotId && !lot && looking ? <Waiting /> : <LotFields key={lot?.id} known={lot} />;
}

function LotFields({ known }: { known: LotView | undefined }) {
  const [query] = useSearchParams();
  const { handbook, lots, today, nursery } = useNursery();
  const navigate = useNavigate();
  const asked = handbook.find((one) => one.id === query.get('species'))?.id;
  const [id] = useState(() => known?.id ?? newId());
  const form = useForm<Written>({
    resolver: (written) => judgedForForm(written, id),
    defaultValues: known ? asWritten(known) : { ...EMPTY, ...readStored<Partial<Written>>(DRAFT, {}), ...(asked && { speciesId: asked }) },
  });
  const { register, watch, setError, clearErrors, setValue, handleSubmit, formState } = form;
  const { errors } = formState;
  const values = watch();

  useEffect(() => {
    if (known) return;
    const subscription = watch((draft) => writeStored(DRAFT, draft));
    return () => subscription.unsubscribe();
  }, [watch, known]);

  const species = handbook.find((one) => one.id === values.speciesId);
  const soundness = readSoundness(values);
  const collected = values.provenanceKind === 'collected';
  const codes = lots.map((lot) => lot.code);

  const chooseSpecies = (id: string) => {
    setValue('speciesId', id);
    clearErrors('speciesId');
    if (known) return;
    if (!formState.dirtyFields.code) setValue('code', nextCode(id, codes, today));
    // Seed that dies when it dries is kept moist unless somebody says otherwise.
    setValue('storageState', handbook.find((one) => one.id === id)?.drying ? 'moist' : 'dry');
  };
  // A species that came in the address is chosen too.
  useEffect(() => {
    if (!known && values.speciesId && !values.code) chooseSpecies(values.speciesId);
  });

  const save = handleSubmit(async (written) => {
    const judged = judge(written, id);
    if ('faults' in judged) return;
    try {
      const saved = known ? await changeLot(judged.lot, known.version) : await addLot(judged.lot);
      if (!known) writeStored(DRAFT, undefined);
      navigate(`/seeds/${saved.id}`);
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      const faults = error.problem.errors ?? [{ field: '', message: error.message }];
      for (const { field, message } of faults) setError(fieldOf(field), { message });
    }
  });

  return (
    <form onSubmit={save} noValidate className="grid gap-x-14 px-4 pt-5 desk:grid-cols-[minmax(0,34rem)_minmax(0,1fr)] desk:px-10">
      <div className="space-y-5">
        <h1>{known ? `Change ${known.code}` : 'A lot of seed'}</h1>
        <Field label="Species" error={errors.speciesId?.message}>
          <SpeciesPicker handbook={handbook} value={species} onChange={(one) => chooseSpecies(one.id)} />
        </Field>
        {!species && (
          <Link to="/handbook/key" className="quiet">
            not known? find out what it waits for
          </Link>
        )}
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
          <Field label={collected ? 'Place' : 'From whom'} error={errors.from?.message}>
            <input className="written" {...register('from')} />
          </Field>
          <Field label="Day" error={errors.on?.message}>
            <DateInput today={today} value={values.on} onChange={(date) => setValue('on', date)} />
          </Field>
        </div>
        {collected ? (
          <>
            <Coordinates
              error={errors.at?.message}
              input={<input className="written" placeholder="46.312, -117.98" {...register('at')} />}
              take={(point) => {
                setValue('at', `${point.latitude_deg}, ${point.longitude_deg}`, { shouldDirty: true });
                clearErrors('at');
                if (!values.from) setValue('from', point.name);
              }}
            />
            <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
              <Field label="Parent plants, if noted" error={errors.detail?.message}>
                <input className="written" {...register('detail')} />
              </Field>
              <Field
                label="Permission, and its reference"
                error={errors.permission?.message}
                hint={species?.hazards.some(({ code }) => code === 'protected') ? 'Protected: collecting needs a permit.' : undefined}
              >
                <input className="written" {...register('permission')} />
              </Field>
            </div>
          </>
        ) : (
          <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
            <Field label="Their lot number, if any" error={errors.detail?.message}>
              <input className="written" {...register('detail')} />
            </Field>
            <Field label="Harvest year, if it says" error={errors.harvestYear?.message}>
              <input className="written font-mono" inputMode="numeric" {...register('harvestYear')} />
            </Field>
          </div>
        )}
        <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
          <div>
            <Field label="Seeds in hand" error={errors.seeds?.message} hint="after any that a test used up; weigh or recount later">
              <input className="written font-mono" inputMode="numeric" {...register('seeds')} />
            </Field>
            <ReadBack typed={values.seeds} />
          </div>
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
        <h2 className="pt-2">How is it kept?</h2>
        <div className="grid items-end gap-x-8 gap-y-5 sm:grid-cols-2">
          <Choice
            label="Kept"
            options={[
              { value: 'dry', text: 'dry' },
              { value: 'moist', text: 'moist' },
            ]}
            value={values.storageState}
            onChange={(state) => setValue('storageState', state)}
          />
          <Field label="Where" error={errors.where?.message}>
            <input className="written" {...register('where')} />
          </Field>
        </div>
        {collected && (
          <div>
            <p className="text-[0.95rem] text-ink2">Has it had winter already, on the plant or on the ground?</p>
            <Choice
              label="Has it had winter already"
              options={[
                { value: 'no', text: 'no' },
                { value: 'yes', text: 'yes, gathered after a winter' },
              ]}
              value={values.hasWintered}
              onChange={(answer) => {
                setValue('hasWintered', answer);
                if (answer === 'yes' && !values.chillDays && values.on) setValue('chillDays', String(winterBefore(nursery, values.on)));
              }}
            />
            {values.hasWintered === 'yes' && (
              <div className="mt-3 grid grid-cols-2 gap-x-8">
                <Field
                  label="Days of moist cold"
                  error={errors.chillDays?.message}
                  hint="worked out from your months; change it if you know better"
                >
                  <input className="written font-mono" inputMode="numeric" {...register('chillDays')} />
                </Field>
                <Field label="give or take" error={errors.give?.message}>
                  <input className="written font-mono" inputMode="numeric" {...register('give')} />
                </Field>
              </div>
            )}
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
          <button type="submit" className="action" disabled={formState.isSubmitting}>
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
          {cautionsOf(species).map((text) => (
            <p key={text} className="mt-4 max-w-prose border-l-4 border-alarm pl-3">
              {text}
            </p>
          ))}
        </aside>
      )}
    </form>
  );
}

/** The model's verdict in the shape that the form library takes. */
function judgedForForm(written: Written, id: string): ResolverResult<Written> {
  const judged = judge(written, id);
  if ('lot' in judged) return { values: written, errors: {} };
  return { values: {}, errors: Object.fromEntries(judged.faults.map(({ field, message }) => [field, { type: 'model', message }])) };
}

/** Coordinates typed or pasted, or taken from a waypoint file. */
function Coordinates({
  error,
  input,
  take,
}: {
  error: string | undefined;
  input: React.ReactElement<Record<string, unknown>>;
  take: (point: Waypoint) => void;
}) {
  const [points, setPoints] = useState<Waypoint[]>([]);
  const [problem, setProblem] = useState<string>();
  const read = async (file: File) => {
    setProblem(undefined);
    setPoints([]);
    const parsed = await readGpx(file);
    if (!parsed.ok) setProblem(parsed.problem);
    else if (parsed.value.length === 1) take(parsed.value[0] as Waypoint);
    else setPoints(parsed.value);
  };
  return (
    <div>
      <Field label="Coordinates" error={error ?? problem} hint="decimal, or degrees, minutes and seconds">
        {input}
      </Field>
      <FileChoice accept=".gpx,application/gpx+xml,application/xml" choose={read}>
        from a GPX waypoint file
      </FileChoice>
      {points.length > 0 && (
        <ul aria-label="Waypoints in the file" className="mt-1 max-h-56 overflow-y-auto border-y border-line">
          {points.map((point) => (
            <li key={`${point.name} ${point.latitude_deg} ${point.longitude_deg}`}>
              <button
                type="button"
                className="min-h-12 w-full px-2 text-left hover:bg-sheet desk:min-h-10"
                onClick={() => {
                  take(point);
                  setPoints([]);
                }}
              >
                <b className="font-[620]">{point.name}</b>{' '}
                <span className="font-mono text-[0.92rem] text-ink2">
                  {point.latitude_deg}, {point.longitude_deg}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
