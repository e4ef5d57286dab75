import type { TemperatureResponse } from '@chill/model/species.ts';
import { COLD_RESPONSE, effectiveness } from './effectiveness.ts';

const DAY_MS = 86_400_000;
const HOUR_MS = 3_600_000;

/** Readings further apart than this leave a gap: between them nobody knows, and the place's nominal temperature is taken. Assumption. */
export const GAP_MS = 3 * HOUR_MS;

/** What a place's logger said: moments, ms since 1970, rising; and °C, one for each. */
export interface Readings {
  at_ms: Float64Array;
  celsius: Float64Array;
}

/** Days of chill between two moments, and how much of the time was measured. */
export interface MeasuredChill {
  days: number;
  measured_ms: number;
  /** Time for which the nominal temperature was taken: before the first reading, after the last, and in gaps. */
  nominal_ms: number;
}

/**
 * The area under the response from far below up to a temperature, °C: its antiderivative. Between two readings the temperature is taken to run
 * straight, and the mean effectiveness there is the difference of this over the difference of the temperatures, exactly.
 */
export function responseArea(temperature_C: number, { zeroBelow_C, fullFrom_C, fullTo_C, zeroAbove_C }: TemperatureResponse): number {
  const rise = fullFrom_C - zeroBelow_C;
  const fall = zeroAbove_C - fullTo_C;
  if (temperature_C <= zeroBelow_C) return 0;
  if (temperature_C <= fullFrom_C) return (temperature_C - zeroBelow_C) ** 2 / (2 * rise);
  if (temperature_C <= fullTo_C) return rise / 2 + (temperature_C - fullFrom_C);
  const whole = rise / 2 + (fullTo_C - fullFrom_C) + fall / 2;
  return temperature_C >= zeroAbove_C ? whole : whole - (zeroAbove_C - temperature_C) ** 2 / (2 * fall);
}

/** Temperatures closer than this are one, °C: the difference quotient would be all rounding. */
const ALIKE_C = 1e-6;

/** Mean effectiveness while the temperature runs straight from one to another, 0 to 1. */
export function meanEffectiveness(from_C: number, to_C: number, response: TemperatureResponse = COLD_RESPONSE): number {
  if (Math.abs(to_C - from_C) < ALIKE_C) return effectiveness((from_C + to_C) / 2, response);
  return (responseArea(to_C, response) - responseArea(from_C, response)) / (to_C - from_C);
}

/** A place's readings with the chill and the measured time added up to each, so that any interval is a difference. */
export interface ChillSum {
  readings: Readings;
  response: TemperatureResponse;
  nominal_C: number;
  days: Float64Array;
  measured_ms: Float64Array;
}

/** Adds up a place's readings once; every batch that lay there is then two look-ups. */
export function sumChill(readings: Readings, nominal_C: number, response: TemperatureResponse = COLD_RESPONSE): ChillSum {
  const { at_ms, celsius } = readings;
  const count = at_ms.length;
  const days = new Float64Array(count);
  const measured_ms = new Float64Array(count);
  const nominal = effectiveness(nominal_C, response);
  for (let i = 1; i < count; i++) {
    const gone = (at_ms[i] as number) - (at_ms[i - 1] as number);
    const known = gone <= GAP_MS;
    const share = known ? meanEffectiveness(celsius[i - 1] as number, celsius[i] as number, response) : nominal;
    days[i] = (days[i - 1] as number) + (share * gone) / DAY_MS;
    measured_ms[i] = (measured_ms[i - 1] as number) + (known ? gone : 0);
  }
  return { readings, response, nominal_C, days, measured_ms };
}

/**
 * Chill earned between two moments, ms since 1970. Splitting the interval anywhere changes nothing but rounding.
 * @throws {RangeError} where it ends before it begins.
 */
export function chillBetween(sum: ChillSum, from_ms: number, to_ms: number): MeasuredChill {
  if (to_ms < from_ms) throw new RangeError('The interval ends before it begins.');
  const [from, to] = [upTo(sum, from_ms), upTo(sum, to_ms)];
  const measured_ms = to.measured_ms - from.measured_ms;
  return { days: to.days - from.days, measured_ms, nominal_ms: to_ms - from_ms - measured_ms };
}

/** Sums up to a moment, counted from the first reading; before it, negative: the nominal temperature runs back as well. */
function upTo(
  { readings: { at_ms, celsius }, response, nominal_C, days, measured_ms }: ChillSum,
  moment: number,
): { days: number; measured_ms: number } {
  const nominal = effectiveness(nominal_C, response);
  const count = at_ms.length;
  if (count === 0) return { days: (nominal * moment) / DAY_MS, measured_ms: 0 };
  const [first, last] = [at_ms[0] as number, at_ms[count - 1] as number];
  if (moment <= first) return { days: (nominal * (moment - first)) / DAY_MS, measured_ms: 0 };
  if (moment >= last)
    return { days: (days[count - 1] as number) + (nominal * (moment - last)) / DAY_MS, measured_ms: measured_ms[count - 1] as number };
  const i = lastAtOrBefore(at_ms, moment);
  const [start, end] = [at_ms[i] as number, at_ms[i + 1] as number];
  const gone = moment - start;
  if (end - start > GAP_MS) return { days: (days[i] as number) + (nominal * gone) / DAY_MS, measured_ms: measured_ms[i] as number };
  const [a, b] = [celsius[i] as number, celsius[i + 1] as number];
  const here = a + ((b - a) * gone) / (end - start);
  return {
    days: (days[i] as number) + (meanEffectiveness(a, here, response) * gone) / DAY_MS,
    measured_ms: (measured_ms[i] as number) + gone,
  };
}

/** Index of the last of rising moments that is not after `moment`; −1 where all are. */
export function lastAtOrBefore(at_ms: Float64Array, moment: number): number {
  let low = 0;
  let high = at_ms.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((at_ms[middle] as number) <= moment) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/** Hours above this are told as an excursion, °C. */
export const WARM_C = 15;
/** A spell above this, °C, for longer than two days undoes half a chill-day for each day beyond. Assumption: secondary dormancy. */
export const UNDOING_C = 20;
const UNDOES_AFTER_MS = 48 * HOUR_MS;
const UNDONE_PER_DAY = 0.5;

/** A spell above a temperature. */
export interface Spell {
  from_ms: number;
  to_ms: number;
  peak_C: number;
}

/** Spells above `above_C` between two moments, in order, cut where the straight line between readings crosses it. Gaps hold no spell. */
export function spellsAbove(above_C: number, { at_ms, celsius }: Readings, from_ms: number, to_ms: number): Spell[] {
  const spells: Spell[] = [];
  let open: Spell | undefined;
  const close = () => {
    if (open && open.to_ms > open.from_ms) spells.push(open);
    open = undefined;
  };
  for (let i = Math.max(0, lastAtOrBefore(at_ms, from_ms)); i + 1 < at_ms.length; i++) {
    const [t1, t2] = [at_ms[i] as number, at_ms[i + 1] as number];
    if (t1 >= to_ms) break;
    const [a, b] = [celsius[i] as number, celsius[i + 1] as number];
    if (t2 - t1 > GAP_MS || (a <= above_C && b <= above_C)) {
      close();
      continue;
    }
    const crossing = t1 + ((above_C - a) / (b - a)) * (t2 - t1);
    const starts = Math.max(from_ms, a > above_C ? t1 : crossing);
    const ends = Math.min(to_ms, b > above_C ? t2 : crossing);
    if (ends > starts) {
      open ??= { from_ms: starts, to_ms: ends, peak_C: above_C };
      open.to_ms = ends;
      open.peak_C = Math.max(open.peak_C, a, b);
    }
    if (b <= above_C) close();
  }
  close();
  return spells;
}

/** Chill-days that warm spells undo between two moments; the caller never lets an account fall below zero. */
export function undoneDays(readings: Readings, from_ms: number, to_ms: number): number {
  return spellsAbove(UNDOING_C, readings, from_ms, to_ms).reduce(
    (sum, spell) => sum + (UNDONE_PER_DAY * Math.max(0, spell.to_ms - spell.from_ms - UNDOES_AFTER_MS)) / DAY_MS,
    0,
  );
}
