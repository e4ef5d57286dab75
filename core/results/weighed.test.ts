import { describe, expect, test } from '@jest/globals';
import { betaQuantiles } from '../chance/distributions.ts';
import { normalQuantile } from '../chance/normal.ts';
import { middles, momentsOf, stepsOf, tenth } from './weighed.ts';

/** A Beta's moments by its grid, laid where a first, coarse look finds it. */
function byGrid(alpha: number, beta: number, prior = { alpha: 1, beta: 1 }) {
  const weigh = (steps: ReturnType<typeof stepsOf>) => {
    const logs = steps.map(({ share, log }) => log + (alpha - prior.alpha) * Math.log(share) + (beta - prior.beta) * Math.log(1 - share));
    const top = Math.max(...logs);
    return steps.map(({ share }, i) => ({ value: share, weight: Math.exp((logs[i] as number) - top) }));
  };
  return momentsOf(weigh(stepsOf(prior, 24, weigh(stepsOf(prior, 24)))));
}

describe('weighed values', () => {
  test('a share found on a grid has the mean, the spread and the range of its Beta, wherever the grid looked first', () => {
    for (const [alpha, beta] of [
      [9, 1],
      [30, 40],
      [4, 96],
      [450, 50],
      [1.5, 1.2],
    ] as const) {
      const { mean, variance, low, high } = byGrid(alpha, beta);
      const [from, to] = betaQuantiles(alpha, beta, [0.05, 0.95]) as unknown as [number, number];
      const sd = Math.sqrt((alpha * beta) / ((alpha + beta) ** 2 * (alpha + beta + 1)));
      expect(Math.abs(mean - alpha / (alpha + beta))).toBeLessThan(0.03 * sd);
      expect(Math.abs(Math.sqrt(variance) / sd - 1)).toBeLessThan(0.05);
      expect(Math.max(Math.abs(low - from), Math.abs(high - to))).toBeLessThan(0.15 * sd);
    }
  });
  test('what was believed before counts once, however far from it the results lie', () => {
    const prior = { alpha: 9, beta: 1 };
    const [from, to] = betaQuantiles(9 + 60, 1 + 240, [0.05, 0.95]) as unknown as [number, number];
    const { low, high } = byGrid(9 + 60, 1 + 240, prior);
    expect([low, high]).toEqual([expect.closeTo(from, 2), expect.closeTo(to, 2)]);
  });
  test('equal parts of a normal distribution give its range back; a single value is its own', () => {
    const { mean, low, high } = momentsOf(middles(400).map((chance) => ({ value: normalQuantile(chance), weight: 3 })));
    expect([mean, low, high]).toEqual([expect.closeTo(0, 9), expect.closeTo(-1.645, 2), expect.closeTo(1.645, 2)]);
    expect(momentsOf([{ value: 7, weight: 2 }])).toEqual({ mean: 7, variance: 0, low: 7, high: 7 });
    expect(tenth(2.849)).toBe(2.8);
  });
});
