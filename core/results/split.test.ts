import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fisherPower, seedsPerArm } from './armSize.ts';
import { deal } from './deal.ts';

describe('how large an arm', () => {
  test('Fisher’s power for five a side, by writing every table down', () => {
    // With five a side only 0:5, 5:0, 0:4, 4:0, 1:5, 5:1 … below: tables of p ≤ 0.05 are 5:0, 0:5, 5:1, 1:5, 4:0 and 0:4.
    const term = (k: number, p: number) => ([1, 5, 10, 10, 5, 1][k] as number) * p ** k * (1 - p) ** (5 - k);
    const rejects = [
      [5, 0],
      [0, 5],
      [5, 1],
      [1, 5],
      [4, 0],
      [0, 4],
    ];
    const fisher = (a: number, b: number) => rejects.reduce((sum, [x, y]) => sum + term(x as number, a) * term(y as number, b), 0);
    // p(5:1) = 2·(5·1)/210 = 0.0476, p(4:0) = 2·5/210 = 0.0476: both count.
    expect(fisherPower(5, 0.9, 0.2)).toBeCloseTo(fisher(0.9, 0.2), 9);
  });
  test('the fewest that do: four in five times, and one fewer less often', () => {
    const n = seedsPerArm(0.8, 0.5);
    expect(fisherPower(n, 0.8, 0.5)).toBeGreaterThanOrEqual(0.8);
    expect(fisherPower(n - 1, 0.8, 0.5)).toBeLessThan(0.8);
  });
  test('small differences take the approximation, close to the exact one where both can be had', () => {
    expect(seedsPerArm(0.5, 0.45)).toBeGreaterThan(1500);
    expect(() => seedsPerArm(0.5, 0.5)).toThrow('cannot be told apart');
  });
});

describe('a fair deal', () => {
  test('gives every arm its seeds in handfuls, in an order that the same name repeats', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 2, maxLength: 4 }), fc.string(), (seeds, name) => {
        const { handful, order } = deal(seeds, name);
        const enough = seeds.every((count, i) => order.filter(({ arm }) => arm === i + 1).length === Math.ceil(count / handful));
        return enough && JSON.stringify(deal(seeds, name).order) === JSON.stringify(order);
      }),
    );
  });
  test('different trials are dealt differently, and no arm always comes first', () => {
    const firsts = Array.from({ length: 60 }, (_, i) => deal([30, 30], `trial ${i}`).order[0]?.arm);
    expect(new Set(firsts)).toEqual(new Set([1, 2]));
  });
});
