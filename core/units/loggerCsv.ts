import Papa from 'papaparse';
import type { LocalDateTime } from '../calendar/localTimes.ts';

/** Orders in which a date's figures can stand. */
export type DateOrder = 'ymd' | 'dmy' | 'mdy';

/** How a logger's file is laid out, as guessed from its first lines; the grower sees it before anything is taken in. */
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
  /** True where day and month could be the other way round: no line of the sample decides it. */
  orderUnsure: boolean;
  decimalComma: boolean;
  fahrenheit: boolean;
  /** True where the times say themselves that they are in UTC. */
  utc: boolean;
}

/** A line of the file, read: a local date and time, without a zone, and °C. */
export interface LoggerLine {
  local: LocalDateTime;
  celsius: number;
}

/** What columns are kept apart by. */
const SEPARATORS = [';', '\t', '|', ','];
/** Lines that are looked at to guess. */
const SAMPLE_LINES = 200;
/** Without a word for the unit, a fridge that is this warm in the middle is one in °F. */
const FAHRENHEIT_MEDIAN = 31;

const DATE = /(\d{1,4})[-/.](\d{1,2})[-/.](\d{1,4})/;
const TIME = /(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([ap])?\.?m?\.?/i;
const FIGURE = /^[-−+]?\d+(?:[.,]\d+)?$/;

/**
 * Guesses the layout of a logger's CSV from its beginning: separator, header, columns, order of the date's figures, decimal comma, unit.
 * Returns what is wrong where no column of dates and no column of temperatures can be found.
 */
export function guessLayout(text: string): { ok: true; value: LoggerLayout } | { ok: false; problem: string } {
  if (isBinary(text)) return { ok: false, problem: 'That is not a text file. Save the logger’s data as CSV.' };
  const lines = text.split(/\r?\n/, SAMPLE_LINES);
  // What a logger writes about itself above its readings says nothing of how they are separated.
  const dated = lines.findIndex((line) => DATE.test(line));
  const likely = Papa.parse<string[]>(lines.slice(Math.max(0, dated)).join('\n')).meta.delimiter;
  // Quoted decimal commas mislead the guess: whatever leaves a date and a figure in cells of their own is right.
  const readings = [likely, ...SEPARATORS].map((separator) => {
    const rows = lines.map((line) => (Papa.parse<string[]>(line, { delimiter: separator }).data[0] ?? []).map((cell) => cell.trim()));
    return { separator, rows, skip: rows.findIndex((row) => row.some((cell) => DATE.test(cell)) && row.some((cell) => FIGURE.test(cell))) };
  });
  const { separator, rows, skip } = readings.find((one) => one.skip >= 0) ?? { separator: likely, rows: [], skip: -1 };
  const first = rows[skip];
  if (!first) return { ok: false, problem: 'No line has both a date and a figure. Is it the logger’s CSV?' };
  const body = rows.slice(skip).filter((row) => row.length === first.length);
  const dayColumn = first.findIndex((cell) => DATE.test(cell));
  const separate = first.findIndex((cell, i) => i !== dayColumn && TIME.test(cell) && !FIGURE.test(cell));
  const timeColumn = TIME.test(first[dayColumn] as string) ? undefined : separate;
  if (timeColumn === -1) return { ok: false, problem: 'There are days but no times of day: Chill counts by the hour.' };
  const header = rows[skip - 1];
  const temperatureColumn = temperatureIn(body, header, [dayColumn, ...(timeColumn === undefined ? [] : [timeColumn])]);
  if (temperatureColumn < 0) return { ok: false, problem: 'No column looks like temperatures.' };
  const over = header?.[temperatureColumn];
  const cells = body.map((row) => row[temperatureColumn] as string);
  const decimalComma = cells.some((cell) => /^[-−+]?\d+,\d+$/.test(cell));
  const order = orderOf(body.map((row) => row[dayColumn] as string));
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
      decimalComma,
      utc: /Z$/.test(first[timeColumn ?? dayColumn] as string),
      fahrenheit: isFahrenheit(over, cells.map(figureOf)),
    },
  };
}

/** Reads one line by a layout; `undefined` for a line that is blank, or what is wrong with it. */
export function readLoggerLine(row: readonly string[], layout: LoggerLayout): LoggerLine | { problem: string } | undefined {
  if (row.every((cell) => cell.trim() === '')) return undefined;
  const day = row[layout.dayColumn]?.trim() ?? '';
  const time = layout.timeColumn === undefined ? day.replace(DATE, ' ') : (row[layout.timeColumn] ?? '');
  const typed = row[layout.temperatureColumn]?.trim() ?? '';
  const date = DATE.exec(day);
  const clock = TIME.exec(time);
  if (!date || !clock) return { problem: `“${day}” is not a day and a time.` };
  const [year, month, dayOfMonth] = inOrder(date, layout.order);
  const hour = hourOf(Number(clock[1]), clock[4]);
  const minute = Number(clock[2]);
  const second = Number(clock[3] ?? 0);
  const exists = new Date(Date.UTC(year, month - 1, dayOfMonth)).getUTCDate() === dayOfMonth && month >= 1 && month <= 12;
  if (!exists || hour > 23 || minute > 59 || second > 59) return { problem: `There is no “${`${day} ${time}`.trim()}”.` };
  const figure = FIGURE.test(typed) ? figureOf(typed) : Number.NaN;
  if (!Number.isFinite(figure)) return { problem: typed === '' ? 'No temperature stands there.' : `“${typed}” is not a temperature.` };
  return { local: { year, month, day: dayOfMonth, hour, minute, second }, celsius: layout.fahrenheit ? ((figure - 32) * 5) / 9 : figure };
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

/** The order of the dates: a year in front decides, then any figure above twelve, then dots, which nobody writes month first. */
function orderOf(days: readonly string[]): { order: DateOrder; orderUnsure: boolean } {
  const dates = days.flatMap((day) => DATE.exec(day) ?? []);
  const matches = days.map((day) => DATE.exec(day)).filter((match) => match !== null);
  if (dates.length === 0) return { order: 'ymd', orderUnsure: true };
  if (matches.some(([, first]) => (first as string).length === 4)) return { order: 'ymd', orderUnsure: false };
  if (matches.some(([, first]) => Number(first) > 12)) return { order: 'dmy', orderUnsure: false };
  if (matches.some(([, , second]) => Number(second) > 12)) return { order: 'mdy', orderUnsure: false };
  if (matches.every(([whole]) => whole.includes('.'))) return { order: 'dmy', orderUnsure: false };
  return { order: 'mdy', orderUnsure: true };
}

/** The column of temperatures: one whose header says so, otherwise the first of figures that is not a running number. */
function temperatureIn(body: readonly string[][], header: readonly string[] | undefined, taken: readonly number[]): number {
  const columns = (body[0] ?? []).map((_, i) => i).filter((i) => !taken.includes(i) && body.some((row) => FIGURE.test(row[i] ?? '')));
  const named = columns.find((i) => /temp|celsius|fahrenheit|°\s*[cf]|\([cf]\)/i.test(header?.[i] ?? ''));
  if (named !== undefined) return named;
  const counts = (i: number) =>
    body.length > 2 && body.every((row, k) => k === 0 || figureOf(row[i] ?? '') === figureOf(body[k - 1]?.[i] ?? '') + 1);
  return columns.find((i) => !counts(i)) ?? -1;
}

function isFahrenheit(header: string | undefined, figures: readonly number[]): boolean {
  if (header && /°\s*f|fahrenheit|\(f\)|\bf\b/i.test(header)) return true;
  if (header && /°\s*c|celsius|\(c\)|\bc\b/i.test(header)) return false;
  const known = figures.filter(Number.isFinite).sort((a, b) => a - b);
  return (known[Math.floor(known.length / 2)] ?? 0) > FAHRENHEIT_MEDIAN;
}
