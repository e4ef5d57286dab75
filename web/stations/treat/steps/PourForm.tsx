import { lengthOf } from '@chill/core/calendar/moments.ts';
import { boilingPoint_C } from '@chill/core/heat/boiling.ts';
import { firstThatFits, fits, hotDoseOf, pourVolume_mL, readDose, TO_SPARE, waterFor_mL } from '@chill/core/heat/dose.ts';
import {
  COOLING_PER_MINUTE,
  coolingOf,
  FRIDGE_SEED_C,
  pourFault,
  pourFor,
  VESSEL_HOLDS_ML,
  WARMED_VESSEL_C,
} from '@chill/core/heat/pourOver.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { seedMass_g, seedVolume_mL } from '@chill/core/mix/laying.ts';
import { TIMINGS } from '@chill/core/treat/timers.ts';
import { showQuantity, volumeOtherWay } from '@chill/core/units/quantities.ts';
import { refusal } from '@chill/model/refusal.ts';
import { type Pour, VesselKind, VesselMaterial } from '@chill/model/treatment.ts';
import { Rich } from '@chill/words/rich.tsx';
import { spoken } from '@chill/words/subject.ts';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { newId } from '../../../data/newId.ts';
import { nowInstant } from '../../../data/now.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { useStored } from '../../../data/stored.ts';
import { CoolingCurve } from '../../../kit/CoolingCurve.tsx';
import { Field } from '../../../kit/Field.tsx';
import { Figure } from '../../../kit/Figure.tsx';
import { Problem } from '../../../kit/Problem.tsx';
import { QuantityInput } from '../../../kit/QuantityInput.tsx';
import { WhyNote } from '../../../kit/WhyNote.tsx';
import { FromScale } from '../Reading.tsx';
import { StepAction } from '../StepAction.tsx';
import { TimerFace } from '../TimerFace.tsx';
import { useStep } from '../useStep.ts';
import { heatPulseDose } from './heatPulse.ts';

/** A kettle loses this much on the way to the bench, °C. Assumption. */
const OFF_THE_BOIL_C = 1;

/** The vessel is remembered from one batch to the next. */
interface Vessel {
  vessel_g: number;
  material: VesselMaterial;
  kind: VesselKind;
  air_C: number;
  /** Rinsed with boiling water first; and seed that comes from the fridge. */
  warmed?: boolean;
  cold?: boolean;
}
/** What most kitchens have, the handiest first; a grower's own is remembered. Masses are usual ones. */
const USUAL: Vessel[] = [
  { vessel_g: 350, material: 'ceramic', kind: 'mug', air_C: 18 },
  { vessel_g: 450, material: 'glass', kind: 'lidded', air_C: 18 },
  { vessel_g: 900, material: 'ceramic', kind: 'bowl', air_C: 18 },
];
/** What is poured onto what, with the volume and the heat that give this seed its dose here. `again`: poured once more, and who is to be told. */
export function PourForm({ view, again }: { view: BatchView; again?: () => void }) {
  const { nursery } = useNursery();
  const units = nursery.settings.units;
  const step = useStep(view);
  const { species, projection } = view;
  const seeds = countIn(projection.state.counts, ['waiting', 'swollen']);
  const dose = hotDoseOf(species);
  const pulse = heatPulseDose(species, units);
  const usual_g = Math.round(seedMass_g(seeds, species.seed) * 10) / 10;
  const [seed_g, setSeed] = useState<number | undefined>(usual_g);
  const seed_mL = seedVolume_mL(seeds, species.seed);
  const boils = boilingPoint_C(nursery.elevation_m);
  const fitting = firstThatFits(USUAL, dose, boils - OFF_THE_BOIL_C, { seed_g: usual_g, seed_mL });
  const [vessel, setVessel] = useStored<Vessel>('chill.vessel', fitting);
  const { warmed, cold, ...rest } = vessel;
  const [airRead, setAirRead] = useState(true);
  const starts = { ...(warmed && { vessel_C: WARMED_VESSEL_C }), ...(cold && { seed_C: FRIDGE_SEED_C }) };
  const asked = { ...rest, ...starts, seed_g: seed_g ?? 0 };
  const suggested = waterFor_mL(dose, boils - OFF_THE_BOIL_C, asked, seed_mL);
  const [typedWater, setTypedWater] = useState<{ mL: number | undefined; key: string }>();
  const water_mL = typedWater ? typedWater.mL : (suggested ?? pourVolume_mL(seed_mL));
  const [typedPour, setTypedPour] = useState<number | undefined>();
  // A figure that is advised is written anew as the advice changes, until the grower has typed one.
  const [touched, setTouched] = useState<string>();
  const [weighed, setWeighed] = useState(0);
  const before = { water_mL: water_mL ?? 0, seed_g: seed_g ?? -1, ...rest, ...starts, elevation_m: nursery.elevation_m };
  const overflows = water_mL !== undefined && !fits(vessel.kind, water_mL, seed_mL);
  const advice =
    water_mL && seed_g !== undefined && vessel.vessel_g > 0 ? pourFor(dose.minutes * TO_SPARE, dose.above_C, before) : undefined;
  const advised = advice && 'pour_C' in advice ? Math.min(boils, Math.ceil(advice.pour_C)) : boils;
  const pour: Pour = { ...before, pour_C: touched ? (typedPour ?? Number.NaN) : advised, above_C: dose.above_C, minutes: dose.minutes };
  const unread = airRead ? undefined : refusal(say.of('howWarmAir'), 'air_C');
  const fault = unread ?? pourFault(pour) ?? (Number.isNaN(pour.pour_C) ? refusal(say.of('howHotWhenYouPour'), 'pour_C') : undefined);
  const cooling = fault ? undefined : coolingOf(pour);
  const reading = cooling && readDose(cooling, dose.above_C, dose.minutes, 0);
  const degrees = (water_C: number) => showQuantity(water_C, 'temperature_C', units, 0);
  // What is poured now ends the kettle, and the cooling of what was poured before.
  const running = projection.state.timers.filter(({ stage, ended }) => stage === projection.state.stage && !ended);
  const kettle = running.find(({ step: what }) => what === 'kettle');
  const at = (field: string) => (fault?.field === field ? spoken(fault.reason) : undefined);

  const pourNow = () =>
    step.record([
      ...running.map(({ id }) => ({ kind: 'timerEnded', timer: id, at: nowInstant() }) as const),
      { kind: 'poured', stage: projection.state.stage, at: nowInstant(), pour },
      {
        kind: 'timerStarted',
        timer: newId(),
        stage: projection.state.stage,
        step: 'hotSoak',
        seconds: TIMINGS.hotSoak.usual_s,
        at: nowInstant(),
      },
    ]) && again?.();
  const boil = () =>
    step.record([
      {
        kind: 'timerStarted',
        timer: newId(),
        stage: projection.state.stage,
        step: 'kettle',
        seconds: TIMINGS.kettle.usual_s,
        at: nowInstant(),
      },
    ]);

  return (
    <div className="gap-12 desk:grid desk:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
      <div className="contents desk:block">
        <div className="grid grid-cols-2 gap-4">
          <Figure value={water_mL ? showQuantity(water_mL, 'volume_mL', units, 0) : '–'}>
            {say('ofWaterAfter', { how: water_mL ? `, ${volumeOtherWay(water_mL, units)}` : '' })}
          </Figure>
          <Figure value={<span className="text-hot">{fault ? '–' : degrees(pour.pour_C)}</span>}>
            {say('pourHereBoils', { boils: showQuantity(boils, 'temperature_C', units) })}
          </Figure>
        </div>
        {overflows && water_mL !== undefined && (
          <p className="mt-3 border-l-4 border-alarm pl-3">
            {say('doesNotFitHoldsAbout', {
              kinds: valueName(vessel.kind),
              vesselholds: showQuantity(VESSEL_HOLDS_ML[vessel.kind], 'volume_mL', units),
            })}
          </p>
        )}
        {advice && 'unreachable' in advice && <p className="mt-3 border-l-4 border-alarm pl-3">{advice.unreachable}</p>}
        <div className="mt-4 grid grid-cols-2 items-end gap-x-6 gap-y-3">
          <Field label={say('waterTitle')} error={at('water_mL')}>
            <QuantityInput
              key={typedWater?.key ?? `suggested ${water_mL}`}
              quantity="volume_mL"
              units={units}
              value={water_mL}
              onChange={(mL) => setTypedWater({ mL, key: typedWater?.key ?? `suggested ${water_mL}` })}
            />
          </Field>
          <Field label={say('pouredAt')} error={at('pour_C')}>
            <QuantityInput
              key={touched ?? `advised ${Math.round(advised)}`}
              quantity="temperature_C"
              units={units}
              value={Number.isNaN(pour.pour_C) ? undefined : pour.pour_C}
              onChange={(value) => {
                setTouched(touched ?? say('advised', { advised: Math.round(advised) }));
                setTypedPour(value);
              }}
            />
          </Field>
          <Field label={say('seedDry')} error={at('seed_g')}>
            <QuantityInput key={weighed} quantity="mass_g" units={units} value={seed_g} onChange={setSeed} />
          </Field>
          <Field label={say('air')} error={at('air_C')}>
            <QuantityInput
              quantity="temperature_C"
              units={units}
              value={vessel.air_C}
              onChange={(air_C) => {
                setAirRead(air_C !== undefined);
                if (air_C !== undefined) setVessel({ ...vessel, air_C });
              }}
            />
          </Field>
          <div className="grid grid-cols-2 gap-3 max-desk:col-span-2">
            <Field label={say('vessel')}>
              <select
                className="written"
                value={vessel.kind}
                onChange={(event) => setVessel({ ...vessel, kind: VesselKind.parse(event.target.value) })}
              >
                {VesselKind.options.map((kind) => (
                  <option key={kind} value={kind}>
                    {valueName(kind)}
                  </option>
                ))}
              </select>
            </Field>
            <Field label={say('made')}>
              <select
                className="written"
                value={vessel.material}
                onChange={(event) => setVessel({ ...vessel, material: VesselMaterial.parse(event.target.value) })}
              >
                {VesselMaterial.options.map((material) => (
                  <option key={material} value={material}>
                    {valueName(material)}
                  </option>
                ))}
              </select>
            </Field>
          </div>
          <Field label={say('weighsEmpty')} error={at('vessel_g')}>
            <QuantityInput
              quantity="mass_g"
              units={units}
              value={vessel.vessel_g}
              onChange={(vessel_g) => setVessel({ ...vessel, vessel_g: vessel_g ?? 0 })}
            />
          </Field>
        </div>
        <div className="mt-2 flex flex-wrap gap-x-6">
          <label className="flex min-h-12 items-center gap-2">
            <input type="checkbox" checked={warmed ?? false} onChange={(event) => setVessel({ ...vessel, warmed: event.target.checked })} />
            {say('vesselWarmedFirstBoilingWater')}
          </label>
          <label className="flex min-h-12 items-center gap-2">
            <input type="checkbox" checked={cold ?? false} onChange={(event) => setVessel({ ...vessel, cold: event.target.checked })} />
            {say('seedStraightFromFridge')}
          </label>
        </div>
        <FromScale
          batchId={view.batch.id}
          take={(value) => {
            setSeed(value);
            setWeighed(weighed + 1);
          }}
        />
      </div>
      <div className="contents desk:block">
        {cooling && reading && (
          <>
            <CoolingCurve cooling={cooling} above_C={dose.above_C} degrees={degrees} />
            <p className="mt-1">
              <Rich
                say={say}
                of="dropsOnceStaysAboveMinutes"
                facts={{
                  kinds: valueName(vessel.kind),
                  degrees: degrees(cooling.start_C),
                  degrees2: degrees(dose.above_C),
                  total: Math.round(reading.total),
                  minutes: dose.minutes,
                }}
                parts={{ b: <b />, b2: <b /> }}
              />
              {reading.verdict === 'short' && <b className="text-alarm"> {say('fallsShortPourHotterTake')}</b>}
            </p>
            <WhyNote
              why={{
                figure: say('minutesAbove', { minutes: dose.minutes, degrees: degrees(dose.above_C) }),
                inputs: [
                  {
                    name: say('fallsBy'),
                    value: say('minute', { coolingper: (COOLING_PER_MINUTE[vessel.kind] * 100).toFixed(1) }),
                    from: valueName(vessel.kind),
                  },
                  { name: say('boils'), value: degrees(boils), from: say('mAboveSea', { elevation: nursery.elevation_m }) },
                ],
                rule: say('waterSeedVesselShareTheir'),
                source: say('energyBalanceNewtonsLawCooling', { how: dose.assumed ? say('doseUsualOneHardCoats') : say('doseSpeciesOwn') }),
                assumed: dose.assumed,
                changes: say('thermometerTypeReadingOncePoured'),
              }}
            />
          </>
        )}
        {!again && pulse && (
          <details className="mt-2">
            <summary className="quiet cursor-pointer list-none">{say('orDryHeatPulseFire')}</summary>
            <div className="grid grid-cols-2 gap-6">
              {pulse.figures.map(({ value, of }) => (
                <Figure key={of} value={value}>
                  {of}
                </Figure>
              ))}
            </div>
            <StepAction inline colour="var(--color-hot)" onClick={() => step.finish([{ kind: 'noted', note: pulse.note }])}>
              {say('heatedDryInstead')}
            </StepAction>
          </details>
        )}
        {kettle && <TimerFace view={view} timer={kettle} />}
        <StepAction
          disabled={fault !== undefined}
          onClick={pourNow}
          colour="var(--color-hot)"
          beside={
            <>
              {!kettle && !again && (
                <button type="button" className="quiet" onClick={boil}>
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
