import type { PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/calendar.ts';
import { language } from '@chill/words/language.ts';
import { wording } from '@chill/words/subject.ts';
import { remembered } from '../memory/remembered.ts';

const MS_PER_DAY = 86_400_000;

/**
 * The day as a whole number of days since 1970-01-01. Redrawing a plan steps through thousands of days,
 * so arithmetic is on these numbers, counted in UTC where every day has 24 hours; time zones enter
 * only in `clock.ts`.
 * @throws {RangeError} if `date` is not a day that exists, written `YYYY-MM-DD`.
 */
export function dayNumber(date: PlainDate): number {
  return numbers(date, counted);
}

/** Sixty years of days: the same few hundred are asked for again and again. */
const MOST_DAYS = 22_000;
const numbers = remembered<PlainDate, number>(MOST_DAYS);
const dates = remembered<number, PlainDate>(MOST_DAYS);

function counted(date: PlainDate): number {
  const [year, month, day] = [Number(date.slice(0, 4)), Number(date.slice(5, 7)), Number(date.slice(8))];
  const midnight = new Date(Date.UTC(year, month - 1, day));
  const exists = date.length === 10 && midnight.getUTCMonth() === month - 1 && midnight.getUTCDate() === day;
  if (!exists) throw new RangeError(`No such day: ${date}`);
  return midnight.getTime() / MS_PER_DAY;
}

/** The day that is `day` days after 1970-01-01; the fraction of a day is dropped. */
export function fromDayNumber(day: number): PlainDate {
  return dates(Math.floor(day), (whole) => new Date(whole * MS_PER_DAY).toISOString().slice(0, 10));
}

/** Days in a year, on average. */
export const YEAR_DAYS = 365.25;

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

const STYLES = {
  dayMonth: { day: 'numeric', month: 'short' },
  withYear: { day: 'numeric', month: 'short', year: 'numeric' },
  weekday: { weekday: 'long' },
  shortWeekday: { weekday: 'short' },
  shortMonth: { month: 'short' },
  month: { month: 'long' },
  long: { weekday: 'long', day: 'numeric', month: 'long' },
} as const satisfies Record<string, Intl.DateTimeFormatOptions>;
const formats = remembered<string, Intl.DateTimeFormat>(50);

/** How days are written in the language that is spoken: a format is made once, for it is slow in the making. */
function formatOf(style: keyof typeof STYLES): Intl.DateTimeFormat {
  return formats(`${language()} ${style}`, () => new Intl.DateTimeFormat(language(), { timeZone: 'UTC', ...STYLES[style] }));
}

/** A day as it is written in the language that is spoken. */
function written(date: PlainDate, style: keyof typeof STYLES): string {
  // British tables have four letters for one month of the twelve.
  return formatOf(style).format(Date.parse(date)).replace('Sept ', 'Sep ').replace(/Sept$/, 'Sep');
}

/** "16 Feb" or "Feb 16", with its year where that is another than `today`'s. */
export const shortDate = wording('shortDate', (date: PlainDate, today?: PlainDate): string => {
  const sameYear = !today || today.slice(0, 4) === date.slice(0, 4);
  return written(date, sameYear ? 'dayMonth' : 'withYear');
});

/** "3–5 Feb" or "Feb 3–5", "30 Jan – 2 Feb": some days from one to another, with their year where that is another than `today`'s. */
export function dateRange(from: PlainDate, to: PlainDate, today: PlainDate): string {
  const sameYear = [from, to].every((day) => day.slice(0, 4) === today.slice(0, 4));
  const range = formatOf(sameYear ? 'dayMonth' : 'withYear').formatRange(Date.parse(from), Date.parse(to));
  // Tables differ in the spaces about the dash: none between two figures of one month.
  return range.replace(/Sept\b/g, 'Sep').replace(/\s*–\s*/, from.slice(0, 7) === to.slice(0, 7) ? '–' : ' – ');
}

/** "Monday 16 February". */
export function longDate(date: PlainDate): string {
  return written(date, 'long').replace(',', '');
}

/** "today", "tomorrow", "Thursday" within the coming week, otherwise the short date. */
export const nearDate = wording('nearDate', (date: PlainDate, today: PlainDate): string => {
  const ahead = daysBetween(today, date);
  if (ahead === 0) return say('today');
  if (ahead === 1) return say('tomorrow');
  if (ahead === -1) return say('yesterday');
  return ahead > 1 && ahead < 7 ? written(date, 'weekday') : shortDate(date, today);
});

/** The next time that a day of the year, such as `10-15`, comes: not before tomorrow. */
export function nextOn(monthDay: string, today: PlainDate): PlainDate {
  const thisYear = `${today.slice(0, 4)}-${monthDay}`;
  return thisYear > today ? thisYear : `${Number(today.slice(0, 4)) + 1}-${monthDay}`;
}

/** A length of time in the unit that a grower would say: "5 days", "9 weeks", "14 months". */
export const spell = wording('spell', (days: number): string => {
  const whole = Math.round(Math.abs(days));
  if (whole < 21) return say('days', { count: whole });
  return whole < 300 ? say('weeks', { count: Math.round(whole / 7) }) : say('months', { count: Math.round(whole / 30.44) });
});

/** A day of any year, `MM-DD`, as "12 May" or "May 12". */
export function shortMonthDay(monthDay: string): string {
  return written(`2026-${monthDay}`, 'dayMonth');
}

/** "Nov": the month of a day, where its first is marked. */
export function shortMonth(date: PlainDate): string {
  return written(date, 'shortMonth');
}

/** "Mon" to "Sun". */
export function weekdayNames(): string[] {
  return Array.from({ length: 7 }, (_, day) => written(addDays('2026-11-02', day), 'shortWeekday'));
}

/** "January" to "December". */
export function monthNames(): string[] {
  return Array.from({ length: 12 }, (_, month) => written(`2026-${String(month + 1).padStart(2, '0')}-01`, 'month'));
}
