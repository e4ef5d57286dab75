import { dayAndTimeIn } from '@chill/core/calendar/moments.ts';
import { responseIn } from '@chill/core/chill/effectiveness.ts';
import { GAP_MS } from '@chill/core/chill/measured.ts';
import { PLACES } from '@chill/core/kinds/places.ts';
import { COLD_RESPONSE } from '@chill/core/kinds/responses.ts';
import { unitOf } from '@chill/core/units/quantities.ts';
import type { Place } from '@chill/model/place.ts';
import type { TemperatureResponse } from '@chill/model/species.ts';
import { say } from '@chill/words/places.ts';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, TooltipComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useMemo, useRef, useState } from 'react';
import useSWR from 'swr';
import { ask } from '../../data/api.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { Choice } from '../../kit/Choice.tsx';
import { zoneOf } from '../../kit/zones.ts';

use([LineChart, GridComponent, MarkAreaComponent, TooltipComponent, CanvasRenderer]);

const DAY_MS = 86_400_000;
const SPANS = [
  {
    value: 'day',
    get text() {
      return say('day');
    },
    days: 1,
  },
  {
    value: 'week',
    get text() {
      return say('week');
    },
    days: 7,
  },
  {
    value: 'month',
    get text() {
      return say('month');
    },
    days: 31,
  },
  {
    value: 'year',
    get text() {
      return say('year');
    },
    days: 366,
  },
] as const;
/** Enough for every pixel of a wide screen to have its coldest and its warmest. */
const POINTS = 1600;
/** So few readings are drawn as points too. */
const FEW = 120;

/** A place's readings over a day, a week, a month or a year, ever thinned to what can be seen; earlier and later with the arrows. */
export default function TemperatureChart({ place, last_ms }: { place: Place; last_ms: number }) {
  const { nursery, today, batches } = useNursery();
  const bands = useMemo(() => bandsOf(place, batches), [place, batches]);
  const [span, setSpan] = useState<(typeof SPANS)[number]['value']>('month');
  const [back, setBack] = useState(0);
  const box = useRef<HTMLDivElement>(null);
  const length = (SPANS.find(({ value }) => value === span)?.days ?? 31) * DAY_MS;
  const to = last_ms - back * length;
  const from = to - length;
  const query = new URLSearchParams({ from: new Date(from).toISOString(), to: new Date(to).toISOString(), points: String(POINTS) });
  const { data, isLoading } = useSWR<{ at_ms: number[]; celsius: number[]; of: number }>(`/api/places/${place.id}/readings?${query}`, ask, {
    keepPreviousData: true,
    revalidateOnFocus: false,
  });
  const inFahrenheit = unitOf('temperature_C', nursery.settings.units) === 'F';

  useEffect(() => {
    if (!box.current || !data) return;
    const shown = (celsius: number) => (inFahrenheit ? (celsius * 9) / 5 + 32 : celsius);
    const colour = (token: string) => getComputedStyle(document.documentElement).getPropertyValue(`--color-${token}`).trim();
    const font = { fontFamily: 'Atkinson Hyperlegible Next Variable', fontSize: 13, color: colour('ink2') };
    const chart = init(box.current);
    const points: [number, number | null][] = [];
    for (const [i, at] of data.at_ms.entries()) {
      const before = data.at_ms[i - 1];
      // What was not measured is not joined up. Thinned, readings stand further apart than they were.
      if (before !== undefined && at - before > Math.max(GAP_MS, (4 * length) / POINTS + GAP_MS)) points.push([before + 1, null]);
      points.push([at, shown(data.celsius[i] as number)]);
    }
    chart.setOption({
      animation: false,
      grid: { left: 44, right: 14, top: 12, bottom: 28 },
      xAxis: {
        type: 'time',
        min: from,
        max: to,
        axisLabel: { ...font, hideOverlap: true },
        axisLine: { lineStyle: { color: colour('line') } },
      },
      yAxis: {
        type: 'value',
        scale: true,
        axisLabel: { ...font, formatter: '{value}°' },
        splitLine: { lineStyle: { color: colour('line') } },
      },
      tooltip: {
        trigger: 'axis',
        textStyle: { ...font, color: colour('ink') },
        backgroundColor: colour('raised'),
        borderColor: colour('line'),
        formatter: (found: { value: [number, number | null] }[]) =>
          found[0]?.value[1] == null
            ? ''
            : `${dayAndTimeIn(found[0].value[0], nursery.timeZone, today)}<br><b>${found[0].value[1].toFixed(1)} °${inFahrenheit ? 'F' : 'C'}</b>`,
      },
      series: [
        {
          type: 'line',
          // Single readings have no line to be seen by.
          showSymbol: data.of <= FEW,
          lineStyle: { color: colour(zoneOf(place.nominal_C)), width: 1.6 },
          itemStyle: { color: colour(zoneOf(place.nominal_C)) },
          data: points,
          markArea: {
            silent: true,
            itemStyle: { color: colour(bands[0] ? zoneOf((bands[0].fullFrom_C + bands[0].fullTo_C) / 2) : 'cold'), opacity: 0.12 },
            data: bands.map(({ fullFrom_C, fullTo_C }) => [{ yAxis: shown(fullFrom_C) }, { yAxis: shown(fullTo_C) }]),
          },
        },
      ],
    });
    const resize = new ResizeObserver(() => chart.resize());
    resize.observe(box.current);
    return () => {
      resize.disconnect();
      chart.dispose();
    };
  }, [data, from, to, length, inFahrenheit, nursery.timeZone, place.nominal_C, today, bands]);

  return (
    <figure>
      <div className="flex flex-wrap items-center gap-x-6">
        <Choice
          label={say('span')}
          options={SPANS}
          value={span}
          onChange={(value) => {
            setSpan(value);
            setBack(0);
          }}
        />
        <span className="flex gap-4">
          <button type="button" className="quiet" onClick={() => setBack(back + 1)}>
            {say('earlier')}
          </button>
          <button type="button" className="quiet" disabled={back === 0} onClick={() => setBack(Math.max(0, back - 1))}>
            {say('later')}
          </button>
        </span>
      </div>
      <div
        ref={box}
        className="mt-2 h-72 w-full"
        role="img"
        aria-label={say('readingsFrom', {
          of: data?.of ?? 0,
          from: dayAndTimeIn(from, nursery.timeZone, today),
          to: dayAndTimeIn(to, nursery.timeZone, today),
        })}
      />
      <figcaption className="text-[0.92rem] text-ink2">
        {isLoading ? say('reading2') : `${say('readings3', { of: data?.of ?? 0 })} `}
        {bands.length > 0 && say('bandWhereDayCountsFully', { bandWords: bandWords(bands, inFahrenheit) })}
      </figcaption>
    </figure>
  );
}

/** What counts fully for the batches that lie in a place now, each once: cold by their species, or warmth before cold. An empty fridge shows the usual cold. */
function bandsOf(place: Place, batches: readonly BatchView[]): TemperatureResponse[] {
  const found = new Map<string, TemperatureResponse>();
  for (const { species, projection } of batches) {
    const { state, stages } = projection;
    const stage = stages[state.stage];
    if (!state.underWay || state.closedOn || state.stages[state.stage]?.placeId !== place.id || !stage) continue;
    const response = responseIn(stage.kind, species);
    if (response) found.set(JSON.stringify(response), response);
  }
  return found.size > 0 ? [...found.values()] : PLACES[place.kind].forCold ? [COLD_RESPONSE] : [];
}

function bandWords(bands: readonly TemperatureResponse[], inFahrenheit: boolean): string {
  const shown = (celsius: number) => Math.round(inFahrenheit ? (celsius * 9) / 5 + 32 : celsius);
  return bands
    .map(({ fullFrom_C, fullTo_C }) => say('to3', { shown: shown(fullFrom_C), shown2: shown(fullTo_C), how: inFahrenheit ? 'F' : 'C' }))
    .join(', ');
}
