import Papa from 'papaparse';
import { localTimeReader } from '../calendar/localTimes.ts';
import type { Readings } from '../chill/measured.ts';
import { type LeftOut, type RawReading, tidyReadings } from '../chill/tidyReadings.ts';
import { type LoggerLayout, readLoggerLine } from './loggerCsv.ts';

const MINUTE_MS = 60_000;

/** Makes a reader of single lines by a layout: a moment and °C, what is wrong, or `undefined` for a blank line. */
export function lineReader(layout: LoggerLayout, timeZone: string) {
  const moment = localTimeReader(layout.utc ? 'UTC' : timeZone);
  return (text: string): { at_ms: number; celsius: number } | { problem: string } | undefined => {
    // Splitting is enough where nothing is quoted, and a million lines feel the difference.
    const row = text.includes('"')
      ? (Papa.parse<string[]>(text, { delimiter: layout.separator }).data[0] ?? [])
      : text.split(layout.separator);
    const found = readLoggerLine(row, layout);
    if (!found || 'problem' in found) return found;
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
  readonly #misread = new Map<string, number[]>();
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

  /** Takes the next piece of the file. */
  push(text: string): void {
    const lines = (this.#rest + text).split(/\r\n|\n|\r(?!$)/);
    this.#rest = lines.pop() ?? '';
    for (const line of lines) this.#take(line);
  }

  /** The file is over: its readings, put in order, with everything that was left out, by line. Moments after `now_ms` have not come yet. */
  end(now_ms: number): { readings: Readings; left: LeftOut[]; repeated: number } {
    if (this.#rest.replace(/\r$/, '') !== '') this.#take(this.#rest);
    this.#rest = '';
    const { readings, left, repeated } = tidyReadings(this.#raw, now_ms);
    return { readings, left: [...[...this.#misread].map(([why, lines]) => ({ why, lines })), ...left], repeated };
  }

  #take(text: string): void {
    this.#line += 1;
    if (this.#line <= this.#layout.skip) return;
    const found = this.#read(text);
    if (!found) return;
    if (!('problem' in found)) {
      this.#raw.push({ line: this.#line, ...found });
      return;
    }
    const why = kindOf(found.problem);
    const lines = this.#misread.get(why);
    if (lines) lines.push(this.#line);
    else this.#misread.set(why, [this.#line]);
  }
}

/** Lines are told together by what is wrong with them; what stands in the single line is left to the file. */
function kindOf(problem: string): string {
  return problem.replace(/“[^”]*”/g, 'what stands there').replace(/^There is no what stands there\.$/, 'There is no such day or time.');
}
