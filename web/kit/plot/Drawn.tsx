import { LineChart } from 'echarts/charts';
import { GridSimpleComponent } from 'echarts/components';
import { type EChartsType, init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef, useState } from 'react';
import type { Band, Colour, Line, Mark, PlotData, Span } from './plot.ts';

use([LineChart, GridSimpleComponent, SVGRenderer]);

const FONT = { fontFamily: 'Atkinson Hyperlegible Next Variable', fontSize: 13 };
const MARGIN = { top: 14, right: 14, bottom: 26 };
/** About as wide as a letter of a label is, px. */
const LETTER = 7.4;
/** A drawing that has no width yet, as in a document without layout, is drawn this wide, px. */
const UNSEEN = 600;

/** Tokens reach into the drawing: it follows day, dim and print without being drawn again. */
const of = (colour: Colour) => `var(--color-${colour})`;
const still = { type: 'line' as const, showSymbol: false, silent: true, animation: false };

const lineSeries = ({ name, points, colour, width = 2, dash, step, dots = false }: Line) => ({
  ...still,
  name,
  data: points,
  showSymbol: dots,
  symbolSize: 6,
  z: 3,
  itemStyle: { color: of(colour) },
  lineStyle: { color: of(colour), width, cap: 'round' as const, ...(dash && { type: [...dash] }) },
  ...(step && { step: 'end' as const }),
});

/** A band is its lower edge, and its width standing on that. */
function bandSeries({ points, colour, opacity }: Band, i: number) {
  const stacked = { ...still, stack: `band ${i}`, stackStrategy: 'all' as const, lineStyle: { opacity: 0 }, z: 2 };
  return [
    { ...stacked, data: points.map(([x, low]) => [x, low]) },
    { ...stacked, data: points.map(([x, low, high]) => [x, high - low]), areaStyle: { color: of(colour), opacity } },
  ];
}

/** A span is a band from edge to edge. */
const spanBand = ({ along, from, to, colour, opacity }: Span, { x, y }: PlotData): Band => ({
  colour,
  opacity,
  points:
    along === 'x'
      ? [
          [from, y.from, y.to],
          [to, y.from, y.to],
        ]
      : [
          [x.from, from, to],
          [x.to, from, to],
        ],
});

/** A line across the plot at one value, from edge to edge. */
const markSeries = ({ along, at, colour, width = 1.5, dash }: Mark, { x, y }: PlotData) => ({
  ...still,
  data:
    along === 'x'
      ? [
          [at, y.from],
          [at, y.to],
        ]
      : [
          [x.from, at],
          [x.to, at],
        ],
  lineStyle: { color: of(colour), width, ...(dash && { type: [...dash] }) },
  z: 4,
});

function optionOf(data: PlotData) {
  const { x, y, lines, bands = [], spans = [], marks = [] } = data;
  const letters = Math.max(...y.ticks.map((tick) => y.tell(tick).length), 1);
  const named = marks.some(({ along, name }) => along === 'x' && name !== undefined);
  const axis = { type: 'value' as const, animation: false };
  return {
    animation: false,
    grid: { ...MARGIN, top: named ? 28 : MARGIN.top, left: letters * LETTER + 12 },
    xAxis: {
      ...axis,
      min: x.from,
      max: x.to,
      splitLine: { show: false },
      axisLine: { onZero: false, lineStyle: { color: of('line') } },
      axisTick: { customValues: [...x.ticks], lineStyle: { color: of('ink3') } },
      axisLabel: { ...FONT, color: of('ink2'), customValues: [...x.ticks], formatter: x.tell, hideOverlap: true },
    },
    yAxis: {
      ...axis,
      min: y.from,
      max: y.to,
      axisLine: { show: false },
      axisTick: { show: false },
      splitLine: { show: false },
      axisLabel: { ...FONT, color: of('ink2'), customValues: [...y.ticks], formatter: y.tell },
    },
    series: [
      ...y.ticks.map((at) => ({ ...markSeries({ along: 'y', at, colour: 'line', width: 1 }, data), z: 0 })),
      ...[...spans.map((span) => spanBand(span, data)), ...bands].flatMap(bandSeries),
      ...lines.map(lineSeries),
      ...marks.map((mark) => markSeries(mark, data)),
    ],
  };
}

/** Where the plot lies in its box, px, and which values its edges have: a value's place is a straight line between. */
export interface Frame {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** The drawing itself, by ECharts; `onFrame` says where it came to lie. */
export default function Drawn({
  data,
  label,
  height,
  onFrame,
}: {
  data: PlotData;
  label: string;
  height: number;
  onFrame: (frame: Frame) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [chart, setChart] = useState<EChartsType>();

  useEffect(() => {
    const here = box.current;
    if (!here) return;
    let made: EChartsType | undefined;
    const resize = new ResizeObserver(() => here.clientWidth > 0 && made?.resize({ width: here.clientWidth, height }));
    // Each plot in a turn of its own: two drawn in one would hold the page up for longer than a hand waits.
    const turn = setTimeout(() => {
      made = init(here, undefined, { renderer: 'svg', width: here.clientWidth || UNSEEN, height });
      setChart(made);
      resize.observe(here);
    });
    return () => {
      clearTimeout(turn);
      resize.disconnect();
      made?.dispose();
    };
  }, [height]);

  useEffect(() => {
    if (!chart) return;
    const place = () => {
      const grid = { gridIndex: 0 };
      const [left, bottom] = chart.convertToPixel(grid, [data.x.from, data.y.from]) as [number, number];
      const [right, top] = chart.convertToPixel(grid, [data.x.to, data.y.to]) as [number, number];
      onFrame({ left, right, top, bottom });
    };
    const turn = setTimeout(() => {
      if (chart.isDisposed()) return;
      chart.setOption(optionOf(data), { replaceMerge: ['series'] });
      place();
      chart.on('finished', place);
    });
    return () => {
      clearTimeout(turn);
      if (!chart.isDisposed()) chart.off('finished', place);
    };
  }, [chart, data, onFrame]);

  return <div ref={box} role="img" aria-label={label} style={{ height }} className="w-full" />;
}
