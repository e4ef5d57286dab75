import { FIRST_YEAR, LAST_YEAR, type PlainDate } from '@chill/model/primitives.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/calendar.ts';
import type { Parsed } from '../units/parsed.ts';
import { addDays, dayNumber, shortDate, shortMonthDay } from './dates.ts';

const MONTHS = ['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december'];
const NAMED: Record<string, number> = { today: 0, now: 0, yesterday: -1, tomorrow: 1 };

/**
 * Reads a day as a grower types it: `2026-02-16`, `16 Feb`, `Feb 16 2026`, `16.2.2026`, `today`,
 * `yesterday`, `+3 d`, `in 2 weeks`, `5 days ago`. Where the year is left out, the one that puts the day
 * nearest to `today` is taken. `3/4/2026` is refused: half the world reads it as April.
 */
export function parseDate(text: string, today: PlainDate): Parsed<PlainDate> {
  const typed = text.trim().toLowerCase().replace(/,/g, ' ').replace(/\s+/g, ' ');
  if (typed === '') return refusal(say.of('giveDaySuch', { day: shortMonthDay('02-16') }));
  if (Object.hasOwn(NAMED, typed)) return daysFrom(today, NAMED[typed] as number);

  const relative = /^(?:in |\+ ?)?(\d{1,4}) ?(d|days?|w|wks?|weeks?)( ago)?$/.exec(typed);
  if (relative) {
    const days = Number(relative[1]) * (relative[2]?.startsWith('w') ? 7 : 1);
    return daysFrom(today, relative[3] ? -days : days);
  }
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(typed);
  if (iso) return existing(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  if (/^\d{1,2}\/\d{1,2}\/\d{2,4}$/.test(typed)) {
    return refusal(say.of('monthOrDayFirstWrite', { day: shortDate.of('2026-04-03', '2025-01-01') }));
  }
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})?$/.exec(typed);
  if (dotted) return inYear(dotted[3], Number(dotted[2]), Number(dotted[1]), today);
  const dayFirst = /^(\d{1,2})(?:st|nd|rd|th)? ([a-z]{3,9})\.?(?: (\d{4}))?$/.exec(typed);
  if (dayFirst) return worded(dayFirst[3], dayFirst[2] as string, Number(dayFirst[1]), today);
  const monthFirst = /^([a-z]{3,9})\.? (\d{1,2})(?:st|nd|rd|th)?(?: (\d{4}))?$/.exec(typed);
  if (monthFirst) return worded(monthFirst[3], monthFirst[1] as string, Number(monthFirst[2]), today);
  return refusal(say.of('notDayChillCanRead', { text: text.trim(), day: shortMonthDay('02-16') }));
}

/**
 * Reads a day that lies ahead, as a wish does: where the year is left out, the coming one. Otherwise as {@link parseDate}.
 */
export function parseComingDate(text: string, today: PlainDate): Parsed<PlainDate> {
  const parsed = parseDate(text, today);
  if (!parsed.ok || parsed.value >= today || /\d{4}|ago|yesterday|-/.test(text)) return parsed;
  return existing(Number(parsed.value.slice(0, 4)) + 1, Number(parsed.value.slice(5, 7)), Number(parsed.value.slice(8)));
}

function worded(year: string | undefined, month: string, day: number, today: PlainDate): Parsed<PlainDate> {
  // At least three letters of it, and none that are not its own.
  const index = MONTHS.findIndex((name) => name.startsWith(month));
  if (index < 0) return refusal(say.of('notMonth', { month }));
  return inYear(year, index + 1, day, today);
}

function inYear(year: string | undefined, month: number, day: number, today: PlainDate): Parsed<PlainDate> {
  if (year) return existing(Number(year), month, day);
  const thisYear = Number(today.slice(0, 4));
  const candidates = [thisYear - 1, thisYear, thisYear + 1].map((y) => existing(y, month, day));
  const distance = (parsed: Parsed<PlainDate>) =>
    parsed.ok ? Math.abs(dayNumber(parsed.value) - dayNumber(today)) : Number.POSITIVE_INFINITY;
  return candidates.reduce((best, candidate) => (distance(candidate) < distance(best) ? candidate : best));
}

function existing(year: number, month: number, day: number): Parsed<PlainDate> {
  const date = `${year}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  try {
    dayNumber(date);
  } catch {
    return refusal(say.of('thereNo', { day: String(day), month: String(month), year: String(year) }));
  }
  return inReach(date);
}

function daysFrom(today: PlainDate, days: number): Parsed<PlainDate> {
  return inReach(addDays(today, days));
}

function inReach(date: PlainDate): Parsed<PlainDate> {
  const year = Number(date.slice(0, 4));
  return year < FIRST_YEAR || year > LAST_YEAR ? refusal(say.of('yearOutOfReach', { year: String(year) })) : { ok: true, value: date };
}
