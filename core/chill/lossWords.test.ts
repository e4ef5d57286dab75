import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { unmeasuredIn } from './account.ts';
import { daysLost, describeGap, describeLoss, describeShift, stretch } from './lossWords.ts';

const TODAY = '2027-02-16';
const show = (celsius: number) => `${celsius} °C`;

describe('losses in words', () => {
  test('days are told as finely as anyone would', () => {
    expect([0.12, 0.6, 1, 2.4, 4.8, 7.6].map(daysLost)).toEqual(['0.1 days', '0.5 days', '1 day', '2.5 days', '5 days', '8 days']);
  });
  test('stretches name the month once', () => {
    expect(stretch('2027-02-03', '2027-02-05', TODAY)).toBe('3–5 Feb');
    expect(stretch('2027-01-30', '2027-02-02', TODAY)).toBe('30 Jan – 2 Feb');
    expect(stretch('2026-12-03', '2026-12-03', TODAY)).toBe('3 Dec 2026');
  });
  test('each reason is named', () => {
    const base = { from: '2027-02-03', to: '2027-02-05', days: 2.5 };
    expect(describeLoss({ ...base, why: 'warm', peak_C: 17 }, TODAY, show)).toBe(
      '2.5 days lost to the warm spell of 3–5 Feb, 17 °C at its warmest',
    );
    expect(describeLoss({ ...base, why: 'frozen', peak_C: -8 }, TODAY, show)).toContain('frost of 3–5 Feb, -8 °C at its coldest');
    expect(describeLoss({ ...base, why: 'dry' }, TODAY, show)).toBe('2.5 days lost while it lay dry, 3–5 Feb');
    expect(describeLoss({ ...base, why: 'place', days: -3 }, TODAY, show)).toMatch(/^3 days gained/);
    expect(describeShift('2027-03-19', 3, TODAY)).toBe('3 days later than planned (16 Mar)');
    expect(describeShift('2027-03-14', -2, TODAY)).toBe('2 days earlier than planned (16 Mar)');
    expect(describeShift('2027-03-19', 0, TODAY)).toBeUndefined();
    expect(describeGap({ from: '2027-02-03', to: '2027-02-05', hours: 52, counted: 2.2 }, TODAY)).toBe(
      '3–5 Feb: 52 h not measured, taken at the place’s own figure as 2 days',
    );
  });
});

describe('what was not measured', () => {
  test('every hour of it is told once, in stretches that do not touch', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(0, 0.25, 0.5, 1), { maxLength: 60 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (measured, nominal) => {
          const found = unmeasuredIn('2027-01-01', measured, nominal);
          const hours = found.reduce((sum, one) => sum + one.hours, 0);
          const counted = found.reduce((sum, one) => sum + one.counted, 0);
          const missing = measured.reduce<number>((sum, share) => sum + 1 - share, 0);
          const apart = found.every((one, i) => i === 0 || one.from > (found[i - 1]?.to as string));
          return apart && Math.abs(hours - missing * 24) < 1e-6 && Math.abs(counted - missing * nominal) < 1e-6;
        },
      ),
    );
  });
});
