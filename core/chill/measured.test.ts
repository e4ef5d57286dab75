import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import type { Readings } from '../readings/readings.ts';
import { effectiveness } from './effectiveness.ts';
import { chillBetween, chillLaw, GAP_MS, meanAlong, responseArea, spellsAbove, sumChill } from './measured.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const readings = (rows: readonly (readonly [number, number])[]): Readings => ({
  at_ms: Float64Array.from(rows, ([at]) => at),
  celsius: Float64Array.from(rows, ([, celsius]) => celsius),
});
const logged = fc
  .array(fc.tuple(fc.integer({ min: 60_000, max: 5 * HOUR }), fc.double({ min: -25, max: 35, noNaN: true })), {
    minLength: 2,
    maxLength: 60,
  })
  .map((steps) => {
    let at = 0;
    return readings(
      steps.map(([gap, celsius]) => {
        at += gap;
        return [at, celsius] as const;
      }),
    );
  });
const end = ({ at_ms }: Readings) => at_ms[at_ms.length - 1] as number;
const shifted = (by: number) => ({
  zeroBelow_C: COLD_RESPONSE.zeroBelow_C + by,
  fullFrom_C: COLD_RESPONSE.fullFrom_C + by,
  fullTo_C: COLD_RESPONSE.fullTo_C + by,
  zeroAbove_C: COLD_RESPONSE.zeroAbove_C + by,
});

describe('chill by what was measured', () => {
  test('between two readings it is the mean of the response along the straight line, as a fine sum finds it', () => {
    fc.assert(
      fc.property(fc.double({ min: -10, max: 20, noNaN: true }), fc.double({ min: -10, max: 20, noNaN: true }), (a, b) => {
        const steps = 20_000;
        let sum = 0;
        for (let i = 0; i < steps; i++) sum += effectiveness(a + ((b - a) * (i + 0.5)) / steps);
        return Math.abs(meanAlong(a, b, chillLaw()) - sum / steps) < 1e-6;
      }),
      { numRuns: 60 },
    );
    expect(responseArea(50, COLD_RESPONSE)).toBe(1.5 + 4 + 2.5);
  });
  test('a fridge at 3 °C for ten days gives ten', () => {
    const steady = readings(Array.from({ length: 241 }, (_, i) => [i * HOUR, 3] as const));
    expect(chillBetween(sumChill(steady, 18), 0, 10 * DAY)).toEqual({ days: expect.closeTo(10, 9), measured_ms: 10 * DAY, nominal_ms: 0 });
  });
  test('where nothing was measured the nominal counts, and is told apart', () => {
    const two = readings([
      [5 * DAY, 3],
      [5 * DAY + HOUR, 3],
    ]);
    const { days, measured_ms, nominal_ms } = chillBetween(sumChill(two, 7.5), 0, 10 * DAY);
    expect(measured_ms).toBe(HOUR);
    expect(nominal_ms).toBe(10 * DAY - HOUR);
    expect(days).toBeCloseTo(0.5 * (10 - 1 / 24) + 1 / 24, 9);
    expect(chillBetween(sumChill(readings([]), 4), 0, 3 * DAY)).toMatchObject({ days: 3, measured_ms: 0 });
  });
  test('splitting an interval never changes its chill', () => {
    fc.assert(
      fc.property(logged, fc.array(fc.double({ min: -0.2, max: 1.2, noNaN: true }), { minLength: 3, maxLength: 6 }), (log, cuts) => {
        const sum = sumChill(log, 4);
        const at = cuts.map((cut) => cut * end(log)).sort((a, b) => a - b);
        const parts = at.slice(1).reduce((all, to, i) => all + chillBetween(sum, at[i] as number, to).days, 0);
        const whole = chillBetween(sum, at[0] as number, at.at(-1) as number);
        return Math.abs(parts - whole.days) < 1e-9 && whole.measured_ms >= 0 && whole.nominal_ms >= -1e-6;
      }),
    );
  });
  test('temperatures and response shifted by as much give the same', () => {
    fc.assert(
      fc.property(logged, fc.integer({ min: -20, max: 20 }), (log, by) => {
        const warmer = { at_ms: log.at_ms, celsius: log.celsius.map((celsius) => celsius + by) };
        const [here, there] = [sumChill(log, 4), sumChill(warmer, 4 + by, shifted(by))];
        return Math.abs(chillBetween(here, 0, end(log)).days - chillBetween(there, 0, end(log)).days) < 1e-6;
      }),
    );
  });
  test('more warm hours never raise it: a reading above the best made warmer gives no more', () => {
    fc.assert(
      fc.property(logged, fc.nat(59), fc.double({ min: 0.1, max: 20, noNaN: true }), (log, which, by) => {
        const i = which % log.celsius.length;
        if ((log.celsius[i] as number) < COLD_RESPONSE.fullFrom_C) return true;
        const celsius = log.celsius.map((value, k) => (k === i ? value + by : value));
        // Next to a frozen reading the line may cross the best faster; it is the mean between warm ones that cannot rise.
        const near = [log.celsius[i - 1], log.celsius[i + 1]].some((value) => value !== undefined && value < COLD_RESPONSE.fullFrom_C);
        return (
          near ||
          chillBetween(sumChill({ ...log, celsius }, 4), 0, end(log)).days <= chillBetween(sumChill(log, 4), 0, end(log)).days + 1e-9
        );
      }),
    );
  });
});

describe('warm spells', () => {
  const spell = readings([
    [0, 4],
    [2 * HOUR, 24],
    [4 * HOUR, 24],
    [6 * HOUR, 4],
    [7 * HOUR, 4],
    [7 * HOUR + 2 * GAP_MS, 30],
    [8 * HOUR + 2 * GAP_MS, 30],
  ]);
  test('are cut where the line crosses, and a gap holds none', () => {
    const [first, second, ...rest] = spellsAbove(14, spell, 0, 20 * HOUR);
    expect(first).toEqual({ from_ms: HOUR, to_ms: 5 * HOUR, peak_C: 24 });
    expect(second).toEqual({ from_ms: 7 * HOUR + 2 * GAP_MS, to_ms: 8 * HOUR + 2 * GAP_MS, peak_C: 30 });
    expect(rest).toEqual([]);
    expect(spellsAbove(14, spell, 2 * HOUR, 3 * HOUR)).toEqual([{ from_ms: 2 * HOUR, to_ms: 3 * HOUR, peak_C: 24 }]);
  });
});
