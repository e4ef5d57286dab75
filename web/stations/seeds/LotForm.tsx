import { borderCaution } from '@chill/core/lot/cautions.ts';
import { winterBefore } from '@chill/core/winter/climate.ts';
import type { Lot } from '@chill/model/lot.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/seeds.ts';
import { shown } from '@chill/words/subject.ts';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { newId } from '../../browser/newId.ts';
import { readStored } from '../../browser/stored.ts';
import { type LotView, useLot, useNursery } from '../../data/nursery.ts';
import { addLot, changeLot } from '../../data/saving.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { DateInput } from '../../kit/fields/DateInput.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { ReadBack } from '../../kit/fields/ReadBack.tsx';
import { Typed } from '../../kit/fields/Typed.tsx';
import { type Form, useWritten } from '../../kit/fields/useWritten.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { SpeciesPicker } from '../../parts/SpeciesPicker.tsx';
import { ViableRange } from '../../parts/ViabilityRange.tsx';
import { Coordinates } from './Coordinates.tsx';
import { LotAside } from './LotAside.tsx';
import { amountIn, asWritten, EMPTY, fieldOf, judge, nextCode, readViability, seedsIn, type Written } from './lotWriting.ts';

const DRAFT = 'chill.draft.lot';

/** Adds a lot, or changes one. What is half written survives a reload. */
export default function LotForm() {
  const { lotId } = useParams();
  const { lot, looking } = useLot(lotId);
  return lotId && !lot && looking ? <Waiting /> : <LotFields key={lot?.id} known={lot} />;
}

function LotFields({ known }: { known: LotView | undefined }) {
  const [query] = useSearchParams();
  const { handbook, lots, nursery, today } = useNursery();
  const seedOf = (speciesId: string) => handbook.find((one) => one.id === speciesId)?.seed;
  const readerOf = ({ speciesId }: Written) => ({ seed: seedOf(speciesId), numbers: nursery.settings.units.numbers });
  const navigate = useNavigate();
  const asked = handbook.find((one) => one.id === query.get('species'))?.id;
  const [id] = useState(() => known?.id ?? newId());
  const form = useWritten<Written, Lot>({
    first: known
      ? asWritten(known)
      : { ...EMPTY, on: today, ...readStored<Partial<Written>>(DRAFT, {}), ...(asked && { speciesId: asked }) },
    judge: (written) => judge(written, id, readerOf(written)),
    save: async (lot) => navigate(`/seeds/${(known ? await changeLot(lot, known.version) : await addLot(lot)).id}`),
    fieldOf,
    draft: known ? undefined : DRAFT,
  });
  const { written } = form;
  const species = handbook.find((one) => one.id === written.speciesId);
  // What its batches, tests and sorts have had is of the lot, and not in stock.
  const used = known ? known.seeds - known.unassigned : 0;
  const all = seedsIn(written, readerOf(written));

  const chooseSpecies = (chosen: string) => {
    form.put({
      speciesId: chosen,
      ...(!known && {
        ...(!form.touched('code') && { code: nextCode(chosen, codesOf(lots), today) }),
        // Seed that dies when it dries is kept moist unless somebody says otherwise.
        storageState: handbook.find((one) => one.id === chosen)?.drying ? ('moist' as const) : ('dry' as const),
      }),
    });
  };
  // A species that came in the address is chosen too.
  useEffect(() => {
    if (!known && written.speciesId && !written.code) chooseSpecies(written.speciesId);
  });

  return (
    <form onSubmit={form.submit} noValidate className="grid gap-x-14 gap-y-5 px-4 pt-5 desk:grid-cols-2 desk:px-10">
      <div className="space-y-5">
        <h1>{known ? say('change', { code: known.code }) : say('lotSeed')}</h1>
        <Field label={say('species')} error={form.fault('speciesId')}>
          <SpeciesPicker handbook={handbook} value={species} onChange={(one) => chooseSpecies(one.id)} />
        </Field>
        {!species && (
          <Link to="/handbook/key" className="quiet">
            {say('notKnownUseTheKey')}
          </Link>
        )}
        <Typed
          form={form}
          name="variety"
          label={say('variety')}
          hint={say(written.variety.trim() && species?.comesTrue === false ? 'notTrueHint' : 'varietyHint')}
        />
        <Origin form={form} species={species} />
        <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
          <div>
            <Typed
              form={form}
              name="seeds"
              label={say(used > 0 ? 'seedsInAll' : 'seedsInStock')}
              hint={say('amountHint')}
              className="font-mono"
            />
            <AmountRead typed={written.seeds} amount={amountIn(written, readerOf(written))} />
          </div>
          <Typed form={form} name="code" label={say('yourCode')} className="font-mono" />
        </div>
        <HowViable form={form} species={species} />
      </div>
      <div className="space-y-5">
        {species && <LotAside species={species} known={known} seeds={all && Math.max(0, all - used)} viability={readViability(written)} />}
        <Keeping form={form} />
        <Field label={say('note')} error={form.fault('note')}>
          <textarea className="written" rows={2} {...form.register('note')} />
        </Field>
        <Problem>{form.fault('root')}</Problem>
        <div className="flex items-center gap-6">
          <button type="submit" className="action" disabled={form.busy}>
            {known ? say('save') : say('addLot')}
          </button>
          <Link to={known ? `/seeds/${known.id}` : '/seeds'} className="quiet">
            {say('cancel')}
          </Link>
        </div>
      </div>
    </form>
  );
}

/** What was understood of how much there is, at once: the seeds in two grams, and how sure that is. */
function AmountRead({ typed, amount }: { typed: string; amount: ReturnType<typeof amountIn> }) {
  if (!amount) return <ReadBack typed={typed} />;
  if ('reason' in amount) return null;
  const { seeds, range } = amount;
  return (
    <output className="mt-1 block text-[0.95rem] text-ink2">
      {range
        ? say('aboutSeeds', {
            seeds: shown(seeds),
            low: shown(range.low),
            high: shown(range.high),
            surer: say(SURER[amount.from]),
          })
        : `= ${shown(seeds)}`}
    </output>
  );
}

/** What would make an estimate surer. */
const SURER = { count: 'countSurer', about: 'countSurer', weight: 'weighSurer', volume: 'weighSurer', packet: 'countSurer' } as const;

const codesOf = (lots: readonly { code: string }[]) => lots.map(({ code }) => code);

/** Where it comes from: collected, with its place and who allowed it, or bought, with the seller's own figures. */
function Origin({ form, species }: { form: Form<Written>; species: Species | undefined }) {
  const { today } = useNursery();
  const { written } = form;
  const collected = written.provenanceKind === 'collected';
  return (
    <>
      <Choice
        label={say('source')}
        options={[
          { value: 'collected', text: say('collected') },
          { value: 'bought', text: say('boughtOrGiven') },
        ]}
        value={written.provenanceKind}
        onChange={(provenanceKind) => form.put({ provenanceKind })}
      />
      <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
        <Typed form={form} name="from" label={collected ? say('place') : say('supplier')} hint={say('mayStayEmpty')} />
        <Field label={say('day')} error={form.fault('on')}>
          <DateInput today={today} value={written.on} onChange={(on) => form.put({ on })} />
        </Field>
      </div>
      {collected ? (
        <>
          <Coordinates
            error={form.fault('at')}
            input={<input className="written" placeholder="46.312, -117.98" {...form.register('at')} />}
            take={(point) => form.put({ at: `${point.latitude_deg}, ${point.longitude_deg}`, ...(!written.from && { from: point.name }) })}
          />
          <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
            <Typed form={form} name="detail" label={say('parentPlants')} />
            <Typed
              form={form}
              name="permission"
              label={say('permissionReference')}
              hint={species?.hazards.some(({ code }) => code === 'protected') ? say('protectedSpecies') : undefined}
            />
          </div>
        </>
      ) : (
        <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
          <Typed form={form} name="detail" label={say('theirLotNumber')} />
          <Typed form={form} name="harvestYear" label={say('harvestYear')} numeric />
          <p className="border-l-4 border-line pl-3 text-[0.95rem] text-ink2 sm:col-span-2">{borderCaution()}</p>
        </div>
      )}
    </>
  );
}

/** How much of it is viable: tested, as the packet says, or not known; and what that means. */
function HowViable({ form, species }: { form: Form<Written>; species: Species | undefined }) {
  const { written } = form;
  const viability = readViability(written);
  return (
    <>
      <h2 className="pt-2">{say('howViable')}</h2>
      <Choice
        label={say('whatKnown')}
        options={[
          { value: 'tested', text: say('sampleTest') },
          { value: 'packet', text: say('packetSays') },
          { value: 'unknown', text: say('notKnown') },
        ]}
        value={written.viabilityKind}
        onChange={(viabilityKind) => form.put({ viabilityKind })}
      />
      {written.viabilityKind === 'tested' && (
        <div className="grid grid-cols-2 gap-x-8">
          <Typed form={form} name="viable" label={say('viable')} numeric />
          <Typed form={form} name="tested" label={say('seedsTested')} numeric />
        </div>
      )}
      {written.viabilityKind === 'packet' && <Typed form={form} name="percent" label={say('perCent')} numeric="decimal" />}
      {species && viability && (
        <div aria-live="polite">
          <ViableRange viability={viability} species={species} />
        </div>
      )}
    </>
  );
}

/** How it is kept, and what winter it has had already on the plant. */
function Keeping({ form }: { form: Form<Written> }) {
  const { nursery } = useNursery();
  const { written } = form;
  return (
    <>
      <h2 className="pt-2">{say('howKept')}</h2>
      <div className="grid items-end gap-x-8 gap-y-5 sm:grid-cols-2">
        <Choice
          label={say('kept')}
          options={[
            { value: 'dry', text: say('dry') },
            { value: 'moist', text: say('moist') },
          ]}
          value={written.storageState}
          onChange={(storageState) => form.put({ storageState })}
        />
        <Typed form={form} name="where" label={say('where')} />
      </div>
      {written.provenanceKind === 'collected' && (
        <div>
          <p className="text-[0.95rem] text-ink2">{say('hasItHadWinter')}</p>
          <Choice
            label={say('hadWinterAlready')}
            options={[
              { value: 'no', text: say('no') },
              { value: 'yes', text: say('yesGatheredAfterWinter') },
            ]}
            value={written.hasWintered}
            onChange={(hasWintered) => {
              const unknown = hasWintered === 'yes' && !written.chillDays && written.on;
              form.put({ hasWintered, ...(unknown && { chillDays: String(winterBefore(nursery, written.on)) }) });
            }}
          />
          {written.hasWintered === 'yes' && (
            <div className="mt-3 grid grid-cols-2 gap-x-8">
              <Typed form={form} name="chillDays" label={say('daysColdStratification')} hint={say('fromYourMonths')} numeric />
              <Typed form={form} name="give" label={say('giveOrTake')} numeric />
            </div>
          )}
        </div>
      )}
    </>
  );
}
