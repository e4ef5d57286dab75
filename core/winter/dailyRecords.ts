import type { MonthClimate } from '@chill/model/nursery.ts';
import { PlainDate } from '@chill/model/primitives.ts';
import { type Outcome, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/winter.ts';
import Papa from 'papaparse';
import { dayNumber } from '../calendar/dates.ts';
import { localTimeReader } from '../calendar/localTimes.ts';
import type { Readings } from '../readings/readings.ts';
import { LeftLines, type LeftOut } from '../readings/tidyReadings.ts';
import { brokenOff, brokenOffWords, LINE_END } from '../units/lines.ts';
import { FLAT_DAMPING } from './climate.ts';

/** What a daily figure is given in; GHCN-Daily gives tenths of a degree. */
export type DailyUnit = 'C' | 'F' | 'tenths';

/** One day's coldest and warmest, °C. */
export interface DailyRecord {
  on: PlainDate;
  min_C: number;
  max_C: number;
}

/** How a file of daily figures is laid out. */
export interface DailyLayout {
  /** A row a day with both figures, or a row for each figure as GHCN-Daily has it. */
  rows: 'day' | 'element';
  separator: string;
  /** Columns, from 0, of a row a day. */
  columns?: { day: number; min: number; max: number };
  unit: DailyUnit;
}

/** A day cannot have been colder or warmer than this anywhere, °C. */
const POSSIBLE_C = { least: -70, most: 60 };
const SAMPLE_LINES = 400;
/** Whole figures beyond this are tenths of a degree. */
const TENTHS_FROM = 60;
/** Without a word for the unit, days that are as warm as this in the middle are in °F. */
const FAHRENHEIT_MEDIAN = 45;
const COMPACT = /^(\d{4})(\d{2})(\d{2})$/;
const DASHED = /^(\d{4})-(\d{1,2})-(\d{1,2})/;

/** Guesses how a file of daily minima and maxima is laid out, from its beginning; what is wrong where it is none. */
export function guessDaily(text: string): Outcome<DailyLayout> {
  const lines = text.split(LINE_END, SAMPLE_LINES);
  const { data, meta } = Papa.parse<string[]>(lines.join('\n').trim());
  const separator = meta.delimiter || ',';
  if (data.some((row) => isElement(row))) return { ok: true, value: { rows: 'element', separator, unit: 'tenths' } };
  const head = (data[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const find = (pattern: RegExp) => head.findIndex((cell) => pattern.test(cell));
  const columns = { day: find(/^(date|day|datum|fecha)/), min: find(/^t?_?min|tmin|minimum|low/), max: find(/^t?_?max|tmax|maximum|high/) };
  if (columns.day < 0 || columns.min < 0 || columns.max < 0) return refusal(say.of('neitherReadingsNorDays'));
  const pairs = data
    .slice(1)
    .map((row) => [row[columns.min], row[columns.max]].map((cell) => Number((cell || 'x').replace(',', '.'))) as [number, number]);
  const known = pairs.filter((pair) => pair.every(Number.isFinite) && !pair.includes(NO_FIGURE));
  const unit = unitOf(head[columns.max] ?? '', known);
  return { ok: true, value: { rows: 'day', separator, columns, unit } };
}

/** What stands where nothing was measured. */
const NO_FIGURE = -9999;
/** No day's maximum lies so far above its minimum in the middle of a record, in degrees of any kind: such figures are tenths. */
const SWING_OF_TENTHS = 35;
/** In the middle of a record days swing by so many °F, and never by so many °C. */
const SWING_OF_FAHRENHEIT = 16;

/** The unit by its header, otherwise by how far the days swing: a swing in °C is about ten, in °F about twenty, in tenths about a hundred. */
function unitOf(header: string, pairs: readonly [number, number][]): DailyUnit {
  if (/f\)?$|fahr|°\s*f/.test(header)) return 'F';
  const middle = (figures: number[]) => figures.sort((a, b) => a - b)[(figures.length - 1) >> 1] ?? 0;
  const whole = pairs.every((pair) => pair.every(Number.isInteger));
  const swing = middle(pairs.map(([min, max]) => max - min));
  if (
    whole &&
    (swing > SWING_OF_TENTHS ||
      pairs.some((pair) => pair.some((figure) => Math.abs(figure) > TENTHS_FROM * 1.6 && swing > SWING_OF_FAHRENHEIT * 1.6)))
  )
    return 'tenths';
  if (/c\)?$|cels|°\s*c/.test(header) && header !== '') return 'C';
  return swing > SWING_OF_FAHRENHEIT || middle(pairs.map(([min, max]) => (min + max) / 2)) > FAHRENHEIT_MEDIAN ? 'F' : 'C';
}

/** Reads daily figures by a layout. Days without both figures, flagged ones and figures that cannot be are left out, and told by their lines. */
export function readDaily(text: string, layout: DailyLayout): { days: DailyRecord[]; left: LeftOut[]; repeated: number } {
  const { data } = Papa.parse<string[]>(text, { delimiter: layout.separator });
  // The last figure of a file that ends without a line end may have lost its own end.
  const cut = LINE_END.test(text.slice(-1)) ? undefined : data.length;
  const left = new LeftLines();
  const leave = (why: string, line: number) => left.leave(why, line);
  const days = new Map<PlainDate, Partial<DailyRecord> & { line: number }>();
  let repeated = 0;
  const put = (on: PlainDate, part: Partial<DailyRecord>, line: number) => {
    const known = days.get(on) ?? { line };
    const again = (part.min_C !== undefined && known.min_C !== undefined) || (part.max_C !== undefined && known.max_C !== undefined);
    if (again) repeated += 1;
    else days.set(on, { ...known, ...part });
  };
  for (const [i, row] of data.entries()) {
    const line = i + 1;
    if (row.every((cell) => cell.trim() === '')) continue;
    const figure = layout.rows === 'element' ? 3 : Math.max(layout.columns?.min ?? 0, layout.columns?.max ?? 0);
    if (line === cut && brokenOff(row, figure, data.slice(Math.max(0, i - 20), i))) {
      leave(brokenOffWords(), line);
      continue;
    }
    if (layout.rows === 'element') {
      const element = row[2]?.trim();
      if (element !== 'TMIN' && element !== 'TMAX') continue;
      const on = dayOf(row[1] ?? '');
      const value = celsiusOf(row[3], layout.unit);
      if (!on) leave(say('notDay'), line);
      else if (value === undefined || row[3]?.trim() === '-9999') leave(say('noFigure'), line);
      else if (row[5]?.trim()) leave(say('stationDoubts'), line);
      else put(on, element === 'TMIN' ? { min_C: value } : { max_C: value }, line);
      continue;
    }
    const { day, min, max } = layout.columns as NonNullable<DailyLayout['columns']>;
    const on = dayOf(row[day] ?? '');
    const [min_C, max_C] = [celsiusOf(row[min], layout.unit), celsiusOf(row[max], layout.unit)];
    if (!on) {
      if (line > 1) leave(say('notDay'), line);
    } else if (min_C === undefined || max_C === undefined) leave(say('figureMissing'), line);
    else put(on, { min_C, max_C }, line);
  }
  const good: DailyRecord[] = [];
  for (const [on, { min_C, max_C, line }] of [...days].sort(([a], [b]) => a.localeCompare(b))) {
    if (min_C === undefined || max_C === undefined) leave(say('figureMissing'), line);
    else if (min_C > max_C) leave(say('minimumAboveMaximum'), line);
    else if (min_C < POSSIBLE_C.least || max_C > POSSIBLE_C.most) leave(say('impossibleDay'), line);
    else good.push({ on, min_C, max_C });
  }
  return { days: good, left: left.said, repeated };
}

/** Hour of the day at which a cosine day is warmest. */
const WARMEST_HOUR = 15;

/**
 * Daily minima and maxima of the air as hourly readings of a flat that stands in it: a cosine day, its swing damped to the depth at which seed lies
 * (Campbell & Norman 1998).
 */
export function asReadings(days: readonly DailyRecord[], timeZone: string): Readings {
  const at = localTimeReader(timeZone);
  const rows = new Map<number, number>();
  for (const { on, min_C, max_C } of days) {
    const [year, month, day] = on.split('-').map(Number) as [number, number, number];
    const [mean, half] = [(min_C + max_C) / 2, ((max_C - min_C) / 2) * FLAT_DAMPING];
    for (let hour = 0; hour < 24; hour++) {
      const moment = at({ year, month, day, hour, minute: 0, second: 0 });
      // An hour that the zone leaves out falls on the one after; the first stands.
      if (!rows.has(moment)) rows.set(moment, mean + half * Math.cos((2 * Math.PI * (hour - WARMEST_HOUR)) / 24));
    }
  }
  const sorted = [...rows].sort(([a], [b]) => a - b);
  return { at_ms: Float64Array.from(sorted, ([moment]) => moment), celsius: Float64Array.from(sorted, ([, celsius]) => celsius) };
}

/** Fewer days than this do not make a month's mean. */
const LEAST_DAYS = 20;

/** The twelve months that daily records make: mean minimum and maximum, and the day-to-day spread of their middle about the month's mean. */
export function monthsOf(days: readonly DailyRecord[]): Outcome<MonthClimate[]> {
  const months: MonthClimate[] = [];
  for (let month = 1; month <= 12; month++) {
    const mine = days.filter(({ on }) => Number(on.slice(5, 7)) === month);
    if (mine.length < LEAST_DAYS) return refusal(say.of('monthTooShort', { month, mine: mine.length, least: LEAST_DAYS }));
    const mean = (pick: (day: DailyRecord) => number) => mine.reduce((sum, one) => sum + pick(one), 0) / mine.length;
    const [min, max] = [mean(({ min_C }) => min_C), mean(({ max_C }) => max_C)];
    months.push({ min_C: round(min), max_C: round(max), sd_C: round(spreadOf(mine)) });
  }
  return { ok: true, value: months };
}

/** Spread of the daily means about the trend within each single month, so that neither the season nor one cold year counts as weather. */
function spreadOf(days: readonly DailyRecord[]): number {
  let [squares, freedom] = [0, 0];
  for (const year of new Set(days.map(({ on }) => on.slice(0, 4)))) {
    const mine = days.filter(({ on }) => on.startsWith(year)).map(({ on, min_C, max_C }) => ({ x: dayNumber(on), y: (min_C + max_C) / 2 }));
    if (mine.length < 4) continue;
    const [mx, my] = [mine.reduce((sum, { x }) => sum + x, 0) / mine.length, mine.reduce((sum, { y }) => sum + y, 0) / mine.length];
    const slope = mine.reduce((sum, { x, y }) => sum + (x - mx) * (y - my), 0) / mine.reduce((sum, { x }) => sum + (x - mx) ** 2, 0);
    squares += mine.reduce((sum, { x, y }) => sum + (y - my - slope * (x - mx)) ** 2, 0);
    freedom += mine.length - 2;
  }
  return freedom > 0 ? Math.sqrt(squares / freedom) : 0;
}

function isElement(row: readonly string[]): boolean {
  return COMPACT.test(row[1]?.trim() ?? '') && /^[A-Z]{2}[A-Z0-9]{2}$/.test(row[2]?.trim() ?? '') && /^-?\d+$/.test(row[3]?.trim() ?? '');
}

function dayOf(cell: string): PlainDate | undefined {
  const found = COMPACT.exec(cell.trim()) ?? DASHED.exec(cell.trim());
  if (!found) return undefined;
  const on = `${found[1]}-${found[2]?.padStart(2, '0')}-${found[3]?.padStart(2, '0')}`;
  return PlainDate.safeParse(on).success ? on : undefined;
}

function celsiusOf(cell: string | undefined, unit: DailyUnit): number | undefined {
  const text = cell?.trim().replace('−', '-').replace(',', '.') ?? '';
  if (!/^-?\d+(?:\.\d+)?$/.test(text)) return undefined;
  const figure = Number(text);
  return unit === 'tenths' ? figure / 10 : unit === 'F' ? ((figure - 32) * 5) / 9 : figure;
}

function round(value: number): number {
  return Math.round(value * 10) / 10;
}
