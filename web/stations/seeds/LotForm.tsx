import { cautionsOf } from '@chill/core/lot/cautions.ts';
import type { Waypoint } from '@chill/core/units/gpx.ts';
import { winterBefore } from '@chill/core/winter/climate.ts';
import { say } from '@chill/words/seeds.ts';
import { spoken } from '@chill/words/subject.ts';
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
        <h1>{known ? say('change', { code: known.code }) : say('lotSeed')}</h1>
        <Field label={say('species')} error={errors.speciesId?.message}>
          <SpeciesPicker handbook={handbook} value={species} onChange={(one) => chooseSpecies(one.id)} />
        </Field>
        {!species && (
          <Link to="/handbook/key" className="quiet">
            {say('notKnownFindOutWhat')}
          </Link>
        )}
        <Choice
          label={say('source')}
          options={[
            { value: 'collected', text: say('collected') },
            { value: 'bought', text: say('boughtOrGiven') },
          ]}
          value={values.provenanceKind}
          onChange={(kind) => setValue('provenanceKind', kind)}
        />
        <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
          <Field label={collected ? say('place') : say('supplier')} error={errors.from?.message}>
            <input className="written" {...register('from')} />
          </Field>
          <Field label={say('day')} error={errors.on?.message}>
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
              <Field label={say('parentPlantsIfNoted')} error={errors.detail?.message}>
                <input className="written" {...register('detail')} />
              </Field>
              <Field
                label={say('permissionReference')}
                error={errors.permission?.message}
                hint={species?.hazards.some(({ code }) => code === 'protected') ? say('protectedCollectingNeedsPermit') : undefined}
              >
                <input className="written" {...register('permission')} />
              </Field>
            </div>
          </>
        ) : (
          <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
            <Field label={say('theirLotNumberIfAny')} error={errors.detail?.message}>
              <input className="written" {...register('detail')} />
            </Field>
            <Field label={say('harvestYearIfSays')} error={errors.harvestYear?.message}>
              <input className="written font-mono" inputMode="numeric" {...register('harvestYear')} />
            </Field>
          </div>
        )}
        <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
          <div>
            <Field label={say('seedsStock2')} error={errors.seeds?.message} hint={say('afterAnyUsedUpBy')}>
              <input className="written font-mono" inputMode="numeric" {...register('seeds')} />
            </Field>
            <ReadBack typed={values.seeds} />
          </div>
          <Field label={say('yourCode')} error={errors.code?.message}>
            <input className="written font-mono" {...register('code')} />
          </Field>
        </div>
        <h2 className="pt-2">{say('howViable')}</h2>
        <Choice
          label={say('whatKnown')}
          options={[
            { value: 'tested', text: say('sampleTest') },
            { value: 'packet', text: say('packetSays') },
            { value: 'unknown', text: say('notKnown') },
          ]}
          value={values.soundnessKind}
          onChange={(kind) => setValue('soundnessKind', kind)}
        />
        {values.soundnessKind === 'tested' && (
          <div className="grid grid-cols-2 gap-x-8">
            <Field label={say('viable')} error={errors.sound?.message}>
              <input className="written font-mono" inputMode="numeric" {...register('sound')} />
            </Field>
            <Field label={say('seedsTested')} error={errors.tested?.message}>
              <input className="written font-mono" inputMode="numeric" {...register('tested')} />
            </Field>
          </div>
        )}
        {values.soundnessKind === 'packet' && (
          <Field label={say('perCent')} error={errors.percent?.message}>
            <input className="written font-mono" inputMode="decimal" {...register('percent')} />
          </Field>
        )}
        {species && soundness && (
          <div aria-live="polite">
            <SoundRange soundness={soundness} species={species} />
          </div>
        )}
        <h2 className="pt-2">{say('howKept')}</h2>
        <div className="grid items-end gap-x-8 gap-y-5 sm:grid-cols-2">
          <Choice
            label={say('kept')}
            options={[
              { value: 'dry', text: say('dry') },
              { value: 'moist', text: say('moist') },
            ]}
            value={values.storageState}
            onChange={(state) => setValue('storageState', state)}
          />
          <Field label={say('where')} error={errors.where?.message}>
            <input className="written" {...register('where')} />
          </Field>
        </div>
        {collected && (
          <div>
            <p className="text-[0.95rem] text-ink2">{say('hasHadWinterAlreadyPlant')}</p>
            <Choice
              label={say('hasHadWinterAlready')}
              options={[
                { value: 'no', text: say('no') },
                { value: 'yes', text: say('yesGatheredAfterWinter') },
              ]}
              value={values.hasWintered}
              onChange={(answer) => {
                setValue('hasWintered', answer);
                if (answer === 'yes' && !values.chillDays && values.on) setValue('chillDays', String(winterBefore(nursery, values.on)));
              }}
            />
            {values.hasWintered === 'yes' && (
              <div className="mt-3 grid grid-cols-2 gap-x-8">
                <Field label={say('daysColdStratification')} error={errors.chillDays?.message} hint={say('calculatedFromYourMonthsChange')}>
                  <input className="written font-mono" inputMode="numeric" {...register('chillDays')} />
                </Field>
                <Field label={say('giveOrTake')} error={errors.give?.message}>
                  <input className="written font-mono" inputMode="numeric" {...register('give')} />
                </Field>
              </div>
            )}
          </div>
        )}
        <Field label={say('note')} error={errors.note?.message}>
          <textarea className="written" rows={2} {...register('note')} />
        </Field>
        {errors.root && (
          <p role="alert" className="font-semibold text-alarm">
            {errors.root.message}
          </p>
        )}
        <div className="flex items-center gap-6">
          <button type="submit" className="action" disabled={formState.isSubmitting}>
            {known ? say('save') : say('addLot')}
          </button>
          <Link to={known ? `/seeds/${known.id}` : '/seeds'} className="quiet">
            {say('cancel')}
          </Link>
        </div>
      </div>
      {species && (
        <aside className="mt-8 desk:mt-14" aria-label={species.common[0]}>
          <SeedDrawing seed={species.seed} room={260} />
          <p className="mt-2 text-[0.95rem] text-ink2">
            {say('nMmDrawnThousand', {
              length: species.seed.length_mm,
              width: species.seed.width_mm,
              enlargement: enlargement(species.seed, 248),
              thousandSeeds: species.seed.thousandSeeds_g,
            })}
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
    if (!parsed.ok) setProblem(spoken(parsed.reason));
    else if (parsed.value.length === 1) take(parsed.value[0] as Waypoint);
    else setPoints(parsed.value);
  };
  return (
    <div>
      <Field label={say('coordinates')} error={error ?? problem} hint={say('decimalOrDegreesMinutesSeconds')}>
        {input}
      </Field>
      <FileChoice accept=".gpx,application/gpx+xml,application/xml" choose={read}>
        {say('fromGpxWaypointFile')}
      </FileChoice>
      {points.length > 0 && (
        <ul aria-label={say('waypointsFile')} className="mt-1 max-h-56 overflow-y-auto border-y border-line">
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
