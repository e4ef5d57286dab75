import { cameBy, type Fitted, fitSprouting, kaplanMeier, type SproutLaw, type Times, type TimesRange } from '@chill/core/results/fit.ts';
import { cameInWarmth } from '@chill/core/results/germinated.ts';
import { percent } from '@chill/core/units/percent.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import { say } from '@chill/words/fit.ts';
import { worded } from '@chill/words/tables.ts';
import { useEffect, useMemo, useState } from 'react';
import { Plot } from '../kit/plot/Plot.tsx';
import { type PlotData, roundTicks, SHARES } from '../kit/plot/plot.ts';
import type { FitAnswer, FitQuestion } from '../workers/fit.ts';

const FIGURES = ['share', 't10', 't50', 't90', 'mean', 'spread'] as const satisfies readonly (keyof Times)[];
const NAMES = worded(say, { share: 'share', t10: 't10', t50: 't50', t90: 't90', mean: 'mean', spread: 'spread' });

/** A batch's sprouting as a law: the share that comes in the end, its days, each with a range; drawn over what was counted. */
export function FittedSprouting({ sprouting, name }: { sprouting: NonNullable<Outcome['sprouting']>; name: string }) {
  // What came while it was cold has no days in the warmth.
  const visits = useMemo(() => sprouting.visits.filter(cameInWarmth), [sprouting]);
  const before = sprouting.visits.reduce((sum, visit) => sum + (cameInWarmth(visit) ? 0 : visit.came), 0);
  const { ranges, done, stop } = useRanges(visits, name);
  const fitted = useMemo(() => fitSprouting(visits), [visits]);
  const cold = before > 0 && <p className="max-w-prose">{say('beforeWarm', { count: before })}</p>;
  if (!('law' in fitted))
    return (
      <>
        {cold}
        <p className="max-w-prose text-ink2">{noneSaid(fitted)}</p>
      </>
    );
  const { law, times } = fitted;
  return (
    <>
      {cold}
      <Curve visits={visits} law={law} />
      <dl className="mt-2 max-w-md">
        {FIGURES.map((figure) => (
          <div key={figure} className="flex flex-wrap items-baseline justify-between gap-x-4 border-t border-line py-1">
            <dt>{NAMES[figure]}</dt>
            <dd>
              <b className="font-mono">{figureSaid(figure, times[figure])}</b>
              {ranges && (
                <span className="ml-3 text-[0.92rem] text-ink2">
                  {say('range', { low: figureSaid(figure, ranges[figure].low), high: figureSaid(figure, ranges[figure].high) })}
                </span>
              )}
            </dd>
          </div>
        ))}
      </dl>
      <p className="text-[0.92rem] text-ink2">{say('method')}</p>
      {done !== undefined && done < 1 && (
        <p className="flex items-baseline gap-4 text-[0.92rem] text-ink2" role="status">
          {say('dealing', { share: percent(done) })}
          <button type="button" className="quiet" onClick={stop}>
            {say('stop')}
          </button>
        </p>
      )}
    </>
  );
}

function figureSaid(figure: keyof Times, value: number): string {
  if (figure === 'share') return percent(value);
  return figure === 'spread' ? value.toFixed(2) : say('days', { days: Math.round(value * 10) / 10 });
}

function noneSaid(fitted: Exclude<Fitted, { law: SproutLaw }>): string {
  switch (fitted.none) {
    case 'neverLooked':
      return say('neverLooked');
    case 'nothingCame':
      return say('nothingCame');
    case 'oneInterval':
      return say('oneInterval', fitted);
  }
}

/** The ranges, dealt beside the page; stopped when the page is left or the reader has had enough. */
function useRanges(visits: NonNullable<Outcome['sprouting']>['visits'], name: string) {
  const [ranges, setRanges] = useState<TimesRange>();
  const [done, setDone] = useState<number>();
  const [worker, setWorker] = useState<Worker>();
  useEffect(() => {
    const made = new Worker(new URL('../workers/fit.ts', import.meta.url), { type: 'module' });
    made.addEventListener('message', ({ data }: MessageEvent<FitAnswer>) => {
      if ('done' in data) setDone(data.done);
      if (!('ranges' in data)) return;
      setRanges(data.ranges);
      setDone(1);
    });
    made.postMessage({ looks: visits, name } satisfies FitQuestion);
    setWorker(made);
    return () => made.terminate();
  }, [visits, name]);
  const stop = () => {
    worker?.terminate();
    setDone(undefined);
  };
  return { ranges, done, stop };
}

/** So many points draw the law's curve. */
const POINTS = 60;

function Curve({ visits, law }: { visits: NonNullable<Outcome['sprouting']>['visits']; law: SproutLaw }) {
  const data = useMemo((): PlotData => {
    const points = kaplanMeier(visits);
    const last = Math.max(1, points.at(-1)?.day ?? 1);
    const fitted = Array.from({ length: POINTS + 1 }, (_, i) => {
      const day = (i * last) / POINTS;
      return [day, cameBy(law, day)] as const;
    });
    return {
      x: { from: 0, to: last, ticks: roundTicks(0, last), tell: (day) => say('day', { day: Math.round(day) }) },
      y: { ...SHARES, tell: percent },
      bands: [{ name: say('sure'), points: points.map(({ day, low, high }) => [day, low, high] as const), colour: 'warm', opacity: 0.14 }],
      lines: [
        {
          name: say('counted'),
          points: [[0, 0] as const, ...points.map(({ day, share }) => [day, share] as const)],
          colour: 'ink',
          width: 2.4,
          step: true,
          dots: true,
        },
        { name: say('fitted'), points: fitted, colour: 'warm', width: 1.8, dash: [6, 4] },
      ],
    };
  }, [visits, law]);
  return (
    <figure className="max-w-2xl">
      <Plot label={say('curve')} data={data} height={220} />
    </figure>
  );
}
