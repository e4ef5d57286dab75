import type { PlainDate } from '@chill/model/primitives.ts';
import { addDays, daysBetween, later } from '../calendar/dates.ts';
import type { SproutForecast } from '../schedule/project.ts';

/** Sprouts counted up to each look, against what was and is expected; days since the warmth began. */
export interface SproutCurve {
  expected: { day: number; count: number }[];
  /** The range that holds 8 counts in 10: up to the last look as it was believed when the warmth began, from there on with all that was counted. */
  low: { day: number; count: number }[];
  high: { day: number; count: number }[];
  counted: { day: number; count: number }[];
}

/** The range is worked out at so many days and drawn straight between them. */
const POINTS = 28;

/** The curve of a batch in the warmth, from its start to when nearly all should have come, or today if that is later. */
export function sproutCurve(forecast: SproutForecast, sprouts: readonly { on: PlainDate; count: number }[]): SproutCurve {
  const { since, day, seeds, allButDone, outlook } = forecast;
  const { course, belief, before, left } = outlook;
  const last = Math.max(day, daysBetween(since, allButDone)) + 1;
  const curve: SproutCurve = { expected: [], low: [], high: [], counted: [{ day: 0, count: 0 }] };
  const counted = sprouts.filter(({ on }) => on >= since);
  const sum = counted.reduce((all, { count }) => all + count, 0);
  // The day of the last look, by the warmth that it was made at.
  const seenOn = later(since, course.dayOf(belief.seen) ?? since);
  const seenDay = left > 0 ? daysBetween(since, seenOn) : day;
  const step = Math.max(1, Math.ceil(last / POINTS));
  const days = [...new Set([...Array.from({ length: Math.floor(last / step) + 1 }, (_, i) => i * step), seenDay, seenDay + 1, last])].sort(
    (a, b) => a - b,
  );
  for (const at of days) {
    const warmth = course.on(addDays(since, at));
    const ahead = at > seenDay;
    const range = ahead ? belief.count(left, warmth) : before.count(seeds, warmth);
    const expected = ahead ? sum + left * belief.chance(warmth) : seeds * before.chance(warmth);
    const base = ahead ? sum : 0;
    curve.expected.push({ day: at, count: expected });
    curve.low.push({ day: at, count: base + range.low });
    curve.high.push({ day: at, count: base + range.high });
  }
  let up = 0;
  for (const { on, count } of counted) {
    up += count;
    curve.counted.push({ day: daysBetween(since, on), count: up });
  }
  if (curve.counted.at(-1)?.day !== day) curve.counted.push({ day, count: up });
  return curve;
}
