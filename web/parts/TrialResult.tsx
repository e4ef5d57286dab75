import { countIn } from '@chill/core/ledger/states.ts';
import { SIGNIFICANCE } from '@chill/core/results/armSize.ts';
import { kaplanMeier } from '@chill/core/results/fit.ts';
import { outcomeOf } from '@chill/core/results/outcome.ts';
import type { Arm, ArmHeld, Doubt, TrialVerdict } from '@chill/core/results/trial.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { percent } from '@chill/core/units/percent.ts';
import { allOf } from '@chill/words/lists.ts';
import { say } from '@chill/words/trial.ts';
import { useEffect, useMemo, useState } from 'react';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { Plot } from '../kit/plot/Plot.tsx';
import { type PlotData, roundTicks, SHARES } from '../kit/plot/plot.ts';
import type { TrialAnswer, TrialQuestion } from '../workers/trial.ts';

/** What a trial shows so far, in words first, and what it cannot show. */
export function TrialResult({ views }: { views: readonly BatchView[] }) {
  const { today } = useNursery();
  const question = useMemo((): TrialQuestion => {
    const started = views.filter(({ projection }) => projection.stages[0]?.started);
    return {
      outcomes: started.map((view) => outcomeOf(view, today)),
      open: Object.fromEntries(
        started.map(({ batch, projection: { state } }) => [batch.id, state.closedOn ? 0 : countIn(state.counts, ['waiting', 'swollen'])]),
      ),
      dealt: true,
    };
  }, [views, today]);
  return <Compared question={question} />;
}

/** What batches show that are held against each other, the first being what the others are held against. */
export function Compared({ question }: { question: TrialQuestion }) {
  const verdict = useVerdict(question);
  if (!verdict) return null;
  const { arms, held, doubts } = verdict;
  if (arms.every(({ sprouted, open, outcome }) => sprouted.came === 0 && (open > 0 || !outcome.sprouting))) return null;
  return (
    <section className="mt-6">
      <h2>{say('result')}</h2>
      <div role="status">
        {held.map((one) => (
          <Shown key={one.arm.arm} held={one} />
        ))}
      </div>
      <Shares arms={arms} />
      <Curves arms={arms} />
      <h3 className="mt-5">{say('cannotShow')}</h3>
      <ul className="max-w-prose list-disc pl-5">
        {doubts.map((doubt) => (
          <li key={doubt.why}>{doubtSaid(doubt)}</li>
        ))}
      </ul>
      <details className="mt-4">
        <summary className="quiet cursor-pointer list-none">{say('howCalculated')}</summary>
        {held.map((one) => (
          <Figures key={one.arm.arm} held={one} several={held.length > 1} />
        ))}
      </details>
    </section>
  );
}

/** What the arms show, worked out beside the page. */
function useVerdict(question: TrialQuestion): TrialVerdict | undefined {
  const [verdict, setVerdict] = useState<TrialVerdict>();
  useEffect(() => {
    if (question.outcomes.length < 2) return;
    const worker = new Worker(new URL('../workers/trial.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<TrialAnswer>) => setVerdict(data));
    worker.postMessage(question);
    return () => worker.terminate();
  }, [question]);
  return verdict;
}

/** "Luck alone would do this 1 time in 300." Two figures are as many as a reader can use. */
function luckSaid(chance: number): string {
  if (chance > 0.15) return say('luckOften', { times: Math.min(10, Math.max(2, Math.round(chance * 10))) });
  const times = 1 / Math.max(1e-6, chance);
  const unit = 10 ** Math.max(0, Math.floor(Math.log10(times)) - 1);
  return say('luck', { times: Math.round(times / unit) * unit });
}

const nameOf = ({ outcome }: Arm) => `${outcome.code} ${outcome.method.name}`;

function Shown({ held: { arm, against, luck, speed, wouldSettle, difference, plants } }: { held: ArmHeld }) {
  const facts = {
    arm: nameOf(arm),
    came: arm.sprouted.came,
    of: arm.sprouted.of,
    luck: luckSaid(luck),
    otherCame: against.sprouted.came,
    otherOf: against.sprouted.of,
  };
  const clear = luck <= SIGNIFICANCE;
  return (
    <div className="mt-2 max-w-prose">
      <p className={clear ? 'text-lg font-[560]' : 'text-lg'}>
        {clear ? say(difference.difference > 0 ? 'clear' : 'clearLess', facts) : say('couldBeLuck', facts)}
      </p>
      {plants && (
        <p>
          {say('plantsAgainst', {
            arm: nameOf(arm),
            came: plants.came.came,
            of: plants.came.of,
            otherCame: plants.against.came,
            otherOf: plants.against.of,
            luck: luckSaid(plants.luck),
          })}
        </p>
      )}
      {speed && speed.luck <= SIGNIFICANCE && (
        <p>{say(speed.faster ? 'faster' : 'slower', { arm: nameOf(arm), luck: luckSaid(speed.luck) })}</p>
      )}
      {wouldSettle !== undefined && <p className="text-ink2">{say('wouldSettle', { count: wouldSettle })}</p>}
    </div>
  );
}

/** Each arm's share as a bar of its seeds. */
function Shares({ arms }: { arms: readonly Arm[] }) {
  return (
    <ul className="mt-4 max-w-3xl">
      {arms.map((one) => (
        <li key={one.arm} className="border-t border-line py-2">
          <span className="flex flex-wrap items-baseline justify-between gap-x-4">
            <b className="font-[560]">{nameOf(one)}</b>
            <span className="text-[0.95rem] text-ink2">
              {say(one.outcome.sown ? 'cameUpOf' : 'sproutedOf', one.sprouted)} · {say('plantsOf', { plants: one.plants })}
              {one.open > 0 && ` · ${say('still', { open: one.open })}`}
            </span>
          </span>
          <svg viewBox="0 0 400 12" preserveAspectRatio="none" className="mt-1 block h-3 w-full" aria-hidden="true">
            <rect width={400} height={12} fill="color-mix(in oklab, var(--color-ink) 12%, var(--color-ground))" />
            <rect width={(400 * one.sprouted.came) / Math.max(1, one.sprouted.of)} height={12} fill="var(--color-warm)" />
          </svg>
        </li>
      ))}
    </ul>
  );
}

/** Of the lines of several arms, the control's is ink. */
const COLOURS = ['ink', 'warm', 'cold', 'hot', 'cool', 'alarm'] as const;
const DASHES = [[], [6, 4], [2, 3], [8, 3, 2, 3], [1, 4], [10, 4]] as const;

function Curves({ arms }: { arms: readonly Arm[] }) {
  const data = useMemo((): PlotData | undefined => {
    const curves = arms.map(({ outcome }) => kaplanMeier(outcome.sprouting?.visits ?? []));
    const last = Math.max(0, ...curves.flatMap((points) => points.map(({ day }) => day)));
    if (last === 0) return undefined;
    return {
      x: { from: 0, to: last, ticks: roundTicks(0, last), tell: (day) => say('days', { day: Math.round(day) }) },
      y: { ...SHARES, tell: percent },
      lines: arms.map((arm, i) => ({
        name: nameOf(arm),
        points: [[0, 0] as const, ...(curves[i] ?? []).map(({ day, share }) => [day, share] as const)],
        colour: COLOURS[i % COLOURS.length] ?? 'ink',
        width: 2.2,
        step: true,
        dots: true,
        dash: [...(DASHES[i % DASHES.length] ?? [])],
      })),
    };
  }, [arms]);
  if (!data) return null;
  return (
    <figure className="mt-4 max-w-3xl">
      <Plot label={say('curves')} data={data} />
      <figcaption className="text-[0.92rem] text-ink2">{say('curvesMean')}</figcaption>
    </figure>
  );
}

function doubtSaid(doubt: Doubt): string {
  switch (doubt.why) {
    case 'noControl':
      return say('doubtNoControl');
    case 'notDealt':
      return say('doubtNotDealt');
    case 'tooFew':
      return doubt.smallest === undefined ? say('tooFewAtAll') : say('doubtTooFew', { points: Math.round(doubt.smallest * 100) });
    case 'halfWay':
      return say('doubtHalfWay', doubt);
    case 'places':
      return say('doubtPlaces', { stage: stageName(doubt.stage).toLowerCase() });
    case 'hands':
      return say('doubtHands', { names: allOf(doubt.names) });
    case 'starts':
      return say('doubtStarts', doubt);
    case 'towelAndSown':
      return say('doubtTowelAndSown');
    case 'oneBag':
      return say('doubtOneBag');
  }
}

const points = (share: number) => `${share > 0 ? '+' : share < 0 ? '−' : ''}${Math.abs(Math.round(share * 100))}`;
const chance = (p: number) => (p < 0.0001 ? '< 0.0001' : p.toPrecision(2));

function Figures({ held: { arm, luck, rawLuck, difference, better, speed }, several }: { held: ArmHeld; several: boolean }) {
  const rows: [string, string][] = [
    [
      say('difference'),
      say('differenceOf', { difference: points(difference.difference), low: points(difference.low), high: points(difference.high) }),
    ],
    [say('better', { arm: nameOf(arm) }), say('betterOf', { chance: Math.round(better * 100) })],
    [say('exact'), chance(rawLuck)],
    ...(several ? [[say('exactHolm'), chance(luck)] as [string, string]] : []),
    ...(speed ? [[say('speed'), chance(speed.luck)] as [string, string]] : []),
  ];
  return (
    <dl className="mt-2 max-w-3xl">
      {rows.map(([what, figure]) => (
        <div key={what} className="flex flex-wrap justify-between gap-x-6 border-t border-line py-1">
          <dt className="text-ink2">{what}</dt>
          <dd className="font-mono">{figure}</dd>
        </div>
      ))}
    </dl>
  );
}
