import { FIRST_YEAR, LAST_YEAR, type PlainDate } from '@chill/model/primitives.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/calendar.ts';
import { language } from '@chill/words/language.ts';
import type { Parsed } from '../units/parsed.ts';
import { addDays, dayNumber, shortMonth, shortMonthDay } from './dates.ts';

const MONTHS = ['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december'];
const WEEKDAYS = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'];
const NAMED: Record<string, number> = {
  today: 0,
  now: 0,
  'this morning': 0,
  tomorrow: 1,
  yesterday: -1,
  'last night': -1,
  'day before yesterday': -2,
  'the day before yesterday': -2,
  'last week': -7,
  'next week': 7,
};
const FEW: Record<string, number> = { a: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10 };
const RELATIVE = new RegExp(`^(?:in |\\+ ?)?(\\d{1,4}|${Object.keys(FEW).join('|')}) ?(d|days?|w|wks?|weeks?)( ago)?$`);
/** Days of a month that are meant by a part of it; a month alone means its middle. Its end is its last day. */
const PART_OF_MONTH: Record<string, number> = { early: 5, beginning: 1, start: 1, mid: 15, middle: 15, late: 25 };

/** Reads one way of writing a day; `undefined` where it is another. */
type Reader = (typed: string, today: PlainDate) => Parsed<PlainDate> | undefined;

const READERS: readonly Reader[] = [
  (typed, today) => (Object.hasOwn(NAMED, typed) ? daysFrom(today, NAMED[typed] as number) : undefined),
  (typed, today) => {
    const relative = RELATIVE.exec(typed);
    if (!relative) return undefined;
    const [, many, unit, ago] = relative as unknown as [string, string, string, string?];
    const days = (FEW[many] ?? Number(many)) * (unit.startsWith('w') ? 7 : 1);
    return daysFrom(today, ago ? -days : days);
  },
  (typed) => {
    const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(typed);
    return iso ? existing(Number(iso[1]), Number(iso[2]), Number(iso[3])) : undefined;
  },
  slashed,
  (typed, today) => {
    const dotted = /^(\d{1,2})\. ?(\d{1,2})\.? ?(\d{4}|\d{2})?$/.exec(typed);
    return dotted ? inYear(dotted[3], Number(dotted[2]), Number(dotted[1]), today) : undefined;
  },
  (typed, today) => {
    const dayFirst = /^(\d{1,2})(?:st|nd|rd|th)? (?:of )?([a-z]{3,9})\.?(?: (\d{4}))?$/.exec(typed);
    return dayFirst ? worded(dayFirst[3], dayFirst[2] as string, Number(dayFirst[1]), today) : undefined;
  },
  (typed, today) => {
    const monthFirst = /^([a-z]{3,9})\.? (\d{1,2})(?:st|nd|rd|th)?(?: (\d{4}))?$/.exec(typed);
    return monthFirst ? worded(monthFirst[3], monthFirst[1] as string, Number(monthFirst[2]), today) : undefined;
  },
  weekday,
  partOfMonth,
];

/**
 * Reads a day as a grower types it: `2026-02-16`, `16 Feb`, `Feb 16 2026`, `16.2.2026`, `today`, `yesterday`, `last Sunday`, `mid May`, `+3 d`, `in 2
 * weeks`, `5 days ago`. Where the year is left out, the one that puts the day nearest to `today` is taken; a weekday is the last one gone by.
 * `3/4/2026` is read as the language that is spoken has it, the month first or the day, and marked `twoWays` where it could be either.
 */
export function parseDate(text: string, today: PlainDate): Parsed<PlainDate> {
  const typed = text.trim().toLowerCase().replace(/,/g, ' ').replace(/\s+/g, ' ');
  if (typed === '') return refusal(say.of('giveDaySuch', { day: shortMonthDay('02-16') }));
  for (const read of READERS) {
    const parsed = read(typed, today);
    if (parsed) return parsed;
  }
  return refusal(say.of('notADay', { text: text.trim(), day: shortMonthDay('02-16') }));
}

/** `11/20/2026`, as the language has it; the other way round where only that is a day. */
function slashed(typed: string, today: PlainDate): Parsed<PlainDate> | undefined {
  const parts = /^(\d{1,2})\/(\d{1,2})(?:\/(\d{4}|\d{2}))?$/.exec(typed);
  if (!parts) return undefined;
  const [first, second] = [Number(parts[1]), Number(parts[2])];
  const [month, day] = language() === 'en-US' ? [first, second] : [second, first];
  const [m, d] = month > 12 && day <= 12 ? [day, month] : [month, day];
  const read = inYear(parts[3], m, d, today);
  return read.ok && m !== d && d <= 12 ? { ...read, twoWays: true } : read;
}

/** `Sunday` and `last Sunday` are the one before today, `next Sunday` is the one after. */
function weekday(typed: string, today: PlainDate): Parsed<PlainDate> | undefined {
  const found = /^(?:on )?(?:(last|next|this|past|coming) )?([a-z]{3,9})$/.exec(typed);
  const index = found ? WEEKDAYS.findIndex((name) => name.startsWith(found[2] as string)) : -1;
  if (!found || index < 0) return undefined;
  const since = (new Date(today).getUTCDay() - index + 7) % 7;
  if (found[1] === undefined) return daysFrom(today, -since);
  const isAhead = ['next', 'this', 'coming'].includes(found[1]);
  return daysFrom(today, isAhead ? 7 - since : -(since || 7));
}

/** `mid May`, `end of June 2027`, `early March`, `May`. */
function partOfMonth(typed: string, today: PlainDate): Parsed<PlainDate> | undefined {
  const found = /^(?:the )?(?:(early|mid|late|beginning|start|middle|end)(?: of|-)? ?)?([a-z]{3,9})(?: (\d{4}))?$/.exec(typed);
  const index = found ? MONTHS.findIndex((name) => name.startsWith(found[2] as string)) : -1;
  if (!found || index < 0) return undefined;
  const last = (year: number) => new Date(Date.UTC(year, index + 1, 0)).getUTCDate();
  if (found[1] !== 'end') return inYear(found[3], index + 1, PART_OF_MONTH[found[1] ?? 'mid'] as number, today);
  const year = inYear(found[3], index + 1, 28, today);
  return year.ok ? existing(Number(year.value.slice(0, 4)), index + 1, last(Number(year.value.slice(0, 4)))) : year;
}

/**
 * Reads a day that lies ahead, as a wish does: where the year is left out, the coming one. Otherwise as {@link parseDate}.
 */
export function parseComingDate(text: string, today: PlainDate): Parsed<PlainDate> {
  const parsed = parseDate(text, today);
  if (!parsed.ok || parsed.value >= today || /\d{4}|ago|yesterday|last|past|\d-|\/\d+\//.test(text)) return parsed;
  // A weekday alone is the coming one.
  if (weekday(text.trim().toLowerCase(), today)) return daysFrom(parsed.value, 7);
  if (/^\s*(the )?end\b/i.test(text)) return parseDate(`${text} ${Number(parsed.value.slice(0, 4)) + 1}`, today);
  return existing(Number(parsed.value.slice(0, 4)) + 1, Number(parsed.value.slice(5, 7)), Number(parsed.value.slice(8)));
}

function worded(year: string | undefined, month: string, day: number, today: PlainDate): Parsed<PlainDate> {
  // At least three letters of it, and none that are not its own.
  const index = MONTHS.findIndex((name) => name.startsWith(month));
  if (index < 0) return refusal(say.of('notMonth', { month }));
  return inYear(year, index + 1, day, today);
}

function inYear(year: string | undefined, month: number, day: number, today: PlainDate): Parsed<PlainDate> {
  if (year) return existing(Number(year.length === 2 ? `20${year}` : year), month, day);
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
    return refusal(say.of('thereNo', { day: noSuchDay(day, month, year) }));
  }
  return inReach(date);
}

/** A day that is none, in the reader's own form: "31 Feb 2026", "Feb 31, 2026"; by its figures where there is no such month either. */
function noSuchDay(day: number, month: number, year: number): string {
  const name = MONTHS[month - 1];
  if (!name) return `${day}.${month}.${year}`;
  const short = shortMonth(`${year}-${String(month).padStart(2, '0')}-01`);
  return language() === 'en-US' ? `${short} ${day}, ${year}` : `${day} ${short} ${year}`;
}

function daysFrom(today: PlainDate, days: number): Parsed<PlainDate> {
  return inReach(addDays(today, days));
}

function inReach(date: PlainDate): Parsed<PlainDate> {
  const year = Number(date.slice(0, 4));
  return year < FIRST_YEAR || year > LAST_YEAR ? refusal(say.of('yearOutOfReach', { year: String(year) })) : { ok: true, value: date };
}
