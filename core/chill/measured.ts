import type { TemperatureResponse } from '@chill/model/species.ts';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import type { Readings } from '../readings/readings.ts';
import { effectiveness } from './effectiveness.ts';

const DAY_MS = 86_400_000;
const HOUR_MS = 3_600_000;

/** Readings further apart than this leave a gap: between them nobody knows, and the place's nominal temperature is taken. Assumption. */
export const GAP_MS = 3 * HOUR_MS;

/** A reading by hand is joined with its neighbours over this long: whoever reads a thermometer once a day knows that day. Assumption. */
const HAND_GAP_MS = 36 * HOUR_MS;

/** Whether nobody knows what was between the reading before the `i`th and the `i`th, `gone_ms` apart. */
function isGap(gone_ms: number, i: number, byHand: Uint8Array | undefined): boolean {
  if (gone_ms <= GAP_MS) return false;
  return !(byHand && gone_ms <= HAND_GAP_MS && (byHand[i] === 1 || byHand[i - 1] === 1));
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

/** Mean of a law while the temperature runs straight from one to another. */
export function meanAlong(from_C: number, to_C: number, { at, area }: Law): number {
  if (Math.abs(to_C - from_C) < ALIKE_C) return at((from_C + to_C) / 2);
  return (area(to_C) - area(from_C)) / (to_C - from_C);
}

/** Something that a temperature does, by the day: chill, rot, or the temperature itself. */
export interface Law {
  /** At one temperature, °C. */
  at: (temperature_C: number) => number;
  /** Its antiderivative: along a straight line between two temperatures the mean is the difference of this over theirs. */
  area: (temperature_C: number) => number;
  /** Where it is the trapezoid of a response: that is added up faster. */
  response?: TemperatureResponse;
}

/** What an hour of cold counts, by a response. */
export function chillLaw(response: TemperatureResponse = COLD_RESPONSE): Law {
  return {
    at: (temperature_C) => effectiveness(temperature_C, response),
    area: (temperature_C) => responseArea(temperature_C, response),
    response,
  };
}

/** Sums are kept at every so many readings; between them what is asked for is added up again. */
const BLOCK = 128;

/** A place's readings with what a law makes of them and the measured time added up block by block, so that any interval is a difference. */
export interface ChillSum {
  readings: Readings;
  law: Law;
  nominal_C: number;
  /** Up to the first reading of each block. */
  days: Float64Array;
  measured_ms: Float64Array;
}

/** Adds up the chill of a place's readings once; every batch that lay there is then two look-ups. */
export function sumChill(readings: Readings, nominal_C: number, response: TemperatureResponse = COLD_RESPONSE): ChillSum {
  return sumUp(readings, nominal_C, chillLaw(response));
}

/** Adds up what any law makes of a place's readings; `nominal_C` stands in where there are none. */
export function sumUp(readings: Readings, nominal_C: number, law: Law): ChillSum {
  const count = readings.at_ms.length;
  const blocks = Math.ceil(count / BLOCK);
  const days = new Float64Array(blocks);
  const measured_ms = new Float64Array(blocks);
  const nominal = law.at(nominal_C);
  for (let block = 1; block < blocks; block++) {
    const part = addUp(readings, law, nominal, (block - 1) * BLOCK, block * BLOCK);
    days[block] = (days[block - 1] as number) + part.days;
    measured_ms[block] = (measured_ms[block - 1] as number) + part.measured_ms;
  }
  return { readings, law, nominal_C, days, measured_ms };
}

interface Part {
  days: number;
  measured_ms: number;
}

/** What a law makes of the time from the `from`th reading to the `to`th. */
function addUp(readings: Readings, law: Law, nominal: number, from: number, to: number): Part {
  if (law.response) return addUpTrapezoid(readings, law.response, nominal, from, to);
  const { at_ms, celsius, byHand } = readings;
  let sum = 0;
  let measured_ms = 0;
  let here = celsius[from] as number;
  let area = law.area(here);
  for (let i = from + 1; i <= to; i++) {
    const gone = (at_ms[i] as number) - (at_ms[i - 1] as number);
    const next = celsius[i] as number;
    const nextArea = next === here ? area : law.area(next);
    if (!isGap(gone, i, byHand)) {
      const rise = next - here;
      sum += (rise < ALIKE_C && rise > -ALIKE_C ? law.at(here) : (nextArea - area) / rise) * gone;
      measured_ms += gone;
    } else sum += nominal * gone;
    here = next;
    area = nextArea;
  }
  return { days: sum / DAY_MS, measured_ms };
}

/** The side of a trapezoid on which all counts fully; below it are 0 and 1, above 3 and 4. */
const FULL = 2;

/**
 * The same for a trapezoid. A million readings pass through here: while all counts fully, which is what a fridge does nearly all the time, only the
 * time is added; as long as two readings lie on the same side, the mean along the line between them is the mean of the two; and only where the line
 * crosses a corner are areas needed.
 */
function addUpTrapezoid(
  { at_ms, celsius, byHand }: Readings,
  response: TemperatureResponse,
  nominal: number,
  from: number,
  to: number,
): Part {
  const { zeroBelow_C, fullFrom_C, fullTo_C, zeroAbove_C } = response;
  const rises = 1 / (fullFrom_C - zeroBelow_C);
  const falls = 1 / (zeroAbove_C - fullTo_C);
  // Twice the sum, so that the mean of two is left as their sum.
  let twice = 0;
  let gaps_ms = 0;
  let at = at_ms[from] as number;
  let here = celsius[from] as number;
  let side = -1;
  let counts = 0;
  // Readings that all lie within a gap's length leave none between them.
  const dense = (at_ms[to] as number) - at <= GAP_MS;
  for (let i = from; i <= to; i++) {
    if (side === FULL) {
      // As long as all counts fully, only the time is added.
      const run = i;
      while (i <= to && (celsius[i] as number) >= fullFrom_C && (celsius[i] as number) <= fullTo_C) {
        if (!dense && isGap((at_ms[i] as number) - (at_ms[i - 1] as number), i, byHand)) break;
        i += 1;
      }
      if (i > run) {
        const until = at_ms[i - 1] as number;
        twice += 2 * (until - at);
        at = until;
        here = celsius[i - 1] as number;
        if (i > to) break;
      }
    }
    const next = celsius[i] as number;
    const nextAt = at_ms[i] as number;
    const gone = nextAt - at;
    let nextSide = FULL;
    let nextCounts = 1;
    if (next < fullFrom_C) {
      nextSide = next <= zeroBelow_C ? 0 : 1;
      nextCounts = nextSide === 0 ? 0 : (next - zeroBelow_C) * rises;
    } else if (next > fullTo_C) {
      nextSide = next < zeroAbove_C ? 3 : 4;
      nextCounts = nextSide === 4 ? 0 : (zeroAbove_C - next) * falls;
    }
    if (gone > GAP_MS && isGap(gone, i, byHand)) {
      twice += 2 * nominal * gone;
      gaps_ms += gone;
    } else if (nextSide === side) twice += (counts + nextCounts) * gone;
    else if (here !== next) twice += (2 * gone * (responseArea(next, response) - responseArea(here, response))) / (next - here);
    at = nextAt;
    here = next;
    side = nextSide;
    counts = nextCounts;
  }
  return { days: twice / (2 * DAY_MS), measured_ms: at - (at_ms[from] as number) - gaps_ms };
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
function upTo({ readings, law, nominal_C, days, measured_ms }: ChillSum, moment: number): Part {
  const { at_ms, celsius, byHand } = readings;
  const nominal = law.at(nominal_C);
  const count = at_ms.length;
  if (count === 0) return { days: (nominal * moment) / DAY_MS, measured_ms: 0 };
  const first = at_ms[0] as number;
  if (moment <= first) return { days: (nominal * (moment - first)) / DAY_MS, measured_ms: 0 };
  const i = lastAtOrBefore(at_ms, moment);
  const block = Math.floor(i / BLOCK);
  const part = addUp(readings, law, nominal, block * BLOCK, i);
  const so_far = { days: (days[block] as number) + part.days, measured_ms: (measured_ms[block] as number) + part.measured_ms };
  const start = at_ms[i] as number;
  const end = at_ms[i + 1];
  const gone = moment - start;
  if (end === undefined || isGap(end - start, i + 1, byHand)) return { ...so_far, days: so_far.days + (nominal * gone) / DAY_MS };
  const [a, b] = [celsius[i] as number, celsius[i + 1] as number];
  const here = a + ((b - a) * gone) / (end - start);
  return { days: so_far.days + (meanAlong(a, here, law) * gone) / DAY_MS, measured_ms: so_far.measured_ms + gone };
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
export const UNDOES_AFTER_DAYS = 2;
export const UNDONE_PER_DAY = 0.5;

/** A spell above a temperature. */
export interface Spell {
  from_ms: number;
  to_ms: number;
  peak_C: number;
}

/** Spells above `above_C` between two moments, in order, cut where the straight line between readings crosses it. Gaps hold no spell. */
export function spellsAbove(above_C: number, { at_ms, celsius, byHand }: Readings, from_ms: number, to_ms: number): Spell[] {
  const spells: Spell[] = [];
  let open: Spell | undefined;
  const close = () => {
    if (open && open.to_ms > open.from_ms) spells.push(open);
    open = undefined;
  };
  for (let i = Math.max(0, lastAtOrBefore(at_ms, from_ms)); i + 1 < at_ms.length; i++) {
    const t1 = at_ms[i] as number;
    if (t1 >= to_ms) break;
    const a = celsius[i] as number;
    const b = celsius[i + 1] as number;
    // Nearly all readings of a cold place end here.
    if (a <= above_C && b <= above_C) {
      if (open) close();
      continue;
    }
    const t2 = at_ms[i + 1] as number;
    if (isGap(t2 - t1, i + 1, byHand)) {
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
