import type { PlainDate } from '@chill/model/primitives.ts';
import { addDays } from '../calendar/dates.ts';
import type { SproutForecast } from '../forecast/project.ts';

/** Waiting on, where one could stop: for how many days, and how many more are expected by then, 8 times in 10. */
export interface WaitOn {
  days: number;
  low: number;
  high: number;
}

/** Days that waiting goes on for, the shorter ones first. */
const SPANS = [3, 7, 14, 28];
/** A wait is worth proposing once it has this much of all that may still come. */
const WORTH = 0.5;

/** The shortest usual wait that half of what may still come falls into; the longest, where none does. `undefined` where nothing is left to wait for. */
export function waitOn({ outlook }: Pick<SproutForecast, 'outlook'>, today: PlainDate): WaitOn | undefined {
  const { belief, course, left } = outlook;
  if (left === 0) return undefined;
  const all = belief.chance(course.warmth.at(-1));
  const chanceBy = (days: number) => belief.chance(course.on(addDays(today, days)));
  const days = SPANS.find((span) => chanceBy(span) >= WORTH * all) ?? (SPANS.at(-1) as number);
  const { low, high } = belief.count(left, course.on(addDays(today, days)));
  return { days, low, high };
}
