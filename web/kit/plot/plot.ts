import { addDays, dayNumber, daysBetween } from '@chill/core/calendar/dates.ts';
import { dayAt, zoneOffset_ms } from '@chill/core/calendar/moments.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { scaleLinear } from 'd3-scale';
import { monthStarts } from '../drawn/monthStarts.ts';

/** A token of the palette, as it is named in the tokens: the drawing follows day, dim and print by itself. */
export type Colour = 'ink' | 'ink2' | 'ink3' | 'line' | 'frozen' | 'cold' | 'cool' | 'warm' | 'hot' | 'alarm';

/** One axis: how far it goes, where it is marked, and how its values are told. */
export interface Axis {
  from: number;
  to: number;
  ticks: readonly number[];
  /** A value at a mark, short. */
  tell: (value: number) => string;
  /** A value where it is read out; as at the marks, where it is not told otherwise. */
  read?: (value: number) => string;
}

/** A line through points, x rising; where y is `null` it is broken. */
export interface Line {
  name: string;
  points: readonly (readonly [x: number, y: number | null])[];
  colour: Colour;
  width?: number;
  /** Lengths of stroke and gap, px. */
  dash?: readonly number[];
  /** True where it keeps its height until the next point, as a count does. */
  step?: true;
  /** True where its points are marked. */
  dots?: boolean;
}

/** What lies between two heights, x rising. */
export interface Band {
  /** Without a name it is neither read out nor in the table. */
  name?: string;
  points: readonly (readonly [x: number, low: number, high: number])[];
  colour: Colour;
  opacity: number;
}

/** A stretch of one axis, shaded across the plot. */
export interface Span {
  along: 'x' | 'y';
  from: number;
  to: number;
  colour: Colour;
  opacity: number;
  /** Said at its foot. */
  name?: string;
}

/** A line across the plot at one value of an axis. */
export interface Mark {
  along: 'x' | 'y';
  at: number;
  colour: Colour;
  width?: number;
  dash?: readonly number[];
  /** Said at its end. */
  name?: string;
}

/** An x–y plot, told as what it shows. */
export interface PlotData {
  x: Axis;
  y: Axis;
  lines: readonly Line[];
  bands?: readonly Band[];
  spans?: readonly Span[];
  marks?: readonly Mark[];
}

/** What a plot says at one x: each line and named band that has a value there. */
export function readAt({ y, lines, bands = [] }: PlotData, at: number): { name: string; value: string; colour: Colour }[] {
  const tell = y.read ?? y.tell;
  return [
    ...lines.flatMap(({ name, points, colour, step }) => {
      const value = valueAt(points, at, step);
      return value === undefined ? [] : [{ name, value: tell(value), colour }];
    }),
    ...bands.flatMap(({ name, points, colour }) => {
      const low = valueAt(
        points.map(([x, least]) => [x, least] as const),
        at,
      );
      const high = valueAt(
        points.map(([x, , most]) => [x, most] as const),
        at,
      );
      return name === undefined || low === undefined || high === undefined ? [] : [{ name, value: `${tell(low)}–${tell(high)}`, colour }];
    }),
  ];
}

/** The height of a line at x: between its points by the straight line, or for a step that of the last; `undefined` beyond its ends and in its breaks. */
export function valueAt(points: readonly (readonly [number, number | null])[], at: number, step = false): number | undefined {
  let [low, high] = [0, points.length - 1];
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || at < first[0] || (at > last[0] && !step)) return undefined;
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if ((points[middle] as readonly [number, number | null])[0] <= at) low = middle;
    else high = middle - 1;
  }
  const [x, value] = points[low] as readonly [number, number | null];
  const after = points[low + 1];
  if (value === null) return undefined;
  if (step || x === at || !after) return value;
  return after[1] === null ? undefined : value + ((after[1] - value) * (at - x)) / (after[0] - x);
}

/** Round steps over an axis, about `most` of them. */
export const roundTicks = (from: number, to: number, most = 5): number[] => scaleLinear([from, to], [0, 1]).ticks(most);

/** Marks for days after `since`: firsts of months, or whole weeks where it is short; at most `most`. */
export function dayTicks(since: PlainDate, from: number, to: number, most = 6): number[] {
  const start = dayNumber(since);
  const months = monthStarts(start + from, start + to, most).map((first) => dayNumber(first) - start);
  if (months.length >= 3) return months;
  const every = 7 * Math.max(1, Math.ceil((to - from) / 7 / most));
  return Array.from({ length: Math.floor((to - from) / every) + 1 }, (_, i) => from + i * every);
}

/** Marks every few weeks of a stay, from its first day. */
export function weekTicks(last: number): number[] {
  const every = last > 400 ? 84 : last > 200 ? 56 : 28;
  return Array.from({ length: Math.floor(last / every) + 1 }, (_, i) => i * every);
}

/** The height of shares, 0 to 1, marked in per cent. */
export const SHARES: Axis = { from: 0, to: 1, ticks: [0, 0.5, 1], tell: (share) => String(Math.round(share * 100)) };

/** A curve with a value for each day, from one day to another. */
export function byDay(values: readonly number[], from: number, to: number): (readonly [number, number])[] {
  return values.slice(from, to + 1).map((value, i) => [from + i, value] as const);
}

/** Marks over a stretch of time, ms since 1970: hours of a day, days of a week, weeks, or months, by the clock of a time zone. */
export function timeTicks(from: number, to: number, timeZone: string): number[] {
  const [first, last] = [dayAt(from, timeZone), dayAt(to, timeZone)];
  const within = (at: number) => at >= from && at <= to;
  const days = daysBetween(first, last);
  const midnight = (day: PlainDate) => {
    const utc = Date.parse(day);
    return utc - zoneOffset_ms(utc - zoneOffset_ms(utc, timeZone), timeZone);
  };
  if (days <= 1) return [0, 6, 12, 18, 24, 30, 36, 42].map((hour) => midnight(first) + hour * 3_600_000).filter(within);
  if (days <= 40) {
    const every = Math.ceil(days / 7);
    return Array.from({ length: Math.floor(days / every) + 1 }, (_, i) => midnight(addDays(first, i * every))).filter(within);
  }
  return monthStarts(dayNumber(first), dayNumber(last), 6).map(midnight).filter(within);
}
