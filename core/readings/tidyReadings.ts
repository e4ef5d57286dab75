import { FIRST_YEAR } from '@chill/model/primitives.ts';
import { say } from '@chill/words/readings.ts';
import type { Readings } from './readings.ts';

/** A reading as a file or a hand gave it: the line it stood on, its moment (ms since 1970), and °C. */
export interface RawReading {
  line: number;
  at_ms: number;
  celsius: number;
}

/** No readings at all. */
export function noReadings(): Readings {
  return { at_ms: new Float64Array(0), celsius: new Float64Array(0) };
}

/** Why readings were left out, with the lines they stood on. */
export interface LeftOut {
  why: string;
  lines: number[];
}

/** Gathers lines that are left out, by why; a file may have a hundred thousand. */
export class LeftLines {
  readonly #lines = new Map<string, number[]>();

  leave(why: string, line: number): void {
    const lines = this.#lines.get(why);
    if (lines) lines.push(line);
    else this.#lines.set(why, [line]);
  }

  get said(): LeftOut[] {
    return [...this.#lines].map(([why, lines]) => ({ why, lines }));
  }
}

/**
 * What is wrong with readings that should be tidy, or `undefined`: moments must rise and have come, temperatures must be such as a place can have.
 */
export function untidiness({ at_ms, celsius }: Readings, now_ms: number): string | undefined {
  for (let i = 0; i < at_ms.length; i++) {
    const [at, here] = [at_ms[i] as number, celsius[i] as number];
    if (!Number.isInteger(at) || (i > 0 && at <= (at_ms[i - 1] as number))) return say('readingNotLater', { number: i + 1 });
    if (at > now_ms) return say('readingInFuture', { number: i + 1 });
    if (at < EARLIEST_MS) return say('readingTooOld', { number: i + 1, firstYear: String(FIRST_YEAR) });
    if (!(here >= POSSIBLE_C.least && here <= POSSIBLE_C.most)) return say('readingImpossible', { number: i + 1, celsius: here });
  }
  return undefined;
}

const EARLIEST_MS = Date.UTC(FIRST_YEAR, 0, 1);
/** What cannot be the temperature of any place where seed is kept, °C. */
const POSSIBLE_C = { least: -60, most: 70 };
/** What digital sensors say when they have come off, and when they have just been switched on, °C. */
const SENSOR_OFF_C = -127;
const SENSOR_STARTS_C = 85;

/**
 * Puts readings in order of time and leaves out what cannot be: sensor faults, temperatures that no place has, moments that have not come by
 * `now_ms`, and moments told twice (the first stands). Nothing is guessed; everything left out is told by its line.
 */
export function tidyReadings(raw: readonly RawReading[], now_ms: number): { readings: Readings; left: LeftOut[]; repeated: number } {
  const left = new LeftLines();
  const leave = (why: string, line: number) => left.leave(why, line);
  const good = raw.filter(({ line, at_ms, celsius }) => {
    if (celsius === SENSOR_OFF_C) leave(say('sensorCameOff'), line);
    else if (celsius === SENSOR_STARTS_C) leave(say('sensorSwitchedOn'), line);
    else if (!(celsius >= POSSIBLE_C.least && celsius <= POSSIBLE_C.most)) leave(say('impossibleTemperature'), line);
    else if (at_ms < EARLIEST_MS) leave(say('beforeYearRight', { firstYear: String(FIRST_YEAR) }), line);
    else if (at_ms > now_ms) leave(say('momentFuture'), line);
    else return true;
    return false;
  });
  good.sort((a, b) => a.at_ms - b.at_ms || a.line - b.line);
  let repeated = 0;
  const once = good.filter((one, i) => {
    const before = good[i - 1];
    if (before?.at_ms !== one.at_ms) return true;
    // The same told twice is harmless; another figure for the same moment is told of.
    if (before.celsius === one.celsius) repeated += 1;
    else leave(say('momentTaken'), one.line);
    return false;
  });
  return {
    readings: { at_ms: Float64Array.from(once, ({ at_ms }) => at_ms), celsius: Float64Array.from(once, ({ celsius }) => celsius) },
    left: left.said,
    repeated,
  };
}
