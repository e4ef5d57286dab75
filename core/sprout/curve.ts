import type { PlainDate } from '@chill/model/primitives.ts';
import { daysBetween } from '../calendar/dates.ts';
import type { SproutForecast } from '../schedule/project.ts';
import { sproutedOfThoseThatWill } from './thermalTime.ts';

/** Sprouts counted up to each look, against what was expected; days since the warmth began. */
export interface SproutCurve {
  expected: { day: number; count: number }[];
  /** The range around the expectation that holds 8 counts in 10, by the spread of the binomial. */
  low: { day: number; count: number }[];
  high: { day: number; count: number }[];
  counted: { day: number; count: number }[];
}

/** Spread either side of the expectation that holds 8 in 10, in standard deviations of the count. */
const EIGHT_IN_TEN = 1.2816;

/** The curve of a batch in the warmth, from its start to when nearly all should have come, or today if that is later. */
export function sproutCurve(forecast: SproutForecast, sprouts: readonly { on: PlainDate; count: number }[]): SproutCurve {
  const { since, day, seeds, willSprout, law, temperature_C, allButDone } = forecast;
  const last = Math.max(day, daysBetween(since, allButDone)) + 1;
  const curve: SproutCurve = { expected: [], low: [], high: [], counted: [{ day: 0, count: 0 }] };
  for (let at = 0; at <= last; at++) {
    const chance = willSprout * sproutedOfThoseThatWill(at * law.rate(temperature_C), law);
    const count = seeds * chance;
    const either = EIGHT_IN_TEN * Math.sqrt(seeds * chance * (1 - chance));
    curve.expected.push({ day: at, count });
    curve.low.push({ day: at, count: Math.max(0, count - either) });
    curve.high.push({ day: at, count: Math.min(seeds, count + either) });
  }
  let sum = 0;
  for (const { on, count } of sprouts) {
    if (on < since) continue;
    sum += count;
    curve.counted.push({ day: daysBetween(since, on), count: sum });
  }
  if (curve.counted.at(-1)?.day !== day) curve.counted.push({ day, count: sum });
  return curve;
}
