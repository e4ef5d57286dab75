import { meanShare } from '@chill/core/chance/shares.ts';
import { estimateSeeds, pureLiveSeed, type SeedEstimate } from '@chill/core/lot/count.ts';
import { viableShare } from '@chill/core/lot/viability.ts';
import { whyCount } from '@chill/core/tell/explainCounts.ts';
import { parseQuantity, showQuantity, unitOf } from '@chill/core/units/quantities.ts';
import { CountMethod } from '@chill/model/lot.ts';
import type { Units } from '@chill/model/nursery.ts';
import type { Species } from '@chill/model/species.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/seeds.ts';
import { spoken } from '@chill/words/subject.ts';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Typed } from '../../kit/fields/Typed.tsx';
import { numberIn, typedCount } from '../../kit/fields/typedNumbers.ts';
import type { Form } from '../../kit/fields/useWritten.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { WhyNote } from '../../kit/told/WhyNote.tsx';
import { useLotForm } from './useLotForm.ts';

interface Counted {
  by: CountMethod['by'];
  hand: string;
  mass: string;
  purity: string;
  samples: { seeds: string; grams: string }[];
  pods: string;
  perPod: string;
}

const EMPTY_SAMPLE = { seeds: '', grams: '' };
const FIRST: Counted = { by: 'hand', hand: '', mass: '', purity: '100', samples: [EMPTY_SAMPLE, EMPTY_SAMPLE], pods: '', perPod: '' };
/** Where the event's fields stand in the form. */
const FIELDS = { seeds: 'hand', 'how.lot_g': 'mass', 'how.perPod.0': 'perPod' };

const isWritten = ({ seeds, grams }: Counted['samples'][number]) => seeds.trim() !== '' || grams.trim() !== '';
const podsOpened = (perPod: string) => perPod.split(/[\s,;]+/).filter(Boolean);

/** How it was counted, as far as that can be read. */
function methodOf({ by, mass, purity, samples, pods, perPod }: Counted, units: Units) {
  const grams = (text: string) => {
    const read = parseQuantity(text, 'mass_g', unitOf('mass_g', units));
    return read.ok ? read.value : undefined;
  };
  if (by === 'hand') return { by };
  if (by === 'pods') return { by, pods: typedCount(pods), perPod: podsOpened(perPod).map(Number) };
  return {
    by,
    lot_g: grams(mass),
    samples: samples.filter(isWritten).map((sample) => ({ seeds: typedCount(sample.seeds), grams: grams(sample.grams) })),
    purity: (numberIn(purity.replace('%', '')) ?? Number.NaN) / 100,
  };
}

/** Counts what is in the drawer: by hand, by weighed samples, or by pods. The estimate is shown while it is typed. */
export function CountForm({ lot, species, done }: { lot: LotView; species: Species; done: (said: string) => void }) {
  const { units } = useNursery().nursery.settings;
  const chaffy = species.seed.texture === 'hairy' || species.floatTest === 'misleads';
  const seedsOf = (written: Counted) =>
    written.by === 'hand' ? typedCount(written.hand) : estimated(methodOf(written, units), chaffy).found?.seeds;
  const form = useLotForm<Counted>(lot, {
    first: FIRST,
    event: (written) => ({
      kind: 'counted',
      seeds: seedsOf(written),
      inBatches: lot.state.inBatches,
      how: methodOf(written, units),
    }),
    fields: FIELDS,
    done: (written) => done(say('seedsStock', { count: seedsOf(written) ?? 0 })),
  });
  const { written } = form;
  const how = methodOf(written, units);
  const { found, problem } = estimated(how, chaffy);
  const seeds = seedsOf(written);

  return (
    <form noValidate onSubmit={form.submit} className="max-w-2xl space-y-4">
      <Choice
        label={say('howCount')}
        options={[
          { value: 'hand', text: say('byHand') },
          { value: 'weight', text: say('byWeight') },
          { value: 'pods', text: say('byPods') },
        ]}
        value={written.by}
        onChange={(by) => form.put({ by })}
      />
      {written.by === 'hand' && (
        <Typed form={form} name="hand" label={say('seedsStockNow')} hint={say('thoseNoBatch')} numeric="count" className="max-w-48" />
      )}
      {written.by === 'weight' && <Weighed form={form} unit={units.mass} problem={problem} />}
      {written.by === 'pods' && (
        <div className="grid grid-cols-2 gap-x-8">
          <Typed form={form} name="pods" label={say('podsAll')} numeric />
          <Typed form={form} name="perPod" label={say('seedsInEachPod')} placeholder="5 6 7 6 6" className="font-mono" />
        </div>
      )}
      <div aria-live="polite">
        {found && (
          <Estimate
            samples={written.by === 'pods' ? podsOpened(written.perPod).length : written.samples.filter(isWritten).length}
            found={found}
            lot={lot}
            species={species}
            purity={'purity' in how ? how.purity : undefined}
          />
        )}
      </div>
      <Problem>{form.fault('root')}</Problem>
      <button type="submit" className="action" disabled={form.busy}>
        {seeds !== undefined && Number.isFinite(seeds) ? say('setStock', { seeds }) : say('setTheStock')}
      </button>
    </form>
  );
}

/** The lot's mass, and samples that were counted and weighed. */
function Weighed({ form, unit, problem }: { form: Form<Counted>; unit: string; problem: string | undefined }) {
  const { samples } = form.written;
  return (
    <>
      <div className="grid grid-cols-2 gap-x-8">
        <div>
          <Typed form={form} name="mass" label={say('wholeLotWeighs')} placeholder={`84 ${unit}`} className="font-mono" />
          <Problem>{form.fault('mass') ? undefined : problem}</Problem>
        </div>
        <Typed form={form} name="purity" label={say('purity')} hint={say('purityHint')} numeric="decimal" />
      </div>
      <fieldset>
        <legend className="text-[0.95rem] text-ink2">{say('countedSamples')}</legend>
        {samples.map((_, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: samples are only ever added at the end.
          <div key={i} className="grid grid-cols-2 gap-x-8">
            <Typed
              form={form}
              name={`samples.${i}.seeds`}
              label={<span className="sr-only">{say('seedsSample', { number: i + 1 })}</span>}
              placeholder={say('aHundredSeeds')}
              numeric
            />
            <Typed
              form={form}
              name={`samples.${i}.grams`}
              label={<span className="sr-only">{say('massSample', { number: i + 1 })}</span>}
              placeholder={`0.82 ${unit}`}
              className="font-mono"
            />
          </div>
        ))}
        <Problem>{form.fault('samples')}</Problem>
        <button type="button" className="quiet" onClick={() => form.put({ samples: [...samples, EMPTY_SAMPLE] })}>
          {say('addSample')}
        </button>
      </fieldset>
    </>
  );
}

function estimated(how: unknown, chaffy: boolean): { found?: SeedEstimate | undefined; problem?: string } {
  const parsed = CountMethod.safeParse(how);
  if (!parsed.success) return {};
  const found = estimateSeeds(parsed.data, chaffy);
  return found && 'reason' in found ? { problem: spoken(found.reason) } : { found };
}

interface EstimateProps {
  found: SeedEstimate;
  samples: number;
  lot: LotView;
  species: Species;
  purity: number | undefined;
}

/** The number that the samples give, with its range, its check against the handbook and what would narrow it. */
function Estimate({ found, samples, lot, species, purity }: EstimateProps) {
  const { nursery } = useNursery();
  const { units } = nursery.settings;
  const viability = meanShare(viableShare(lot.state.viability, species));
  return (
    <div className="border-l-4 border-ink pl-3">
      <p>
        {found.range ? (
          <Rich
            say={say}
            of="seedsBetween"
            facts={{ seeds: found.seeds, ...found.range }}
            parts={{ span: <span className="figure-large" /> }}
          />
        ) : (
          <Rich say={say} of="seeds" facts={{ seeds: found.seeds }} parts={{ span: <span className="figure-large" /> }} />
        )}
      </p>
      <p className="text-ink2">
        {found.thousandSeeds_g !== undefined &&
          `${say('thousandWeigh', { lot: showQuantity(found.thousandSeeds_g, 'mass_g', units, 2), handbook: showQuantity(species.seed.thousandSeeds_g, 'mass_g', units, 2) })} `}
        {found.spread !== undefined && `${say('samplesDifferBy', { spread: (found.spread * 100).toFixed(1) })} `}
        {purity !== undefined && Number.isFinite(purity) && (
          <Rich
            say={say}
            of="pureLiveSeed"
            facts={{ pureLiveSeed: Math.round(pureLiveSeed(purity, viability) * 100) }}
            parts={{ term: <Term of="pureLiveSeed">{null}</Term> }}
          />
        )}
      </p>
      {found.advice && <p className="font-semibold">{found.advice}</p>}
      <WhyNote why={whyCount(found, samples)} />
    </div>
  );
}
