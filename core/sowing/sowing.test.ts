import { describe, expect, test } from '@jest/globals';
import { carrierFor, filledShare, inRows_per100mm, mostSeedlings_perDm2, seeds_perDm2, spread_mm } from '../mix/density.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import { deepest_mm, lightShareUnder, type SeedToSow, usualCover_mm } from './depth.ts';
import { emergedOfThoseThatWill, shootRate, upDegreeDays } from './emergence.ts';
import { seedsIntoGround } from './ground.ts';
import { degreeDaysToBottom, degreeDaysToFill, degreeDaysToPairs, HELD } from './growth.ts';
import { notDampedOff, throughCover } from './losses.ts';
import { daysUntilDry, daysUntilThirsty, fromBelow_mL, vapourDeficit_kPa, waterToSpare_mm } from './moisture.ts';
import { apart_mm, liveThroughSeparating, tangled } from './separate.ts';
import { containersPerPlant, liveThroughLifting, type OneSeed, plantBySowing, plantByTowel } from './towelOrMix.ts';

/** Every figure here is one of the worked examples of the sources' paper on growing. */
const seedOf = (thousandSeeds_g: number, thickness_mm: number, light: SeedToSow['light'] = 'indifferent'): SeedToSow => ({
  light,
  seed: { thousandSeeds_g, thickness_mm },
});

describe('how deep', () => {
  test.each([
    [4, 1.6, 4],
    [3500, 17, 24.5],
    [11_000, 28, 30],
  ])('a seed of %f mg, %f mm thick, lies %f mm deep', (mass, thick, deep) => {
    expect(usualCover_mm(seedOf(mass, thick))).toBeCloseTo(deep, 6);
  });
  test('what needs light or is dust lies on top; what wants dark has 5 mm; nothing is deeper than a third of its pot, or than it can come up', () => {
    expect(usualCover_mm(seedOf(4, 1.6, 'needs light'))).toBe(0);
    expect(usualCover_mm(seedOf(0.05, 0.3))).toBe(0);
    expect(usualCover_mm(seedOf(4, 1.6, 'wants dark'))).toBe(5);
    expect(usualCover_mm(seedOf(3500, 17), 55)).toBeCloseTo(55 / 3, 6);
    expect(usualCover_mm(seedOf(0.33, 5))).toBeCloseTo(0.35 * 18.9, 1);
  });
  test('the deepest, and the light under a cover', () => {
    expect(deepest_mm(4)).toBeCloseTo(43.4, 1);
    expect(deepest_mm(0.33)).toBeCloseTo(18.9, 1);
    expect(lightShareUnder(1)).toBeCloseTo(0.708, 3);
    expect(lightShareUnder(3)).toBeCloseTo(0.481, 3);
  });
});

describe('coming up', () => {
  test('the way up takes its degree-days', () => {
    expect(shootRate(3)).toBeCloseTo(0.361, 3);
    expect(upDegreeDays(3, 3.5)).toBeCloseTo(59.7, 1);
    expect(upDegreeDays(0.05, 0)).toBe(50);
    expect(upDegreeDays(3500, 25, true)).toBeCloseTo(212.5, 1);
  });
  test('10 to 28 days at 20 °C: half are rooted by day 16.7 and up by day 20.7; by day 14 a third has rooted, a tenth is up', () => {
    const law = thermalTime({ at_C: 20, days: { from: 10, to: 28 }, base_C: 5, optimum_C: 25, ceiling_C: 35, share: 0.9 });
    expect([law.median_degreeDays, law.spread].map((one) => Number(one.toFixed(3)))).toEqual([250.998, 0.402]);
    const up = upDegreeDays(3, 3.5);
    expect((law.median_degreeDays + up) / 15).toBeCloseTo(20.7, 1);
    expect(emergedOfThoseThatWill(law.median_degreeDays + up, law, up)).toBeCloseTo(0.5, 9);
    expect(emergedOfThoseThatWill(14 * 15, law, 0)).toBeCloseTo(0.33, 2);
    expect(emergedOfThoseThatWill(14 * 15, law, up)).toBeCloseTo(0.1, 2);
    expect(emergedOfThoseThatWill(up, law, up)).toBe(0);
  });
  test('what does not come through, and what damps off in a crowd', () => {
    expect(throughCover(3, 20)).toBeCloseTo(0.662, 3);
    expect(throughCover(0.3, 5)).toBeCloseTo(0.975, 3);
    expect(throughCover(0.3, 10)).toBeCloseTo(0.59, 3);
    expect(throughCover(3, 0)).toBe(1);
    expect(1 - notDampedOff({ crowd: 27 })).toBeCloseTo(0.027, 3);
    expect(1 - notDampedOff({ crowd: 200, wet: 'wet' })).toBeCloseTo(0.48, 2);
  });
});

describe('how many', () => {
  test.each([
    [0.05, [200, 200, 67]],
    [0.3, [167, 83, 16]],
    [3, [26, 13, 2.5]],
    [30, [4.2, 2.1, 0.4]],
  ])('of a seed of %f mg stand on a dm²', (mass, most) => {
    const found = [0.5, 1.25, 3].map((pairs) => mostSeedlings_perDm2(mass, pairs));
    for (const [i, one] of most.entries()) expect(found[i]).toBeCloseTo(one, one < 10 ? 0 : -1);
  });
  test('cells are filled evenly by counting, less so by strewing, least by pinches', () => {
    expect(
      [filledShare('pinch', 8, 0.5), filledShare('broadcast', 8, 0.5), filledShare('counted', 8, 0.5)].map((x) => x.toFixed(3)),
    ).toEqual(['0.955', '0.982', '0.996']);
    expect([filledShare('pinch', 5, 0.4), filledShare('broadcast', 5, 0.4)].map((x) => x.toFixed(3))).toEqual(['0.824', '0.865']);
  });
  test('rows, and dust in sand', () => {
    expect(inRows_per100mm(30, 40)).toBe(12);
    const seeds = seeds_perDm2(60, 0.45) * 3.7;
    expect(Math.round(seeds)).toBe(493);
    const { sand_mL, seeds_perMl } = carrierFor(3.7, seeds);
    expect([sand_mL.toFixed(1), Math.round(seeds_perMl)]).toEqual(['14.8', 33]);
  });
});

describe('towel or mix', () => {
  const seed: OneSeed = { viable: 0.8, ready: 0.9, sprouts: 0.85, establishes: 0.75, roots: 'fibrous' };
  test('is laid side by side: seeds and containers for a plant', () => {
    expect(plantByTowel(seed)).toBeCloseTo(0.4498, 4);
    expect(1 / plantByTowel(seed)).toBeCloseTo(2.22, 2);
    expect(containersPerPlant(seed)).toBeCloseTo(1.36, 2);
    expect(plantBySowing(seed)).toBeCloseTo(0.4406, 4);
    expect(containersPerPlant(seed, { each: 1 })).toBeCloseTo(2.27, 2);
    expect(containersPerPlant(seed, { each: 2 })).toBeCloseTo(1.455, 3);
  });
  test('a root three times too long costs a tap root most', () => {
    expect(liveThroughLifting('fibrous', 3)).toBeCloseTo(0.905, 3);
    expect(liveThroughLifting('tap', 3)).toBeCloseTo(0.786, 3);
  });
  test('straight into the ground', () => {
    expect(seedsIntoGround(20, 0.8, 'nutsCaged')).toBe(56);
    expect(seedsIntoGround(100, 0.7, 'openGround')).toBe(2381);
    expect(seedsIntoGround(20, 0.95, 'gardenBedCrop')).toBe(29);
  });
});

describe('kept damp', () => {
  const room = { celsius: 20, humidity: 50, air: 'stillRoom' } as const;
  test('by the air, the cover and the depth', () => {
    expect(vapourDeficit_kPa(20, 50)).toBeCloseTo(1.169, 3);
    expect(daysUntilDry(waterToSpare_mm(50, 0), { ...room, cover: 'none' })).toBeCloseTo(0.86, 2);
    expect(daysUntilDry(waterToSpare_mm(50, 0), { ...room, cover: 'closedLid' })).toBeCloseTo(7.1, 1);
    expect(daysUntilDry(waterToSpare_mm(50, 4), { ...room, cover: 'none' })).toBeCloseTo(2.57, 2);
    expect(fromBelow_mL(6, 15.1)).toBeCloseTo(906, 6);
  });
  test('plants in full leaf drink their mix', () => {
    expect(daysUntilThirsty(50, 0.378, 1, { ...room, cover: 'none' })).toBeCloseTo(0.71, 2);
    expect(daysUntilThirsty(1000, 1.008, 1, { ...room, cover: 'none' })).toBeCloseTo(5.3, 1);
  });
});

describe('growing in a container', () => {
  test('the root meets the bottom, the ball holds, the pot is full', () => {
    expect(degreeDaysToBottom(4, 45 - 4)).toBeCloseTo(170.8, 1);
    expect(degreeDaysToBottom(3500, 210 - 25)).toBeCloseTo(125.4, 1);
    const of = (pace: Parameters<typeof degreeDaysToFill>[1]['pace'], mass_mg: number, volume: number, nut = false, together = 1) =>
      Math.round(degreeDaysToFill(HELD.bound, { pace, mass_mg, nut }, volume, together));
    expect([of('perennial', 3, 50), of('annual', 3, 50), of('perennial', 0.05, 50)]).toEqual([804, 563, 850]);
    expect(Math.round(degreeDaysToFill(HELD.ready, { pace: 'perennial', mass_mg: 3 }, 50))).toBe(673);
    expect([of('woody', 20, 160), of('woody', 3500, 1000, true), of('conifer', 7, 160)]).toEqual([1365, 1263, 2350]);
    expect([of('perennial', 0.3, 230), of('perennial', 0.3, 230, false, 20)]).toEqual([1025, 700]);
  });
  test('three pairs of leaves take 330 °C·d after it is up', () => {
    expect(degreeDaysToPairs(3, 'perennial', 0)).toBe(330);
  });
});

describe('separating', () => {
  test('is best in time; a tap root does not wait', () => {
    const leaves = spread_mm(3, 1.25);
    const apart = apart_mm(13.1);
    expect([leaves, apart].map((one) => one.toFixed(1))).toEqual(['39.1', '27.6']);
    expect(tangled(leaves, apart)).toBe(false);
    expect(liveThroughSeparating('fibrous', 1.25, leaves, apart)).toBeCloseTo(0.928, 3);
    expect(liveThroughSeparating('fibrous', 3, spread_mm(3, 3), apart)).toBeCloseTo(0.784, 3);
    const tap = (pairs: number) => liveThroughSeparating('tap', pairs, spread_mm(20, pairs), apart_mm(5));
    expect(tap(0)).toBeCloseTo(0.888, 3);
    expect(tap(2)).toBeCloseTo(0.495, 3);
    expect(degreeDaysToBottom(20, 40)).toBeCloseTo(98, 0);
    expect(degreeDaysToBottom(20, 40) - upDegreeDays(20, 5)).toBeCloseTo(41, 0);
  });
});
