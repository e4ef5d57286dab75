import { floodWater_mL, trayFault } from '@chill/core/mix/laying.ts';
import { parseQuantity, volumeBothWays } from '@chill/core/units/quantities.ts';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Problem } from '../../../kit/told/Problem.tsx';
import { DoseSheet } from '../../../parts/DoseSheet.tsx';
import { useStep } from '../useStep.ts';

const inMillilitres = (text: string) => {
  const read = parseQuantity(text, 'volume_mL');
  return read.ok ? read.value : Number.NaN;
};
const LITRE_ML = inMillilitres('1 L');
const GALLON_ML = inMillilitres('1 gal');

/** Flooding: pots standing in a tray of water. How much, and then the checks are on the round. */
export function Flood({ view }: { view: BatchView }) {
  const { units } = useNursery().nursery.settings;
  const step = useStep(view);
  const [length_mm, setLength] = useState<number | undefined>(540);
  const [width_mm, setWidth] = useState<number | undefined>(280);
  const [depth_mm, setDepth] = useState<number | undefined>(60);
  const tray = [length_mm ?? 0, width_mm ?? 0, depth_mm ?? 0] as const;
  const fault = trayFault(...tray);
  const water = fault ? undefined : floodWater_mL(...tray);
  const much = water !== undefined && water >= LITRE_ML;
  return (
    <>
      <DoseSheet
        came={fault}
        figures={[
          {
            value: water === undefined ? '–' : much ? `${(water / LITRE_ML).toFixed(1)} L` : volumeBothWays(water, units),
            of: [say('ofWater'), much && ` ${say('usGal', { water: (water / GALLON_ML).toFixed(1) })}`, `, ${say('potsStandInIt')}`],
          },
        ]}
        fields={[
          { key: 'length', label: say('trayLength'), quantity: 'length_mm', value: length_mm, set: setLength },
          { key: 'width', label: say('width'), quantity: 'length_mm', value: width_mm, set: setWidth },
          { key: 'depth', label: say('waterUp'), quantity: 'length_mm', value: depth_mm, set: setDepth },
        ]}
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
