import { lengthOf, momentIn } from '@chill/core/calendar/moments.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { bathVolume_mL } from '@chill/core/mix/bath.ts';
import { seedVolume_mL } from '@chill/core/mix/laying.ts';
import { FRESH_WATER_EVERY_S, freshWaterDue, TIMINGS } from '@chill/core/treat/timers.ts';
import { showQuantity, volumeBothWays, volumeOtherWay } from '@chill/core/units/quantities.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { newId } from '../../../browser/newId.ts';
import { nowInstant, useNow } from '../../../browser/now.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Choice } from '../../../kit/fields/Choice.tsx';
import { Field } from '../../../kit/fields/Field.tsx';
import { QuantityInput } from '../../../kit/fields/QuantityInput.tsx';
import { Problem } from '../../../kit/told/Problem.tsx';
import { DoseSheet } from '../../../parts/DoseSheet.tsx';
import { FromScale } from '../Reading.tsx';
import { StepAction } from '../StepAction.tsx';
import { TimerFace } from '../TimerFace.tsx';
import { useStep } from '../useStep.ts';
import { AfterSoak } from './AfterSoak.tsx';

const HOURS = [
  { value: '6', text: '6 h' },
  {
    value: '14',
    get text() {
      return say('overnight14H');
    },
  },
  { value: '24', text: '24 h' },
] as const;

/** The soak: how much water, how long, when fresh water is due, and then whether it took. */
export function Soak({ view }: { view: BatchView }) {
  const { state } = view.projection;
  return state.underWay ? <UnderWay view={view} /> : <Begin view={view} />;
}

function Begin({ view }: { view: BatchView }) {
  const { nursery, today } = useNursery();
  const now = useNow();
  const step = useStep(view);
  const [hours, setHours] = useState<(typeof HOURS)[number]['value']>('14');
  const { state } = view.projection;
  const seeds = countIn(state.counts, ['waiting', 'swollen']);
  const seed_mL = seedVolume_mL(seeds, view.species.seed);
  const water_mL = bathVolume_mL(seed_mL);
  const units = nursery.settings.units;
  const seconds = Number(hours) * 3600;
  return (
    <>
      <DoseSheet
        figures={[
          {
            value: showQuantity(water_mL, 'volume_mL', units, 0),
            of: say('lukewarmWaterSeeds', { seeds, water: volumeOtherWay(water_mL, units) }),
          },
          { value: momentIn(now + seconds * 1000, nursery.timeZone, today), of: say('toBeDrained') },
        ]}
        why={{
          figure: volumeBothWays(water_mL, units),
          inputs: [{ name: say('looseSeed'), value: volumeBothWays(seed_mL, units), from: say('measurementsNumber') }],
          rule: say('ruleOfSoakWater'),
          source: say('ruleOfPacking'),
          assumed: true,
          changes: say('countDecides'),
        }}
      >
        <div className="mt-4 max-w-md">
          <Choice label={say('howLong')} options={HOURS} value={hours} onChange={setHours} />
        </div>
        <p className="mt-3 max-w-prose text-ink2">
          {say('howLongToSoak', { most: lengthOf(TIMINGS.soak.most_s), freshWaterEvery: lengthOf(FRESH_WATER_EVERY_S) })}
        </p>
      </DoseSheet>
      <WeighDry view={view} />
      <StepAction
        onClick={() => step.record([{ kind: 'timerStarted', timer: newId(), stage: state.stage, step: 'soak', seconds, at: nowInstant() }])}
      >
        {say('startSoak')}
      </StepAction>
      <Problem>{step.problem}</Problem>
    </>
  );
}

/** Weighed dry now, the swelling can be told by weight afterwards. */
function WeighDry({ view }: { view: BatchView }) {
  const { nursery } = useNursery();
  const units = nursery.settings.units;
  const step = useStep(view);
  const { dry_g } = view.projection.state;
  const [typed, setTyped] = useState<number | undefined>(dry_g);
  return (
    <details className="mt-2 max-w-md">
      <summary className="quiet cursor-pointer list-none">
        {dry_g ? say('weighsDry', { dry: showQuantity(dry_g, 'mass_g', units, 2) }) : say('weighDryFirst')}
      </summary>
      <div className="flex items-end gap-4">
        <Field label={say('seedDry')}>
          <QuantityInput key={dry_g} quantity="mass_g" units={units} value={typed} onChange={setTyped} />
        </Field>
        <button
          type="button"
          className="action"
          disabled={typed === undefined}
          onClick={() => step.note([{ kind: 'weighedDry', grams: typed ?? 0 }])}
        >
          {say('recordAct')}
        </button>
      </div>
      <FromScale
        batchId={view.batch.id}
        take={(grams) => {
          setTyped(grams);
          step.note([{ kind: 'weighedDry', grams }]);
        }}
      />
      <Problem>{step.problem}</Problem>
    </details>
  );
}

function UnderWay({ view }: { view: BatchView }) {
  const { nursery, today } = useNursery();
  const step = useStep(view);
  const { state } = view.projection;
  const timer = state.timers.filter(({ stage, step: what }) => stage === state.stage && what === 'soak').at(-1);
  const running = timer && !timer.ended ? timer : undefined;
  const due = running && freshWaterDue(running, state.freshWater_ms);
  return (
    <>
      {running ? (
        <div className="max-w-xl">
          <TimerFace view={view} timer={running} large />
        </div>
      ) : (
        <p className="text-ink2">{say(timer ? 'drainItsTimerWasEnded' : 'drainItHadNoTimer')}</p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-x-5">
        {due !== undefined && <FreshWater due={due} zone={nursery.timeZone} today={today} />}
        <button type="button" className="quiet" onClick={() => step.record([{ kind: 'refreshed', at: nowInstant() }])}>
          {say('freshWaterGiven')}
        </button>
      </div>
      <div className="mt-4">
        <AfterSoak view={view} />
      </div>
    </>
  );
}

function FreshWater({ due, zone, today }: { due: number; zone: string; today: string }) {
  const now = useNow();
  return now >= due ? (
    <b className="text-alarm">{say('freshWaterDueSince', { due: momentIn(due, zone, today) })}</b>
  ) : (
    <span>
      <Rich say={say} of="freshWaterDue" facts={{ due: momentIn(due, zone, today) }} parts={{ b: <b /> }} />
    </span>
  );
}
