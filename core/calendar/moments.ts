import type { PlainDate } from '@chill/model/primitives.ts';
import { Temporal } from 'temporal-polyfill';
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

/** A length of time in words, to the accuracy that anyone acts on: "40 seconds", "12 minutes", "7 h 20 min", "2 days". */
export function lengthOf(seconds: number): string {
  const whole = Math.abs(Math.round(seconds));
  if (whole < 90) return `${whole} second${whole === 1 ? '' : 's'}`;
  if (whole < 90 * MINUTE_S) return `${Math.round(whole / MINUTE_S)} minutes`;
  if (whole >= 2 * DAY_S) return `${Math.round(whole / DAY_S)} days`;
  const minutes = Math.round(whole / MINUTE_S);
  return minutes % 60 === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

/** The time of day at a moment (ms since 1970) in a time zone, with the day where it is not `today`: "06:40", "tomorrow 06:40", "4 Mar 06:40". */
export function momentIn(at_ms: number, timeZone: string, today: PlainDate): string {
  const zoned = Temporal.Instant.fromEpochMilliseconds(Math.round(at_ms)).toZonedDateTimeISO(timeZone);
  const day = zoned.toPlainDate().toString();
  const time = zoned.toPlainTime().toString({ smallestUnit: 'minute' });
  if (day === today) return time;
  if (day === addDays(today, 1)) return `tomorrow ${time}`;
  if (day === addDays(today, -1)) return `yesterday ${time}`;
  return `${shortDate(day, today)} ${time}`;
}

/** The moment (ms since 1970) at which `day` has the time of day that `now_ms` has, in a time zone: how a stepped clock tells the time. */
export function sameTimeOn(day: PlainDate, now_ms: number, timeZone: string): number {
  const time = Temporal.Instant.fromEpochMilliseconds(now_ms).toZonedDateTimeISO(timeZone).toPlainTime();
  return Temporal.PlainDate.from(day).toZonedDateTime({ timeZone, plainTime: time }).epochMilliseconds;
}
