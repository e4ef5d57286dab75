import { countIn } from '@chill/core/ledger/states.ts';
import { ashFor_mL, smokePaper, smokeWater } from '@chill/core/mix/bath.ts';
import { seedVolume_mL } from '@chill/core/mix/laying.ts';
import { TIMINGS } from '@chill/core/treat/timers.ts';
import { readCount } from '@chill/core/units/number.ts';
import { showQuantity, volumeBothWays, volumeOtherWay } from '@chill/core/units/quantities.ts';
import { isRefusal, type Refusal, refusal } from '@chill/model/refusal.ts';
import { spoken } from '@chill/words/subject.ts';
import { options } from '@chill/words/tables.ts';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { newId } from '../../../browser/newId.ts';
import { nowInstant } from '../../../browser/now.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Choice } from '../../../kit/fields/Choice.tsx';
import { Problem } from '../../../kit/told/Problem.tsx';
import { type DoseField, DoseSheet } from '../../../parts/DoseSheet.tsx';
import { StepAction } from '../StepAction.tsx';
import { useStep } from '../useStep.ts';
import { heatPulseDose, type ShownDose } from './heatPulse.ts';
import { TimedOut } from './TimedOut.tsx';

const FORMS = options(say, {
  water: 'smokeWater',
  paper: 'smokePaper',
  ash: 'ashPots',
  heat: 'heatPulse',
});
type Form = (typeof FORMS)[number]['value'];

interface Dose extends ShownDose {
  /** True where it is over at once, with nothing to wait for. */
  atOnce?: boolean;
}

interface Typed {
  strength: string;
  setStrength: (text: string) => void;
  rated_mL: number | undefined;
  setRated: (mL: number | undefined) => void;
  pots: string;
  setPots: (text: string) => void;
  across_mm: number | undefined;
  setAcross: (mm: number | undefined) => void;
}

/** What is asked of each way to give smoke. */
const FIELDS: Record<Form, (typed: Typed) => DoseField[]> = {
  water: ({ strength, setStrength }) => [{ key: 'strength', label: say('bottlesStrength'), typed: strength, set: setStrength }],
  paper: ({ rated_mL, setRated }) => [{ key: 'rated', label: say('oneSheetRated'), quantity: 'volume_mL', value: rated_mL, set: setRated }],
  ash: ({ pots, setPots, across_mm, setAcross }) => [
    { key: 'pots', label: say('pots'), typed: pots, numeric: 'numeric', set: setPots },
    { key: 'across', label: say('eachAcross'), quantity: 'length_mm', value: across_mm, set: setAcross },
  ],
  heat: () => [],
};

/** Smoke: a dose for this seed's volume or these pots, the overnight soak, and draining it through a filter. */
export function Smoke({ view }: { view: BatchView }) {
  const { nursery } = useNursery();
  const units = nursery.settings.units;
  const step = useStep(view);
  const { state } = view.projection;
  const { species } = view;
  const seeds = countIn(state.counts, ['waiting', 'swollen']);
  const seed_mL = seedVolume_mL(seeds, species.seed);
  const [form, setForm] = useState<Form>('water');
  const [strength, setStrength] = useState(say('oneToNine'));
  const [rated_mL, setRated] = useState<number | undefined>(50);
  const [pots, setPots] = useState('6');
  const [across_mm, setAcross] = useState<number | undefined>(90);
  const timer = state.timers.find(({ stage, step: what, ended }) => stage === state.stage && what === 'smoke' && !ended);

  if (state.underWay)
    return (
      <TimedOut {...{ view, timer, problem: step.problem }} then={say('drainThroughFilter')} act={() => step.finish()}>
        {say('drained')}
      </TimedOut>
    );

  const big = (volume_mL: number) => showQuantity(volume_mL, 'volume_mL', units);
  const dose = ((): Dose | Refusal => {
    if (form === 'water') {
      const water = smokeWater(strength, seed_mL);
      if (!water.ok) return water;
      const { stock_mL, water_mL, total_mL } = water.value;
      return {
        figures: [
          { value: big(stock_mL), of: say('smokeWaterFromBottle', { stock: volumeOtherWay(stock_mL, units) }) },
          { value: big(water_mL), of: say('cleanWaterAll', { water: volumeOtherWay(water_mL, units), big: big(total_mL) }) },
        ],
        given: { kind: 'smoked', dose: { by: 'water', stock_mL, water_mL } },
      };
    }
    if (form === 'paper') {
      if (!rated_mL || rated_mL <= 0) return refusal(say.of('sheetRatedFor'));
      const { sheets, water_mL } = smokePaper(rated_mL, seed_mL);
      return {
        figures: [
          { value: String(sheets), of: say('sheets', { count: sheets }) },
          { value: big(water_mL), of: say('waterAsRated', { water: volumeOtherWay(water_mL, units) }) },
        ],
        given: { kind: 'smoked', dose: { by: 'paper', sheets, water_mL } },
      };
    }
    if (form === 'ash') {
      const many = readCount(pots);
      if (!many) return refusal(say.of('atLeastOnePot'));
      if (!across_mm || across_mm <= 0) return refusal(say.of('howWidePot'));
      const ash_mL = ashFor_mL(many, across_mm);
      return {
        figures: [{ value: big(ash_mL), of: say('ashOverPots', { ash: volumeOtherWay(ash_mL, units), pots }) }],
        given: { kind: 'smoked', dose: { by: 'ash', pots: many, across_mm, ash_mL } },
        atOnce: true,
      };
    }
    const pulse = heatPulseDose(species, units);
    return pulse ? { ...pulse, atOnce: true } : refusal(say.of('noHeatPulseKnown'));
  })();
  const fault = isRefusal(dose) ? dose : undefined;
  const fields = FIELDS[form]({ strength, setStrength, rated_mL, setRated, pots, setPots, across_mm, setAcross });
  const start = () => {
    if ('reason' in dose) return;
    if (dose.atOnce) step.finish([dose.given]);
    else {
      const seconds = TIMINGS.smoke.usual_s;
      step.record([dose.given, { kind: 'timerStarted', timer: newId(), stage: state.stage, step: 'smoke', seconds, at: nowInstant() }]);
    }
  };

  return (
    <>
      <Choice label={say('whichSmoke')} options={FORMS} value={form} onChange={setForm} />
      <DoseSheet
        came={dose}
        figures={'figures' in dose ? dose.figures : []}
        caution={'caution' in dose ? dose.caution : undefined}
        fields={fields}
        why={
          form === 'heat'
            ? undefined
            : {
                figure: 'figures' in dose ? dose.figures.map(({ value, of }) => `${value} ${of}`).join('; ') : say('notYet'),
                inputs: [{ name: say('looseSeed'), value: volumeBothWays(seed_mL, units), from: say('measurementsNumber') }],
                rule: form === 'ash' ? say('ruleOfAsh') : say('ruleOfBathWater'),
                source: say('tradesRule'),
                assumed: true,
                changes: form === 'ash' ? say('widthPots') : say('strengthAsSold'),
              }
        }
      />
      {form === 'heat' && <Problem>{fault && spoken(fault.reason)}</Problem>}
      <StepAction disabled={fault !== undefined} onClick={start}>
        {'atOnce' in dose && dose.atOnce ? say('done') : say('startSmokeSoak')}
      </StepAction>
      <Problem>{step.problem}</Problem>
    </>
  );
}
