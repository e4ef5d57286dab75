import { spoken } from '@chill/words/subject.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays } from '../calendar/dates.ts';
import { brokenOffWords } from '../units/lines.ts';
import { FLAT_DAMPING } from './climate.ts';
import { asReadings, guessDaily, monthsOf, readDaily } from './dailyRecords.ts';

const read = (text: string) => {
  const layout = guessDaily(text);
  if (!layout.ok) throw new Error(spoken(layout.reason));
  return { layout: layout.value, ...readDaily(text, layout.value) };
};

describe('daily records', () => {
  test('a row a day', () => {
    const { days, left } = read('Date,Tmin,Tmax\n2026-12-01,-3.5,4\n2026-12-02,,5\n2026-12-03,9,2\nno day,1,2\n');
    expect(days).toEqual([{ on: '2026-12-01', min_C: -3.5, max_C: 4 }]);
    expect(left).toEqual([
      { why: 'a figure is missing', lines: [3] },
      { why: 'that is not a day', lines: [5] },
      { why: 'its minimum is above its maximum', lines: [4] },
    ]);
  });
  test('GHCN-Daily, a row for each element, in tenths, with what the station doubts left out', () => {
    const rows = [
      'XX000000001,20261201,TMAX,44,,,S,0700',
      'XX000000001,20261201,TMIN,-35,,,S,0700',
      'XX000000001,20261201,PRCP,12,,,S,',
      'XX000000001,20261202,TMAX,61,,I,S,',
      'XX000000001,20261202,TMIN,-9999,,,S,',
    ];
    const { layout, days, left } = read(rows.join('\n'));
    expect(layout).toMatchObject({ rows: 'element', unit: 'tenths' });
    expect(days).toEqual([{ on: '2026-12-01', min_C: -3.5, max_C: 4.4 }]);
    expect(left.flatMap(({ lines }) => lines).sort()).toEqual([4, 5]);
  });
  test('GHCN-Daily, a column for each element; °F by its size', () => {
    const tenths = read('"STATION","DATE","PRCP","TMAX","TMIN"\n"X","2026-07-01","0","281","112"\n"X","2026-07-02","0","300","122"\n');
    expect(tenths.days[0]).toEqual({ on: '2026-07-01', min_C: 11.2, max_C: 28.1 });
    const fahrenheit = read('DATE,TMAX,TMIN\n2026-07-01,82,50\n2026-07-02,86,41\n');
    expect(fahrenheit.days[0]?.min_C).toBeCloseTo(10, 9);
  });
  test('a mild winter in tenths is no heat wave, and a cold one in °F no thaw', () => {
    const mild = read(
      '"STATION","DATE","TMAX","TMIN"\n"X","2026-01-01","81","12"\n"X","2026-01-02","76","-4"\n"X","2026-01-03","92","20"\n',
    );
    expect(mild.days[0]).toEqual({ on: '2026-01-01', min_C: 1.2, max_C: 8.1 });
    const cold = read('DATE,TMAX,TMIN\n2026-01-01,33,14\n2026-01-02,30,10\n2026-01-03,35,17\n');
    expect(cold.days[0]?.min_C).toBeCloseTo(-10, 9);
    const celsius = read('DATE,TMAX,TMIN\n2026-01-01,3,-8\n2026-01-02,1,-9\n2026-01-03,4,-6\n');
    expect(celsius.days[0]).toMatchObject({ min_C: -8, max_C: 3 });
  });
  test('a last figure that may be cut short is told, not taken; one with its end, or with cells after it, is', () => {
    const days = 'DATE,TMIN,TMAX\n2026-01-01,1,13\n2026-01-02,1,14';
    expect(read(days)).toMatchObject({ days: [{ on: '2026-01-01' }], left: [{ why: brokenOffWords(), lines: [3] }] });
    expect(read(`${days}\n`).days).toHaveLength(2);
    expect(read(days.replaceAll('\n', '\r').replace('TMAX', 'TMAX,NOTE').replace('14', '14,')).days).toHaveLength(2);
  });
  test('what is none says so', () => {
    expect(asRead(guessDaily('a,b\n1,2\n'))).toMatchObject({ ok: false, reason: expect.stringContaining('date, tmin, tmax') });
    expect(guessDaily('')).toMatchObject({ ok: false });
  });
  test('as readings a day has 24 hours around its mean, damped, warmest in the afternoon', () => {
    fc.assert(
      fc.property(fc.double({ min: -20, max: 20, noNaN: true }), fc.double({ min: 0.5, max: 20, noNaN: true }), (min_C, swing) => {
        const { at_ms, celsius } = asReadings([{ on: '2027-01-05', min_C, max_C: min_C + swing }], 'America/Denver');
        const mean = celsius.reduce((sum, one) => sum + one, 0) / 24;
        const warmest = celsius.indexOf(Math.max(...celsius));
        return (
          celsius.length === 24 &&
          Math.abs(mean - (min_C + swing / 2)) < 1e-9 &&
          Math.abs(Math.max(...celsius) - mean - (swing / 2) * FLAT_DAMPING) < 1e-9 &&
          new Date(at_ms[warmest] as number).toISOString().startsWith('2027-01-05T22')
        );
      }),
    );
    // An hour is missing in spring and comes twice in autumn: moments rise all the same.
    const spring = asReadings(
      [
        { on: '2027-03-14', min_C: 0, max_C: 8 },
        { on: '2027-03-15', min_C: 0, max_C: 8 },
      ],
      'America/Denver',
    );
    expect(spring.at_ms).toHaveLength(47);
    expect([...spring.at_ms].every((at, i, all) => i === 0 || at > (all[i - 1] as number))).toBe(true);
  });
  test('make the months, with weather told apart from the season', () => {
    const year = Array.from({ length: 730 }, (_, i) => {
      const season = 10 * Math.sin((2 * Math.PI * i) / 365);
      const weather = i % 2 ? 2 : -2;
      return { on: addDays('2025-01-01', i), min_C: season + weather - 4, max_C: season + weather + 4 };
    });
    const months = monthsOf(year);
    expect(months.ok && months.value).toHaveLength(12);
    for (const { min_C, max_C, sd_C } of months.ok ? months.value : []) {
      expect(max_C - min_C).toBeCloseTo(8, 0);
      expect(sd_C).toBeCloseTo(2, 0);
    }
    expect(asRead(monthsOf(year.slice(0, 100)))).toMatchObject({ ok: false, reason: expect.stringContaining('every month needs') });
  });
});
