import type { PlainDate } from '@chill/model/primitives.ts';

const MS_PER_DAY = 86_400_000;

/**
 * The day as a whole number of days since 1970-01-01. Redrawing a plan steps through thousands of days,
 * so arithmetic is on these numbers, counted in UTC where every day has 24 hours; time zones enter
 * only in `clock.ts`.
 * @throws {RangeError} if `date` is not a day that exists, written `YYYY-MM-DD`.
 */
export function dayNumber(date: PlainDate): number {
  const [year, month, day] = [Number(date.slice(0, 4)), Number(date.slice(5, 7)), Number(date.slice(8))];
  const midnight = new Date(Date.UTC(year, month - 1, day));
  const exists = date.length === 10 && midnight.getUTCMonth() === month - 1 && midnight.getUTCDate() === day;
  if (!exists) throw new RangeError(`No such day: ${date}`);
  return midnight.getTime() / MS_PER_DAY;
}

/** The day that is `day` days after 1970-01-01; the fraction of a day is dropped. */
export function fromDayNumber(day: number): PlainDate {
  return new Date(Math.floor(day) * MS_PER_DAY).toISOString().slice(0, 10);
}

/** The day `days` days after `date`; negative for before. Fractions are dropped towards the past. */
export function addDays(date: PlainDate, days: number): PlainDate {
  return fromDayNumber(dayNumber(date) + days);
}

/** Whole days from `from` to `to`; negative where `to` lies before. */
export function daysBetween(from: PlainDate, to: PlainDate): number {
  return dayNumber(to) - dayNumber(from);
}

/** The day of the year, 1 to 366. */
export function dayOfYear(date: PlainDate): number {
  return daysBetween(`${date.slice(0, 4)}-01-01`, date) + 1;
}

/** The earlier of two days. */
export function earlier(a: PlainDate, b: PlainDate): PlainDate {
  return a < b ? a : b;
}

/** The later of two days. */
export function later(a: PlainDate, b: PlainDate): PlainDate {
  return a > b ? a : b;
}

const written = (options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', ...options });
const DAY_MONTH = written({ day: 'numeric', month: 'short' });
const WITH_YEAR = written({ day: 'numeric', month: 'short', year: 'numeric' });
const WEEKDAY = written({ weekday: 'long' });
const LONG = written({ weekday: 'long', day: 'numeric', month: 'long' });

/** "16 Feb", or "16 Feb 2027" where it lies in another year than `today`. */
export function shortDate(date: PlainDate, today?: PlainDate): string {
  const sameYear = !today || today.slice(0, 4) === date.slice(0, 4);
  return (sameYear ? DAY_MONTH : WITH_YEAR).format(Date.parse(date)).replace('Sept', 'Sep');
}

/** "Monday 16 February". */
export function longDate(date: PlainDate): string {
  return LONG.format(Date.parse(date)).replace(',', '');
}

/** "today", "tomorrow", "Thursday" within the coming week, otherwise the short date. */
export function nearDate(date: PlainDate, today: PlainDate): string {
  const ahead = daysBetween(today, date);
  if (ahead === 0) return 'today';
  if (ahead === 1) return 'tomorrow';
  if (ahead === -1) return 'yesterday';
  return ahead > 1 && ahead < 7 ? WEEKDAY.format(Date.parse(date)) : shortDate(date, today);
}

/** A length of time in the unit that a grower would say: "5 days", "9 weeks", "14 months". */
export function spell(days: number): string {
  const whole = Math.round(Math.abs(days));
  const say = (count: number, unit: string) => `${count} ${unit}${count === 1 ? '' : 's'}`;
  if (whole < 21) return say(whole, 'day');
  return whole < 300 ? say(Math.round(whole / 7), 'week') : say(Math.round(whole / 30.44), 'month');
}
