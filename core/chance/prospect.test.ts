import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import jStat from 'jstat';
import { plantsRange, seedsNeeded } from '../lot/seedsNeeded.ts';
import { chanceOf, handbookLink, middleOf, prospectOf, quantileAt, rangeOf, seedsFor } from './prospect.ts';
import { randomFrom } from './random.ts';
import { jeffreys } from './shares.ts';

describe('the chance that a seed becomes a plant', () => {
  test.each([
    [7, 10, 0.6, 20],
    [17, 20, 0.55, 40],
    [85, 100, 0.4, 100],
    [3, 10, 0.5, 10],
    [17, 20, 0.5, 400],
  ])(
    'with %i of %i viable and one certain share of %f, seeds for %i plants are within one of the exact number',
    (x, n, certain, plants) => {
      const exact = seedsNeeded(plants, 0.9, jeffreys(x, n), certain) as number;
      expect(Math.abs((seedsFor(plants, 0.9, prospectOf([jeffreys(x, n), certain])) as number) - exact)).toBeLessThanOrEqual(1);
      expect(rangeOf(100, prospectOf([jeffreys(x, n), certain]))).toEqual(plantsRange(100, jeffreys(x, n), certain));
    },
  );

  test('a known share is the binomial of the library', () => {
    for (const [k, n, p] of [
      [3, 10, 0.4],
      [40, 90, 0.5],
      [1, 200, 0.01],
      [95, 100, 0.9],
    ] as const) {
      expect(chanceOf(k, n, prospectOf([p]))).toBeCloseTo(1 - jStat.binomial.cdf(k - 1, n, p), 9);
    }
  });

  test('the middle of what seeds give has as many chances above it as below', () => {
    const prospect = prospectOf([jeffreys(17, 20), handbookLink(0.85)]);
    const middle = middleOf(200, prospect);
    expect(chanceOf(middle - 2, 200, prospect)).toBeGreaterThan(0.5);
    expect(chanceOf(middle + 2, 200, prospect)).toBeLessThan(0.5);
  });

  test('several uncertain links multiply: the mean of the product is the product of the means', () => {
    const { mean } = prospectOf([jeffreys(17, 20), handbookLink(0.85), handbookLink(0.75), 0.9]);
    expect(mean).toBeCloseTo((17.5 / 21) * 0.85 * 0.75 * 0.9, 2);
    // Rot with a Gamma(4, 4) multiplier: E exp(−E·g) = (1 + E/4)^−4.
    expect(prospectOf([{ exposure: 0.3, shape: 4 }]).mean).toBeCloseTo((1 + 0.3 / 4) ** -4, 3);
  });

  test('the parts of a distribution are its quantiles, by the library', () => {
    const { shares } = prospectOf([{ alpha: 8.5, beta: 1.5 }]);
    for (const chance of [0.01, 0.1, 0.5, 0.9, 0.99]) expect(quantileAt(shares, chance)).toBeCloseTo(jStat.beta.inv(chance, 8.5, 1.5), 3);
  });

  test('another deal of the same links moves the answer by little', () => {
    const links = [jeffreys(7, 10), handbookLink(0.8), handbookLink(0.7), { exposure: 0.2, shape: 4 }];
    const asked = ['a', 'b', 'c', 'd'].map((name) => seedsFor(40, 0.9, prospectOf(links, randomFrom(name))) as number);
    expect(Math.max(...asked) / Math.min(...asked)).toBeLessThan(1.05);
  });

  test('more seeds never lower the chance; doubt about a link never asks for fewer', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 120 }),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        (plants, seeds, share) => {
          const doubtful = prospectOf([jeffreys(17, 20), handbookLink(share)]);
          return chanceOf(plants, seeds + 1, doubtful) >= chanceOf(plants, seeds, doubtful) - 1e-9;
        },
      ),
      { numRuns: 60 },
    );
    for (const share of [0.3, 0.6, 0.9]) {
      const sure = seedsFor(40, 0.9, prospectOf([0.8, share])) as number;
      expect(seedsFor(40, 0.9, prospectOf([0.8, handbookLink(share)]))).toBeGreaterThan(sure);
    }
  });

  test('what cannot be reached says so, and what cannot be asked throws', () => {
    expect(seedsFor(40, 0.9, prospectOf([0]))).toBeUndefined();
    expect(seedsFor(40, 0.9, prospectOf([0.0001]))).toBeUndefined();
    expect(() => prospectOf([1.2])).toThrow(RangeError);
    expect(() => seedsFor(0, 0.9, prospectOf([0.5]))).toThrow('Ask for one plant or more.');
  });
});
