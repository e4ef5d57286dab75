import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { learnRot } from './learned.ts';
import { rotRange } from './range.ts';

describe('a nursery’s own rot', () => {
  test('starts at once the default, and ends at what was seen', () => {
    expect(learnRot([])).toEqual({});
    expect(learnRot([{ medium: 'towel', rotted: 0, expected: 1 }]).towel?.mean).toBe(4 / 5);
    const much = learnRot([
      { medium: 'towel', rotted: 150, expected: 80 },
      { medium: 'towel', rotted: 150, expected: 70 },
      { medium: 'sand', rotted: 3, expected: 4 },
    ]);
    expect(much.towel).toMatchObject({ mean: 304 / 154, rotted: 300, expected: 150 });
    expect(much.sand?.mean).toBe(7 / 8);
  });
  test('is surer the more was seen, and lies in its own range', () => {
    fc.assert(
      fc.property(fc.nat(200), fc.double({ min: 0.5, max: 200, noNaN: true }), (rotted, expected) => {
        const learned = learnRot([{ medium: 'sand', rotted, expected }]).sand;
        if (!learned) return false;
        const [now, before] = [rotRange(learned), rotRange()];
        const surer = Math.log(now.high / now.low) < Math.log(before.high / before.low) || rotted === 0;
        return surer && now.low < learned.mean && learned.mean < now.high;
      }),
    );
  });
  test('the prior’s range is that of Gamma(4, 4), by a brute-force sum', () => {
    const { low, high } = rotRange();
    const density = (x: number) => (4 ** 4 / 6) * x ** 3 * Math.exp(-4 * x);
    let below = 0;
    for (let x = 0.0005; x < low; x += 0.001) below += density(x) * 0.001;
    expect(below).toBeCloseTo(0.1, 2);
    expect(high).toBeGreaterThan(1.5);
  });
});
