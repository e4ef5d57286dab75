import { countIn } from '@chill/core/ledger/states.ts';
import { ashFor_mL, smokePaper, smokeWater } from '@chill/core/mix/bath.ts';
import { seedVolume_mL } from '@chill/core/mix/laying.ts';
import { TIMINGS } from '@chill/core/treat/timers.ts';
import { readCount } from '@chill/core/units/number.ts';
import { showQuantity, volumeBothWays, volumeOtherWay } from '@chill/core/units/quantities.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { spoken } from '@chill/words/subject.ts';
import { options } from '@chill/words/tables.ts';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { newId } from '../../../browser/newId.ts';
import { nowInstant } from '../../../browser/now.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Choice } from '../../../kit/fields/Choice.tsx';
import { Field } from '../../../kit/fields/Field.tsx';
import { QuantityInput } from '../../../kit/fields/QuantityInput.tsx';
import { Figure } from '../../../kit/told/Figure.tsx';
import { Problem } from '../../../kit/told/Problem.tsx';
import { WhyNote } from '../../../kit/told/WhyNote.tsx';
import { StepAction } from '../StepAction.tsx';
import { TimerFace } from '../TimerFace.tsx';
import { useStep } from '../useStep.ts';
import { heatPulseDose, type ShownDose } from './heatPulse.ts';

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

  if (state.underWay) {
    return (
      <>
        {timer && (
          <div className="max-w-xl">
            <TimerFace view={view} timer={timer} large />
          </div>
        )}
        <p className="mt-3 text-[1.06rem]">{say('drainThroughFilter')}</p>
        <StepAction onClick={() => step.finish()}>{say('drained')}</StepAction>
        <Problem>{step.problem}</Problem>
      </>
    );
  }

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
  const fault = 'reason' in dose ? spoken(dose.reason) : undefined;
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
      {'caution' in dose && <p className="mt-3 max-w-prose border-l-4 border-alarm pl-3">{dose.caution}</p>}
      <div className="mt-4 grid max-w-2xl grid-cols-2 gap-6" aria-live="polite">
        {'figures' in dose &&
          dose.figures.map(({ value, of }) => (
            <Figure key={of} value={value}>
              {of}
            </Figure>
          ))}
      </div>
      <div className="mt-4 grid max-w-2xl items-end gap-x-6 gap-y-3 sm:grid-cols-2">
        {form === 'water' && (
          <Field label={say('bottlesStrength')} error={fault}>
            <input className="written font-mono" value={strength} onChange={(event) => setStrength(event.target.value)} />
          </Field>
        )}
        {form === 'paper' && (
          <Field label={say('oneSheetRated')} error={fault}>
            <QuantityInput quantity="volume_mL" units={units} value={rated_mL} onChange={setRated} />
          </Field>
        )}
        {form === 'ash' && (
          <>
            <Field label={say('pots')} error={fault}>
              <input className="written font-mono" inputMode="numeric" value={pots} onChange={(event) => setPots(event.target.value)} />
            </Field>
            <Field label={say('eachAcross')}>
              <QuantityInput quantity="length_mm" units={units} value={across_mm} onChange={setAcross} />
            </Field>
          </>
        )}
      </div>
      {form !== 'heat' && (
        <WhyNote
          why={{
            figure: 'figures' in dose ? dose.figures.map(({ value, of }) => `${value} ${of}`).join('; ') : say('notYet'),
            inputs: [{ name: say('looseSeed'), value: volumeBothWays(seed_mL, units), from: say('measurementsNumber') }],
            rule: form === 'ash' ? say('ruleOfAsh') : say('ruleOfBathWater'),
            source: say('tradesRule'),
            assumed: true,
            changes: form === 'ash' ? say('widthPots') : say('strengthAsSold'),
          }}
        />
      )}
      {form === 'heat' && <Problem>{fault}</Problem>}
      <StepAction disabled={fault !== undefined} onClick={start}>
        {'atOnce' in dose && dose.atOnce ? say('done') : say('startSmokeSoak')}
      </StepAction>
      <Problem>{step.problem}</Problem>
    </>
  );
}
