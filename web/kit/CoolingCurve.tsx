import { type Cooling, waterAt } from '@chill/core/heat/pourOver.ts';
import { say } from '@chill/words/kit.ts';
import { useEffect, useRef } from 'react';
import { nowMs } from '../data/now.ts';

const WIDTH = 440;
const HEIGHT = 170;
const LEFT = 58;
const TOP = 10;
const BOTTOM = 24;
const MINUTES = 60;

/** A reading on the curve, minutes after the pour. */
interface Point {
  minute: number;
  water_C: number;
}

/**
 * Temperature is height, time runs right: how the water falls over an hour, and how long it stays above the threshold. What was first predicted
 * is dashed, once readings say otherwise; while it is live, a dot runs along it.
 */
export function CoolingCurve({
  cooling,
  above_C,
  predicted,
  readings = [],
  poured_ms,
  degrees = (water_C) => `${Math.round(water_C)}°`,
}: {
  cooling: Cooling;
  above_C: number;
  predicted?: Cooling;
  readings?: readonly Point[];
  /** The moment of the pour, where the water stands there now. */
  poured_ms?: number;
  degrees?: (water_C: number) => string;
}) {
  const { air_C } = cooling;
  const top_C = Math.max(waterAt(0, cooling), predicted ? waterAt(0, predicted) : above_C, above_C + 2);
  const x = (minute: number) => LEFT + (minute / MINUTES) * (WIDTH - LEFT - 8);
  const y = (water_C: number) => TOP + ((top_C - water_C) / Math.max(1, top_C - air_C)) * (HEIGHT - TOP - BOTTOM);
  const line = (along: Cooling) =>
    `M ${Array.from({ length: MINUTES + 1 }, (_, minute) => `${x(minute).toFixed(1)} ${y(waterAt(minute, along)).toFixed(1)}`).join(' L ')}`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="mt-3 block w-full" role="img" aria-label={say('howWaterCoolsOverHour')}>
      <rect
        x={LEFT}
        y={TOP}
        width={WIDTH - LEFT - 8}
        height={Math.max(0, y(above_C) - TOP)}
        fill="color-mix(in oklab, var(--color-hot) 9%, transparent)"
      />
      <line x1={LEFT} x2={WIDTH - 8} y1={y(above_C)} y2={y(above_C)} stroke="var(--color-hot)" strokeDasharray="4 4" />
      {[above_C, air_C].map((level) => (
        <text key={level} x={LEFT - 4} y={y(level) + 4} textAnchor="end" className="drawn-note" fill="var(--color-ink2)">
          {degrees(level)}
        </text>
      ))}
      {predicted && <path d={line(predicted)} fill="none" stroke="var(--color-ink3)" strokeWidth={1.5} strokeDasharray="2 4" />}
      <path d={line(cooling)} fill="none" stroke="var(--color-hot)" strokeWidth={2.6} />
      {readings.map(({ minute, water_C }) => (
        <path
          key={minute}
          d={`M ${x(minute) - 5} ${y(water_C)} h 10 M ${x(minute)} ${y(water_C) - 5} v 10`}
          stroke="var(--color-ink)"
          strokeWidth={2}
        />
      ))}
      {poured_ms !== undefined && <LiveDot cooling={cooling} poured_ms={poured_ms} x={x} y={y} />}
      {[0, 20, 40, 60].map((minute) => (
        <text
          key={minute}
          x={x(minute)}
          y={HEIGHT - 6}
          textAnchor={minute === 0 ? 'start' : minute === 60 ? 'end' : 'middle'}
          className="drawn-note"
          fill="var(--color-ink3)"
        >
          {minute === 0 ? say('poured') : minute === 60 ? '60 min' : minute}
        </text>
      ))}
    </svg>
  );
}

/** Where the water is now. Moved frame by frame past React, which has nothing else to redraw. */
function LiveDot({
  cooling,
  poured_ms,
  x,
  y,
}: {
  cooling: Cooling;
  poured_ms: number;
  x: (minute: number) => number;
  y: (water_C: number) => number;
}) {
  const dot = useRef<SVGGElement>(null);
  useEffect(() => {
    let frame = 0;
    const move = () => {
      const minute = Math.max(0, (nowMs() - poured_ms) / 60_000);
      dot.current?.setAttribute(
        'transform',
        `translate(${x(Math.min(MINUTES, minute)).toFixed(2)} ${y(waterAt(minute, cooling)).toFixed(2)})`,
      );
      frame = requestAnimationFrame(move);
    };
    move();
    return () => cancelAnimationFrame(frame);
  });
  return (
    <g ref={dot}>
      <circle r={7} fill="var(--color-sheet)" stroke="var(--color-hot)" strokeWidth={3} />
      <circle r={2.2} fill="var(--color-hot)" />
    </g>
  );
}
