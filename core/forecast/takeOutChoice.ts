import type { PlainDate } from '@chill/model/primitives.ts';
import { daysBetween, later } from '../calendar/dates.ts';
import type { TreatmentForecast } from '../follow/followed.ts';

/** Seed is looked back on for this long before today, and ahead of the window for this long, days. */
const BACK_DAYS = 14;
const AHEAD_DAYS = 28;
/** The days that are laid side by side, in weeks from the best. */
const WEEKS = [-1, 0, 1, 2, 3];

/** What taking seed out on one day or another would give, for the seed that lies there now. Days count from the treatment's first. */
export interface TakeOutChoice {
  /** The day to aim at: the best, or today where that is past. */
  aim: number;
  /** The first and the last day worth looking at. */
  from: number;
  to: number;
  /** Share ready today. */
  readyNow: number;
  /** Share ready, and share of those that lie there now still alive, each with its day. */
  ready: (readonly [day: number, share: number])[];
  alive: (readonly [day: number, share: number])[];
  /** Seeds ready and alive if taken out that day, and how many more or fewer than on the day to aim at; a week apart, none of them past. */
  choices: { day: number; seeds: number; gain: number }[];
}

/** Weighs the days on which `left` seeds could be taken out, of which the share `viable` (0 to 1) was alive when they went in. */
export function takeOutChoice(
  { curve, since, window, takeOutOn, days }: Pick<TreatmentForecast, 'curve' | 'since' | 'window' | 'takeOutOn' | 'days'>,
  left: number,
  viable: number,
  today: PlainDate,
): TakeOutChoice {
  const last = curve.yields.length - 1;
  const at = (line: readonly number[], day: number) => line[Math.max(0, Math.min(last, day))] as number;
  // Of the seeds that lie there now: what is lost from today on is all that is still to be lost.
  const living = (day: number) => Math.min(1, at(curve.survives, Math.max(day, days)) / at(curve.survives, days));
  const seeds = (day: number) => Math.round(left * viable * at(curve.released, day) * living(day));
  const aim = Math.max(days, daysBetween(since, later(takeOutOn, today)));
  const from = Math.max(0, days - BACK_DAYS);
  const to = Math.max(from + 1, Math.min(last, Math.max(aim, daysBetween(since, window.to)) + AHEAD_DAYS));
  const every = Array.from({ length: to - from + 1 }, (_, i) => from + i);
  return {
    aim,
    from,
    to,
    readyNow: at(curve.released, days),
    ready: every.map((day) => [day, at(curve.released, day)] as const),
    alive: every.map((day) => [day, living(day)] as const),
    choices: WEEKS.map((week) => aim + week * 7)
      .filter((day) => day >= days && day <= last)
      .map((day) => ({ day, seeds: seeds(day), gain: seeds(day) - seeds(aim) })),
  };
}
