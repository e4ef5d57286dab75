import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { boilingPoint_C } from './boiling.ts';
import { firstThatFits, fits, hotDoseOf, pourVolume_mL, readDose, waterFor_mL } from './dose.ts';
import { coolingOf, corrected, minutesAbove, type PourOver, waterAt } from './pourOver.ts';

const mug = { seed_g: 5, vessel_g: 350, material: 'ceramic', kind: 'mug', air_C: 18 } as const;
const pour = (water_mL: number, pour_C: number): PourOver => ({ ...mug, water_mL, pour_C, elevation_m: 780 });

describe('the dose of heat', () => {
  test('the species’ own, or five minutes above 70 °C', () => {
    expect(hotDoseOf({})).toEqual({ above_C: 70, minutes: 5, assumed: true });
    const hotDose = { above_C: 60, minutes: 4 };
    expect(hotDoseOf({ hardCoat: { untreated: 0, openCoat: 1, hotWater: 1, hotDose } })).toEqual({ ...hotDose, assumed: false });
  });
  test('the volume advised keeps the dose with a quarter to spare, and no smaller one that also covers the seed would', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 45, max: 80, noNaN: true }),
        fc.double({ min: 1, max: 12, noNaN: true }),
        fc.integer({ min: -400, max: 3000 }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (above_C, minutes, elevation_m, seed_mL) => {
          const hot = boilingPoint_C(elevation_m) - 1;
          const water = waterFor_mL({ above_C, minutes }, hot, mug, seed_mL);
          if (water === undefined) return true;
          const kept = (mL: number) => minutesAbove(above_C, coolingOf({ ...pour(mL, hot), elevation_m }));
          const least = water === pourVolume_mL(seed_mL) || kept(water - 10) < minutes * 1.25;
          return kept(water) >= minutes * 1.25 - 1e-9 && least;
        },
      ),
    );
    expect(waterFor_mL({ above_C: 90, minutes: 30 }, 96, mug, 10)).toBeUndefined();
  });
  test('is coming, then enough; and so far it is the minutes gone by', () => {
    const cooling = coolingOf(pour(400, 96));
    expect(readDose(cooling, 70, 5, 2)).toMatchObject({ soFar: 2, verdict: 'coming', reachedAt: 5 });
    expect(readDose(cooling, 70, 5, 5.1)).toMatchObject({ verdict: 'enough' });
    expect(readDose(cooling, 70, 5, 90).soFar).toBeCloseTo(minutesAbove(70, cooling), 9);
  });
  test('a reading that is colder than was predicted turns coming into short', () => {
    const predicted = coolingOf(pour(300, 95));
    const minute = 1.5;
    expect(readDose(predicted, 70, 5, minute).verdict).toBe('coming');
    const live = corrected(predicted, [{ minute, water_C: waterAt(minute, predicted) - 6 }]);
    const reading = readDose(live, 70, 5, minute);
    expect(reading.verdict).toBe('short');
    expect(waterAt(reading.total, live)).toBeCloseTo(70, 9);
  });
});

describe('a vessel for a dose', () => {
  const mug = { vessel_g: 350, material: 'ceramic', kind: 'mug', air_C: 18 } as const;
  const jar = { vessel_g: 450, material: 'glass', kind: 'lidded', air_C: 18 } as const;
  const dose = { above_C: 75, minutes: 6 };
  test('is the handiest that holds the water which it takes', () => {
    expect(firstThatFits([mug, jar], dose, 97, { seed_g: 0.5, seed_mL: 1 })).toBe(jar);
    expect(firstThatFits([mug, jar], { above_C: 70, minutes: 1 }, 97, { seed_g: 0.5, seed_mL: 1 })).toBe(mug);
  });
  test('is the last where none does, and somebody has to name one', () => {
    expect(firstThatFits([jar, mug], dose, 97, { seed_g: 600, seed_mL: 1200 })).toBe(mug);
    expect(() => firstThatFits([], dose, 97, { seed_g: 1, seed_mL: 1 })).toThrow('Name a vessel.');
  });
  test('never overflows by what is advised, where any vessel fits', () => {
    for (const seed_mL of [1, 20, 60, 120]) {
      const found = firstThatFits([mug, jar, { ...jar, kind: 'bowl' as const }], dose, 97, { seed_g: seed_mL * 0.7, seed_mL });
      const water = waterFor_mL(dose, 97, { ...found, seed_g: seed_mL * 0.7 }, seed_mL);
      if (water !== undefined) expect(fits(found.kind, water, seed_mL)).toBe(true);
    }
  });
});
