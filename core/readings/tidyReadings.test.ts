import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type LocalDateTime, localTimeReader } from '../calendar/localTimes.ts';
import { tidyReadings } from './tidyReadings.ts';

const NOW = Date.parse('2027-03-01T00:00:00Z');
const at = (line: number, minutes: number, celsius: number) => ({ line, at_ms: NOW - 3_600_000 * 24 + minutes * 60_000, celsius });

describe('readings put in order', () => {
  test('out of order, twice, faulty and in the future: what is good is kept, the rest listed by line', () => {
    const { readings, left, repeated } = tidyReadings(
      [
        at(2, 30, 4),
        at(3, 0, 3),
        at(4, 30, 4),
        at(5, 60, -127),
        at(6, 90, 85),
        at(7, 30, 9),
        at(8, 120, 400),
        at(9, 99_999, 4),
        at(10, 45, Number.NaN),
      ],
      NOW,
    );
    expect([...readings.celsius]).toEqual([3, 4]);
    expect(repeated).toBe(1);
    expect(Object.fromEntries(left.map(({ why, lines }) => [why.slice(0, 20), lines]))).toEqual({
      'the sensor had come ': [5],
      'the sensor was just ': [6],
      'no place is that war': [8, 10],
      'that moment is in th': [9],
      'that moment has anot': [7],
    });
  });
  test('moments rise, and nothing is lost without being told', () => {
    const raw = fc.array(fc.tuple(fc.nat(50), fc.constantFrom(3, 4, 85, -127, 999)));
    fc.assert(
      fc.property(raw, (rows) => {
        const { readings, left, repeated } = tidyReadings(
          rows.map(([minute, celsius], i) => at(i, minute, celsius)),
          NOW,
        );
        const rising = [...readings.at_ms].every((moment, i, all) => i === 0 || moment > (all[i - 1] as number));
        return rising && readings.at_ms.length + repeated + left.reduce((sum, { lines }) => sum + lines.length, 0) === rows.length;
      }),
    );
  });
});

describe('a logger’s local times', () => {
  const local = (month: number, day: number, hour: number, minute = 0): LocalDateTime => ({
    year: 2027,
    month,
    day,
    hour,
    minute,
    second: 0,
  });
  const said = (read: (local: LocalDateTime) => number, ...times: LocalDateTime[]) =>
    times.map((time) => new Date(read(time)).toISOString().slice(5, 16));
  test('are read in the nursery’s zone, winter and summer, on both sides of the world', () => {
    expect(said(localTimeReader('America/Denver'), local(2, 3, 4), local(7, 3, 4))).toEqual(['02-03T11:00', '07-03T10:00']);
    expect(said(localTimeReader('Australia/Hobart'), local(1, 3, 4), local(7, 3, 4))).toEqual(['01-02T17:00', '07-02T18:00']);
    expect(said(localTimeReader('Asia/Kolkata'), local(1, 3, 4))).toEqual(['01-02T22:30']);
  });
  test('the hour that comes twice in autumn is first one and then the other', () => {
    const read = localTimeReader('America/Denver');
    expect(
      said(read, local(11, 7, 0, 30), local(11, 7, 1, 0), local(11, 7, 1, 30), local(11, 7, 1, 0), local(11, 7, 1, 30), local(11, 7, 2, 0)),
    ).toEqual(['11-07T06:30', '11-07T07:00', '11-07T07:30', '11-07T08:00', '11-07T08:30', '11-07T09:00']);
  });
  test('the hour that spring leaves out is read as the one after', () => {
    expect(said(localTimeReader('America/Denver'), local(3, 14, 1, 30), local(3, 14, 2, 30), local(3, 14, 3, 30))).toEqual([
      '03-14T08:30',
      '03-14T09:30',
      '03-14T09:30',
    ]);
  });
});
