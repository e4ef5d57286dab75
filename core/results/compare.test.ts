import { describe, expect, test } from '@jest/globals';
import betaQuantile from '@stdlib/stats-base-dists-beta-quantile';
import fc from 'fast-check';
import { chanceBetter, fisherExact, holm, logRank, newcombe } from './compare.ts';

const arm = fc.integer({ min: 0, max: 25 }).chain((of) => fc.record({ came: fc.integer({ min: 0, max: of }), of: fc.constant(of) }));

describe('two arms', () => {
  test('Fisher’s chance is that of writing every way down in which the seeds that came could have been dealt', () => {
    // Ways to choose k of n by multiplying out: no logarithm.
    const ways = (n: number, k: number) => {
      let product = 1;
      for (let i = 0; i < k; i++) product = (product * (n - i)) / (i + 1);
      return Math.round(product);
    };
    fc.assert(
      fc.property(arm, arm, (a, b) => {
        const total = a.came + b.came;
        const table = (x: number) => (x > a.of || total - x > b.of || x > total ? 0 : ways(a.of, x) * ways(b.of, total - x));
        const seen = table(a.came);
        let [asExtreme, all] = [0, 0];
        for (let x = 0; x <= total; x++) {
          all += table(x);
          if (table(x) <= seen) asExtreme += table(x);
        }
        return Math.abs(fisherExact(a, b) - asExtreme / all) < 1e-6 && Math.abs(fisherExact(a, b) - fisherExact(b, a)) < 1e-9;
      }),
    );
    // The lady who tasted tea: 3 of 4 against 1 of 4.
    expect(fisherExact({ came: 3, of: 4 }, { came: 1, of: 4 })).toBeCloseTo(34 / 70, 9);
  });

  test('the interval of a difference is Newcombe’s, by his own worked cases', () => {
    const close = (a: [number, number], b: [number, number], low: number, high: number) => {
      const found = newcombe({ came: a[0], of: a[1] }, { came: b[0], of: b[1] });
      expect([found.low, found.high].map((one) => one.toFixed(4))).toEqual([low.toFixed(4), high.toFixed(4)]);
    };
    close([56, 70], [48, 80], 0.0524, 0.3339);
    close([9, 10], [3, 10], 0.1705, 0.809);
    close([5, 56], [0, 29], -0.0381, 0.1926);
    expect(newcombe({ came: 0, of: 0 }, { came: 3, of: 5 })).toEqual({ difference: 0, low: -1, high: 1 });
  });

  test('the chance of being better is what two posteriors say quantile by quantile, and of both together 1', () => {
    const N = 400;
    for (const [a, b] of [
      [
        { came: 31, of: 40 },
        { came: 18, of: 40 },
      ],
      [
        { came: 0, of: 12 },
        { came: 1, of: 9 },
      ],
      [
        { came: 7, of: 7 },
        { came: 200, of: 230 },
      ],
    ] as const) {
      const quantiles = ({ came, of }: { came: number; of: number }) =>
        Array.from({ length: N }, (_, i) => betaQuantile((i + 0.5) / N, came + 0.5, of - came + 0.5));
      const [one, other] = [quantiles(a), quantiles(b)];
      const wins = one.reduce((sum, x) => sum + other.filter((y) => x > y).length, 0) / N ** 2;
      expect(chanceBetter(a, b)).toBeCloseTo(wins, 2);
    }
    fc.assert(fc.property(arm, arm, (a, b) => Math.abs(chanceBetter(a, b) + chanceBetter(b, a) - 1) < 1e-6));
    expect(chanceBetter({ came: 4, of: 9 }, { came: 4, of: 9 })).toBeCloseTo(0.5, 6);
    expect(chanceBetter({ came: 0, of: 0 }, { came: 0, of: 0 })).toBeCloseTo(0.5, 6);
    // One seed each, that of a came: ∫ of the cumulative chance by its density, in closed form ½ + 4/π².
    expect(chanceBetter({ came: 1, of: 1 }, { came: 0, of: 1 })).toBeCloseTo(0.5 + 4 / Math.PI ** 2, 6);
  });
});

test('Holm asks more of the best of several, and never puts a worse one before it', () => {
  expect(holm([0.01, 0.04, 0.03])).toEqual([0.03, 0.06, 0.06]);
  expect(holm([0.5])).toEqual([0.5]);
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true })), (chances) => {
      const fair = holm(chances);
      return (
        fair.every((one, i) => one >= (chances[i] as number) && one <= 1) &&
        chances.every((p, i) => chances.every((q, j) => p > q || (fair[i] as number) <= (fair[j] as number) + 1e-12))
      );
    }),
  );
});

describe('speed', () => {
  const looks = (...all: [number, number, number][]) => all.map(([day, came, left]) => ({ day, came, left }));

  test('by hand: two of two on day 2 against one each on days 4 and 6', () => {
    // Day 2: 2 of 4 come, 1 expected of a, variance 2·¼·2/3 = ⅓; a is over after it, and says no more.
    const found = logRank(looks([2, 2, 0]), looks([2, 0, 2], [4, 1, 1], [6, 1, 0]));
    expect(found?.ahead).toBe('a');
    // z = 1/√⅓ = 1.732: 0.0833 of the normal lies beyond either side.
    expect(found?.chance).toBeCloseTo(0.083265, 5);
  });
  test('is nothing where nothing came, or where the arms are alike', () => {
    expect(logRank(looks([3, 0, 9]), looks([3, 0, 9]))).toBeUndefined();
    expect(logRank([], looks([3, 4, 5]))).toBeUndefined();
    expect(logRank(looks([3, 4, 5], [6, 2, 3]), looks([3, 4, 5], [6, 2, 3]))?.chance).toBeCloseTo(1, 9);
  });
});
