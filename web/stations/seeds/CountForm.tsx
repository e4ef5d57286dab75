import { meanShare } from '@chill/core/chance/shares.ts';
import { estimateSeeds, pureLiveSeed, type SeedEstimate } from '@chill/core/lot/count.ts';
import { soundShare } from '@chill/core/lot/viability.ts';
import { whyCount } from '@chill/core/schedule/explain.ts';
import { parseQuantity, showQuantity, unitOf } from '@chill/core/units/quantities.ts';
import { CountMethod } from '@chill/model/lot.ts';
import type { Species } from '@chill/model/species.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/seeds.ts';
import { spoken } from '@chill/words/subject.ts';
import { useState } from 'react';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { Choice } from '../../kit/Choice.tsx';
import { Field } from '../../kit/Field.tsx';
import { OtherFaults } from '../../kit/Problem.tsx';
import { Term } from '../../kit/Term.tsx';
import { WhyNote } from '../../kit/WhyNote.tsx';
import { countIn, numberIn } from './lotWriting.ts';
import { useLotRecord } from './useLotRecord.ts';

/** Counts what is in the drawer: by hand, by weighed samples, or by pods. The estimate is shown while it is typed. */
export function CountForm({ lot, species, done }: { lot: LotView; species: Species; done: (said: string) => void }) {
  const { nursery } = useNursery();
  const { units } = nursery.settings;
  const { record, faults, busy } = useLotRecord(lot);
  const [by, setBy] = useState<CountMethod['by']>('hand');
  const [hand, setHand] = useState('');
  const [mass, setMass] = useState('');
  const [purity, setPurity] = useState('100');
  const [samples, setSamples] = useState([
    { seeds: '', grams: '' },
    { seeds: '', grams: '' },
  ]);
  const [pods, setPods] = useState('');
  const [perPod, setPerPod] = useState('');

  const grams = (text: string) => {
    const read = parseQuantity(text, 'mass_g', unitOf('mass_g', units));
    return read.ok ? read.value : undefined;
  };
  const written = samples.filter((sample) => sample.seeds.trim() !== '' || sample.grams.trim() !== '');
  const how =
    by === 'hand'
      ? { by }
      : by === 'pods'
        ? {
            by,
            pods: countIn(pods),
            perPod: perPod
              .split(/[\s,;]+/)
              .filter(Boolean)
              .map(Number),
          }
        : {
            by,
            lot_g: grams(mass),
            samples: written.map((sample) => ({ seeds: countIn(sample.seeds), grams: grams(sample.grams) })),
            purity: (numberIn(purity.replace('%', '')) ?? Number.NaN) / 100,
          };
  const chaffy = species.seed.texture === 'hairy' || species.floatTest === 'misleads';
  const estimate = estimated(how, chaffy);
  const seeds = by === 'hand' ? countIn(hand) : estimate.found?.seeds;
  const fault = (field: string) => faults[field] ?? (field === 'how.lot_g' ? estimate.problem : undefined);
  const shown = ['seeds', 'how.lot_g', 'how.purity', 'how.pods', 'how.perPod', 'how.samples'];

  const save = async () => {
    if (await record({ kind: 'counted', seeds, inBatches: lot.state.inBatches, how })) done(say('seedsStock', { seeds }));
  };
  const changeSample = (at: number, part: Partial<(typeof samples)[number]>) =>
    setSamples(samples.map((sample, i) => (i === at ? { ...sample, ...part } : sample)));

  return (
    <div className="max-w-2xl space-y-4">
      <Choice
        label={say('howCount')}
        options={[
          { value: 'hand', text: say('byHand') },
          { value: 'weight', text: say('byWeight') },
          { value: 'pods', text: say('byPods') },
        ]}
        value={by}
        onChange={setBy}
      />
      {by === 'hand' && (
        <Field label={say('seedsStockNow')} error={fault('seeds')} hint={say('thoseNoBatch')}>
          <input
            className="written max-w-48 font-mono"
            inputMode="numeric"
            value={hand}
            onChange={(event) => setHand(event.target.value)}
          />
        </Field>
      )}
      {by === 'weight' && (
        <>
          <div className="grid grid-cols-2 gap-x-8">
            <Field label={say('wholeLotWeighs')} error={fault('how.lot_g')}>
              <input
                className="written font-mono"
                placeholder={`84 ${units.mass}`}
                value={mass}
                onChange={(event) => setMass(event.target.value)}
              />
            </Field>
            <Field label={say('purity')} error={fault('how.purity')} hint={say('byWeightRestBeingChaff')}>
              <input className="written font-mono" inputMode="decimal" value={purity} onChange={(event) => setPurity(event.target.value)} />
            </Field>
          </div>
          <fieldset>
            <legend className="text-[0.95rem] text-ink2">{say('countedSamplesEachWeighed')}</legend>
            {samples.map((sample, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: samples are only ever added at the end.
              <div key={i} className="grid grid-cols-2 gap-x-8">
                <Field label={<span className="sr-only">{say('seedsSample', { i: i + 1 })}</span>} error={fault(`how.samples.${i}.seeds`)}>
                  <input
                    className="written font-mono"
                    inputMode="numeric"
                    placeholder={say('n100Seeds')}
                    value={sample.seeds}
                    onChange={(event) => changeSample(i, { seeds: event.target.value })}
                  />
                </Field>
                <Field label={<span className="sr-only">{say('massSample', { i: i + 1 })}</span>} error={fault(`how.samples.${i}.grams`)}>
                  <input
                    className="written font-mono"
                    placeholder={`0.82 ${units.mass}`}
                    value={sample.grams}
                    onChange={(event) => changeSample(i, { grams: event.target.value })}
                  />
                </Field>
              </div>
            ))}
            {fault('how.samples') && (
              <p role="alert" className="mt-1 font-semibold text-alarm">
                {fault('how.samples')}
              </p>
            )}
            <button type="button" className="quiet" onClick={() => setSamples([...samples, { seeds: '', grams: '' }])}>
              {say('addSample')}
            </button>
          </fieldset>
        </>
      )}
      {by === 'pods' && (
        <div className="grid grid-cols-2 gap-x-8">
          <Field label={say('podsAll')} error={fault('how.pods')}>
            <input className="written font-mono" inputMode="numeric" value={pods} onChange={(event) => setPods(event.target.value)} />
          </Field>
          <Field label={say('seedsEachOneOpened')} error={fault('how.perPod') ?? fault('how.perPod.0')}>
            <input
              className="written font-mono"
              placeholder="5 6 7 6 6"
              value={perPod}
              onChange={(event) => setPerPod(event.target.value)}
            />
          </Field>
        </div>
      )}
      <div aria-live="polite">
        {estimate.found && (
          <Estimate
            samples={by === 'pods' ? perPod.split(/[\s,;]+/).filter(Boolean).length : written.length}
            found={estimate.found}
            lot={lot}
            species={species}
            purity={'purity' in how ? how.purity : undefined}
          />
        )}
      </div>
      <OtherFaults
        faults={faults}
        shown={[...shown, ...written.flatMap((_, i) => [`how.samples.${i}.seeds`, `how.samples.${i}.grams`]), 'how.perPod.0']}
      />
      <button type="button" className="action" disabled={busy} onClick={save}>
        {seeds !== undefined && Number.isFinite(seeds) ? say('setStock', { seeds }) : say('setStock2')}
      </button>
    </div>
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
  const viability = meanShare(soundShare(lot.state.soundness, species));
  return (
    <div className="border-l-4 border-ink pl-3">
      <p>
        <Rich
          say={say}
          of="seeds"
          facts={{ seeds: found.seeds, how: found.range ? say('between', { low: found.range.low, high: found.range.high }) : '' }}
          parts={{ span: <span className="figure-large" /> }}
        />
      </p>
      <p className="text-ink2">
        {found.thousandSeeds_g !== undefined &&
          `${say('thousandWeighHandbookSays', { thousandSeeds: showQuantity(found.thousandSeeds_g, 'mass_g', units, 2), thousandSeeds2: showQuantity(species.seed.thousandSeeds_g, 'mass_g', units, 2) })} `}
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
