import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import jStat from 'jstat';
import { binomialAtLeast, logFactorial, rangeHolding, reachedWith } from './binomial.ts';
import { betaQuantiles, gammaQuantiles, studentQuantile } from './distributions.ts';
import { normalCdf, normalChance, normalQuantile } from './normal.ts';

describe('distributions, against the library', () => {
  test.each([0.005, 0.1, 0.5, 0.9, 0.995])('quantiles at %f', (chance) => {
    for (const [alpha, beta] of [
      [0.5, 3.5],
      [5.5, 5.5],
      [17.5, 3.5],
      [400, 2],
    ] as const)
      expect(betaQuantiles(alpha, beta, [chance])[0]).toBeCloseTo(jStat.beta.inv(chance, alpha, beta), 3);
    for (const shape of [1, 4, 60]) expect(gammaQuantiles(shape, 4, [chance])[0]).toBeCloseTo(jStat.gamma.inv(chance, shape, 1 / 4), 3);
    for (const df of [1, 2, 9, 40]) {
      const exact = jStat.studentt.inv(chance, df);
      expect(Math.abs(studentQuantile(chance, df) - exact)).toBeLessThan(1e-3 * (1 + Math.abs(exact)));
    }
  });

  test('of shares that are all but nothing, or all: within a thousandth of the library, never without a figure', () => {
    const at = [0.001, 0.05, 0.5, 0.95, 0.999];
    for (const alpha of [1e-8, 1e-4, 0.01, 0.014, 0.1, 9.99, 400])
      for (const beta of [1e-3, 0.1, 1, 9.99, 200])
        for (const [i, share] of betaQuantiles(alpha, beta, [...at, 1])
          .slice(0, -1)
          .entries())
          expect(Math.abs(share - jStat.beta.inv(at[i] as number, alpha, beta))).toBeLessThan(1e-3);
    for (const alpha of [5e-324, 1.7e-310, 1e-12, 1e-8, 1e-3])
      for (const share of betaQuantiles(alpha, 10, [0, ...at, 1])) expect(share >= 0 && share <= 1).toBe(true);
    expect(() => betaQuantiles(0, 1, at)).toThrow('two figures above 0');
  });

  test('a binomial tail, far out and in the middle', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 3000 }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (n, p, part) => {
          const k = Math.round(n * part);
          return Math.abs(binomialAtLeast(k, n, p) - (1 - (k > 0 ? jStat.binomial.cdf(k - 1, n, p) : 0))) < 1e-8;
        },
      ),
    );
    expect(logFactorial(300)).toBeCloseTo(
      Array.from({ length: 300 }, (_, i) => Math.log(i + 1)).reduce((a, b) => a + b, 0),
      8,
    );
  });

  test('the normal is its density added up, and its quantile undoes it, out to where there is hardly anything left', () => {
    const width = 1e-3;
    let below = normalCdf(-9);
    for (let z = -9; z < 9; z += width) {
      below += (width * Math.exp(-((z + width / 2) ** 2) / 2)) / Math.sqrt(2 * Math.PI);
      if (Math.abs(normalCdf(z + width) - below) > 1e-6) throw new Error(`At ${z} it is ${normalCdf(z + width)}, not ${below}.`);
    }
    for (const chance of [1e-300, 1e-20, 1e-10, 1e-3, 0.2, 0.5, 0.8, 0.999])
      expect(normalCdf(normalQuantile(chance)) / chance).toBeCloseTo(1, 6);
    expect([normalQuantile(0), normalQuantile(1), normalCdf(0)]).toEqual([Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY, 0.5]);
    expect(normalQuantile(0.975)).toBeCloseTo(1.959963984540054, 14);
  });

  test('the normal by its table is the normal to a millionth', () => {
    for (let z = -5.9; z < 6; z += 0.0371) expect(Math.abs(normalChance(z) - normalCdf(z))).toBeLessThan(1e-6);
  });

  test('a count that is reached is found from any guess', () => {
    for (const guess of [-5, 0, 40, 99, 500]) expect(reachedWith(0.9, 100, (k) => binomialAtLeast(k, 100, 0.4), guess)).toBe(34);
  });
});

describe('a range of whole numbers', () => {
  const holds = (n: number, p: number, within: number) => {
    const atLeast = (k: number) => binomialAtLeast(k, n, p);
    const { low, high } = rangeHolding(within, n, atLeast, () => n * p);
    return { low, high, held: atLeast(low) - (high < n ? atLeast(high + 1) : 0) };
  };
  test('of 40 with a chance of 1 in 5 is five to eleven, 8 times in 10', () => {
    expect(holds(40, 0.2, 0.8)).toMatchObject({ low: 5, high: 11 });
  });
  test('holds as often as it says, on the whole, for few and for many, at the bottom too', () => {
    for (const within of [0.8, 0.9]) {
      const each = [5, 10, 50, 400].flatMap((n) => Array.from({ length: 40 }, (_, i) => holds(n, (i + 0.5) / 60, within).held));
      expect(each.reduce((sum, one) => sum + one, 0) / each.length).toBeCloseTo(within, 1);
      expect(Math.abs(holds(400, 0.002, within).held - within)).toBeLessThan(0.12);
    }
    expect(holds(10, 0, 0.9)).toMatchObject({ low: 0, high: 0 });
    expect(holds(10, 1, 0.9)).toMatchObject({ low: 10, high: 10 });
  });
});
