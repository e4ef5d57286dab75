import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { describe, expect, test } from '@jest/globals';
import { firstFrostOf, frostRiskOn, nextFrostSafeDate } from './frost.ts';

const spring = { mean: '05-12', sd_days: 9 };

describe('frost', () => {
  test('in autumn counts as much as in spring', () => {
    expect(frostRiskOn('2026-07-10', spring)).toBeLessThan(0.001);
    expect(frostRiskOn('2026-10-01', spring)).toBeGreaterThan(0.5);
    expect(frostRiskOn('2026-10-01', spring, { mean: '10-20', sd_days: 7 })).toBeLessThan(0.01);
    expect(frostRiskOn('2026-11-20', spring, { mean: '10-20', sd_days: 7 })).toBeGreaterThan(0.99);
  });
  test('its first day of autumn comes from the grower, else from the months, else from the last one', () => {
    const { mean } = firstFrostOf(SALLOW_GAP);
    expect(mean > '09-01' && mean < '11-01').toBe(true);
    expect(firstFrostOf({ ...SALLOW_GAP, firstFrost: { mean: '09-03', sd_days: 5 } }).mean).toBe('09-03');
    const { climate: _months, ...bare } = SALLOW_GAP;
    expect(firstFrostOf(bare).mean > '09-01').toBe(true);
  });
  test('around the new year in the south no spring is skipped', () => {
    const high = { mean: '12-20', sd_days: 15 };
    expect(nextFrostSafeDate(high, '2027-01-02', 0.1)).toBe('2027-01-09');
    expect(nextFrostSafeDate(high, '2027-01-20', 0.1)).toBe('2028-01-09');
  });
});
