import type { PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/calendar.ts';
import { remembered } from '../memory/remembered.ts';
import { addDays, shortDate } from './dates.ts';

const MINUTE_S = 60;
const HOUR_S = 3600;
export const DAY_S = 86_400;

/** A length of time as a timer shows it: "0:45", "12:05", "11:59:30". Negative lengths are shown without their sign. */
export function timerFace(seconds: number): string {
  const whole = Math.abs(Math.round(seconds));
  const [hours, minutes, rest] = [Math.floor(whole / HOUR_S), Math.floor((whole % HOUR_S) / MINUTE_S), whole % MINUTE_S];
  const two = (figure: number) => String(figure).padStart(2, '0');
  return hours > 0 ? `${hours}:${two(minutes)}:${two(rest)}` : `${minutes}:${two(rest)}`;
}

/** A length of time in words, to the accuracy that anyone acts on: "40 seconds", "12 minutes", "7 h 20 min", "12 h", "2 days". */
export function lengthOf(seconds: number): string {
  const whole = Math.abs(Math.round(seconds));
  if (whole < 90) return say('seconds', { count: whole });
  if (whole < 90 * MINUTE_S) return say('minutes', { whole: Math.round(whole / MINUTE_S) });
  if (whole >= 2 * DAY_S) return say('days', { count: Math.round(whole / DAY_S) });
  // Nobody acts on the minutes of half a day.
  const step = whole < 10 * HOUR_S ? 1 : 30;
  const minutes = Math.round(whole / MINUTE_S / step) * step;
  return minutes % 60 === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

/** The calendar day and the time of day, "06:40", at a moment (ms since 1970) in a time zone. */
interface LocalTime {
  day: PlainDate;
  time: string;
}

const CLOCK = { year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit', hourCycle: 'h23' } as const;
const formats = remembered<string, Intl.DateTimeFormat>(50);

/** A zone's own clock and calendar, by the browser's tables: a polyfill would weigh 18 KB on the first screen. */
function localTime(at_ms: number, timeZone: string): LocalTime {
  const format = formats(timeZone, () => new Intl.DateTimeFormat('en', { timeZone, ...CLOCK }));
  const parts = Object.fromEntries(format.formatToParts(at_ms).map(({ type, value }) => [type, value]));
  return { day: `${parts.year}-${parts.month}-${parts.day}`, time: `${parts.hour}:${parts.minute}` };
}

/** How far a zone's clock is ahead of UTC at a moment, ms; whole minutes. */
export function zoneOffset_ms(at_ms: number, timeZone: string): number {
  const { day, time } = localTime(at_ms, timeZone);
  const [hour, minute] = time.split(':').map(Number) as [number, number];
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  return Date.UTC(year, month - 1, date, hour, minute) - Math.floor(at_ms / 60_000) * 60_000;
}

/**
 * The calendar day that it is at a moment (ms since 1970) in `timeZone` (an IANA name).
 * @throws {RangeError} for a time zone that does not exist.
 */
export function dayAt(at_ms: number, timeZone: string): PlainDate {
  return localTime(at_ms, timeZone).day;
}

/** The time of day at a moment (ms since 1970) in a time zone, with the day where it is not `today`: "06:40", "tomorrow 06:40", "4 Mar 06:40". */
export function momentIn(at_ms: number, timeZone: string, today: PlainDate): string {
  const { day, time } = localTime(at_ms, timeZone);
  if (day === today) return time;
  if (day === addDays(today, 1)) return say('tomorrowAt', { time });
  if (day === addDays(today, -1)) return say('yesterdayAt', { time });
  return `${shortDate(day, today)} ${time}`;
}

/** The same always with its day: "16 Feb 06:40". */
export function dayAndTimeIn(at_ms: number, timeZone: string, today: PlainDate): string {
  const { day, time } = localTime(at_ms, timeZone);
  return `${shortDate(day, today)} ${time}`;
}
