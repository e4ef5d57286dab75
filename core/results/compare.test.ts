import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import jStat from 'jstat';
import { randomFrom } from '../chance/random.ts';
import { bagsPerArm } from './armSize.ts';
import {
  BAGS_DIFFER,
  type Counted,
  chanceBetter,
  chanceBetterOfBags,
  differenceOfBags,
  fisherExact,
  holm,
  logRank,
  luckOfBags,
  newcombe,
} from './compare.ts';

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

  test('one bag an arm, bags that differ: no more than 1 verdict in 20 is false, and ranges hold, where Fisher alone is wrong 1 time in 8', () => {
    const random = randomFrom('bags');
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const bag = (share: number): Counted => {
      const own = 1 / (1 + Math.exp(-(Math.log(share / (1 - share)) + BAGS_DIFFER * normal())));
      return { came: Array.from({ length: 60 }).filter(() => random() < own).length, of: 60 };
    };
    let [bare, told, held, sure] = [0, 0, 0, 0];
    const trials = 1500;
    for (let i = 0; i < trials; i++) {
      const share = 0.3 + 0.5 * random();
      const [a, b] = [bag(share), bag(share)];
      if (fisherExact(a, b) <= 0.05) bare += 1;
      if (luckOfBags(a, b) <= 0.05) told += 1;
      const { low, high } = differenceOfBags(a, b);
      if (low <= 0 && high >= 0) held += 1;
      if (Math.abs(chanceBetterOfBags(a, b) - 0.5) > 0.45) sure += 1;
    }
    expect(bare / trials).toBeGreaterThan(0.09);
    expect(told / trials).toBeLessThan(0.06);
    expect(held / trials).toBeGreaterThan(0.93);
    expect(sure / trials).toBeLessThan(0.14);
  });

  test('without a difference between bags all is as Fisher has it; more seed does not do what more bags do', () => {
    const [a, b] = [
      { came: 31, of: 40 },
      { came: 18, of: 40 },
    ];
    expect(luckOfBags(a, b, 0)).toBe(fisherExact(a, b));
    expect(luckOfBags(a, b, 1e-6)).toBeCloseTo(fisherExact(a, b), 6);
    expect(differenceOfBags(a, b, 0)).toEqual(newcombe(a, b));
    expect(chanceBetterOfBags(a, b, 0)).toBeCloseTo(chanceBetter(a, b), 6);
    expect(bagsPerArm(0.5, 0.6, 1e6, BAGS_DIFFER)).toBeGreaterThan(5);
    expect(bagsPerArm(0.5, 0.9, 60, BAGS_DIFFER)).toBeLessThanOrEqual(1);
    expect(() => bagsPerArm(0.5, 0.5, 60, BAGS_DIFFER)).toThrow(RangeError);
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
        Array.from({ length: N }, (_, i) => jStat.beta.inv((i + 0.5) / N, came + 0.5, of - came + 0.5));
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
