import { Swelling } from '@chill/model/treatment.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { randomFrom } from '../chance/random.ts';
import { swellingFault, swellingOf, wantsCount } from '../mix/swelling.ts';
import { lineageOf, nextRoundShare, type Round, roundAdvice, roundsOf } from './rounds.ts';

describe('did it take?', () => {
  test('by count and by weight, against six in ten', () => {
    expect(swellingOf({ by: 'count', soaked: 100, swollen: 59 })).toEqual({ share: 0.59, estimated: false, took: false });
    expect(swellingOf({ by: 'count', soaked: 100, swollen: 60 }).took).toBe(true);
    expect(swellingOf({ by: 'weight', dry_g: 12, wet_g: 18 })).toEqual({ share: 0.5, gain: 0.5, estimated: true, took: false });
    expect(swellingOf({ by: 'weight', dry_g: 12, wet_g: 30 }).share).toBe(1);
  });
  test.each([
    { by: 'count', soaked: 10, swollen: 11 },
    { by: 'count', soaked: 0, swollen: 0 },
    { by: 'weight', dry_g: 0, wet_g: 4 },
    { by: 'weight', dry_g: 5, wet_g: 4 },
  ] as const)('%j can be asked by nobody, and is refused before', (swelling) => {
    expect(() => swellingOf(swelling)).toThrow(RangeError);
    expect(Swelling.safeParse(swelling).success && !swellingFault(swelling)).toBe(false);
  });
});

test('hard-coated seed in water wants to be counted, until it was; soft seed and dry stages do not', () => {
  const hard = { hardCoat: { untreated: 0.1, openCoat: 0.9, hotWater: 0.6 } };
  const seen = [{ eventId: '', on: '2027-01-01', swelling: { by: 'count' as const, soaked: 9, swollen: 8 } }];
  expect(wantsCount(hard, { swellings: [] }, 'soak')).toBe(true);
  expect(wantsCount(hard, { swellings: seen }, 'soak')).toBe(false);
  expect(wantsCount(hard, { swellings: [] }, 'openCoat')).toBe(false);
  expect(wantsCount({}, { swellings: [] }, 'soak')).toBe(false);
});

describe('going round again', () => {
  test('before anything is known it is the handbook’s share, nearly', () => {
    expect(nextRoundShare([], 0.9)).toBeCloseTo(0.9, 1);
    expect(nextRoundShare([], 0.5)).toBeCloseTo(0.5, 2);
  });
  test('many seeds of one round outweigh the handbook', () => {
    const rounds = [{ soaked: 2000, swollen: 600 }];
    const alike = nextRoundShare(rounds, 0.9);
    // Those left over are harder than those that swelled: the next round brings less than three in ten.
    expect(alike).toBeLessThan(0.3);
    expect(alike).toBeGreaterThan(0.1);
  });
  test('recovers the truth from simulated lots whose seeds differ as the model says', () => {
    const random = randomFrom('rounds');
    // Beta(2, 2): shares of the left-over 2/4, 2/5, 2/6, 2/7.
    let left = 3000;
    const rounds = [2 / 4, 2 / 5, 2 / 6].map((chance): Round => {
      let swollen = 0;
      for (let i = 0; i < left; i++) if (random() < chance) swollen += 1;
      const round = { soaked: left, swollen };
      left -= swollen;
      return round;
    });
    expect(nextRoundShare(rounds, 0.8)).toBeCloseTo(2 / 7, 1);
  });
  test('every round further on opens a smaller share, and more swollen never lowers it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 200 }),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        fc.nat(100),
        (soaked, prior, percent) => {
          const swollen = Math.floor((soaked * percent) / 101);
          const rounds = [{ soaked, swollen }];
          const [now, later] = [nextRoundShare(rounds, prior), nextRoundShare(rounds, prior, 1)];
          const better = nextRoundShare([{ soaked, swollen: swollen + 1 }], prior);
          return later <= now + 1e-9 && better >= now - 1e-6 && now > 0 && now < 1;
        },
      ),
      { numRuns: 40 },
    );
  });
  test('says when another way pays: at once where this one has failed, later where it still does well', () => {
    const coat = { untreated: 0.05, openCoat: 0.9, hotWater: 0.5 };
    expect(roundAdvice([{ soaked: 100, swollen: 8 }], 'openCoat', coat, 92).roundsBeforeOther).toBe(0);
    const well = roundAdvice([{ soaked: 60, swollen: 50 }], 'openCoat', coat, 10);
    expect(well.roundsBeforeOther).toBeGreaterThan(0);
    expect(well.other).toEqual({ by: 'hotWater', share: 0.5, seeds: 5 });
  });
  test('a lineage tells its rounds in order, and does not lose its way in a ring', () => {
    const batches = [{ id: 'a' }, { id: 'b', from: { batchId: 'a', round: 2 } }, { id: 'c', from: { batchId: 'b', round: 3 } }];
    const line = lineageOf(batches[2] as (typeof batches)[number], batches);
    expect(line.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    const ring = [
      { id: 'x', from: { batchId: 'y', round: 2 } },
      { id: 'y', from: { batchId: 'x', round: 3 } },
    ];
    expect(lineageOf(ring[0] as (typeof ring)[number], ring)).toHaveLength(2);
    const seen = (soaked: number, swollen: number) => ({
      batch: { id: '', code: '', plan: { seeds: soaked } as never },
      state: { counts: {} as never, swellings: [{ eventId: '', on: '2027-01-01', swelling: { by: 'count' as const, soaked, swollen } }] },
    });
    expect(roundsOf([seen(60, 22), seen(38, 20), { ...seen(18, 0), state: { counts: {} as never, swellings: [] } }])).toEqual([
      { soaked: 60, swollen: 22 },
      { soaked: 38, swollen: 20 },
    ]);
  });
});
