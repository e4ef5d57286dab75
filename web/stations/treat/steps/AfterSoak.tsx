import type { CoatOpening } from '@chill/core/kinds/stages/kind.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import { countFirst, swellingFault, swellingOf, TAKEN_FROM, wantsCount } from '@chill/core/mix/swelling.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { lineageOf, roundAdvice, roundsOf } from '@chill/core/treat/rounds.ts';
import { planSplit, roundOf } from '@chill/core/treat/split.ts';
import { percent } from '@chill/core/units/percent.ts';
import type { Move } from '@chill/model/event.ts';
import { Swelling } from '@chill/model/treatment.ts';
import { Rich } from '@chill/words/rich.tsx';
import { spoken } from '@chill/words/subject.ts';
import { options, worded } from '@chill/words/tables.ts';
import { say } from '@chill/words/treat.ts';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newId } from '../../../browser/newId.ts';
import { signature } from '../../../data/hands.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { splitBatch } from '../../../data/saving.ts';
import { useSights } from '../../../data/sights.ts';
import { Choice } from '../../../kit/fields/Choice.tsx';
import { Field } from '../../../kit/fields/Field.tsx';
import { QuantityInput } from '../../../kit/fields/QuantityInput.tsx';
import { Stepper } from '../../../kit/fields/Stepper.tsx';
import { useAttempt } from '../../../kit/fields/useAttempt.ts';
import { judgedBy } from '../../../kit/fields/useWritten.ts';
import { Problem } from '../../../kit/told/Problem.tsx';
import { WhyNote } from '../../../kit/told/WhyNote.tsx';
import { FromScale } from '../Reading.tsx';
import { StepAction } from '../StepAction.tsx';
import { useStep } from '../useStep.ts';
import { Bath } from './Bath.tsx';

const BY = options(say, {
  count: 'counted',
  weight: 'weighed',
});

/** After a soak: did it take? The swollen go on; the hard are split off and go round again; the floaters are out, where floating tells. */
export function AfterSoak({ view }: { view: BatchView }) {
  const { batch, species, projection } = view;
  const { state, stages } = projection;
  const step = useStep(view);
  const stage = stages[state.stage];
  const next = stages[state.stage + 1];
  const looked = state.swellings.length > 0;
  const hard = state.counts.waiting;
  return (
    <>
      <section aria-label={say('didTheySwell')} className="border-t border-line pt-4">
        <h2>
          <Rich
            say={say}
            of="didTheySwellRound"
            facts={{ roundOf: roundOf(batch) }}
            parts={{ span: <span className="text-base font-medium text-ink2" /> }}
          />
        </h2>
        {looked ? <Verdict view={view} /> : species.hardCoat ? <SwellingForm view={view} /> : <Soft view={view} />}
      </section>
      {!batch.plan.method.stages.some(({ kind }) => STAGES[kind].bench?.acts.some(({ waitsFor }) => waitsFor === 'bath')) && (
        <details className="mt-2" open={state.timers.some(({ step: what, ended }) => what === 'bath' && !ended)}>
          <summary className="quiet cursor-pointer list-none">{say('disinfectBeforeGoes')}</summary>
          <Bath view={view} aside />
        </details>
      )}
      <StepAction onClick={() => step.finish()}>{next ? say('drainNext', { stage: stageName(next.kind) }) : say('drain')}</StepAction>
      {stage && wantsCount(species, state, stage.kind) && <p className="text-[0.95rem] text-ink2">{countFirst()}</p>}
      {looked && hard > 0 && <p className="text-[0.95rem] text-ink2">{say('hardWouldGoOn', { hard })}</p>}
      <Problem>{step.problem}</Problem>
    </>
  );
}

/** A soft-coated seed swells anyway; it can still be looked at. */
function Soft({ view }: { view: BatchView }) {
  return (
    <details className="mt-1">
      <summary className="quiet cursor-pointer list-none">{say('softCoat')}</summary>
      <SwellingForm view={view} />
    </details>
  );
}

function SwellingForm({ view }: { view: BatchView }) {
  const { nursery } = useNursery();
  const { state } = view.projection;
  const step = useStep(view);
  const sight = useSights()[view.batch.id];
  const there = state.counts.waiting;
  const floatingTells = view.species.floatTest === 'sinkersAreViable';
  const [by, setBy] = useState<'count' | 'weight'>('count');
  const [swollen, setSwollen] = useState(0);
  const [floating, setFloating] = useState(0);
  const [broken, setBroken] = useState(0);
  const [dry_g, setDry] = useState<number | undefined>(state.dry_g ?? state.pours.at(-1)?.pour.seed_g);
  const [wet_g, setWet] = useState<number | undefined>();
  const [weighed, setWeighed] = useState(0);
  const [problem, setProblem] = useState<string>();
  const units = nursery.settings.units;

  const record = () => {
    const swelling: Swelling = by === 'count' ? { by, soaked: there, swollen } : { by, dry_g: dry_g ?? 0, wet_g: wet_g ?? 0 };
    const judged = judgedBy(Swelling, swelling);
    if ('faults' in judged) return setProblem(judged.faults[0]?.message);
    const fault = swellingFault(swelling);
    if (fault) return setProblem(spoken(fault.reason));
    setProblem(undefined);
    const drinking = by === 'count' ? swollen : Math.min(there - floating - broken, Math.round(swellingOf(swelling).share * there));
    const moves = (
      [
        ['swollen', drinking],
        ['floatedOff', floating],
        ['broken', broken],
      ] as const
    ).flatMap(([to, count]): Move[] => (count > 0 ? [{ from: 'waiting', to, count }] : []));
    step.record([{ kind: 'swellingChecked', swelling, moves }]);
  };

  return (
    <div className="mt-2">
      <Choice label={say('howWasLooked')} options={BY} value={by} onChange={setBy} />
      {by === 'count' ? (
        <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-3">
          <Stepper label={say('swollen', { soaked: there })} value={swollen} onChange={setSwollen} />
          {floatingTells && <Stepper label={say('floatingOut')} value={floating} most={there} onChange={setFloating} />}
          <Stepper label={say('softOrBroken')} value={broken} most={there} onChange={setBroken} />
          {!floatingTells && <p className="basis-full text-[0.95rem] text-ink2">{say('floatingSaysNothing')}</p>}
        </div>
      ) : (
        <>
          <div className="mt-3 grid max-w-md grid-cols-2 gap-6">
            <Field label={say('dryBeforeSoak')}>
              <QuantityInput key={`d${weighed}`} quantity="mass_g" units={units} value={dry_g} onChange={setDry} />
            </Field>
            <Field label={say('wetPattedDry')}>
              <QuantityInput key={`w${weighed}`} quantity="mass_g" units={units} value={wet_g} onChange={setWet} />
            </Field>
          </div>
          <FromScale
            batchId={view.batch.id}
            take={(value) => {
              setWet(value);
              setWeighed(weighed + 1);
            }}
          />
          <p className="mt-1 text-[0.95rem] text-ink2">{say('ruleOfSwelling')}</p>
        </>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2">
        <button type="button" className="action" onClick={record}>
          {say('recordAct')}
        </button>
        {sight && (sight.swollen > 0 || sight.floating > 0) && (
          <button
            type="button"
            className="quiet text-[0.95rem]"
            onClick={() => {
              setSwollen(sight.swollen);
              setFloating(floatingTells ? sight.floating : 0);
            }}
          >
            {say('simulatedShow', { swollen: sight.swollen, floating: sight.floating })}
          </button>
        )}
      </div>
      <Problem>{problem ?? step.problem}</Problem>
    </div>
  );
}

const OPENED: Record<CoatOpening, string> = worded(say, {
  openCoat: 'nickedOrFiled',
  hotWater: 'hotWater',
});
const TURNED_TO: Record<CoatOpening, string> = worded(say, {
  openCoat: 'nickingOrFiling',
  hotWater: 'hotWaterSoakWord',
});

function Verdict({ view }: { view: BatchView }) {
  const { batches, today, nursery } = useNursery();
  const navigate = useNavigate();
  const { attempt, problem, busy } = useAttempt();
  const { batch, species, projection } = view;
  const { state } = projection;
  const { counts, swellings } = state;
  const last = swellings.at(-1);
  const hard = counts.waiting;
  const [count, setCount] = useState<number>();
  if (!last) return null;
  const { share, gain, took, estimated } = swellingOf(last.swelling);
  const hundred = Math.round(share * 100);
  const by: CoatOpening = batch.plan.method.stages.map(({ kind }) => STAGES[kind].opens).findLast(Boolean) ?? 'openCoat';
  const lineage = lineageOf(
    batch,
    batches.map((one) => one.batch),
  );
  const rounds = roundsOf(
    lineage
      .flatMap((one) => batches.find(({ batch: { id } }) => id === one.id) ?? [])
      .map((one) => ({ batch: one.batch, state: one.projection.state })),
  );
  const advice = species.hardCoat && hard > 0 ? roundAdvice(rounds, by, species.hardCoat, hard) : undefined;
  const going = Math.min(count ?? hard, hard);
  const found = { swollen: counts.swollen, hard };

  const split = (how: CoatOpening) =>
    attempt(async () => {
      const planned = planSplit(batch, state, going, how, today, newId);
      if ('reason' in planned) return planned;
      const part = await splitBatch(batch.id, { ...planned, event: { ...planned.event, ...signature(nursery) } });
      if ('reason' in part) return part;
      navigate(`/treat/${part.code}`);
    });

  return (
    <div className="mt-2 max-w-3xl">
      <p className="text-[1.06rem]">
        <b>{say(estimated ? 'aboutSwollenShare' : 'swollenShare', { percent: hundred })}</b>
        {gain !== undefined && ` ${say('heavier', { gain: Math.round(gain * 100) })}`}.{' '}
        {[
          took ? say('swelledCounts', found) : say('didNotSwellCounts', { ...found, least: TAKEN_FROM * 100 }),
          counts.floatedOff > 0 && say('floatedOff', { floatedOff: counts.floatedOff }),
          counts.broken > 0 && say('broken', { broken: counts.broken }),
        ]
          .filter(Boolean)
          .join(', ')}
        .
      </p>
      {hard > 0 && advice && (
        <>
          <p className="mt-2">
            {say(took ? 'hardCanGoAgain' : 'splitThem')}{' '}
            <Rich
              say={say}
              of="anotherRoundWouldSwell"
              facts={{
                opened: OPENED[by],
                nextSeeds: advice.nextSeeds,
                hard,
                otherwise: OPENED[advice.other.by],
                seeds: advice.other.seeds,
              }}
              parts={{ b: <b /> }}
            />{' '}
            {advice.roundsBeforeOther === 0
              ? say('changeOverNow', { turned: TURNED_TO[advice.other.by] })
              : Number.isFinite(advice.roundsBeforeOther)
                ? say('otherMethodGainsAfter', { rounds: advice.roundsBeforeOther })
                : say('otherWillNotGain')}
          </p>
          <WhyNote
            ask={say('whySoMany')}
            why={{
              figure: say('hardOnes', { next: percent(advice.next) }),
              inputs: rounds.map((round, i) => ({
                name: say('roundNumber', { number: i + 1 }),
                value: say('of', { swollen: round.swollen, soaked: round.soaked }),
                from: say('swollenSoaked'),
              })),
              rule: say('ruleOfRounds'),
              source: say('sourceOfRounds'),
              assumed: true,
              changes: say('everyFurtherRound'),
            }}
          />
          <div className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-3">
            <Stepper label={say('startAnotherRound')} value={going} most={hard} onChange={setCount} />
            {(['openCoat', 'hotWater'] as const).map((how) => (
              <button
                key={how}
                type="button"
                disabled={busy || going === 0}
                className={(how === by) === advice.roundsBeforeOther > 0 ? 'action' : 'quiet'}
                onClick={() => split(how)}
              >
                {say('splitAgain', { opened: OPENED[how] })}
              </button>
            ))}
          </div>
        </>
      )}
      <Problem>{problem}</Problem>
    </div>
  );
}
