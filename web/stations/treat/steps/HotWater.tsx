import { momentIn } from '@chill/core/calendar/moments.ts';
import { readDose } from '@chill/core/heat/dose.ts';
import { readingDoubt, readingFault } from '@chill/core/heat/pourFault.ts';
import { coolingOf, corrected, waterAt } from '@chill/core/heat/pourOver.ts';
import type { PouredWater } from '@chill/core/ledger/batchState.ts';
import { showQuantity, volumeBothWays } from '@chill/core/units/quantities.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { nowInstant, useNow } from '../../../browser/now.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { CoolingCurve } from '../../../kit/drawn/CoolingCurve.tsx';
import { Field } from '../../../kit/fields/Field.tsx';
import { QuantityInput } from '../../../kit/fields/QuantityInput.tsx';
import { Figure } from '../../../kit/told/Figure.tsx';
import { Problem } from '../../../kit/told/Problem.tsx';
import { FromDevice } from '../Reading.tsx';
import { TimerFace } from '../TimerFace.tsx';
import { useStep } from '../useStep.ts';
import { AfterSoak } from './AfterSoak.tsx';
import { PourForm } from './PourForm.tsx';

/** Hot water: the pour that gives this seed its dose here, and the curve that the water really takes. */
export function HotWater({ view }: { view: BatchView }) {
  const { state } = view.projection;
  const poured = state.pours.filter(({ stage }) => stage === state.stage).at(-1);
  return poured ? <Cooling view={view} poured={poured} /> : <PourForm view={view} />;
}

function Cooling({ view, poured }: { view: BatchView; poured: PouredWater }) {
  const { nursery, today } = useNursery();
  const units = nursery.settings.units;
  const step = useStep(view);
  const now = useNow();
  const [typed, setTyped] = useState<number | undefined>();
  const [taken, setTaken] = useState(0);
  const [again, setAgain] = useState(false);
  // A typed reading that the water can hardly have: asked about before it is recorded.
  const [odd, setOdd] = useState<{ typed_C: number; likely_C: number; turnedRound: boolean }>();
  const { pour, at_ms } = poured;
  const predicted = coolingOf(pour);
  const readings = poured.readings.map(({ at_ms: read_ms, water_C }) => ({ minute: (read_ms - at_ms) / 60_000, water_C }));
  const cooling = corrected(predicted, readings);
  const minute = Math.max(0, (now - at_ms) / 60_000);
  const dose = readDose(cooling, pour.above_C, pour.minutes, minute);
  const degrees = (water_C: number) => showQuantity(water_C, 'temperature_C', units, 0);
  const timer = view.projection.state.timers.find(({ step: what, ended }) => what === 'hotSoak' && !ended);
  const read = (water_C: number) => {
    if (step.record([{ kind: 'waterRead', at: nowInstant(), water_C }])) {
      setTyped(undefined);
      setOdd(undefined);
      setTaken(taken + 1);
    }
  };
  const correct = (typed_C: number) => {
    // What water cannot have is refused, not asked about.
    const doubt = readingFault(typed_C, pour) ? undefined : readingDoubt(typed_C, waterAt(minute, cooling));
    if (doubt) setOdd({ typed_C, ...doubt });
    else read(typed_C);
  };
  if (again) return <PourForm view={view} again={() => setAgain(false)} />;
  return (
    <div className="gap-12 desk:grid desk:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
      <div>
        <CoolingCurve
          cooling={cooling}
          above_C={pour.above_C}
          readings={readings}
          poured_ms={at_ms}
          degrees={degrees}
          {...(readings.length > 0 && { predicted })}
        />
        <p className="text-[0.95rem] text-ink2">
          {say('poured', {
            water: volumeBothWays(pour.water_mL, units),
            at: momentIn(at_ms, nursery.timeZone, today),
            degrees: degrees(pour.pour_C),
          })}{' '}
          {readings.some(({ water_C }) => water_C <= pour.air_C) && `${say('readingLeftOut')} `}
          {readings.length > 0 ? say('bentToReadings', { readings: readings.length }) : say('asPredicted')}
        </p>
      </div>
      <div>
        <div aria-live="polite" className="mt-3">
          <Figure value={`${Math.floor(dose.soFar * 10) / 10}`} unit={say('min', { minutes: pour.minutes })}>
            {say('above', { degrees: degrees(pour.above_C) })}
          </Figure>
          <p className={`mt-2 text-[1.06rem] ${dose.verdict === 'short' ? 'font-semibold text-alarm' : ''}`}>
            {dose.verdict === 'enough' && <b>{say('doseIsEnough')}</b>}
            {dose.verdict === 'coming' && (
              <Rich
                say={say}
                of="reachedLeave"
                facts={{ at: momentIn(at_ms + (dose.reachedAt ?? 0) * 60_000, nursery.timeZone, today) }}
                parts={{ b: <b /> }}
              />
            )}
            {dose.verdict === 'short' && say('doseOutOfReach', { degrees: degrees(pour.above_C), total: dose.total.toFixed(1) })}
          </p>
          {dose.verdict === 'short' && (
            <button type="button" className="quiet" onClick={() => setAgain(true)}>
              {say('pourAgain')}
            </button>
          )}
        </div>
        <div className="mt-4 flex flex-wrap items-end gap-4">
          <div className="w-40">
            <Field label={say('thermometerReads')}>
              <QuantityInput key={taken} quantity="temperature_C" units={units} value={typed} onChange={setTyped} />
            </Field>
          </div>
          <button type="button" className="action" disabled={typed === undefined} onClick={() => typed !== undefined && correct(typed)}>
            {say('correct')}
          </button>
        </div>
        {odd && (
          <div role="alert" className="mt-2 border-l-4 border-alarm pl-3">
            <p>{say('readingOdd', { typed: degrees(odd.typed_C), predicted: degrees(waterAt(minute, cooling)) })}</p>
            <div className="flex flex-wrap gap-x-5">
              {odd.turnedRound && (
                <button type="button" className="action" onClick={() => read(odd.likely_C)}>
                  {say('readingWas', { degrees: degrees(odd.likely_C) })}
                </button>
              )}
              <button type="button" className="quiet" onClick={() => read(odd.typed_C)}>
                {say('readingAsTyped', { degrees: degrees(odd.typed_C) })}
              </button>
              <button type="button" className="quiet" onClick={() => setOdd(undefined)}>
                {say('cancel')}
              </button>
            </div>
          </div>
        )}
        <FromDevice kind="thermometer" batchId={view.batch.id} show={(value) => showQuantity(value, 'temperature_C', units)} take={read} />
        <Problem>{step.problem}</Problem>
        {timer && (
          <div className="mt-5">
            <TimerFace view={view} timer={timer} large />
          </div>
        )}
      </div>
      <div className="mt-4 desk:col-span-2">
        <AfterSoak view={view} />
      </div>
    </div>
  );
}
