import { inLanguage } from '@chill/words/language.ts';
import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  addDays,
  dayNumber,
  daysBetween,
  fromDayNumber,
  longDate,
  monthNames,
  nearDate,
  shortDate,
  shortMonth,
  shortMonthDay,
  spell,
} from './dates.ts';
import { daylengthHours } from './daylength.ts';
import { dayAt } from './moments.ts';
import { parseComingDate, parseDate } from './parseDate.ts';

const anyDay = fc.integer({ min: -20_000, max: 80_000 }).map(fromDayNumber);

describe('plain dates', () => {
  test('adding days and counting them are inverse, across leap years and centuries', () => {
    fc.assert(fc.property(anyDay, fc.integer({ min: -3000, max: 3000 }), (day, n) => daysBetween(day, addDays(day, n)) === n));
  });

  test('a day that does not exist is refused, not rolled over', () => {
    expect(() => dayNumber('2026-02-30')).toThrow('No such day: 2026-02-30');
    expect(() => dayNumber('2026-13-01')).toThrow(RangeError);
  });

  test('today is the nursery’s day, not the server’s', () => {
    const justPastMidnightUtc = Date.UTC(2027, 1, 16, 3, 0);
    expect(dayAt(justPastMidnightUtc, 'America/Denver')).toBe('2027-02-15');
    expect(dayAt(justPastMidnightUtc, 'Australia/Perth')).toBe('2027-02-16');
  });

  test('days are said as a grower says them', () => {
    expect(nearDate('2027-02-18', '2027-02-16')).toBe('Thursday');
    expect(nearDate('2027-02-17', '2027-02-16')).toBe('tomorrow');
    expect(shortDate('2028-03-01', '2027-02-16')).toBe('1 Mar 2028');
    expect([spell(1), spell(20), spell(63), spell(420)]).toEqual(['1 day', '20 days', '9 weeks', '14 months']);
  });
});

describe('a typed day', () => {
  const today = '2027-02-16';
  test.each([
    ['16 Feb', '2027-02-16'],
    ['Feb 16 2026', '2026-02-16'],
    ['3rd march', '2027-03-03'],
    ['16.2.2026', '2026-02-16'],
    ['2026-2-6', '2026-02-06'],
    ['yesterday', '2027-02-15'],
    ['in 2 weeks', '2027-03-02'],
    ['5 days ago', '2027-02-11'],
    ['20 Dec', '2026-12-20'],
    ['20.11.26', '2026-11-20'],
    ['20/11/2026', '2026-11-20'],
    ['two weeks ago', '2027-02-02'],
    ['Sunday', '2027-02-14'],
    ['last Tuesday', '2027-02-09'],
    ['next Sunday', '2027-02-21'],
    ['mid May', '2027-05-15'],
    ['early june 2028', '2028-06-05'],
    ['end of Feb', '2027-02-28'],
    ['the middle of March', '2027-03-15'],
  ])('%s is read as %s', (typed, day) => {
    expect(parseDate(typed, today)).toEqual({ ok: true, value: day });
  });

  test.each([
    ['30 Feb', 'There is no 30 Feb 2026.'],
    ['', 'Give a day'],
    ['sometime', 'not a day'],
    ['2 Foo', 'not a month'],
  ])('%s is refused with what to do', (typed, says) => {
    const parsed = parseDate(typed, today);
    expect(parsed.ok ? '' : spoken(parsed.reason)).toContain(says);
  });

  test('with strokes is read as the language has it, and says so where it could be two days', () => {
    const read = (typed: string) => parseDate(typed, today);
    expect(read('3/4/2026')).toEqual({ ok: true, value: '2026-04-03', twoWays: true });
    expect(inLanguage('en-US', () => read('3/4/2026'))).toEqual({ ok: true, value: '2026-03-04', twoWays: true });
    expect(inLanguage('en-US', () => read('11/20/2026'))).toEqual({ ok: true, value: '2026-11-20' });
    // Only one way round is a day.
    expect(read('11/20/2026')).toEqual({ ok: true, value: '2026-11-20' });
    expect(read('13/13/2026')).toMatchObject({ ok: false });
  });
});

describe('day length', () => {
  // Sun's declination from the day angle (Spencer 1971), an independent series; sunrise with the same 0.8333°.
  function bySpencer(date: string, latitude: number): number {
    const g = (2 * Math.PI * (daysBetween(`${date.slice(0, 4)}-01-01`, date) + 0.5)) / 365;
    const d = 0.006918 - 0.399912 * Math.cos(g) + 0.070257 * Math.sin(g) - 0.006758 * Math.cos(2 * g) + 0.000907 * Math.sin(2 * g);
    const l = (latitude * Math.PI) / 180;
    const h = Math.acos((Math.sin((-0.8333 * Math.PI) / 180) - Math.sin(l) * Math.sin(d)) / (Math.cos(l) * Math.cos(d)));
    return (24 / Math.PI) * h;
  }

  test('agrees with an independent series within six minutes, in both hemispheres, all year', () => {
    for (const latitude of [-55, -34, 0, 46.3, 60]) {
      for (let day = 0; day < 365; day += 10) {
        const date = addDays('2027-01-01', day);
        expect(Math.abs(daylengthHours(date, latitude) - bySpencer(date, latitude))).toBeLessThan(6 / 60);
      }
    }
  });
});

describe('a day that lies ahead', () => {
  const today = '2027-02-16';
  test.each([
    ['1 Sep', '2027-09-01'],
    ['1 Feb', '2028-02-01'],
    ['16 Feb', '2027-02-16'],
    ['1 Feb 2027', '2027-02-01'],
    ['2027-02-01', '2027-02-01'],
    ['3 days ago', '2027-02-13'],
    ['tomorrow', '2027-02-17'],
    ['mid May', '2027-05-15'],
    ['early Feb', '2028-02-05'],
    ['end of January', '2028-01-31'],
    ['Friday', '2027-02-19'],
    ['last Sunday', '2027-02-14'],
  ])('“%s” is %s', (text, date) => {
    expect(parseComingDate(text, today)).toEqual({ ok: true, value: date });
  });
  test('a leap day that the coming year has not is said to be none', () => {
    expect(parseComingDate('29 Feb', '2028-03-05')).toMatchObject({ ok: false });
  });
});

describe('days in American English', () => {
  const said = ['2026-09-05', '2027-02-16', '2026-05-31'];
  test('are written month first, with a comma before the year', () => {
    expect(inLanguage('en-US', () => said.map((day) => shortDate(day, '2026-01-01')))).toEqual(['Sep 5', 'Feb 16, 2027', 'May 31']);
    expect(inLanguage('en-US', () => longDate('2027-02-16'))).toBe('Tuesday February 16');
    expect(inLanguage('en-US', () => shortMonthDay('05-12'))).toBe('May 12');
    expect([shortMonth('2026-09-01'), monthNames()[8]]).toEqual(['Sep', 'September']);
  });

  test.each(['en-GB', 'en-US'] as const)('in %s every day reads back as itself', (language) => {
    for (let day = '2026-01-01'; day < '2027-02-01'; day = addDays(day, 1)) {
      const written = inLanguage(language, () => shortDate(day, day));
      expect(parseDate(written, day)).toEqual({ ok: true, value: day });
    }
  });
});
