import { floodWater_mL } from '@chill/core/mix/laying.ts';
import { parseQuantity, volumeBothWays } from '@chill/core/units/quantities.ts';
import { useState } from 'react';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Field } from '../../../kit/Field.tsx';
import { Figure } from '../../../kit/Figure.tsx';
import { Problem } from '../../../kit/Problem.tsx';
import { QuantityInput } from '../../../kit/QuantityInput.tsx';
import { WhyNote } from '../../../kit/WhyNote.tsx';
import { useStep } from '../useStep.ts';

const inMillilitres = (text: string) => {
  const read = parseQuantity(text, 'volume_mL');
  return read.ok ? read.value : Number.NaN;
};
const LITRE_ML = inMillilitres('1 L');
const GALLON_ML = inMillilitres('1 gal');

/** Flooding: pots standing in a tray of water. How much, and then the looks are on the round. */
export function Flood({ view }: { view: BatchView }) {
  const { nursery } = useNursery();
  const units = nursery.settings.units;
  const step = useStep(view);
  const [length_mm, setLength] = useState<number | undefined>(540);
  const [width_mm, setWidth] = useState<number | undefined>(280);
  const [depth_mm, setDepth] = useState<number | undefined>(60);
  let water: number | undefined;
  let problem: string | undefined;
  try {
    water = floodWater_mL(length_mm ?? 0, width_mm ?? 0, depth_mm ?? 0);
  } catch (error) {
    problem = (error as Error).message;
  }
  return (
    <>
      <Figure value={water === undefined ? '–' : water >= LITRE_ML ? `${(water / LITRE_ML).toFixed(1)} L` : volumeBothWays(water, units)}>
        of water{water !== undefined && water >= LITRE_ML && ` (${(water / GALLON_ML).toFixed(1)} US gal)`}, with the pots standing in it;
        top up as it falls
      </Figure>
      <div className="mt-4 grid max-w-2xl items-end gap-x-6 gap-y-3 sm:grid-cols-3">
        <Field label="Tray, length" error={problem}>
          <QuantityInput quantity="length_mm" units={units} value={length_mm} onChange={setLength} />
        </Field>
        <Field label="and width">
          <QuantityInput quantity="length_mm" units={units} value={width_mm} onChange={setWidth} />
        </Field>
        <Field label="Water up to">
          <QuantityInput quantity="length_mm" units={units} value={depth_mm} onChange={setDepth} />
        </Field>
      </div>
      <WhyNote
        why={{
          figure: water === undefined ? 'not yet' : volumeBothWays(water, units),
          inputs: [],
          rule: 'The tray’s area times the depth; pots take up half of the room.',
          source: 'Geometry; the half is assumed.',
          assumed: true,
          changes: 'How close the pots stand, and how dry their mix is.',
        }}
      />
      {view.projection.state.underWay ? (
        <p className="mt-4">It stands in its tray; looks and counts are on the round.</p>
      ) : (
        <button type="button" className="action mt-4" disabled={problem !== undefined} onClick={() => step.begin()}>
          standing in water
        </button>
      )}
      <Problem>{step.problem}</Problem>
    </>
  );
}
