import type { Refusal } from '@chill/model/refusal.ts';
import { spoken } from '@chill/words/subject.ts';
import Papa from 'papaparse';
import { localTimeReader } from '../calendar/localTimes.ts';
import { brokenOff, brokenOffWords } from '../units/lines.ts';
import { type LoggerLayout, readLoggerLine } from './loggerCsv.ts';
import type { Readings } from './readings.ts';
import { LeftLines, type LeftOut, type RawReading, tidyReadings } from './tidyReadings.ts';

const MINUTE_MS = 60_000;
/** No logger writes a longer line: a text without line ends is not its file. */
const LONGEST_LINE = 100_000;
/** Lines before the last that tell how many decimals it should have. */
const LINES_BEFORE = 20;

/** Makes a reader of single lines by a layout: a moment and °C, what is wrong, or `undefined` for a blank line. */
export function lineReader(layout: LoggerLayout, timeZone: string) {
  const moment = localTimeReader(layout.utc ? 'UTC' : timeZone);
  return (text: string): { at_ms: number; celsius: number } | Refusal | undefined => {
    // Splitting is enough where nothing is quoted, and a million lines feel the difference.
    const row = text.includes('"')
      ? (Papa.parse<string[]>(text, { delimiter: layout.separator }).data[0] ?? [])
      : text.split(layout.separator);
    const found = readLoggerLine(row, layout);
    if (!found || 'reason' in found) return found;
    const ahead_min = found.offset_min ?? layout.offset_min;
    if (ahead_min === undefined) return { at_ms: moment(found.local), celsius: found.celsius };
    const { year, month, day, hour, minute, second } = found.local;
    return { at_ms: Date.UTC(year, month - 1, day, hour, minute, second) - ahead_min * MINUTE_MS, celsius: found.celsius };
  };
}

/** Reads a logger's file as it comes, piece by piece; where the pieces are cut makes no difference. */
export class LogReader {
  readonly #layout: LoggerLayout;
  readonly #read: ReturnType<typeof lineReader>;
  readonly #raw: RawReading[] = [];
  readonly #misread = new LeftLines();
  readonly #before: string[] = [];
  #line = 0;
  #rest = '';

  constructor(layout: LoggerLayout, timeZone: string) {
    this.#layout = layout;
    this.#read = lineReader(layout, timeZone);
  }

  /** Readings so far, good or not yet looked at as a whole. */
  get count(): number {
    return this.#raw.length;
  }

  /**
   * Takes the next piece of the file.
   * @throws {Error} where a line has no end.
   */
  push(text: string): void {
    const lines = (this.#rest + text).split(/\r\n|\n|\r(?!$)/);
    this.#rest = lines.pop() ?? '';
    if (this.#rest.length > LONGEST_LINE) throw new Error(`line ${this.#line + 1} has no end. Is it the logger’s CSV?`);
    for (const line of lines) this.#take(line);
  }

  /** The file is over: its readings, put in order, with everything that was left out, by line. Moments after `now_ms` have not come yet. */
  end(now_ms: number): { readings: Readings; left: LeftOut[]; repeated: number } {
    const ended = this.#rest.endsWith('\r');
    const last = this.#rest.replace(/\r$/, '');
    const { separator, temperatureColumn } = this.#layout;
    const cells = (line: string) => line.split(separator);
    if (
      last !== '' &&
      !ended &&
      this.#line >= this.#layout.skip &&
      brokenOff(cells(last), temperatureColumn, this.#before.filter(Boolean).map(cells))
    )
      this.#misread.leave(brokenOffWords(), this.#line + 1);
    else if (last !== '') this.#take(last);
    this.#rest = '';
    const { readings, left, repeated } = tidyReadings(this.#raw, now_ms);
    return { readings, left: [...this.#misread.said, ...left], repeated };
  }

  #take(text: string): void {
    this.#line += 1;
    if (this.#line <= this.#layout.skip) return;
    const found = this.#read(text);
    if (!found) return;
    if (!('reason' in found)) {
      this.#raw.push({ line: this.#line, ...found });
      this.#before[this.#line % LINES_BEFORE] = text;
      return;
    }
    this.#misread.leave(spoken(found.reason), this.#line);
  }
}
