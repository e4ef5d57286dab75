import { addDays, shortDate } from '@chill/core/calendar/dates.ts';
import { type CurvePoint, sproutCurve } from '@chill/core/forecast/sproutCurve.ts';
import { say } from '@chill/words/batch.ts';
import { useMemo } from 'react';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { Plot } from '../kit/plot/Plot.tsx';
import { dayTicks, type PlotData, roundTicks } from '../kit/plot/plot.ts';

/** Sprouts counted, against the curve that was expected and the range in which 8 counts in 10 lie. */
export function SproutChart({ view, height = 256 }: { view: BatchView; height?: number }) {
  const { today } = useNursery();
  const { sprouting, state } = view.projection;
  const data = useMemo((): PlotData | undefined => {
    if (!sprouting) return undefined;
    const { was, is, counted, last } = sproutCurve(sprouting, state.sprouts);
    const said = (points: readonly CurvePoint[]) => points.map(({ day, count }) => [day, count] as const);
    const range = ({ low, high }: typeof is) => low.map(({ day, count }, i) => [day, count, high[i]?.count ?? count] as const);
    // As high as anything may come: where few are expected, few are drawn large.
    const top = Math.min(
      sprouting.seeds,
      Math.max(5, 1.15 * Math.max(...[was, is].flatMap(({ high }) => high.map(({ count }) => count)), sprouting.up)),
    );
    return {
      x: { from: 0, to: last, ticks: dayTicks(sprouting.since, 0, last), tell: (day) => shortDate(addDays(sprouting.since, day), today) },
      y: { from: 0, to: top, ticks: roundTicks(0, top), tell: (count) => String(Math.round(count)) },
      bands: [
        { points: range(was), colour: 'warm', opacity: 0.12 },
        { name: say('eightInTen'), points: range(is), colour: 'warm', opacity: 0.22 },
      ],
      lines: [
        { name: say('wasExpected'), points: said(was.expected), colour: 'warm', width: 1.5, dash: [2, 4] },
        { name: say('isExpected'), points: said(is.expected), colour: 'warm', width: 1.8, dash: [6, 5] },
        { name: say('countedLine'), points: said(counted), colour: 'ink', width: 2.6, step: true, dots: true },
      ],
    };
  }, [sprouting, state, today]);

  if (!data || !sprouting) return null;
  const { up, seeds, day, expectedByNow } = sprouting;
  return (
    <figure>
      <Plot
        label={say(view.projection.stages[sprouting.stage]?.sown ? 'upAgainstExpected' : 'germinatedAgainstExpected', {
          up,
          seeds,
          day,
          expectedByNow: Math.round(expectedByNow),
        })}
        data={data}
        height={height}
        unnamed
      />
      <figcaption className="text-[0.92rem] text-ink2">{say('legendOfSprouting')}</figcaption>
    </figure>
  );
}
