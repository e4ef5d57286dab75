import type { PlainDate } from '@chill/model/primitives.ts';
import { Temporal } from 'temporal-polyfill';

/**
 * The calendar day that it is at `instant` (milliseconds since 1970 in UTC) in `timeZone` (an IANA name).
 * @throws {RangeError} for a time zone that does not exist.
 */
export function dayAt(instant: number, timeZone: string): PlainDate {
  return Temporal.Instant.fromEpochMilliseconds(instant).toZonedDateTimeISO(timeZone).toPlainDate().toString();
}
