import { floodWater_mL, trayFault } from '@chill/core/mix/laying.ts';
import { parseQuantity, volumeBothWays } from '@chill/core/units/quantities.ts';
import { spoken } from '@chill/words/subject.ts';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Field } from '../../../kit/fields/Field.tsx';
import { QuantityInput } from '../../../kit/fields/QuantityInput.tsx';
import { Figure } from '../../../kit/told/Figure.tsx';
import { Problem } from '../../../kit/told/Problem.tsx';
import { WhyNote } from '../../../kit/told/WhyNote.tsx';
import { useStep } from '../useStep.ts';

const inMillilitres = (text: string) => {
  const read = parseQuantity(text, 'volume_mL');
  return read.ok ? read.value : Number.NaN;
};
const LITRE_ML = inMillilitres('1 L');
const GALLON_ML = inMillilitres('1 gal');

/** Flooding: pots standing in a tray of water. How much, and then the checks are on the round. */
export function Flood({ view }: { view: BatchView }) {
  const { nursery } = useNursery();
  const units = nursery.settings.units;
  const step = useStep(view);
  const [length_mm, setLength] = useState<number | undefined>(540);
  const [width_mm, setWidth] = useState<number | undefined>(280);
  const [depth_mm, setDepth] = useState<number | undefined>(60);
  const tray = [length_mm ?? 0, width_mm ?? 0, depth_mm ?? 0] as const;
  const fault = trayFault(...tray);
  const water = fault ? undefined : floodWater_mL(...tray);
  const at = (field: string) => (fault?.field === field ? spoken(fault.reason) : undefined);
  return (
    <>
      <Figure value={water === undefined ? '–' : water >= LITRE_ML ? `${(water / LITRE_ML).toFixed(1)} L` : volumeBothWays(water, units)}>
        {say('ofWater')}
        {water !== undefined && water >= LITRE_ML && ` ${say('usGal', { water: (water / GALLON_ML).toFixed(1) })}`}
        {`, ${say('potsStandInIt')}`}
      </Figure>
      <div className="mt-4 grid max-w-2xl items-end gap-x-6 gap-y-3 sm:grid-cols-3">
        <Field label={say('trayLength')} error={at('length')}>
          <QuantityInput quantity="length_mm" units={units} value={length_mm} onChange={setLength} />
        </Field>
        <Field label={say('width')} error={at('width')}>
          <QuantityInput quantity="length_mm" units={units} value={width_mm} onChange={setWidth} />
        </Field>
        <Field label={say('waterUp')} error={at('depth')}>
          <QuantityInput quantity="length_mm" units={units} value={depth_mm} onChange={setDepth} />
        </Field>
      </div>
      <WhyNote
        why={{
          figure: water === undefined ? say('notYet') : volumeBothWays(water, units),
          inputs: [],
          rule: say('ruleOfFlood'),
          source: say('geometryHalfAssumed'),
          assumed: true,
          changes: say('potsAndMixDecide'),
        }}
      />
      {view.projection.state.underWay ? (
        <p className="mt-4">{say('standsInTray')}</p>
      ) : (
        <button type="button" className="action mt-4" disabled={fault !== undefined} onClick={() => step.begin()}>
          {say('standingWater')}
        </button>
      )}
      <Problem>{step.problem}</Problem>
    </>
  );
}
