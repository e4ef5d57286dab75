import { lengthOf } from '@chill/core/calendar/moments.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { BATHS, type BathKind, bathVolume_mL, planBath } from '@chill/core/mix/bath.ts';
import { CHEMICALS, type Chemical } from '@chill/core/mix/dilution.ts';
import { seedVolume_mL } from '@chill/core/mix/laying.ts';
import { cautionAt } from '@chill/core/tell/words.ts';
import { readNumber } from '@chill/core/units/number.ts';
import { showQuantity, volumeBothWays, volumeOtherWay } from '@chill/core/units/quantities.ts';
import { isRefusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { newId } from '../../../browser/newId.ts';
import { nowInstant } from '../../../browser/now.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Choice } from '../../../kit/fields/Choice.tsx';
import { Problem } from '../../../kit/told/Problem.tsx';
import { DoseSheet } from '../../../parts/DoseSheet.tsx';
import { StepAction } from '../StepAction.tsx';
import { useStep } from '../useStep.ts';
import { TimedOut } from './TimedOut.tsx';

const KINDS = (Object.keys(BATHS) as BathKind[]).map((value) => ({ value, text: BATHS[value].name }));

/** Disinfect: what to measure for this vessel, the minutes, and the rinse; what must not be mixed is refused with its reason. `aside`: a bath within another stage, which it does not end. */
export function Bath({ view, aside = false }: { view: BatchView; aside?: boolean }) {
  const { units } = useNursery().nursery.settings;
  const step = useStep(view);
  const { state } = view.projection;
  const seed_mL = seedVolume_mL(countIn(state.counts, ['waiting', 'swollen']), view.species.seed);
  const [kind, setKind] = useState<BathKind>('peroxideBath');
  const [stock, setStock] = useState(String(BATHS.peroxideBath.usualStock));
  const [total_mL, setTotal] = useState<number | undefined>(bathVolume_mL(seed_mL));
  const [also, setAlso] = useState<Chemical | ''>('');
  const came = planBath(kind, readNumber(stock.replace('%', ''), units.numbers)?.value ?? Number.NaN, total_mL ?? 0, also || undefined);
  const bath = isRefusal(came) ? undefined : came;
  const timers = state.timers.filter(({ stage, step: what }) => stage === state.stage && what === 'bath');
  const timer = timers.find(({ ended }) => !ended);

  if (timers.length > 0 && aside && !timer) return <p className="mt-2">{say('bathedRotsSlower')}</p>;
  if (timers.length > 0) {
    const ended = timer ? [{ kind: 'timerEnded', timer: timer.id, at: nowInstant() } as const] : [];
    return (
      <TimedOut
        {...{ view, timer, problem: step.problem, inline: aside }}
        then={say('thenRinse')}
        act={() => (aside ? step.record(ended) : step.finish())}
      >
        {say('outRinsed')}
      </TimedOut>
    );
  }
  const start = () =>
    bath &&
    step.record([
      {
        kind: 'timerStarted',
        timer: newId(),
        stage: state.stage,
        step: 'bath',
        seconds: bath.seconds,
        at: nowInstant(),
        note: say('water', {
          name: BATHS[kind].name,
          stock: volumeBothWays(bath.stock_mL, units),
          water: volumeBothWays(bath.water_mL, units),
          strength: bath.strength,
        }),
      },
    ]);
  const volume = (of: number | undefined) => (of === undefined ? '–' : showQuantity(of, 'volume_mL', units));
  const alsoOf = (of: number | undefined) => of !== undefined && `, ${volumeOtherWay(of, units)}`;
  return (
    <>
      {aside && <p className="mb-3 border-l-4 border-alarm pl-3">{cautionAt('disinfect')}</p>}
      <Choice
        label={say('whichBath')}
        options={KINDS}
        value={kind}
        onChange={(next) => {
          setKind(next);
          setStock(String(BATHS[next].usualStock));
        }}
      />
      <DoseSheet
        came={came}
        figures={[
          { value: volume(bath?.stock_mL), of: [say('fromBottle'), alsoOf(bath?.stock_mL)] },
          { value: volume(bath?.water_mL), of: [say('cleanWater'), alsoOf(bath?.water_mL), `; ${say('doFirst')}`] },
          {
            value: lengthOf(BATHS[kind].seconds),
            of: bath ? say('atStrengthThen', { strength: bath.strength, rinses: bath.rinses }) : say('inIt'),
          },
        ]}
        caution={bath?.strong}
        fields={[
          { key: 'stock', label: say('bottleSays'), typed: stock, numeric: 'decimal', set: setStock },
          { key: 'total', label: say('makeAll'), quantity: 'volume_mL', value: total_mL, set: setTotal },
          {
            key: 'also',
            label: say('alsoInTheVessel'),
            one: also,
            of: CHEMICALS,
            none: say('onlyWater'),
            set: (one: string) => setAlso(one as Chemical | ''),
          },
        ]}
        why={
          bath && {
            figure: `${bath.strength} %`,
            inputs: [
              { name: say('looseSeed'), value: volumeBothWays(seed_mL, units), from: say('fourTimesBathEnough') },
              { name: say('bottle'), value: `${stock} %`, from: say('readOffLabel') },
            ],
            rule: say('ruleOfDilution'),
            source: say('sourceOfDilution'),
            assumed: true,
            changes: say('strengthAndVessel'),
          }
        }
      />
      <StepAction disabled={!bath} onClick={start} inline={aside}>
        {say('startSeed')}
      </StepAction>
      <Problem>{step.problem}</Problem>
    </>
  );
}
