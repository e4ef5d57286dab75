import { LineChart } from 'echarts/charts';
import { GridSimpleComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import { type EChartsType, init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef, useState } from 'react';
import type { Band, Colour, Line, Mark, PlotData, Span } from './plot.ts';

use([LineChart, GridSimpleComponent, MarkAreaComponent, MarkLineComponent, SVGRenderer]);

const FONT = { fontFamily: 'Atkinson Hyperlegible Next Variable', fontSize: 13 };
const MARGIN = { top: 14, right: 14, bottom: 26 };
/** About as wide as a letter of a label is, px. */
const LETTER = 7.4;
/** A drawing that has no width yet, as in a document without layout, is drawn this wide, px. */
const UNSEEN = 600;

/** Tokens reach into the drawing: it follows day, dim and print without being drawn again. */
const of = (colour: Colour) => `var(--color-${colour})`;
const still = { type: 'line' as const, showSymbol: false, silent: true, animation: false };

const STILL_MARKS = { silent: true, symbol: 'none', animation: false };
/** Words on a plot stand clear of the lines that run behind them. */
const CLEAR = { textBorderColor: 'var(--color-ground)', textBorderWidth: 4 };

const lineSeries = ({ name, points, colour, width = 2, dash, step, dots = false }: Line) => ({
  ...{ ...still, name, data: points, showSymbol: dots, symbolSize: 6, z: 3 },
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

const spanData = ({ along, from, to, colour, opacity, name }: Span) => [
  {
    ...(along === 'x' ? { xAxis: from } : { yAxis: from }),
    itemStyle: { color: of(colour), opacity },
    ...(name !== undefined && {
      label: { show: true, formatter: name, position: 'insideBottomLeft' as const, ...FONT, ...CLEAR, color: of(colour), opacity: 1 },
    }),
  },
  along === 'x' ? { xAxis: to } : { yAxis: to },
];

const markData = ({ along, at, colour, width = 1.5, dash, name }: Mark) => ({
  ...(along === 'x' ? { xAxis: at } : { yAxis: at }),
  symbol: 'none',
  lineStyle: { color: of(colour), width, type: dash ? [...dash] : ('solid' as const) },
  label: {
    show: name !== undefined,
    formatter: name ?? '',
    position: along === 'x' ? ('end' as const) : ('insideStartTop' as const),
    distance: along === 'x' ? 8 : [4, 9],
    ...FONT,
    ...CLEAR,
    color: of(colour),
  },
});

function optionOf({ x, y, lines, bands = [], spans = [], marks = [] }: PlotData) {
  const letters = Math.max(...y.ticks.map((tick) => y.tell(tick).length), 1);
  const named = marks.some(({ along, name }) => along === 'x' && name !== undefined);
  const axis = { type: 'value' as const, animation: false };
  return {
    animation: false,
    grid: { ...MARGIN, top: named ? 28 : MARGIN.top, left: letters * LETTER + 12 },
    xAxis: {
      ...{ ...axis, min: x.from, max: x.to, splitLine: { show: false } },
      axisLine: { onZero: false, lineStyle: { color: of('line') } },
      axisTick: { customValues: [...x.ticks], lineStyle: { color: of('ink3') } },
      axisLabel: { ...FONT, color: of('ink2'), customValues: [...x.ticks], formatter: x.tell, hideOverlap: true },
    },
    yAxis: {
      ...{ ...axis, min: y.from, max: y.to, axisLine: { show: false } },
      axisTick: { show: false },
      splitLine: { show: false },
      axisLabel: { ...FONT, color: of('ink2'), customValues: [...y.ticks], formatter: y.tell },
    },
    series: [
      {
        ...{ ...still, data: [], z: 1 },
        markArea: { silent: true, data: spans.map(spanData), z: 0 },
        markLine: { ...STILL_MARKS, z: 0, data: y.ticks.map((at) => markData({ along: 'y', at, colour: 'line', width: 1 })) },
      },
      { ...{ ...still, data: [], z: 4 }, markLine: { ...STILL_MARKS, z: 4, data: marks.map(markData) } },
      ...bands.flatMap(bandSeries),
      ...lines.map(lineSeries),
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
