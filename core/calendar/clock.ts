import type { PlainDate } from '@chill/model/primitives.ts';
import { Temporal } from 'temporal-polyfill';

/**
 * The moment (ms since 1970) at which `day` has the time of day that `now_ms` has, in a time zone: how a clock set by hand tells the time. An hour
 * that the zone leaves out on that day is taken an hour later.
 */
export function sameTimeOn(day: PlainDate, now_ms: number, timeZone: string): number {
  const time = Temporal.Instant.fromEpochMilliseconds(now_ms).toZonedDateTimeISO(timeZone).toPlainTime();
  return Temporal.PlainDate.from(day).toZonedDateTime({ timeZone, plainTime: time }).epochMilliseconds;
}
