import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { releasedShare } from '../chill/requirement.ts';
import { bestTakeOut, earnedPerDay, steadyCurve, takeOutCurve, WINDOW_KEEPS } from './takeOut.ts';

const requirement = (median: number, spread = 0.3, releasedWithout = 0) => ({ logMedian: Math.log(median), spread, releasedWithout });
const hazards = fc.record({
  median: fc.integer({ min: 10, max: 150 }),
  spread: fc.double({ min: 0.05, max: 0.8, noNaN: true }),
  fresh: fc.double({ min: 0, max: 0.01, noNaN: true }),
  growth: fc.double({ min: 0, max: 0.2, noNaN: true }),
});
/** A curve of 200 days, a day of cold each, its hazard growing with its age. */
const curveOf = ({ median, spread, fresh, growth }: { median: number; spread: number; fresh: number; growth: number }) =>
  takeOutCurve(
    200,
    requirement(median, spread),
    (day) => day,
    (day) => fresh * (day + (growth * day ** 2) / 2),
  );

describe('the curve of a treatment', () => {
  test('is what is released times what survives, day by day, worked out a second way', () => {
    const { yields } = curveOf({ median: 60, spread: 0.3, fresh: 0.0015, growth: 1 / 14 });
    for (const day of [0, 1, 30, 60, 90, 200]) {
      let survives = 1;
      for (let i = 0; i < day; i++) survives *= Math.exp(-0.0015 * (1 + (i + 0.5) / 14));
      expect(yields[day]).toBeCloseTo(releasedShare(day, requirement(60)) * survives, 9);
    }
  });
  test('never releases less nor keeps more as it goes on', () => {
    fc.assert(
      fc.property(hazards, (hazard) => {
        const { released, survives } = curveOf(hazard);
        for (let day = 1; day <= 200; day++) {
          expect(released[day]).toBeGreaterThanOrEqual(released[day - 1] as number);
          expect(survives[day]).toBeLessThanOrEqual(survives[day - 1] as number);
        }
      }),
    );
  });
  test('a doubt about rot keeps more than the mean of it: some nurseries rot less', () => {
    const sure = takeOutCurve(
      90,
      requirement(60),
      (day) => day,
      (day) => 0.01 * day,
    );
    const doubtful = takeOutCurve(
      90,
      requirement(60),
      (day) => day,
      (day) => 0.01 * day,
      undefined,
      4,
    );
    expect(doubtful.survives[90]).toBeGreaterThan(sure.survives[90] as number);
    expect(doubtful.survives[90]).toBeCloseTo((1 + 0.9 / 4) ** -4, 12);
  });
});

describe('the take-out day', () => {
  test('gives the most of all days, and its window keeps at least 97 in 100 of that, to the day', () => {
    fc.assert(
      fc.property(hazards, (hazard) => {
        const { yields } = curveOf(hazard);
        const { best, from, to, yields: most } = bestTakeOut({ yields });
        expect(most).toBe(Math.max(...yields));
        expect(from).toBeLessThanOrEqual(best);
        expect(to).toBeGreaterThanOrEqual(best);
        for (let day = from; day <= to; day++) expect(yields[day]).toBeGreaterThanOrEqual(WINDOW_KEEPS * most - 1e-12);
        if (from > 0) expect(yields[from - 1]).toBeLessThan(WINDOW_KEEPS * most);
        if (to < 200) expect(yields[to + 1]).toBeLessThan(WINDOW_KEEPS * most);
      }),
    );
  });
  test('comes sooner where it rots faster: sand keeps longer than a towel', () => {
    const dayIn = (medium: 'towel' | 'sand') =>
      bestTakeOut(steadyCurve({ requirement: requirement(80), temperature_C: 4, rot: { medium, temperature_C: 4 } })).best;
    expect(dayIn('towel')).toBeLessThan(dayIn('sand'));
  });
  test.each([
    [3, 1],
    [-3, 0],
    [12, 0],
  ])('a day at %d °C earns %d of one', (temperature_C, earned) => {
    expect(earnedPerDay({ requirement: requirement(60), temperature_C, rot: { medium: 'sand', temperature_C } })).toBe(earned);
  });
});
