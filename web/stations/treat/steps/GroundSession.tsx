import { countIn } from '@chill/core/ledger/states.ts';
import { containersFor } from '@chill/core/mix/containers.ts';
import { GROUND, groundFor, plantsToM2, ROW_MM } from '@chill/core/sowing/ground.ts';
import { isNut } from '@chill/core/sowing/sown.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Sowing } from '@chill/model/container.ts';
import { say } from '@chill/words/sowing.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { DoseSheet } from '../../../parts/DoseSheet.tsx';

const per100 = (share: number) => Math.round(100 * share);

/** Sown where it stays: metres of row, seeds to a metre, how deep; what keeps mice off; what of it stands there a year on. */
export function GroundSession({ view: { species, projection }, sowing }: { view: BatchView; sowing: Sowing }) {
  const { units } = useNursery().nursery.settings;
  const seeds = countIn(projection.state.counts, ['waiting', 'swollen']);
  const { containers: m2 } = containersFor(seeds, sowing);
  const row_m = (seeds / sowing.each) * (1000 / ROW_MM);
  const length = (mm: number) => showQuantity(mm, 'length_mm', units);
  const nut = isNut(species);
  const { mean, low, high } = GROUND[groundFor(nut)];
  return (
    <>
      <DoseSheet
        figures={[
          { value: m2, unit: 'm²', of: say('metresOfRow', { metres: row_m.toFixed(1), apart: length(ROW_MM) }) },
          { value: Math.round(seeds / row_m), unit: say('toTheMetre'), of: say(nut ? 'nutOnItsSide' : 'strewnInRow') },
          {
            value: sowing.cover_mm > 0 ? showQuantity(sowing.cover_mm, 'length_mm', units, 1) : '0',
            unit: sowing.cover_mm > 0 ? '' : 'mm',
            of: say(sowing.cover_mm > 0 ? 'coverOverSeed' : 'pressedOn'),
          },
        ]}
      />
      <ul className="mt-4 list-disc pl-5">
        <li>{say('rakeFine', { apart: length(ROW_MM) })}</li>
        <li>{say('markRows')}</li>
        <li>{say(nut ? 'wireOverNuts' : 'netOverBed')}</li>
        <li>{say('itStays', { plants: Math.round(plantsToM2(nut)) })}</li>
      </ul>
      <p className="mt-3 max-w-prose text-ink2">{say('groundShare', { mean: per100(mean), low: per100(low), high: per100(high) })}</p>
    </>
  );
}
