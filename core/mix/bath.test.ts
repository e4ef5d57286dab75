import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ashFor_mL, type Bath, bathVolume_mL, planBath, smokePaper, smokeVolume_mL, smokeWater } from './bath.ts';
import { floodWater_mL, mediumFor_mL, mixForBags, seedMass_g, seedsOnTowel, seedVolume_mL } from './laying.ts';
import { mediumWater_mL } from './water.ts';

const acorn = {
  length_mm: 30,
  width_mm: 16,
  thickness_mm: 16,
  thousandSeeds_g: 4000,
  shape: 'oval',
  texture: 'smooth',
  colour: 'brown',
} as const;
const dust = { ...acorn, length_mm: 0.8, width_mm: 0.5, thickness_mm: 0.4, thousandSeeds_g: 0.1 };

describe('baths', () => {
  test('household peroxide one to one and one to three, in mL', () => {
    expect(planBath('peroxideBath', 3, 200)).toMatchObject({ stock_mL: 100, water_mL: 100, strength: 1.5, seconds: 300, rinses: 1 });
    expect(planBath('peroxideRinse', 3, 200)).toMatchObject({ stock_mL: 50, water_mL: 150 });
    expect(planBath('bleach', 5, 200)).toMatchObject({ stock_mL: 20, water_mL: 180, rinses: 3 });
  });
  test('a stronger bottle is thinned to the same bath, and says that it burns', () => {
    const strong = planBath('peroxideBath', 12, 200) as Bath;
    expect(strong.stock_mL).toBe(25);
    expect(strong.strong).toMatch(/Gloves, eye cover/);
    expect(planBath('peroxideBath', 3, 200)).not.toHaveProperty('strong');
  });
  test('whatever the bottle, what comes out has the strength and the volume', () => {
    fc.assert(
      fc.property(fc.double({ min: 1.5, max: 100, noNaN: true }), fc.double({ min: 1, max: 5000, noNaN: true }), (stock, total) => {
        const { stock_mL, water_mL, strength } = planBath('peroxideBath', stock, total) as Bath;
        return Math.abs(stock_mL + water_mL - total) < 1e-6 && Math.abs((stock_mL * stock) / total - strength) < 1e-9;
      }),
    );
  });
  test.each([
    ['bleach', 5, 200, 'peroxide', 'also', /Never: bleach with peroxide/],
    ['peroxideBath', 3, 200, 'vinegar', 'also', /peracetic/],
    ['bleach', 5, 200, 'ammonia', 'also', /chloramine/],
    ['peroxideBath', 110, 200, undefined, 'stock', /up to 100 per cent/],
    ['peroxideBath', 0, 200, undefined, 'stock', /above 0/],
    ['peroxideBath', 1, 200, undefined, 'stock', /weaker than the 1.5 %/],
    ['bleach', 5, 0, undefined, 'total', /above zero/],
  ] as const)('%s of %f %% in %f mL with %s is refused at its field', (kind, stock, total, also, field, says) => {
    expect(asRead(planBath(kind, stock, total, also))).toMatchObject({ field, reason: expect.stringMatching(says) });
  });
});

describe('smoke', () => {
  test('“1 to 9” and “1 in 10” are the same; never less than a small cup', () => {
    expect(smokeWater('1 to 9', 2)).toEqual(smokeWater('1 in 10', 2));
    expect(smokeWater('1 to 9', 40)).toMatchObject({ ok: true, value: { total_mL: 120, stock_mL: 12, water_mL: 108 } });
    expect(smokeVolume_mL(0.1)).toBe(30);
    expect(asRead(smokeWater('strong', 2))).toMatchObject({ reason: expect.stringMatching(/one part and three/) });
  });
  test('paper in half sheets by what it is rated for, ash two millimetres deep', () => {
    expect(smokePaper(50, 1)).toEqual({ sheets: 1, water_mL: 50 });
    expect(smokePaper(50, 40)).toEqual({ sheets: 2.5, water_mL: 125 });
    expect(ashFor_mL(6, 100)).toBeCloseTo((6 * Math.PI * 50 * 50 * 2) / 1000, 9);
    expect(() => smokePaper(0, 1)).toThrow(RangeError);
    expect(() => ashFor_mL(0, 90)).toThrow(RangeError);
  });
});

describe('laying up', () => {
  test('mass and loose volume of a number of seeds', () => {
    expect(seedMass_g(250, acorn)).toBe(1000);
    expect(seedVolume_mL(60, acorn)).toBeCloseTo(((60 * Math.PI) / 6 / 0.6) * 3 * 1.6 * 1.6, 9);
    expect(bathVolume_mL(seedVolume_mL(10, dust))).toBe(50);
  });
  test('how many fit on a towel folded once: few acorns, and tiny seed no closer than hands can lay it', () => {
    expect(seedsOnTowel(280, 280, acorn)).toEqual({ seeds: 2 * 8, apart_mm: 60 });
    expect(seedsOnTowel(280, 280, dust)).toEqual({ seeds: 35 * 70, apart_mm: 4 });
    expect(() => seedsOnTowel(0, 280, dust)).toThrow(RangeError);
  });
  test('a mix for so many bags has its parts in their shares, and wants as much water as its parts', () => {
    const parts = mixForBags({ sand: 1, loam: 1 }, 4, 500);
    expect(parts).toEqual({ sand: 1000, loam: 1000 });
    expect(mediumWater_mL(parts)).toBeCloseTo(0.6 * (1.6 * 0.2 + 1.2 * 0.4) * 1000, 6);
    expect(mediumFor_mL(100)).toBeCloseTo(400, 9);
    for (const bad of [
      () => mixForBags({}, 1, 500),
      () => mixForBags({ sand: -1, loam: 2 }, 1, 500),
      () => mixForBags({ sand: 1 }, 0, 500),
      () => mixForBags({ sand: 1 }, 1, 0),
    ])
      expect(bad).toThrow(RangeError);
  });
  test('water for a tray of pots', () => {
    expect(floodWater_mL(540, 280, 60)).toBeCloseTo((540 * 280 * 60) / 2000, 6);
    expect(() => floodWater_mL(540, 280, 0)).toThrow(RangeError);
  });
});
