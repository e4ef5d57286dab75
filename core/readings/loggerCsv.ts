import { type Outcome, type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/readings.ts';
import Papa from 'papaparse';
import type { LocalDateTime } from '../calendar/localTimes.ts';
import { LINE_END } from '../units/lines.ts';

/** Orders in which a date's figures can stand. */
export type DateOrder = 'ymd' | 'dmy' | 'mdy';

/** How a logger's file is laid out, as guessed from its first lines; the grower sees it before anything is taken in, and may choose otherwise. */
export interface LoggerLayout {
  separator: string;
  /** Lines before the first reading. */
  skip: number;
  /** Columns, from 0, of the day (and the time, where it stands by itself) and of the temperature. */
  dayColumn: number;
  timeColumn?: number;
  temperatureColumn: number;
  /** What stands over the temperatures, where the file has a header. */
  header?: string;
  order: DateOrder;
  /** True where day, month and year could stand otherwise: no line of the sample decides it. */
  orderUnsure: boolean;
  decimalComma: boolean;
  fahrenheit: boolean;
  /** True where the times are in UTC. */
  utc: boolean;
  /** Minutes that the file's times are ahead of UTC all through, where its header says so or the grower does. */
  offset_min?: number;
}

/** A line of the file, read: a date and time, °C, and how far its clock is ahead of UTC where the line itself says so. */
export interface LoggerLine {
  local: LocalDateTime;
  celsius: number;
  offset_min?: number;
}

/** What columns are kept apart by. */
export const SEPARATORS = [';', '\t', '|', ','] as const;
/** Lines that are looked at to guess. */
const SAMPLE_LINES = 200;
/** Without a word for the unit, a fridge that is this warm in the middle is one in °F. */
const FAHRENHEIT_MEDIAN = 31;
/** No thermometer where seed is kept shows less or more than this, °C or °F. */
const SHOWN = { least: -76, most: 160 };

const DATE = /(\d{1,4})[-/.](\d{1,2})[-/.](\d{1,4})/;
const TIME = /(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([ap])?\.?m?\.?/i;
const FIGURE = /^[-−+]?\d+(?:[.,]\d+)?$/;
/** A cell that holds a day, perhaps with its time, and nothing else: what is cut at the wrong mark is not one. */
const DAY_CELL =
  /^\d{1,4}[-/.]\d{1,2}[-/.]\d{1,4}(?:[T ,]+\d{1,2}:\d{2}(?::\d{2}(?:[.,]\d+)?)?\s*(?:[ap]\.?m?\.?)?\s*(?:Z|UTC|GMT)?\s*(?:[+−-]\d{1,2}:?\d{0,2})?)?$/i;
/** How far a clock is ahead of UTC, at the end of a time or in a header. */
const OFFSET = /([+−-])(\d{1,2}):?(\d{2})?\s*$/;
const HEADER_OFFSET = /(?:GMT|UTC)\s*([+−-])(\d{1,2})(?::?(\d{2}))?/i;

/**
 * Guesses the layout of a logger's CSV from its beginning: separator, header, columns, order of the date's figures, decimal comma, unit, clock. Every
 * separator is tried on the whole sample, and the one that cuts most lines into the same clean cells is taken; `fixed` has the grower's own choice.
 * Returns what is wrong where no column of dates and no column of temperatures can be found.
 */
export function guessLayout(text: string, fixed: { separator?: string } = {}): Outcome<LoggerLayout> {
  if (isBinary(text)) return refusal(say.of('notATextFile'));
  const lines = text.split(LINE_END, SAMPLE_LINES);
  const candidates = (fixed.separator ? [fixed.separator] : SEPARATORS)
    .map((separator) => cut(lines, separator))
    .sort((x, y) => y.clean - x.clean);
  const best = candidates[0];
  const first = best?.body[0];
  if (!best || !first) return refusal(say.of('noLineWithBoth'));
  const { separator, rows, body, skip } = best;
  const dayColumn = first.findIndex((cell) => DAY_CELL.test(cell));
  const separate = first.findIndex((cell, i) => i !== dayColumn && TIME.test(cell) && !FIGURE.test(cell));
  const timeColumn = TIME.test(first[dayColumn] as string) ? undefined : separate;
  if (timeColumn === -1) return refusal(say.of('noTimesOfDay'));
  const header = rows[skip - 1];
  const temperatureColumn = temperatureIn(body, header, [dayColumn, ...(timeColumn === undefined ? [] : [timeColumn])]);
  if (temperatureColumn < 0) return refusal(say.of('noTemperatureColumn'));
  const over = header?.[temperatureColumn];
  const cells = body.map((row) => row[temperatureColumn] as string);
  const order = orderOf(body.map((row) => row[dayColumn] as string));
  const offset = offsetIn(HEADER_OFFSET.exec(header?.[timeColumn ?? dayColumn] ?? '') ?? undefined);
  return {
    ok: true,
    value: {
      separator,
      skip,
      dayColumn,
      ...(timeColumn !== undefined && { timeColumn }),
      temperatureColumn,
      ...(over && { header: over }),
      ...order,
      decimalComma: cells.some((cell) => /^[-−+]?\d+,\d+$/.test(cell)),
      utc: /Z$|\b(?:UTC|GMT)$/.test(first[timeColumn ?? dayColumn] as string),
      ...(offset !== undefined && { offset_min: offset }),
      fahrenheit: isFahrenheit(over, cells.map(figureOf)),
    },
  };
}

/** A sample cut at one separator: its readings, and the share of the dated lines that come out as the same clean cells. */
function cut(lines: readonly string[], separator: string) {
  const rows = lines.map((line) => (Papa.parse<string[]>(line, { delimiter: separator }).data[0] ?? []).map((cell) => cell.trim()));
  const dated = rows.filter((row) => row.some((cell) => DATE.test(cell)));
  const viable = (row: readonly string[]) => row.some((cell) => DAY_CELL.test(cell)) && row.some((cell) => FIGURE.test(cell));
  const lengths = new Map<number, number>();
  for (const row of dated) if (viable(row)) lengths.set(row.length, (lengths.get(row.length) ?? 0) + 1);
  const [length, count] = [...lengths].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0] ?? [0, 0];
  const body = rows.filter((row) => row.length === length && viable(row));
  const skip = rows.indexOf(body[0] as string[]);
  return { separator, rows, body, skip, clean: dated.length > 0 ? count / dated.length : 0 };
}

/** Minutes ahead of UTC out of "+02:00", "-0700", "+5". */
function offsetIn(match: RegExpExecArray | undefined): number | undefined {
  if (!match) return undefined;
  const minutes = Number(match[2]) * 60 + Number(match[3] || 0);
  return minutes <= 14 * 60 ? (match[1] === '+' ? minutes : -minutes) : undefined;
}

/** Reads one line by a layout; `undefined` for a line that is blank, or what is wrong with it. */
export function readLoggerLine(row: readonly string[], layout: LoggerLayout): LoggerLine | Refusal | undefined {
  if (row.every((cell) => cell.trim() === '')) return undefined;
  const day = row[layout.dayColumn]?.trim() ?? '';
  const time = layout.timeColumn === undefined ? day.replace(DATE, ' ') : (row[layout.timeColumn] ?? '');
  const typed = row[layout.temperatureColumn]?.trim() ?? '';
  const date = DATE.exec(day);
  const clock = TIME.exec(time);
  if (!date || !clock) return refusal(say.of('notDayTime'));
  const [year, month, dayOfMonth] = inOrder(date, layout.order);
  const hour = hourOf(Number(clock[1]), clock[4]);
  const minute = Number(clock[2]);
  const second = Number(clock[3] ?? 0);
  const exists = new Date(Date.UTC(year, month - 1, dayOfMonth)).getUTCDate() === dayOfMonth && month >= 1 && month <= 12;
  if (!exists || hour > 23 || minute > 59 || second > 59) return refusal(say.of('noSuchMoment'));
  const figure = FIGURE.test(typed) ? figureOf(typed) : Number.NaN;
  if (!Number.isFinite(figure)) return refusal(say.of(typed === '' ? 'noTemperatureThere' : 'notTemperature'));
  const celsius = layout.fahrenheit ? ((figure - 32) * 5) / 9 : figure;
  const after = time.slice((clock.index ?? 0) + clock[0].length).trim();
  const offset = /^(?:Z|UTC|GMT)$/i.test(after) ? 0 : offsetIn(OFFSET.exec(after) ?? undefined);
  return { local: { year, month, day: dayOfMonth, hour, minute, second }, celsius, ...(offset !== undefined && { offset_min: offset }) };
}

/** The first bytes of pictures and archives, and zeros, which no text has. */
function isBinary(text: string): boolean {
  return ['\u0089PNG', '\u00ff\u00d8', 'GIF8', 'PK\u0003'].some((mark) => text.startsWith(mark)) || text.includes(String.fromCharCode(0));
}

function figureOf(cell: string): number {
  return Number(cell.replace('−', '-').replace(',', '.'));
}

function hourOf(hour: number, half: string | undefined): number {
  if (!half) return hour;
  if (hour < 1 || hour > 12) return 99;
  return (hour % 12) + (half.toLowerCase() === 'p' ? 12 : 0);
}

/** Year, month and day of a date's three figures; two figures for a year mean this century. */
function inOrder([, a, b, c]: RegExpExecArray, order: DateOrder): [number, number, number] {
  const [x, y, z] = [Number(a), Number(b), Number(c)];
  const century = (year: number) => (year < 100 ? 2000 + year : year);
  if (order === 'ymd') return [century(x), y, z];
  return order === 'dmy' ? [century(z), y, x] : [century(z), x, y];
}

/**
 * The order of the dates: a year in front decides. Otherwise every order is tried on all of them: it must make days that exist, run forward, and a logger
 * goes from one day to the next, not from one year to another. Where that leaves more than one, dots are read day first, hyphens year first, slashes month first.
 */
function orderOf(cells: readonly string[]): { order: DateOrder; orderUnsure: boolean } {
  const dates = cells.flatMap((cell) => {
    const match = DATE.exec(cell);
    return match ? [match] : [];
  });
  const [first] = dates;
  if (!first) return { order: 'ymd', orderUnsure: true };
  if (dates.every(([, year]) => (year as string).length === 4)) return { order: 'ymd', orderUnsure: false };
  const twoFigures = dates.every(([, , , last]) => (last as string).length <= 2);
  const usual: DateOrder[] = first[0].includes('.')
    ? ['dmy', 'ymd', 'mdy']
    : first[0].includes('-')
      ? ['ymd', 'dmy', 'mdy']
      : ['mdy', 'dmy', 'ymd'];
  const possible = usual.filter((order) => (order !== 'ymd' || twoFigures) && runs(dates, order));
  const [order] = possible;
  if (!order) return { order: usual[0] as DateOrder, orderUnsure: true };
  // Dots with a whole year behind are written day first everywhere.
  const dotted = first[0].includes('.') && !twoFigures;
  return { order, orderUnsure: possible.length > 1 && !dotted };
}

/** Whether dates read in an order exist, never run back, and go on by days. */
function runs(dates: readonly RegExpExecArray[], order: DateOrder): boolean {
  let before: number | undefined;
  for (const date of dates) {
    const [year, month, day] = inOrder(date, order);
    const at = new Date(Date.UTC(year, month - 1, day));
    if (month < 1 || month > 12 || at.getUTCDate() !== day) return false;
    const days = at.getTime() / 86_400_000;
    if (before !== undefined && (days < before || days - before > DAYS_APART_MOST)) return false;
    before = days;
  }
  return true;
}
/** A logger that pauses for longer than this in its first lines is read as another order of dates, days. */
const DAYS_APART_MOST = 20;

/** The column of temperatures: one whose header says so, otherwise the first of figures that is not a running number. */
function temperatureIn(body: readonly string[][], header: readonly string[] | undefined, taken: readonly number[]): number {
  const columns = (body[0] ?? []).map((_, i) => i).filter((i) => !taken.includes(i) && body.some((row) => FIGURE.test(row[i] ?? '')));
  const named = columns.find((i) => /temp|celsius|fahrenheit|°\s*[cf]|\([cf]\)/i.test(header?.[i] ?? ''));
  if (named !== undefined) return named;
  const counts = (i: number) =>
    body.length > 2 && body.every((row, k) => k === 0 || figureOf(row[i] ?? '') === figureOf(body[k - 1]?.[i] ?? '') + 1);
  return columns.find((i) => !counts(i) && body.every((row) => couldBe(row[i] ?? ''))) ?? columns.find((i) => !counts(i)) ?? -1;
}

/** Whether a cell could be a temperature, or is no figure at all. */
function couldBe(cell: string): boolean {
  const figure = figureOf(cell);
  return !Number.isFinite(figure) || (figure >= SHOWN.least && figure <= SHOWN.most);
}

function isFahrenheit(header: string | undefined, figures: readonly number[]): boolean {
  if (header && /°\s*f|fahrenheit|\(f\)|\bf\b/i.test(header)) return true;
  if (header && /°\s*c|celsius|\(c\)|\bc\b/i.test(header)) return false;
  const known = figures.filter(Number.isFinite).sort((a, b) => a - b);
  return (known[Math.floor(known.length / 2)] ?? 0) > FAHRENHEIT_MEDIAN;
}
