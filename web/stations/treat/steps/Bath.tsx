import { lengthOf } from '@chill/core/calendar/moments.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { BATHS, type BathKind, bathVolume_mL, planBath } from '@chill/core/mix/bath.ts';
import { CHEMICALS, type Chemical } from '@chill/core/mix/dilution.ts';
import { seedVolume_mL } from '@chill/core/mix/laying.ts';
import { cautionAt } from '@chill/core/schedule/words.ts';
import { readNumber } from '@chill/core/units/number.ts';
import { showQuantity, volumeBothWays, volumeOtherWay } from '@chill/core/units/quantities.ts';
import { useState } from 'react';
import { newId } from '../../../data/newId.ts';
import { nowInstant } from '../../../data/now.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Choice } from '../../../kit/Choice.tsx';
import { Field } from '../../../kit/Field.tsx';
import { Figure } from '../../../kit/Figure.tsx';
import { Problem } from '../../../kit/Problem.tsx';
import { QuantityInput } from '../../../kit/QuantityInput.tsx';
import { WhyNote } from '../../../kit/WhyNote.tsx';
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
  const fault = 'field' in bath ? bath : undefined;
  const at = (field: string) => (fault?.field === field ? fault.message : undefined);
  const timer = state.timers.find(({ stage, step: what, ended }) => stage === state.stage && what === 'bath' && !ended);
  const was = state.timers.some(({ stage, step: what }) => stage === state.stage && what === 'bath');

  const ended = timer ? [{ kind: 'timerEnded', timer: timer.id, at: nowInstant() } as const] : [];

  if (was && aside && !timer) return <p className="mt-2">Bathed and rinsed: it will rot more slowly.</p>;
  if (was) {
    return (
      <>
        {timer && (
          <div className="max-w-xl">
            <TimerFace view={view} timer={timer} large />
          </div>
        )}
        <p className="mt-3 text-[1.06rem]">
          Then rinse in clean water, once after peroxide, three times after bleach; clean towel, clean hands.
        </p>
        <StepAction onClick={() => (aside ? step.record(ended) : step.finish())} inline={aside}>
          out and rinsed
        </StepAction>
        <Problem>{step.problem}</Problem>
      </>
    );
  }
  return (
    <>
      {aside && <p className="mb-3 border-l-4 border-alarm pl-3">{cautionAt('disinfect')}</p>}
      <Choice
        label="Which bath"
        options={KINDS}
        value={kind}
        onChange={(next) => {
          setKind(next);
          setStock(String(BATHS[next].usualStock));
        }}
      />
      <div className="mt-4 grid max-w-2xl grid-cols-2 gap-x-6 gap-y-4 sm:grid-cols-3" aria-live="polite">
        <Figure value={'stock_mL' in bath ? showQuantity(bath.stock_mL, 'volume_mL', units) : '–'}>
          from the bottle{'stock_mL' in bath && `, ${volumeOtherWay(bath.stock_mL, units)}`}
        </Figure>
        <Figure value={'stock_mL' in bath ? showQuantity(bath.water_mL, 'volume_mL', units) : '–'}>
          clean water{'stock_mL' in bath && `, ${volumeOtherWay(bath.water_mL, units)}`}; this first
        </Figure>
        <Figure value={lengthOf(BATHS[kind].seconds)}>
          {'strength' in bath ? `at ${bath.strength} %, then ${bath.rinses === 1 ? 'one rinse' : `${bath.rinses} rinses`}` : 'in it'}
        </Figure>
      </div>
      {'strong' in bath && bath.strong && <p className="mt-3 border-l-4 border-alarm pl-3">{bath.strong}</p>}
      <div className="mt-4 grid max-w-2xl items-end gap-x-6 gap-y-3 sm:grid-cols-3">
        <Field label="The bottle says, per cent" error={at('stock')}>
          <input className="written font-mono" inputMode="decimal" value={stock} onChange={(event) => setStock(event.target.value)} />
        </Field>
        <Field label="Make in all" error={at('total')}>
          <QuantityInput quantity="volume_mL" units={units} value={total_mL} onChange={setTotal} />
        </Field>
        <Field label="Also in the vessel, now or before" error={at('also')}>
          <select className="written" value={also} onChange={(event) => setAlso(event.target.value as Chemical | '')}>
            <option value="">nothing but water</option>
            {CHEMICALS.map((chemical) => (
              <option key={chemical}>{chemical}</option>
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
                name: 'loose seed',
                value: volumeBothWays(seedVolume_mL(seeds, view.species.seed), units),
                from: 'four times that is bath enough',
              },
              { name: 'the bottle', value: `${stock} %`, from: 'read off its label' },
            ],
            rule: 'What the bottle gives times its strength is what the bath holds times its own: a stronger bottle is thinned to the same bath.',
            source: 'C₁V₁ = C₂V₂; household strengths and minutes as the trade gives them. The labels rule.',
            assumed: true,
            changes: 'The strength on the label, and how much the vessel takes.',
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
              note: `${BATHS[kind].name}: ${volumeBothWays(bath.stock_mL, units)} and ${volumeBothWays(bath.water_mL, units)} of water, ${bath.strength} %`,
            },
          ])
        }
        inline={aside}
      >
        seed is in: start
      </StepAction>
      <Problem>{step.problem}</Problem>
    </>
  );
}
