import { describe, expect, test } from '@jest/globals';
import { rotExposure, rotHazard } from './hazard.ts';

const towel = { medium: 'towel', temperature_C: 4 } as const;
const lost = (days: number, conditions: Parameters<typeof rotExposure>[2]) => 1 - Math.exp(-rotExposure(0, days, conditions));

describe('rot in wet media', () => {
  test('both schools are right, each in its medium', () => {
    expect(lost(21, towel)).toBeCloseTo(0.05, 2);
    expect(lost(42, towel)).toBeCloseTo(0.15, 2);
    expect(lost(91, towel)).toBeGreaterThan(0.4);
    expect(lost(91, { medium: 'sand', temperature_C: 4 })).toBeCloseTo(0.09, 2);
  });

  test('the exposure is the hazard added up, by a fine sum', () => {
    const conditions = { medium: 'vermiculite', temperature_C: 9, moisture: 'wet', cleanliness: 'bathed' } as const;
    let sum = 0;
    for (let i = 0; i < 30_000; i++) sum += rotHazard(10 + (i + 0.5) / 1000, conditions) / 1000;
    expect(rotExposure(10, 40, conditions)).toBeCloseTo(sum, 9);
  });

  test('ten degrees more is 2.2 times as fast; a dry envelope does not age', () => {
    expect(rotHazard(20, { ...towel, temperature_C: 14 }) / rotHazard(20, towel)).toBeCloseTo(2.2, 9);
    expect(rotHazard(300, { medium: 'envelope', temperature_C: 4 })).toBe(rotHazard(0, { medium: 'envelope', temperature_C: 4 }));
  });
});
