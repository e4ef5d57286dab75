import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { expectedHalfWidth, jeffreys, meanShare, moreToTest, wilsonInterval } from '../chance/shares.ts';
import { agedYears, viableOn } from './lotLedger.ts';
import { chanceOfAtLeast, plantsRange, seedsNeeded } from './seedsNeeded.ts';
import { viableShare } from './viability.ts';

const sample = fc.integer({ min: 1, max: 300 }).chain((n) => fc.tuple(fc.integer({ min: 0, max: n }), fc.constant(n)));

describe('what a sample test means', () => {
  test('8 of 10 is somewhere from 49 to 94 in 100, and 16 more would bring it within 15', () => {
    const { low, high } = wilsonInterval(8, 10);
    expect([Math.round(low * 100), Math.round(high * 100)]).toEqual([49, 94]);
    expect(moreToTest(8, 10, 0.15)).toBe(16);
  });

  test('the interval’s ends are where the score test just fails to refuse', () => {
    // Second way: each end p solves |x/n − p| = z √(p(1−p)/n).
    for (const [x, n] of [
      [7, 10],
      [17, 20],
      [1, 50],
    ] as const) {
      for (const p of [wilsonInterval(x, n).low, wilsonInterval(x, n).high]) {
        expect(Math.abs(x / n - p) / Math.sqrt((p * (1 - p)) / n)).toBeCloseTo(1.959964, 5);
      }
    }
  });

  test('it always holds the share found, inside 0 to 1', () => {
    fc.assert(
      fc.property(sample, ([x, n]) => {
        const { low, share, high } = wilsonInterval(x, n);
        return 0 <= low && low <= share && share <= high && high <= 1;
      }),
    );
  });

  test('a larger sample with the same share never widens it', () => {
    fc.assert(
      fc.property(sample, fc.integer({ min: 2, max: 9 }), ([x, n], k) => {
        const small = wilsonInterval(x, n);
        const large = wilsonInterval(x * k, n * k);
        return large.high - large.low <= small.high - small.low + 1e-12;
      }),
    );
  });

  test('the seeds asked for are the fewest that do', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10 }), fc.double({ min: 0.05, max: 0.4, noNaN: true }), (x, width) => {
        const more = moreToTest(x, 10, width);
        const enough = expectedHalfWidth(x / 10, 10 + more) <= width;
        const oneLess = more === 0 || expectedHalfWidth(x / 10, 10 + more - 1) > width;
        return enough && oneLess;
      }),
    );
  });

  test('a sample that cannot be is refused', () => {
    expect(() => wilsonInterval(11, 10)).toThrow('A sample of 11 of 10 cannot be.');
    expect(() => jeffreys(0.5, 10)).toThrow(RangeError);
  });

  test('packet and handbook figures are believed less than a test of many', () => {
    const species = { usuallyViable: 0.8 };
    const spread = (beta: { alpha: number; beta: number }) => beta.alpha + beta.beta;
    const packet = viableShare({ kind: 'packet', percent: 80 }, species);
    const book = viableShare({ kind: 'unknown' }, species);
    expect(meanShare(packet)).toBeCloseTo(0.794, 3);
    expect(spread(book)).toBeLessThan(spread(packet));
    expect(viableShare({ kind: 'tested', tested: 20, viable: 17 }, species)).toEqual({ alpha: 17.5, beta: 3.5 });
  });
});

describe('how long a lot has aged', () => {
  const collected = { provenance: { kind: 'collected', on: '2024-09-01' }, viability: { kind: 'unknown' } } as const;
  const bought = { kind: 'bought', on: '2026-01-10' } as const;
  test('since its last test; since its packet’s figure; since its harvest where nobody knows; not at all while it is moist', () => {
    expect(agedYears(collected, '2026-09-01')).toBeCloseTo(2, 2);
    expect(agedYears({ ...collected, testedOn: '2025-09-01' }, '2026-09-01')).toBeCloseTo(1, 2);
    const packet = { provenance: { ...bought, harvestYear: 2023 }, viability: { kind: 'packet', percent: 80 } } as const;
    expect(agedYears(packet, '2027-01-10')).toBeCloseTo(1, 2);
    expect(agedYears({ ...packet, viability: { kind: 'unknown' } }, '2026-12-31')).toBeCloseTo(3, 2);
    expect(agedYears({ ...collected, storage: { state: 'moist', since: '2024-09-02' } }, '2026-09-01')).toBe(0);
    expect(agedYears(collected, '2024-01-01')).toBe(0);
  });
  test('takes nothing off where nobody knows what years take, and the more the older where one does', () => {
    const usual = { usuallyViable: 0.9 };
    const known = { ...usual, figures: { viable: { now: 0.9, worth: 40, ageing: 0.3 } } };
    expect(viableOn(collected, usual, '2030-09-01')).toEqual(viableShare({ kind: 'unknown' }, usual));
    const means = ['2024-09-01', '2026-09-01', '2030-09-01', '2090-09-01'].map((on) => meanShare(viableOn(collected, known, on)));
    expect(means.every((mean, i) => i === 0 || mean < (means[i - 1] as number))).toBe(true);
    // In probits, two years at 0.3 are 0.6 less than 0.9 is (1.28): Φ(0.68).
    expect(means[1]).toBeCloseTo(0.75, 1);
    expect(means.at(-1)).toBeGreaterThan(0);
  });
});

const LOG_FACTORIALS = [0];
for (let k = 1; k <= 200; k++) LOG_FACTORIALS[k] = (LOG_FACTORIALS[k - 1] as number) + Math.log(k);

/** P(Binomial(n, p) ≥ N) summed term by term from logarithms of factorials: a second way. */
function binomialTail(n: number, p: number, least: number): number {
  const logFactorial = (k: number) => LOG_FACTORIALS[k] as number;
  let sum = 0;
  for (let k = least; k <= n; k++) {
    sum += Math.exp(logFactorial(n) - logFactorial(k) - logFactorial(n - k) + k * Math.log(p) + (n - k) * Math.log1p(-p));
  }
  return sum;
}

describe('how many seeds to start', () => {
  test('with a known share it is the smallest n by the binomial, term by term', () => {
    for (const [plants, share, confidence] of [
      [40, 0.5, 0.9],
      [1, 0.2, 0.95],
      [12, 0.83, 0.8],
    ] as const) {
      const n = seedsNeeded(plants, confidence, share) as number;
      expect(binomialTail(n, share, plants)).toBeGreaterThanOrEqual(confidence);
      expect(binomialTail(n - 1, share, plants)).toBeLessThan(confidence);
    }
  });

  test('with an uncertain share it is the average of binomials over that share', () => {
    // Midpoint sum over Beta(7.5, 3.5), thinned by 0.6: the same distribution without the beta-binomial.
    const { alpha, beta } = jeffreys(7, 10);
    const steps = 4000;
    let weight = 0;
    let sum = 0;
    for (let i = 0; i < steps; i++) {
      const p = (i + 0.5) / steps;
      const density = p ** (alpha - 1) * (1 - p) ** (beta - 1);
      weight += density;
      sum += density * binomialTail(60, p * 0.6, 20);
    }
    expect(chanceOfAtLeast(20, 60, jeffreys(7, 10), 0.6)).toBeCloseTo(sum / weight, 4);
  });

  test('more seeds never lower the chance; a surer share never asks for more than a doubtful one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 80 }), sample, (plants, seeds, [x, n]) => {
        const viable = jeffreys(x, n);
        return chanceOfAtLeast(plants, seeds + 1, viable, 0.7) >= chanceOfAtLeast(plants, seeds, viable, 0.7) - 1e-12;
      }),
    );
    expect(seedsNeeded(40, 0.9, jeffreys(85, 100)) as number).toBeLessThan(seedsNeeded(40, 0.9, jeffreys(17, 20)) as number);
  });

  test('hundreds of plants at poor chances do not underflow to "never"', () => {
    const n = seedsNeeded(800, 0.9, 0.25) as number;
    // Normal approximation with continuity: within a per cent.
    expect(Math.abs(n - 3327) / 3327).toBeLessThan(0.01);
  });

  test('what cannot be reached says so, and what cannot be asked throws', () => {
    expect(seedsNeeded(40, 0.9, 0)).toBeUndefined();
    expect(() => seedsNeeded(0, 0.9, 0.5)).toThrow('Ask for one plant or more.');
    expect(() => chanceOfAtLeast(1, 2.5, jeffreys(1, 2))).toThrow(RangeError);
  });

  test('the range holds nine outcomes in ten', () => {
    const viable = jeffreys(17, 20);
    const { low, high } = plantsRange(100, viable, 0.55);
    const inside = chanceOfAtLeast(low, 100, viable, 0.55) - chanceOfAtLeast(high + 1, 100, viable, 0.55);
    expect(inside).toBeGreaterThanOrEqual(0.9);
    expect(inside).toBeLessThan(0.96);
  });
});
