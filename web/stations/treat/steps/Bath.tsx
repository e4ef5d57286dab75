import { lengthOf } from '@chill/core/calendar/moments.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { BATHS, type BathKind, bathVolume_mL, planBath } from '@chill/core/mix/bath.ts';
import { CHEMICALS, type Chemical } from '@chill/core/mix/dilution.ts';
import { seedVolume_mL } from '@chill/core/mix/laying.ts';
import { cautionAt } from '@chill/core/tell/words.ts';
import { readNumber } from '@chill/core/units/number.ts';
import { showQuantity, volumeBothWays, volumeOtherWay } from '@chill/core/units/quantities.ts';
import { spoken } from '@chill/words/subject.ts';
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

const KINDS = (Object.keys(BATHS) as BathKind[]).map((value) => ({ value, text: BATHS[value].name }));

/** Disinfect: what to measure for this vessel, the minutes, and the rinse; what must not be mixed is refused with its reason. `aside`: a bath within another stage, which it does not end. */
export function Bath({ view, aside = false }: { view: BatchView; aside?: boolean }) {
  const { nursery } = useNursery();
  const units = nursery.settings.units;
  const step = useStep(view);
  const { state } = view.projection;
  const seeds = countIn(state.counts, ['waiting', 'swollen']);
  const [kind, setKind] = useState<BathKind>('peroxideBath');
  const [stock, setStock] = useState(String(BATHS.peroxideBath.usualStock));
  const [total_mL, setTotal] = useState<number | undefined>(bathVolume_mL(seedVolume_mL(seeds, view.species.seed)));
  const [also, setAlso] = useState<Chemical | ''>('');
  const bath = planBath(kind, readNumber(stock.replace('%', ''), units.numbers)?.value ?? Number.NaN, total_mL ?? 0, also || undefined);
  const fault = 'reason' in bath ? bath : undefined;
  const at = (field: string) => (fault?.field === field ? spoken(fault.reason) : undefined);
  const timer = state.timers.find(({ stage, step: what, ended }) => stage === state.stage && what === 'bath' && !ended);
  const was = state.timers.some(({ stage, step: what }) => stage === state.stage && what === 'bath');

  const ended = timer ? [{ kind: 'timerEnded', timer: timer.id, at: nowInstant() } as const] : [];

  if (was && aside && !timer) return <p className="mt-2">{say('bathedRotsSlower')}</p>;
  if (was) {
    return (
      <>
        {timer && (
          <div className="max-w-xl">
            <TimerFace view={view} timer={timer} large />
          </div>
        )}
        <p className="mt-3 text-[1.06rem]">{say('thenRinse')}</p>
        <StepAction onClick={() => (aside ? step.record(ended) : step.finish())} inline={aside}>
          {say('outRinsed')}
        </StepAction>
        <Problem>{step.problem}</Problem>
      </>
    );
  }
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
      <div className="mt-4 grid max-w-2xl grid-cols-2 gap-x-6 gap-y-4 sm:grid-cols-3" aria-live="polite">
        <Figure value={'stock_mL' in bath ? showQuantity(bath.stock_mL, 'volume_mL', units) : '–'}>
          {say('fromBottle')}
          {'stock_mL' in bath && `, ${volumeOtherWay(bath.stock_mL, units)}`}
        </Figure>
        <Figure value={'stock_mL' in bath ? showQuantity(bath.water_mL, 'volume_mL', units) : '–'}>
          {say('cleanWater')}
          {'stock_mL' in bath && `, ${volumeOtherWay(bath.water_mL, units)}`}
          {`; ${say('doFirst')}`}
        </Figure>
        <Figure value={lengthOf(BATHS[kind].seconds)}>
          {'strength' in bath
            ? say('atStrengthThen', {
                strength: bath.strength,
                rinses: bath.rinses,
              })
            : say('inIt')}
        </Figure>
      </div>
      {'strong' in bath && bath.strong && <p className="mt-3 border-l-4 border-alarm pl-3">{bath.strong}</p>}
      <div className="mt-4 grid max-w-2xl items-end gap-x-6 gap-y-3 sm:grid-cols-3">
        <Field label={say('bottleSays')} error={at('stock')}>
          <input className="written font-mono" inputMode="decimal" value={stock} onChange={(event) => setStock(event.target.value)} />
        </Field>
        <Field label={say('makeAll')} error={at('total')}>
          <QuantityInput quantity="volume_mL" units={units} value={total_mL} onChange={setTotal} />
        </Field>
        <Field label={say('alsoInTheVessel')} error={at('also')}>
          <select className="written" value={also} onChange={(event) => setAlso(event.target.value as Chemical | '')}>
            <option value="">{say('onlyWater')}</option>
            {CHEMICALS.map((chemical) => (
              <option key={chemical} value={chemical}>
                {valueName(chemical)}
              </option>
            ))}
          </select>
        </Field>
      </div>
      {'stock_mL' in bath && (
        <WhyNote
          why={{
            figure: `${bath.strength} %`,
            inputs: [
              {
                name: say('looseSeed'),
                value: volumeBothWays(seedVolume_mL(seeds, view.species.seed), units),
                from: say('fourTimesBathEnough'),
              },
              { name: say('bottle'), value: `${stock} %`, from: say('readOffLabel') },
            ],
            rule: say('ruleOfDilution'),
            source: say('sourceOfDilution'),
            assumed: true,
            changes: say('strengthAndVessel'),
          }}
        />
      )}
      <StepAction
        disabled={fault !== undefined}
        onClick={() =>
          'seconds' in bath &&
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
          ])
        }
        inline={aside}
      >
        {say('startSeed')}
      </StepAction>
      <Problem>{step.problem}</Problem>
    </>
  );
}
