import { mixOf, pieceOf } from '@chill/core/kinds/media.ts';
import { mediumOf, STAGES } from '@chill/core/kinds/stages.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { mixForBags, seedMass_g, seedsOnTowel, tubsFor } from '@chill/core/mix/laying.ts';
import {
  MEDIA,
  MEDIUM_TARGET,
  type MixPart,
  mediumWater_mL,
  mixFault,
  SEED_THIRST,
  TOWEL_GSM,
  TOWEL_HOLDS,
  TOWEL_TARGET,
  towelFault,
  towelWater_mL,
} from '@chill/core/mix/water.ts';
import { recordSownAs } from '@chill/core/record/sow.ts';
import { usualSowing } from '@chill/core/sowing/sown.ts';
import { beginWords } from '@chill/core/tell/words.ts';
import { showQuantity, volumeBothWays, volumeOtherWay } from '@chill/core/units/quantities.ts';
import { spoken } from '@chill/words/subject.ts';
import { say } from '@chill/words/treat.ts';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { newId } from '../../../browser/newId.ts';
import { useStored } from '../../../browser/stored.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { MediumPicture, TowelPicture } from '../../../kit/drawn/WetnessPictures.tsx';
import { Field } from '../../../kit/fields/Field.tsx';
import { NumberInput } from '../../../kit/fields/NumberInput.tsx';
import { Problem } from '../../../kit/told/Problem.tsx';
import { WhyNote } from '../../../kit/told/WhyNote.tsx';
import { DoseSheet } from '../../../parts/DoseSheet.tsx';
import { StepAction } from '../StepAction.tsx';
import { useStep } from '../useStep.ts';

/** The towel and the mix are remembered from one batch to the next. */
interface Paper {
  length_mm: number;
  width_mm: number;
  plies: number;
}
const PARTS = Object.keys(MEDIA) as MixPart[];
type Mix = Partial<Record<MixPart, number>>;

/** Laying up: how much water for this towel or this mix, how many seeds fit, and how it should look. */
export function LayUp({ view }: { view: BatchView }) {
  const { projection, batch, species } = view;
  const { places, today } = useNursery();
  const step = useStep(view);
  const { state, stages } = projection;
  const stage = stages[state.stage];
  if (!stage) return null;
  const medium = mediumOf(batch.plan.method.stages[state.stage] ?? stage);
  const seeds = countIn(state.counts, ['waiting', 'swollen', 'sprouted']);
  const piece = pieceOf(medium);
  return (
    <>
      {piece === 'towel' && <Towel view={view} seeds={seeds} />}
      {piece === 'tub' && <Tubs view={view} seeds={seeds} first={{ [mixOf(medium)]: 1 }} />}
      <p className="mt-4 max-w-prose text-[1.06rem]">{spoken(beginWords(stage, seeds, { species }).hint)}.</p>
      <StepAction
        onClick={() => step.begin()}
        beside={
          <>
            <Link to={`/batch/${batch.code}/label`} className="quiet">
              {say('printLabel')}
            </Link>
            {STAGES[stage.kind].course === 'sprouts' && batch.purpose !== 'test' && (
              <button
                type="button"
                className="quiet"
                onClick={() => step.put(recordSownAs(batch, state, usualSowing(species), { places }, today, newId))}
              >
                {say('sowInstead')}
              </button>
            )}
          </>
        }
      >
        {say('packedLabelled')}
      </StepAction>
      <Problem>{step.problem}</Problem>
    </>
  );
}

function Towel({ view, seeds }: { view: BatchView; seeds: number }) {
  const { nursery } = useNursery();
  const units = nursery.settings.units;
  const [paper, setPaper] = useStored<Paper>('chill.paper', { length_mm: 280, width_mm: 280, plies: 2 });
  const { seed } = view.species;
  const { length_mm, width_mm, plies } = paper;
  const fault = towelFault(length_mm, width_mm, plies);
  const calculated = (() => {
    if (fault) return undefined;
    const fits = seedsOnTowel(length_mm, width_mm, seed);
    const towels = Math.max(1, Math.ceil(seeds / Math.max(1, fits.seeds)));
    return { ...fits, towels, water: towelWater_mL(length_mm, width_mm, plies, seedMass_g(seeds / towels, seed)) };
  })();
  return (
    <DoseSheet
      came={fault}
      figures={
        calculated
          ? [
              {
                value: showQuantity(calculated.water, 'volume_mL', units, 0),
                of: say('waterEachTowel', { count: calculated.towels, water: volumeOtherWay(calculated.water, units) }),
              },
              {
                value: calculated.towels,
                unit: calculated.towels === 1 ? say('towel') : say('towels'),
                of: say('seedsFitOne', { seeds, fit: calculated.seeds }),
              },
              { value: showQuantity(calculated.apart_mm, 'length_mm', units), of: say('howToSpace') },
            ]
          : []
      }
      fields={[
        {
          key: 'length',
          label: say('towelLength'),
          quantity: 'length_mm',
          value: length_mm,
          set: (mm: number | undefined) => setPaper({ ...paper, length_mm: mm ?? 0 }),
        },
        {
          key: 'width',
          label: say('width'),
          quantity: 'length_mm',
          value: width_mm,
          set: (mm: number | undefined) => setPaper({ ...paper, width_mm: mm ?? 0 }),
        },
        {
          key: 'plies',
          label: say('layersPaper'),
          number: plies || undefined,
          set: (many: number | undefined) => setPaper({ ...paper, plies: Math.round(many ?? 0) }),
        },
      ]}
      why={{
        figure: calculated ? volumeBothWays(calculated.water, units) : say('notYet'),
        inputs: [
          { name: say('paper'), value: say('gMLayer', { towelGsm: TOWEL_GSM }), from: say('holdsTimesMass', { towelHolds: TOWEL_HOLDS }) },
          { name: say('filled'), value: `${TOWEL_TARGET * 100} %`, from: say('dampNotWet') },
          { name: say('seedDrinks'), value: say('mass', { seedThirst: SEED_THIRST }), from: say('besides') },
        ],
        rule: say('ruleOfTowelWater'),
        source: say('assumptionsCorrectedBySqueeze'),
        assumed: true,
        changes: say('swollenNeedsLess'),
      }}
    >
      <Wetnesses of={TowelPicture} />
    </DoseSheet>
  );
}

/** Seed mixed into something damp in bags or tubs: a fifth of the whole. */
function Tubs({ view, seeds, first }: { view: BatchView; seeds: number; first: Mix }) {
  const { bags, bag_mL } = tubsFor(seeds, view.species.seed);
  return (
    <Mixed view={view} seeds={seeds} first={first} vessels={bags} each_mL={bag_mL} shown_mL={bag_mL} rule={say('ruleOfMixWater', RULE)}>
      {bags === 1 ? say('mixInOneBag', { seeds }) : say('mixInEachBag', { bags, seeds })}
    </Mixed>
  );
}

const RULE = { mediumTarget: MEDIUM_TARGET * 100, seedThirst: SEED_THIRST };

/** How a mix is made: water, parts, how it should look. The figure of the mix is told by its children. */
function Mixed(props: {
  view: BatchView;
  seeds: number;
  /** The parts before anybody chose any. */
  first: Mix;
  /** Bags, pots or trays to fill, and what goes into each. */
  vessels: number;
  each_mL: number;
  shown_mL: number;
  rule: string;
  children: ReactNode;
}) {
  const { view, seeds, first, vessels, each_mL, shown_mL, rule, children } = props;
  const { nursery } = useNursery();
  const units = nursery.settings.units;
  const [mix, setMix] = useStored<Mix>(`chill.mix.${view.batch.plan.method.stages[view.projection.state.stage]?.medium}`, first);
  const { seed } = view.species;
  const fault = mixFault(mix);
  const parts = fault ? undefined : mixForBags(mix, Math.max(1, vessels), each_mL);
  const water = parts && mediumWater_mL(parts, seedMass_g(seeds, seed));
  return (
    <>
      <DoseSheet
        figures={[
          {
            value: water === undefined ? '–' : showQuantity(water, 'volume_mL', units, 0),
            of: [say('waterIntoDryMix'), water !== undefined && `, ${volumeOtherWay(water, units)}`, `; ${say('handfulGivesADrop')}`],
          },
          { value: showQuantity(shown_mL, 'volume_mL', units, 0), of: children },
        ]}
      >
        {parts && (
          <p className="mt-3 flex flex-wrap gap-x-6 text-[1.06rem]">
            {(Object.entries(parts) as [MixPart, number][])
              .filter(([, part_mL]) => part_mL > 0)
              .map(([part, part_mL]) => (
                <span key={part}>
                  <b>{showQuantity(part_mL, 'volume_mL', units, 0)}</b> {valueName(part)}
                </span>
              ))}
          </p>
        )}
        <Wetnesses of={MediumPicture} />
      </DoseSheet>
      <fieldset className="mt-4 max-w-2xl">
        <legend className="text-[0.95rem] text-ink2">{say('partsMix')}</legend>
        <div className="grid grid-cols-3 gap-x-6 gap-y-2 sm:grid-cols-6">
          {PARTS.map((part) => (
            <Field key={part} label={valueName(part)}>
              <NumberInput placeholder="0" value={mix[part] || undefined} onChange={(parts) => setMix({ ...mix, [part]: parts ?? 0 })} />
            </Field>
          ))}
        </div>
      </fieldset>
      <Problem>{fault && spoken(fault.reason)}</Problem>
      <WhyNote
        why={{
          figure: water === undefined ? say('notYet') : volumeBothWays(water, units),
          inputs: PARTS.filter((part) => mix[part]).map((part) => ({
            name: valueName(part),
            value: say('holds', { holds: MEDIA[part].holds }),
            from: say('kgLDry', { density: MEDIA[part].density }),
          })),
          rule,
          source: say('assumptionsOfMixes'),
          assumed: true,
          changes: say('dampMixNeedsLess'),
        }}
      />
    </>
  );
}

/** How it looks too dry, as it should be, and too wet. */
function Wetnesses({ of: Picture }: { of: typeof TowelPicture }) {
  return (
    <div className="mt-4 grid max-w-2xl grid-cols-3 gap-4">
      {(['dry', 'right', 'wet'] as const).map((wetness) => (
        <Picture key={wetness} wetness={wetness} />
      ))}
    </div>
  );
}
