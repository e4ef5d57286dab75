import { dayNumber } from '@chill/core/calendar/dates.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { scaleLinear } from 'd3-scale';

/** Where a day lies on a drawing that runs from one day number to another, in drawing units. */
export function dayScale(from: number, to: number, left: number, right: number): (day: PlainDate) => number {
  const scale = scaleLinear([from, Math.max(from + 1, to)], [left, right]);
  return (day) => scale(dayNumber(day));
}
