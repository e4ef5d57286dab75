import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { WARM_RESPONSE } from '../kinds/responses.ts';
import { dayReaching, earnedByDay, exposureByDay, uncertainDays } from './account.ts';
import { effectiveness } from './effectiveness.ts';
import { daysToFree, releasedShare, releasedWithCredit, requirementFrom } from './requirement.ts';

const sixtyToNinety = requirementFrom({ from: 60, to: 90 }, 0);

describe('what an hour of cold counts', () => {
  test.each([
    [-2, 0],
    [-0.5, 0.5],
    [1, 1],
    [4, 1],
    [5, 1],
    [7.5, 0.5],
    [10, 0],
    [22, 0],
    [-18, 0],
  ])('at %s °C: %s', (at, counts) => {
    expect(effectiveness(at)).toBeCloseTo(counts, 12);
  });
  test('moist warmth has its own range', () => {
    expect([11, 15, 20, 27.5].map((at) => effectiveness(at, WARM_RESPONSE))).toEqual([0, 0.5, 1, 0.5]);
  });
  test('shifting temperature and response together changes nothing', () => {
    fc.assert(
      fc.property(fc.double({ min: -20, max: 40, noNaN: true }), fc.double({ min: -5, max: 5, noNaN: true }), (at, by) => {
        const moved = { zeroBelow_C: -2 + by, fullFrom_C: 1 + by, fullTo_C: 5 + by, zeroAbove_C: 10 + by };
        return Math.abs(effectiveness(at + by, moved) - effectiveness(at)) < 1e-9;
      }),
    );
  });
});

describe('how much cold frees how many', () => {
  test('"60 to 90 days" frees half at 60 and 95 in 100 at 90', () => {
    expect(releasedShare(60, sixtyToNinety)).toBeCloseTo(0.5, 6);
    expect(releasedShare(90, sixtyToNinety)).toBeCloseTo(0.95, 4);
  });
  test('"about 60" frees nine in ten at 60', () => {
    expect(releasedShare(60, requirementFrom({ about: 60 }, 0))).toBeCloseTo(0.9, 9);
    expect(requirementFrom({ about: 60 }, 0).spread).toBe(0.3);
  });
  test('where cold only helps, some are free without', () => {
    const helps = requirementFrom({ from: 21, to: 42 }, 0.45);
    expect(releasedShare(0, helps)).toBe(0.45);
    expect(releasedShare(21, helps)).toBeCloseTo(0.45 + 0.55 / 2, 6);
  });
  test('more cold never frees fewer', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 400, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        (earned, more) => releasedShare(earned + more, sixtyToNinety) >= releasedShare(earned, sixtyToNinety),
      ),
    );
  });
  test('days to release a share is the inverse of the share released', () => {
    expect(releasedShare(daysToFree(0.8, sixtyToNinety), sixtyToNinety)).toBeCloseTo(0.8, 9);
  });
});

describe('cold that seed brings along', () => {
  test('counts as if earned, and what is not known of it flattens the answer', () => {
    const sure = releasedWithCredit(30, sixtyToNinety, { days: 40, give_days: 0 });
    expect(sure).toBe(releasedShare(70, sixtyToNinety));
    const unsure = (earned: number) => releasedWithCredit(earned, sixtyToNinety, { days: 40, give_days: 20 });
    expect(unsure(55)).toBeLessThan(releasedShare(95, sixtyToNinety));
    expect(unsure(5)).toBeGreaterThan(releasedShare(45, sixtyToNinety));
  });
});

describe('the chill account', () => {
  const since = '2027-01-01';
  const steady = (perDay: number) => ({ effect: () => perDay, undone: () => 0 });
  const damp = (on: string, how: 'dry' | 'right' | 'wet') => ({ on, damp: how });
  test('at a steady 4 °C every day counts one', () => {
    expect(earnedByDay(3, steady(1), { since, checks: [], freshened: [] })).toEqual([0, 1, 2, 3]);
  });
  test('the stretch from the last damp check to a dry one counts half and is uncertain', () => {
    const lying = { since, checks: [damp('2027-01-09', 'right'), damp('2027-01-17', 'dry'), damp('2027-01-25', 'right')], freshened: [] };
    expect(earnedByDay(24, steady(1), lying)[24]).toBe(8 + 8 / 2 + 8);
    expect(uncertainDays(lying)).toBe(8);
  });
  test('the day a target is reached', () => {
    const earned = earnedByDay(20, steady(0.8), { since, checks: [], freshened: [] });
    expect(dayReaching(8, since, earned)).toBe('2027-01-11');
    expect(dayReaching(100, since, earned)).toBeUndefined();
  });
  test('a fresh towel resets the age of the rot, a wet one triples it', () => {
    const towel = { medium: 'towel', temperature_C: 4 } as const;
    const old = exposureByDay(42, towel, { since, checks: [], freshened: [since] })[42] as number;
    const renewed = exposureByDay(42, towel, { since, checks: [], freshened: [since, '2027-01-22'] })[42] as number;
    const wet = exposureByDay(42, towel, { since, checks: [damp('2027-02-12', 'wet')], freshened: [since] })[42] as number;
    expect(renewed).toBeCloseTo(2 * 0.0015 * (21 + 21 ** 2 / 28), 9);
    expect(renewed).toBeLessThan(old);
    expect(wet).toBeCloseTo(3 * old, 9);
  });
});
