import { lengthOf } from '@chill/core/calendar/moments.ts';
import { COOLING_PER_MINUTE, VESSEL_HOLDS_ML } from '@chill/core/heat/pourOver.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import { TIMINGS } from '@chill/core/treat/timers.ts';
import { showQuantity, volumeOtherWay } from '@chill/core/units/quantities.ts';
import { VesselKind, VesselMaterial } from '@chill/model/treatment.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { newId } from '../../../browser/newId.ts';
import { nowInstant } from '../../../browser/now.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { CoolingCurve } from '../../../kit/drawn/CoolingCurve.tsx';
import { Field } from '../../../kit/fields/Field.tsx';
import { QuantityInput } from '../../../kit/fields/QuantityInput.tsx';
import { Figure } from '../../../kit/told/Figure.tsx';
import { Problem } from '../../../kit/told/Problem.tsx';
import { WhyNote } from '../../../kit/told/WhyNote.tsx';
import { FromScale } from '../Reading.tsx';
import { StepAction } from '../StepAction.tsx';
import { TimerFace } from '../TimerFace.tsx';
import { type Step, useStep } from '../useStep.ts';
import { heatPulseDose } from './heatPulse.ts';
import { type PourInHand, usePour } from './usePour.ts';

/** What is poured onto what, with the volume and the heat that give this seed its dose here. `again`: poured once more, and who is to be told. */
export function PourForm({ view, again }: { view: BatchView; again?: () => void }) {
  const step = useStep(view);
  const pour = usePour(view);
  const { stage, timers } = view.projection.state;
  // What is poured now ends the kettle, and the cooling of what was poured before.
  const running = timers.filter((timer) => timer.stage === stage && !timer.ended);
  const kettle = running.find((timer) => timer.step === 'kettle');
  const timed = (what: 'kettle' | 'hotSoak') =>
    ({ kind: 'timerStarted', timer: newId(), stage, step: what, seconds: TIMINGS[what].usual_s, at: nowInstant() }) as const;
  const pourNow = () =>
    step.record([
      ...running.map(({ id }) => ({ kind: 'timerEnded', timer: id, at: nowInstant() }) as const),
      { kind: 'poured', stage, at: nowInstant(), pour: pour.pour },
      timed('hotSoak'),
    ]) && again?.();

  return (
    <div className="gap-12 desk:grid desk:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
      <div className="contents desk:block">
        <Advised pour={pour} />
        <Written view={view} pour={pour} />
      </div>
      <div className="contents desk:block">
        <Cools pour={pour} />
        {!again && <DryInstead view={view} step={step} />}
        {kettle && <TimerFace view={view} timer={kettle} />}
        <StepAction
          disabled={pour.faulty}
          onClick={pourNow}
          colour="var(--color-hot)"
          beside={
            <>
              {!kettle && !again && (
                <button type="button" className="quiet" onClick={() => step.record([timed('kettle')])}>
                  {say('putKettle', { usual: lengthOf(TIMINGS.kettle.usual_s) })}
                </button>
              )}
              {again && (
                <button type="button" className="quiet" onClick={again}>
                  {say('cancel')}
                </button>
              )}
            </>
          }
        >
          {say('pouredAct')}
        </StepAction>
        <Problem>{step.problem}</Problem>
      </div>
    </div>
  );
}

/** How much water and how hot, and what stands in the way of it. */
function Advised({ pour: { water_mL, pour_C, boils_C, faulty, overflows, vessel, unreachable } }: { pour: PourInHand }) {
  const { units } = useNursery().nursery.settings;
  return (
    <>
      <div className="grid grid-cols-2 gap-4">
        <Figure value={water_mL ? showQuantity(water_mL, 'volume_mL', units, 0) : '–'}>
          {water_mL ? say('ofWaterAlso', { other: volumeOtherWay(water_mL, units) }) : say('ofWater')}
        </Figure>
        <Figure
          value={<span className="text-hot">{faulty || pour_C === undefined ? '–' : showQuantity(pour_C, 'temperature_C', units, 0)}</span>}
        >
          {say('pourHereBoils', { boils: showQuantity(boils_C, 'temperature_C', units) })}
        </Figure>
      </div>
      {overflows && (
        <p className="mt-3 border-l-4 border-alarm pl-3">
          {say('doesNotFit', {
            vessel: valueName(vessel.kind),
            volume: showQuantity(VESSEL_HOLDS_ML[vessel.kind], 'volume_mL', units),
          })}
        </p>
      )}
      {unreachable && <p className="mt-3 border-l-4 border-alarm pl-3">{unreachable}</p>}
    </>
  );
}

/** Water, heat, seed, air and vessel, as they are. */
function Written({ view, pour }: { view: BatchView; pour: PourInHand }) {
  const { units } = useNursery().nursery.settings;
  const { vessel, water_mL, pour_C, fault, setVessel } = pour;
  const [weighed, setWeighed] = useState(0);
  return (
    <>
      <div className="mt-4 grid grid-cols-2 items-end gap-x-6 gap-y-3">
        <Field label={say('waterTitle')} error={fault('water_mL')}>
          <QuantityInput key={pour.fields.water} quantity="volume_mL" units={units} value={water_mL} onChange={pour.setWater} />
        </Field>
        <Field label={say('pouredAt')} error={fault('pour_C')}>
          <QuantityInput key={pour.fields.pour} quantity="temperature_C" units={units} value={pour_C} onChange={pour.setPour} />
        </Field>
        <Field label={say('seedDry')} error={fault('seed_g')}>
          <QuantityInput key={weighed} quantity="mass_g" units={units} value={pour.seed_g} onChange={pour.setSeed} />
        </Field>
        <Field label={say('air')} error={fault('air_C')}>
          <QuantityInput quantity="temperature_C" units={units} value={vessel.air_C} onChange={pour.setAir} />
        </Field>
        <div className="grid grid-cols-2 gap-3 max-desk:col-span-2">
          <Chosen label={say('vessel')} of={VesselKind.options} value={vessel.kind} choose={(kind) => setVessel({ kind })} />
          <Chosen label={say('made')} of={VesselMaterial.options} value={vessel.material} choose={(material) => setVessel({ material })} />
        </div>
        <Field label={say('weighsEmpty')} error={fault('vessel_g')}>
          <QuantityInput
            quantity="mass_g"
            units={units}
            value={vessel.vessel_g}
            onChange={(vessel_g) => setVessel({ vessel_g: vessel_g ?? 0 })}
          />
        </Field>
      </div>
      <div className="mt-2 flex flex-wrap gap-x-6">
        <Ticked on={vessel.warmed} put={(warmed) => setVessel({ warmed })}>
          {say('vesselWarmedFirst')}
        </Ticked>
        <Ticked on={vessel.cold} put={(cold) => setVessel({ cold })}>
          {say('seedFromFridge')}
        </Ticked>
      </div>
      <FromScale
        batchId={view.batch.id}
        take={(value) => {
          pour.setSeed(value);
          setWeighed(weighed + 1);
        }}
      />
    </>
  );
}

/** One of the model's few, by its name. */
function Chosen<T extends VesselKind | VesselMaterial>({
  label,
  of,
  value,
  choose,
}: {
  label: string;
  of: readonly T[];
  value: T;
  choose: (value: T) => void;
}) {
  return (
    <Field label={label}>
      <select className="written" value={value} onChange={(event) => choose(event.target.value as T)}>
        {of.map((one) => (
          <option key={one} value={one}>
            {valueName(one)}
          </option>
        ))}
      </select>
    </Field>
  );
}

function Ticked({ on = false, put, children }: { on: boolean | undefined; put: (on: boolean) => void; children: string }) {
  return (
    <label className="flex min-h-12 items-center gap-2">
      <input type="checkbox" checked={on} onChange={(event) => put(event.target.checked)} />
      {children}
    </label>
  );
}

/** How the water cools on this seed in this vessel, how long that stays above the dose's threshold, and why. */
function Cools({ pour: { cooling, reading, dose, vessel, boils_C } }: { pour: PourInHand }) {
  const { nursery } = useNursery();
  const degrees = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units, 0);
  if (!cooling || !reading) return null;
  return (
    <>
      <CoolingCurve cooling={cooling} above_C={dose.above_C} degrees={degrees} />
      <p className="mt-1">
        <Rich
          say={say}
          of="whatThePourGives"
          facts={{
            vessel: valueName(vessel.kind),
            atOnce: degrees(cooling.start_C),
            above: degrees(dose.above_C),
            total: Math.round(reading.total),
            minutes: dose.minutes,
          }}
          parts={{ b: <b /> }}
        />
        {reading.verdict === 'short' && <b className="text-alarm"> {say('doseFallsShort')}</b>}
      </p>
      <WhyNote
        why={{
          figure: say('minutesAbove', { minutes: dose.minutes, degrees: degrees(dose.above_C) }),
          inputs: [
            {
              name: say('fallsBy'),
              value: say('minute', { percent: (COOLING_PER_MINUTE[vessel.kind] * 100).toFixed(1) }),
              from: valueName(vessel.kind),
            },
            { name: say('boils'), value: degrees(boils_C), from: say('mAboveSea', { elevation: nursery.elevation_m }) },
          ],
          rule: say('ruleOfCooling'),
          source: say('sourcesOfCooling', { dose: dose.assumed ? say('doseIsUsual') : say('doseSpeciesOwn') }),
          assumed: dose.assumed,
          changes: say('typeAReading'),
        }}
      />
    </>
  );
}

/** Seed that a fire wakes may be heated dry instead. */
function DryInstead({ view, step }: { view: BatchView; step: Step }) {
  const pulse = heatPulseDose(view.species, useNursery().nursery.settings.units);
  if (!pulse) return null;
  return (
    <details className="mt-2">
      <summary className="quiet cursor-pointer list-none">{say('orHeatPulse')}</summary>
      <p className="my-2 max-w-prose border-l-4 border-alarm pl-3">{pulse.caution}</p>
      <div className="grid grid-cols-2 gap-6">
        {pulse.figures.map(({ value, of }) => (
          <Figure key={of} value={value}>
            {of}
          </Figure>
        ))}
      </div>
      <StepAction inline colour="var(--color-hot)" onClick={() => step.finish([pulse.given])}>
        {say('heatedDryInstead')}
      </StepAction>
    </details>
  );
}
