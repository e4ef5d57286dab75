import { describe, expect, test } from '@jest/globals';
import { betaQuantiles } from '../chance/distributions.ts';
import { prospectOf, rangeOf, spreadBy } from '../chance/prospect.ts';
import { randomFrom } from '../chance/random.ts';
import { calibrationOf, type PromisedRange, placeOf } from './calibration.ts';

/** Promises of a nursery that believes each share to be Beta(6, 4), while it really is as spread as that times a factor of the logit. */
function promises(count: number, factor: number, name: string): PromisedRange[] {
  const random = randomFrom(name);
  const prospect = prospectOf([{ alpha: 6, beta: 4 }]);
  const middle = Math.log(0.6 / 0.4);
  const ranges = new Map<number, { low: number; high: number }>();
  const rangeFor = (of: number) => {
    const range = ranges.get(of) ?? rangeOf(of, prospect);
    ranges.set(of, range);
    return range;
  };
  return Array.from({ length: count }, () => {
    const of = 40 + 10 * Math.floor(random() * 8);
    const [drawn] = betaQuantiles(6, 4, [Math.min(0.9999, Math.max(0.0001, random()))]) as unknown as [number];
    const share = 1 / (1 + Math.exp(-(middle + factor * (Math.log(drawn / (1 - drawn)) - middle))));
    let came = 0;
    for (let i = 0; i < of; i++) if (random() < share) came += 1;
    return { kind: 'plants' as const, year: '2027', within: 0.9, ...rangeFor(of), of, came };
  });
}

describe('is Chill right', () => {
  test('nothing is said of fewer than twenty', () => {
    expect(calibrationOf(promises(19, 1, 'few'))).toBeUndefined();
    expect(calibrationOf(promises(20, 1, 'enough'))?.promises).toBe(20);
  });
  test('ranges that are as they should be hold what they promise, at every level, and need no factor', () => {
    const found = calibrationOf(promises(1000, 1, 'honest'));
    for (const { level, share } of found?.inside ?? []) expect(Math.abs(share.share - level)).toBeLessThan(0.035);
    // A share's own lean is not in the range's two ends: the curve may bend by so much.
    for (const { asked, got } of found?.curve ?? []) expect(Math.abs(asked - got)).toBeLessThan(0.07);
    expect(Math.abs((found?.factor ?? 0) - 1)).toBeLessThan(0.06);
    expect(calibrationOf(promises(200, 1, 'some'))?.says).toBe('right');
  });
  test('ranges too narrow are found to be, by how much; made wider by that they hold', () => {
    const found = calibrationOf(promises(900, 1.6, 'narrow'));
    expect(found?.says).toBe('narrow');
    expect(found?.factorRange.low).toBeGreaterThan(1.2);
    const wider = spreadBy(prospectOf([{ alpha: 6, beta: 4 }]), found?.factor ?? 1);
    const ranges = new Map(Array.from({ length: 8 }, (_, i) => [40 + 10 * i, rangeOf(40 + 10 * i, wider)] as const));
    const again = promises(900, 1.6, 'narrow').map((one) => ({ ...one, ...ranges.get(one.of) }) as PromisedRange);
    const inside = again.filter(({ low, high, came }) => came >= low && came <= high).length / 900;
    expect(Math.abs(inside - 0.9)).toBeLessThan(0.035);
    expect(calibrationOf(promises(900, 0.3, 'wide'))?.says).toBe('wide');
  });
  test('where what came lies in a range: ends at the ends, the middle in the middle, and a figure for nothing and for all', () => {
    const range = { within: 0.9, low: 20, high: 39, of: 59 };
    expect(placeOf({ ...range, came: 29.5 })).toBeCloseTo(0, 9);
    expect(placeOf({ ...range, came: 39.5 })).toBeCloseTo(1.6449, 3);
    expect(placeOf({ ...range, came: 19.5 })).toBeCloseTo(-1.6449, 3);
    for (const one of [
      { low: 0, high: 0, of: 5, came: 5 },
      { low: 0, high: 5, of: 5, came: 0 },
      { low: 5, high: 5, of: 5, came: 5 },
    ])
      expect(Number.isFinite(placeOf({ within: 0.9, ...one }))).toBe(true);
  });
});
