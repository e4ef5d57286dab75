import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { COLD_RESPONSE, WARM_RESPONSE } from '../kinds/responses.ts';
import { cosineDay } from './cosineDay.ts';
import { effectiveness } from './effectiveness.ts';

/** The mean over a day's cosine, added up at so many moments. */
function addedUp(min_C: number, max_C: number, response: typeof COLD_RESPONSE): number {
  const moments = 20_000;
  let sum = 0;
  for (let i = 0; i < moments; i++)
    sum += effectiveness((min_C + max_C) / 2 + ((max_C - min_C) / 2) * Math.cos((Math.PI * (i + 0.5)) / moments), response);
  return sum / moments;
}

test('a day of any minimum and maximum counts what adding it up moment by moment gives, to a thousandth of itself', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(COLD_RESPONSE, WARM_RESPONSE),
      fc.double({ min: -20, max: 35, noNaN: true }),
      fc.double({ min: 0, max: 30, noNaN: true }),
      (response, min_C, swing_C) => {
        const exact = addedUp(min_C, min_C + swing_C, response);
        // Below a ten-thousandth of a day the sum itself is no finer.
        return Math.abs(cosineDay(min_C, min_C + swing_C, response) - exact) <= Math.max(0.001 * exact, 1e-6);
      },
    ),
    { numRuns: 150 },
  );
});

test('so do marginal days, of which few hours count', () => {
  for (const [min_C, max_C] of [
    [-9, -1.5],
    [-2.5, 0.4],
    [4, 11],
    [9.2, 16],
  ] as const) {
    const exact = addedUp(min_C, max_C, COLD_RESPONSE);
    expect(exact).toBeGreaterThan(0);
    expect(Math.abs(cosineDay(min_C, max_C, COLD_RESPONSE) / exact - 1)).toBeLessThan(0.001);
  }
});
