import { loadHandbook } from '@chill/handbook/load.ts';
import { describe, expect, test } from '@jest/globals';
import { firstRootDay, likelyCount } from './forecast.ts';
import { daysToSprout, degreesPerDay, effectiveDegrees, sproutedOfThoseThatWill, thermalTime } from './thermalTime.ts';

const habit = { at_C: 20, days: { from: 5, to: 15 }, base_C: 2, optimum_C: 22, ceiling_C: 33, share: 0.9 };
const law = thermalTime(habit);

describe('thermal time', () => {
  test('"5 to 15 days at 20 °C": a tenth by day 5, nine tenths by day 15, there', () => {
    expect(law.median_degreeDays).toBeCloseTo(Math.sqrt(75) * 18, 9);
    expect(sproutedOfThoseThatWill(5 * 18, law)).toBeCloseTo(0.1, 3);
    expect(sproutedOfThoseThatWill(15 * 18, law)).toBeCloseTo(0.9, 3);
  });
  test('half as many degrees take twice as long; beyond the optimum it slows; past the ceiling it stops', () => {
    expect(daysToSprout(0.5, law, 11)).toBeCloseTo(2 * daysToSprout(0.5, law, 20), 9);
    expect(effectiveDegrees(27.5, habit)).toBeCloseTo(10, 9);
    expect(daysToSprout(0.5, law, 35)).toBe(Number.POSITIVE_INFINITY);
  });
  test('no species’ own temperature leaves it waiting for ever', () => {
    for (const species of loadHandbook()) {
      const days = daysToSprout(0.9, thermalTime(species.sprouting), species.sprouting.at_C);
      expect(days).toBeGreaterThan(species.sprouting.days.from);
      expect(days).toBeLessThan(species.sprouting.days.to * 1.01);
    }
  });
  test('a day that swings from 2 to 18 °C brings 3.6 degree-days over a base of 8, not two', () => {
    const cold = thermalTime({ ...habit, base_C: 8 });
    expect(15 * degreesPerDay(10, 8, cold)).toBeCloseTo(54, 0);
    expect(degreesPerDay(10, 0, cold)).toBe(2);
  });
});

describe('counts to expect', () => {
  test('of 40 with a chance of 1 in 5, five to eleven come, 8 times in 10', () => {
    const { low, high } = likelyCount(40, 0.2);
    expect([low, high]).toEqual([5, 11]);
  });
  test('a seed that sprouts near freezing roots in the fridge; one that needs warmth does not', () => {
    const freed = Array.from({ length: 120 }, (_, day) => Math.min(1, day / 100));
    const first = firstRootDay(freed, 100, thermalTime({ ...habit, base_C: 0 }), 4) as number;
    expect(first).toBeGreaterThan(7);
    expect(first).toBeLessThan(60);
    expect(firstRootDay(freed, 100, thermalTime({ ...habit, base_C: 5 }), 4)).toBeUndefined();
    expect(firstRootDay(freed, 1000, thermalTime({ ...habit, base_C: 0 }), 4) as number).toBeLessThan(first);
  });
});
