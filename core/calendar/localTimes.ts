import { zoneOffset_ms } from './moments.ts';

/** A local date and time without a zone, as a logger writes it. */
export interface LocalDateTime {
  year: number;
  month: number;
  day: number;
  hour: number;
  minute: number;
  second: number;
}

const HOUR_MS = 3_600_000;

/**
 * Makes a reader that turns a logger's local times, in the order of its file, into moments (ms since 1970). An hour that the zone repeats in autumn
 * is read as the first until the times step back, and as the second from then on; an hour that it leaves out in spring is read as the one after.
 * Remembers the zone's offset by the hour: a million lines ask for it a few thousand times.
 * @throws {RangeError} for a time zone that does not exist.
 */
export function localTimeReader(timeZone: string): (local: LocalDateTime) => number {
  const offsets = new Map<number, number>();
  const offsetAt = (at_ms: number): number => {
    const hour = Math.floor(at_ms / HOUR_MS);
    let offset = offsets.get(hour);
    if (offset === undefined) {
      offset = zoneOffset_ms(hour * HOUR_MS, timeZone);
      offsets.set(hour, offset);
    }
    return offset;
  };
  let last = Number.NEGATIVE_INFINITY;
  return ({ year, month, day, hour, minute, second }) => {
    const asIfUtc = Date.UTC(year, month - 1, day, hour, minute, second);
    // The offsets a day before and after are the two that can hold; where both do, the time comes twice.
    const [before, after] = [offsetAt(asIfUtc - 24 * HOUR_MS), offsetAt(asIfUtc + 24 * HOUR_MS)];
    const candidates = [asIfUtc - before, asIfUtc - after].filter((at) => at + offsetAt(at) === asIfUtc).sort((a, b) => a - b);
    const [first, second_] = candidates;
    // Left out by the zone: the clocks had gone on, and the logger had not.
    let at = first ?? asIfUtc - before;
    if (first !== undefined && second_ !== undefined && second_ > first && first <= last) at = second_;
    last = Math.max(last, at);
    return at;
  };
}
