import { COUNT_FIRST, swellingOf, TAKEN_FROM, wantsCount } from '@chill/core/mix/swelling.ts';
import { STAGE_NAMES } from '@chill/core/schedule/words.ts';
import { lineageOf, type Opener, roundAdvice, roundsOf } from '@chill/core/treat/rounds.ts';
import { planSplit, roundOf } from '@chill/core/treat/split.ts';
import { percent } from '@chill/core/units/percent.ts';
import type { Move } from '@chill/model/event.ts';
import type { Swelling } from '@chill/model/treatment.ts';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newId } from '../../../data/newId.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { splitBatch } from '../../../data/saving.ts';
import { useSights } from '../../../data/sights.ts';
import { Choice } from '../../../kit/Choice.tsx';
import { Field } from '../../../kit/Field.tsx';
import { Problem } from '../../../kit/Problem.tsx';
import { QuantityInput } from '../../../kit/QuantityInput.tsx';
import { Stepper } from '../../../kit/Stepper.tsx';
import { useAttempt } from '../../../kit/useAttempt.ts';
import { WhyNote } from '../../../kit/WhyNote.tsx';
import { FromScale } from '../Reading.tsx';
import { StepAction } from '../StepAction.tsx';
import { useStep } from '../useStep.ts';
import { Bath } from './Bath.tsx';

const BY = [
  { value: 'count', text: 'counted' },
  { value: 'weight', text: 'weighed' },
] as const;

/** After a soak: did it take? The swollen go on; the hard are split off and go round again; the floaters are out. */
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
      <section aria-label="Did it take?" className="border-t border-line pt-4">
        <h2>
          Did it take? <span className="text-base font-medium text-ink2">round {roundOf(batch)}</span>
        </h2>
        {looked ? <Verdict view={view} /> : species.hardCoat ? <LookForm view={view} /> : <Soft view={view} />}
      </section>
      {!batch.plan.way.stages.some(({ kind }) => kind === 'disinfect') && (
        <details className="mt-2" open={state.timers.some(({ step: what, ended }) => what === 'bath' && !ended)}>
          <summary className="quiet cursor-pointer list-none">disinfect it before it goes on</summary>
          <Bath view={view} aside />
        </details>
      )}
      <StepAction onClick={() => step.finish()}>drain{next ? `; next ${STAGE_NAMES[next.kind]}` : ''}</StepAction>
      {stage && wantsCount(species, state, stage.kind) && <p className="text-[0.95rem] text-ink2">{COUNT_FIRST}</p>}
      {looked && hard > 0 && <p className="text-[0.95rem] text-ink2">{hard} hard ones would go on with the swollen.</p>}
      <Problem>{step.problem}</Problem>
    </>
  );
}

/** A soft-coated seed swells anyway; it can still be looked at. */
function Soft({ view }: { view: BatchView }) {
  return (
    <details className="mt-1">
      <summary className="quiet cursor-pointer list-none">
        its coat is soft and lets water in; count the swollen and the floaters anyway
      </summary>
      <LookForm view={view} />
    </details>
  );
}

function LookForm({ view }: { view: BatchView }) {
  const { nursery } = useNursery();
  const { state } = view.projection;
  const step = useStep(view);
  const sight = useSights()[view.batch.id];
  const there = state.counts.waiting;
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
    let share: number;
    try {
      share = swellingOf(swelling).share;
    } catch (error) {
      return setProblem((error as Error).message);
    }
    setProblem(undefined);
    const drinking = by === 'count' ? swollen : Math.min(there - floating - broken, Math.round(share * there));
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
      <Choice label="How was it looked at" options={BY} value={by} onChange={setBy} />
      {by === 'count' ? (
        <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-3">
          <Stepper label={`swollen of ${there}`} value={swollen} onChange={setSwollen} />
          <Stepper label="floating: out" value={floating} most={there} onChange={setFloating} />
          <Stepper label="soft or broken" value={broken} most={there} onChange={setBroken} />
        </div>
      ) : (
        <>
          <div className="mt-3 grid max-w-md grid-cols-2 gap-6">
            <Field label="Dry, before the soak">
              <QuantityInput key={`d${weighed}`} quantity="mass_g" units={units} value={dry_g} onChange={setDry} />
            </Field>
            <Field label="Wet, patted dry">
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
          <p className="mt-1 text-[0.95rem] text-ink2">
            Seed that has drunk its fill has about doubled; the share is estimated from the gain.
          </p>
        </>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2">
        <button type="button" className="action" onClick={record}>
          put it down
        </button>
        {sight && (sight.swollen > 0 || sight.floating > 0) && (
          <button
            type="button"
            className="quiet text-[0.95rem]"
            onClick={() => {
              setSwollen(sight.swollen);
              setFloating(sight.floating);
            }}
          >
            the simulated seeds show: {sight.swollen} swollen, {sight.floating} floating
          </button>
        )}
      </div>
      <Problem>{problem ?? step.problem}</Problem>
    </div>
  );
}

const OPENED: Record<Opener, string> = { openCoat: 'nicked or filed', hotWater: 'with hot water' };
const TURNED_TO: Record<Opener, string> = { openCoat: 'nicking or filing', hotWater: 'hot water' };

function Verdict({ view }: { view: BatchView }) {
  const { batches, today } = useNursery();
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
  const by: Opener = batch.plan.way.stages.some(({ kind }) => kind === 'hotWater') ? 'hotWater' : 'openCoat';
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

  const split = (how: Opener) =>
    attempt(async () => {
      const planned = planSplit(batch, state, going, how, today, newId);
      if ('field' in planned) throw new Error(planned.message);
      const part = await splitBatch(batch.id, planned);
      navigate(`/treat/${part.code}`);
    });

  return (
    <div className="mt-2 max-w-3xl">
      <p className="text-[1.06rem]">
        <b>
          {estimated ? 'About ' : ''}
          {hundred} % swollen
        </b>
        {gain !== undefined && ` (${Math.round(gain * 100)} % heavier)`}:{' '}
        {took ? 'it took.' : `under ${TAKEN_FROM * 100}: it did not take.`} {counts.swollen} swollen, {hard} hard
        {counts.floatedOff > 0 && `, ${counts.floatedOff} floated off`}
        {counts.broken > 0 && `, ${counts.broken} broken`}.
      </p>
      {hard > 0 && advice && (
        <>
          <p className="mt-2">
            {took
              ? 'The hard ones can still go round again. '
              : 'Split it: the swollen go on, the hard go round again, dried and opened a little more. '}
            Another round {OPENED[by]} would likely swell <b>{advice.nextSeeds}</b> of the {hard}; {OPENED[advice.other.by]}{' '}
            <b>{advice.other.seeds}</b>.{' '}
            {advice.roundsBeforeOther === 0
              ? `Change over to ${TURNED_TO[advice.other.by]} now.`
              : Number.isFinite(advice.roundsBeforeOther)
                ? `After ${advice.roundsBeforeOther === 1 ? 'one more round' : `${advice.roundsBeforeOther} more rounds`} of the same the other pays better.`
                : 'The other way will not pay better within reason.'}
          </p>
          <WhyNote
            ask="why so many?"
            why={{
              figure: `${percent(advice.next)} of the hard ones`,
              inputs: rounds.map((round, i) => ({
                name: `round ${i + 1}`,
                value: `${round.swollen} of ${round.soaked}`,
                from: 'swollen of soaked',
              })),
              rule: 'Each seed has its own chance of being opened in a round, so those left are the harder ones, and every round opens a smaller part of them. The handbook’s share is worth ten seeds against what this lot did.',
              source:
                'Beta-geometric model (Weinberg & Gladen 1986). What the other way does to left-over seed is taken from what it does to fresh seed.',
              assumed: true,
              changes: 'Every further round of this lot.',
            }}
          />
          <div className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-3">
            <Stepper label="go round again" value={going} most={hard} onChange={setCount} />
            {(['openCoat', 'hotWater'] as const).map((how) => (
              <button
                key={how}
                type="button"
                disabled={busy || going === 0}
                className={(how === by) === advice.roundsBeforeOther > 0 ? 'action' : 'quiet'}
                onClick={() => split(how)}
              >
                split: again, {OPENED[how]}
              </button>
            ))}
          </div>
        </>
      )}
      <Problem>{problem}</Problem>
    </div>
  );
}
