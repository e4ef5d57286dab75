import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { airPressure_Pa, boilingPoint_C } from './boiling.ts';
import { fits } from './dose.ts';
import { pourFault, readingDoubt } from './pourFault.ts';
import {
  COOLING_PER_MINUTE,
  coolingOf,
  corrected,
  HEAT_SEED,
  HEAT_VESSEL,
  HEAT_WATER,
  minutesAbove,
  mixed_C,
  type PourOver,
  pourFor,
  waterAt,
} from './pourOver.ts';

const cup: PourOver = {
  water_mL: 250,
  pour_C: 96,
  seed_g: 20,
  vessel_g: 350,
  material: 'ceramic',
  kind: 'mug',
  air_C: 18,
  elevation_m: 780,
};
const pours = fc.record({
  water_mL: fc.double({ min: 50, max: 3000, noNaN: true }),
  pour_C: fc.double({ min: 60, max: 95, noNaN: true }),
  seed_g: fc.double({ min: 0, max: 200, noNaN: true }),
  vessel_g: fc.double({ min: 20, max: 2000, noNaN: true }),
  material: fc.constantFrom('glass', 'steel', 'ceramic', 'plastic'),
  kind: fc.constantFrom('bowl', 'mug', 'lidded', 'flask'),
  air_C: fc.double({ min: 2, max: 30, noNaN: true }),
  elevation_m: fc.constant(0),
}) as fc.Arbitrary<PourOver>;

describe('where water boils', () => {
  test.each([
    // Tables of the standard atmosphere: 1013.25, 898.7, 794.9 and 700.8 hPa.
    [0, 100, 1013.25],
    [1000, 96.7, 898.7],
    [2000, 93.3, 794.9],
    [3000, 90, 701.1],
  ])('at %i m near %f °C', (height, boils, hectopascal) => {
    expect(boilingPoint_C(height)).toBeCloseTo(boils, 0);
    expect(airPressure_Pa(height) / 100).toBeCloseTo(hectopascal, -0.5);
  });
  test('higher never boils hotter, and nowhere beyond where anyone grows', () => {
    fc.assert(fc.property(fc.integer({ min: -400, max: 5900 }), (height) => boilingPoint_C(height + 100) < boilingPoint_C(height)));
    expect(() => boilingPoint_C(9000)).toThrow(RangeError);
  });
});

describe('a pour', () => {
  test('shares its heat: what the water loses, seed and vessel gain', () => {
    fc.assert(
      fc.property(pours, (pour) => {
        const start = mixed_C(pour);
        const lost = pour.water_mL * HEAT_WATER * (pour.pour_C - start);
        const gained = (pour.seed_g * HEAT_SEED + pour.vessel_g * HEAT_VESSEL[pour.material]) * (start - pour.air_C);
        return Math.abs(lost - gained) < 1e-6 * Math.max(1, lost);
      }),
    );
  });
  test('a small cup starts well below what was poured, a large pot hardly', () => {
    expect(mixed_C(cup)).toBeCloseTo((250 * 4.186 * 96 + (20 * 1.9 + 350 * 0.85) * 18) / (250 * 4.186 + 20 * 1.9 + 350 * 0.85), 9);
    expect(mixed_C({ ...cup, water_mL: 3000 })).toBeGreaterThan(93);
  });
  test('cools as Newton says, step by step as in one go', () => {
    const cooling = coolingOf(cup);
    let water = cooling.start_C;
    for (let i = 0; i < 30_000; i++) water -= COOLING_PER_MINUTE.mug * (water - 18) * 0.001;
    expect(waterAt(30, cooling)).toBeCloseTo(water, 2);
  });
  test('minutes above a temperature end where the curve crosses it', () => {
    const cooling = coolingOf(cup);
    const minutes = minutesAbove(60, cooling);
    expect(waterAt(minutes, cooling)).toBeCloseTo(60, 9);
    expect(minutesAbove(99, cooling)).toBe(0);
    expect(minutesAbove(18, cooling)).toBe(Number.POSITIVE_INFINITY);
  });
  test('poured as advised it reaches the dose, to the minute; where it cannot, it says what else to do', () => {
    fc.assert(
      fc.property(pours, fc.double({ min: 1, max: 20, noNaN: true }), (pour, minutes) => {
        const advice = pourFor(minutes, 70, pour);
        if ('unreachable' in advice) return advice.unreachable.includes('take more water');
        return Math.abs(minutesAbove(70, coolingOf({ ...pour, pour_C: advice.pour_C })) - minutes) < 1e-6;
      }),
    );
    expect(pourFor(30, 85, cup)).toHaveProperty('unreachable');
  });
  test('two readings seconds apart say nothing of the rate', () => {
    const near = [
      { minute: 3, water_C: 80 },
      { minute: 3.2, water_C: 76 },
    ];
    expect(corrected(coolingOf(cup), near).perMinute).toBe(COOLING_PER_MINUTE.mug);
  });
  test('a warmed vessel keeps the heat, cold seed takes it; frozen water is not poured, nothing onto nothing has no temperature', () => {
    expect(mixed_C({ ...cup, vessel_C: 70 })).toBeGreaterThan(mixed_C(cup));
    expect(mixed_C({ ...cup, seed_C: 4 })).toBeLessThan(mixed_C(cup));
    expect(pourFault({ ...cup, pour_C: -12, air_C: -29 })).toMatchObject({ field: 'pour_C' });
    expect(() => mixed_C({ ...cup, water_mL: 0, seed_g: 0, vessel_g: 0 })).toThrow(RangeError);
    expect(minutesAbove(40, { start_C: 15, from_minute: 0, air_C: 30, perMinute: 0.02 })).toBe(0);
    expect([fits('mug', 430, 60), fits('bowl', 430, 60)]).toEqual([false, true]);
  });
  test('readings correct it: through the last, and at the rate that they show', () => {
    const truth = { start_C: 84, from_minute: 0, air_C: 18, perMinute: 0.04 };
    const readings = [2, 6, 9].map((minute) => ({ minute, water_C: waterAt(minute, truth) }));
    const live = corrected(coolingOf(cup), readings);
    expect(live.perMinute).toBeCloseTo(0.04, 9);
    expect(waterAt(25, live)).toBeCloseTo(waterAt(25, truth), 9);
    expect(corrected(coolingOf(cup), [{ minute: 4, water_C: 70 }])).toMatchObject({
      start_C: 70,
      from_minute: 4,
      perMinute: COOLING_PER_MINUTE.mug,
    });
    expect(corrected(coolingOf(cup), [{ minute: 4, water_C: 12 }])).toEqual(coolingOf(cup));
  });
  test.each<[string, Partial<PourOver>, keyof PourOver, RegExp]>([
    ['a vessel of no mass', { vessel_g: 0 }, 'vessel_g', /Weigh the empty vessel/],
    ['no water', { water_mL: 0 }, 'water_mL', /above zero/],
    ['water colder than the air', { pour_C: 12 }, 'pour_C', /no warmer than the air/],
    ['hotter than it boils here', { pour_C: 99, elevation_m: 2000 }, 'pour_C', /boils at 93\.\d °C here/],
    ['seed lighter than nothing', { seed_g: -1 }, 'seed_g', /cannot be negative/],
  ])('%s is refused at its field', (_, part, field, says) => {
    expect(asRead(pourFault({ ...cup, ...part }))).toMatchObject({ field, reason: expect.stringMatching(says) });
  });
  test('and one that can be is not', () => {
    expect(pourFault(cup)).toBeUndefined();
  });
});

test('a reading that the water can hardly have is asked about: 28 for 82, and nothing near what is predicted', () => {
  expect(readingDoubt(28, 83)).toEqual({ likely_C: 82, turnedRound: true });
  expect(readingDoubt(40, 83)).toEqual({ likely_C: 83, turnedRound: false });
  expect(readingDoubt(75, 83)).toBeUndefined();
});
