import { addDays, daysBetween, later } from '../calendar/dates.ts';
import type { BatchState } from '../ledger/batchState.ts';
import type { CountRange } from '../sprout/belief.ts';
import type { SproutForecast } from './project.ts';

export interface CurvePoint {
  day: number;
  count: number;
}

/** What is expected, with the range that holds 8 counts in 10; the same days in all three. */
export interface SproutBand {
  expected: CurvePoint[];
  low: CurvePoint[];
  high: CurvePoint[];
}

/** Sprouts counted up to each check, against what was and is expected; days since the warmth began. */
export interface SproutCurve {
  /** Up to the last check, as it was believed when the warmth began. */
  was: SproutBand;
  /** From the last check on, with all that was counted: it opens at the count. */
  is: SproutBand;
  counted: CurvePoint[];
  /** The day that the curve ends with. */
  last: number;
}

/** The range is worked out at so many days and drawn straight between them. */
const POINTS = 28;

/** The curve of a batch in the warmth, from its start to when nearly all should have come, or today if that is later. */
export function sproutCurve(forecast: SproutForecast, sprouts: BatchState['sprouts']): SproutCurve {
  const { since, day, seeds, allButDone, outlook } = forecast;
  const { course, belief, before, left } = outlook;
  const last = Math.max(day, daysBetween(since, allButDone)) + 1;
  const band = (): SproutBand => ({ expected: [], low: [], high: [] });
  const curve: SproutCurve = { was: band(), is: band(), counted: [{ day: 0, count: 0 }], last };
  const counted = sprouts.filter(({ stage }) => stage >= forecast.stage);
  const sum = counted.reduce((all, { count }) => all + count, 0);
  // The day of the last check, by the warmth that it was made at.
  const seenOn = later(since, course.dayOf(belief.seen) ?? since);
  const seenDay = left > 0 ? daysBetween(since, seenOn) : day;
  const step = Math.max(1, Math.ceil(last / POINTS));
  const days = [...new Set([...Array.from({ length: Math.floor(last / step) + 1 }, (_, i) => i * step), seenDay, seenDay + 1, last])].sort(
    (a, b) => a - b,
  );
  const push = (to: SproutBand, day: number, expected: number, { low, high }: CountRange) => {
    to.expected.push({ day, count: expected });
    to.low.push({ day, count: low });
    to.high.push({ day, count: high });
  };
  for (const at of days) {
    const warmth = course.on(addDays(since, at));
    if (at <= seenDay) push(curve.was, at, seeds * before.chance(warmth), before.count(seeds, warmth));
    if (at === seenDay) push(curve.is, at, sum, { low: sum, high: sum });
    if (at <= seenDay) continue;
    const { low, high } = belief.count(left, warmth);
    push(curve.is, at, sum + left * belief.chance(warmth), { low: sum + low, high: sum + high });
  }
  let up = 0;
  for (const { on, count } of counted) {
    up += count;
    curve.counted.push({ day: daysBetween(since, on), count: up });
  }
  if (curve.counted.at(-1)?.day !== day) curve.counted.push({ day, count: up });
  return curve;
}
