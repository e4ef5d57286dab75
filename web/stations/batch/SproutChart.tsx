import { addDays, shortDate } from '@chill/core/calendar/dates.ts';
import { type CurvePoint, sproutCurve } from '@chill/core/schedule/sproutCurve.ts';
import { say } from '@chill/words/batch.ts';
import { LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useMemo, useRef } from 'react';
import { type BatchView, useNursery } from '../../data/nursery.ts';

use([LineChart, GridComponent, SVGRenderer]);

/** Sprouts counted, against the curve that was expected and the range in which 8 counts in 10 lie. */
export default function SproutChart({ view }: { view: BatchView }) {
  const { today } = useNursery();
  const box = useRef<HTMLDivElement>(null);
  const { sprouting, state } = view.projection;
  const curve = useMemo(() => sprouting && sproutCurve(sprouting, state.sprouts), [sprouting, state]);

  useEffect(() => {
    if (!box.current || !curve || !sprouting) return;
    const colour = (token: string) => getComputedStyle(document.documentElement).getPropertyValue(`--color-${token}`).trim();
    const font = { fontFamily: 'Atkinson Hyperlegible Next Variable', fontSize: 13, color: colour('ink2') };
    const chart = init(box.current, undefined, { renderer: 'svg' });
    const told = (points: CurvePoint[]) => points.map(({ day, count }) => [day, count]);
    const smooth = { type: 'line' as const, showSymbol: false, silent: true };
    chart.setOption({
      animation: false,
      grid: { left: 36, right: 12, top: 12, bottom: 26 },
      xAxis: {
        type: 'value',
        max: curve.last,
        axisLabel: { ...font, formatter: (day: number) => shortDate(addDays(sprouting.since, day), today) },
        splitLine: { show: false },
        axisLine: { lineStyle: { color: colour('line') } },
      },
      yAxis: { type: 'value', max: sprouting.seeds, axisLabel: font, splitLine: { lineStyle: { color: colour('line') } } },
      series: [
        ...[curve.was, curve.is].flatMap(({ expected, low, high }, i) => {
          const width = high.map(({ day, count }, at) => [day, count - (low[at]?.count ?? 0)]);
          const hidden = { ...smooth, stack: `band ${i}`, lineStyle: { opacity: 0 } };
          return [
            { ...hidden, data: told(low) },
            { ...hidden, areaStyle: { color: colour('warm'), opacity: i === 0 ? 0.12 : 0.22 }, data: width },
            { ...smooth, lineStyle: { color: colour('warm'), type: [5, 4], width: 1.5 }, data: told(expected) },
          ];
        }),
        {
          type: 'line',
          step: 'end',
          symbolSize: 6,
          itemStyle: { color: colour('ink') },
          lineStyle: { color: colour('ink'), width: 2.5 },
          data: told(curve.counted),
        },
      ],
    });
    const resize = new ResizeObserver(() => chart.resize());
    resize.observe(box.current);
    return () => {
      resize.disconnect();
      chart.dispose();
    };
  }, [curve, sprouting, today]);

  if (!curve || !sprouting) return null;
  return (
    <figure>
      <div
        ref={box}
        className="h-64 w-full"
        role="img"
        aria-label={say('germinatedByDayAboutWere', {
          up: sprouting.up,
          seeds: sprouting.seeds,
          day: sprouting.day,
          expectedByNow: Math.round(sprouting.expectedByNow),
        })}
      />
      <figcaption className="text-[0.92rem] text-ink2">{say('solidCountedDashedExpectedBy')}</figcaption>
    </figure>
  );
}
