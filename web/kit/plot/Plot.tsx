import { say } from '@chill/words/drawings.ts';
import { scaleLinear } from 'd3-scale';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { type Figures, FiguresTable } from '../told/FiguresTable.tsx';
import type { Frame } from './Drawn.tsx';
import { type Line, type PlotData, readAt } from './plot.ts';

const Drawn = lazy(() => import('./Drawn.tsx'));

/** How finely one can read along a plot. */
const STEPS = 200;

/**
 * An x–y plot: axes, lines, bands and what is marked on them; read out along x by pointer, finger or arrow keys, with its lines named beneath and its
 * figures as a table behind it. `live` is a point that moves by itself. The data must be the same object while nothing has changed.
 */
export function Plot({
  label,
  data,
  height = 224,
  unnamed = false,
  live,
}: {
  /** What it shows, in a sentence, for whoever does not see it. */
  label: string;
  data: PlotData;
  height?: number;
  /** Where the text beside it names its lines already. */
  unnamed?: boolean;
  live?: () => readonly [x: number, y: number];
}) {
  const [frame, setFrame] = useState<Frame>();
  const [at, setAt] = useState<number>();
  const { x } = data;
  const read = (value: number) => setAt(Math.min(x.to, Math.max(x.from, value)));
  const across = frame && scalesOf(data, frame).across;
  const placed = at === undefined ? undefined : across?.(at);
  const found = at === undefined ? [] : readAt(data, at);
  const where = at === undefined ? '' : (x.read ?? x.tell)(at);

  return (
    <div className="group/plot">
      <div
        className="relative touch-pan-y"
        onPointerMove={({ clientX, currentTarget }) => {
          if (across) read(across.invert(clientX - currentTarget.getBoundingClientRect().left));
        }}
        onPointerLeave={() => setAt(undefined)}
      >
        <Suspense fallback={<div style={{ height }} />}>
          <Drawn data={data} label={label} height={height} onFrame={setFrame} />
        </Suspense>
        {frame && <Names data={data} frame={frame} />}
        {live && frame && <Moving data={data} frame={frame} live={live} />}
        {placed !== undefined && frame && (
          <>
            <span
              className="pointer-events-none absolute w-px bg-ink2"
              style={{ left: placed, top: frame.top, height: frame.bottom - frame.top }}
            />
            <span
              className="pointer-events-none absolute border border-line bg-raised px-2 py-1 text-[0.9rem] whitespace-nowrap"
              style={
                placed > (frame.left + frame.right) / 2 ? { right: `calc(100% - ${placed - 8}px)`, top: 4 } : { left: placed + 8, top: 4 }
              }
            >
              <b className="block">{where}</b>
              {found.map(({ name, value, colour }) => (
                <span key={name} className="block">
                  <b className="font-mono" style={{ color: `var(--color-${colour})` }}>
                    {value}
                  </b>{' '}
                  {name}
                </span>
              ))}
            </span>
          </>
        )}
        <input
          type="range"
          className="plot-reader"
          aria-label={say('readAlong')}
          min={0}
          max={STEPS}
          value={at === undefined ? 0 : Math.round(((at - x.from) / (x.to - x.from)) * STEPS)}
          aria-valuetext={[where, ...found.map(({ name, value }) => `${name} ${value}`)].join(', ')}
          onChange={({ target }) => read(x.from + (Number(target.value) / STEPS) * (x.to - x.from))}
          onFocus={() => at === undefined && read(x.from)}
          onBlur={() => setAt(undefined)}
        />
      </div>
      {!unnamed && <Legend lines={data.lines} />}
      <FiguresTable make={() => figuresOf(data)} />
    </div>
  );
}

/** Where values lie in the plot's box, px. */
const scalesOf = ({ x, y }: Pick<PlotData, 'x' | 'y'>, { left, right, top, bottom }: Frame) => ({
  across: scaleLinear([x.from, x.to], [left, right]),
  up: scaleLinear([y.from, y.to], [bottom, top]),
});

/** What marks and shaded stretches are called, where they lie: a mark along x above the plot, all others within it, on their line or at their foot. */
function Names({ data: { x, y, marks = [], spans = [] }, frame }: { data: PlotData; frame: Frame }) {
  const { across, up } = scalesOf({ x, y }, frame);
  const named = [
    ...marks.map((mark) => ({ ...mark, from: mark.at, over: mark.along === 'x' })),
    ...spans.map((span) => ({ ...span, over: false })),
  ];
  return named.map(({ along, from, colour, name, over }) => {
    const axis = along === 'x' ? x : y;
    if (name === undefined || from > axis.to || from < axis.from) return null;
    const left = along === 'x' ? across(from) : frame.left;
    const top = over ? frame.top : along === 'x' ? frame.bottom : up(from);
    // A name stands in the middle over its mark; near the ends of the plot, beside it, to keep within.
    const share = (left - frame.left) / (frame.right - frame.left);
    const shift = !over || share < 0.12 ? '4px' : share > 0.88 ? '-100%' : '-50%';
    return (
      <span
        key={`${along} ${from}`}
        className="plot-name"
        style={{
          left,
          top,
          maxWidth: over ? undefined : frame.right - left,
          transform: `translate(${shift}, -100%)`,
          color: `var(--color-${colour})`,
        }}
      >
        {name}
      </span>
    );
  });
}

/** Each line's stroke and its name. */
function Legend({ lines }: { lines: readonly Line[] }) {
  return (
    <ul className="flex flex-wrap gap-x-5 text-[0.92rem] text-ink2">
      {lines.map(({ name, colour, width = 2, dash, dots }) => (
        <li key={name} className="flex items-center gap-x-2">
          <svg viewBox="0 0 32 8" className="w-8" aria-hidden="true">
            <line x1={1} x2={31} y1={4} y2={4} stroke={`var(--color-${colour})`} strokeWidth={width} strokeDasharray={dash?.join(' ')} />
            {dots && <circle cx={16} cy={4} r={3} fill={`var(--color-${colour})`} />}
          </svg>
          {name}
        </li>
      ))}
    </ul>
  );
}

/** The figures behind a plot, at its marks. */
function figuresOf(data: PlotData): Figures {
  const { x, lines, bands = [] } = data;
  const heads = [...lines, ...bands].flatMap(({ name }) => name ?? []);
  const rows = x.ticks.map((tick) => {
    const found = readAt(data, tick);
    return { of: (x.read ?? x.tell)(tick), figures: heads.map((name) => found.find((one) => one.name === name)?.value ?? '–') };
  });
  return { heads, rows };
}

/** A point that moves frame by frame past React, which has nothing else to redraw. */
function Moving({ data: { x, y }, frame, live }: { data: PlotData; frame: Frame; live: () => readonly [number, number] }) {
  const dot = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const { across, up } = scalesOf({ x, y }, frame);
    let next = 0;
    const move = () => {
      const [atX, atY] = live();
      if (dot.current)
        dot.current.style.transform = `translate(${across.clamp(true)(atX).toFixed(2)}px, ${up.clamp(true)(atY).toFixed(2)}px)`;
      next = requestAnimationFrame(move);
    };
    move();
    return () => cancelAnimationFrame(next);
  });
  return (
    <span
      ref={dot}
      className="pointer-events-none absolute top-0 left-0 -mt-2 -ml-2 block size-4 rounded-full border-[3px] border-hot bg-sheet"
    />
  );
}
