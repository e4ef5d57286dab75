import type { PlainDate } from '@chill/model/primitives.ts';
import { Temporal } from 'temporal-polyfill';

/**
 * The moment (ms since 1970) of a time of day, "06:10", on `day` in a time zone. A time that the zone leaves out on that day is taken an hour later.
 * @throws {RangeError} for a day, a time or a zone that does not exist.
 */
export function timeOn(day: PlainDate, time: string, timeZone: string): number {
  return Temporal.PlainDate.from(day).toZonedDateTime({ timeZone, plainTime: Temporal.PlainTime.from(time) }).epochMilliseconds;
}

/** The moment (ms since 1970) at which `day` has the time of day that `now_ms` has: how a clock set by hand tells the time. */
export function sameTimeOn(day: PlainDate, now_ms: number, timeZone: string): number {
  return timeOn(day, Temporal.Instant.fromEpochMilliseconds(now_ms).toZonedDateTimeISO(timeZone).toPlainTime().toString(), timeZone);
}
