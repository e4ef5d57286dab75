import { parseDeviceLine } from '@chill/core/devices/line.ts';
import { yearOf } from '@chill/core/winter/climate.ts';
import { describe, expect, test } from '@jest/globals';
import { loggerLine, loggerMemory } from './devices.ts';
import { logged, truth_C } from './temperatures.ts';

const nursery = {
  latitude_deg: 46.3,
  lastFrost: { mean: '05-12', sd_days: 9 },
  timeZone: 'America/Denver',
  climate: Array.from({ length: 12 }, (_, i) => ({ min_C: -6 + 1.4 * Math.min(i, 11 - i), max_C: 3 + 3 * Math.min(i, 11 - i) })),
};
const fridge = { id: 'f', name: 'Fridge', kind: 'fridge', nominal_C: 4, capacity: 10, order: 1 } as const;
const frame = { ...fridge, name: 'Frame', kind: 'outdoors' } as const;
const at = Date.parse('2027-02-03T16:00:00Z');
const DAY = 86_400_000;
const mean = (values: Float64Array) => values.reduce((sum, one) => sum + one, 0) / values.length;

describe('simulated temperatures', () => {
  test('a fridge holds about what it should, and swings; a door left open warms it and it cools again', () => {
    const week = logged(fridge, at, at + 7 * DAY, { nursery }).celsius;
    expect(mean(week)).toBeGreaterThan(3.4);
    expect(mean(week)).toBeLessThan(4.9);
    expect(Math.max(...week) - Math.min(...week)).toBeGreaterThan(2);
    const troubles = [{ placeName: 'Fridge', from_ms: at, to_ms: at + 2 * DAY, reaches_C: 17 }];
    expect(truth_C(fridge, at + DAY, { nursery, troubles })).toBeCloseTo(17, 0);
    expect(truth_C(fridge, at + 5 * DAY, { nursery, troubles })).toBeCloseTo(truth_C(fridge, at + 5 * DAY, { nursery }), 6);
    expect(truth_C({ ...fridge, name: 'Another' }, at + DAY, { nursery, troubles })).toBeLessThan(9);
  });
  test('outdoors follows the year’s months, with weather of its own', () => {
    const anomalies = Array.from({ length: 300 }, (_, day) => {
      const { celsius } = logged(frame, at + day * DAY, at + (day + 1) * DAY, { nursery });
      return mean(celsius) - (yearOf(nursery).mean_C[(34 + day) % 365] as number);
    });
    expect(Math.abs(anomalies.reduce((a, b) => a + b, 0) / 300)).toBeLessThan(1.2);
    const sd = Math.sqrt(anomalies.reduce((sum, one) => sum + one ** 2, 0) / 300);
    expect(sd).toBeGreaterThan(2);
    expect(sd).toBeLessThan(5.5);
  });
  test('a logger’s lines, of the moment and from its memory, are understood', () => {
    expect(parseDeviceLine('logger', loggerLine(fridge, at, { nursery }))).toMatchObject({ ok: true, value: { kind: 'reading' } });
    const lines = loggerMemory(fridge, at, at + 3_600_000, { nursery });
    expect(lines).toHaveLength(6);
    expect(parseDeviceLine('logger', lines[0] as string)).toMatchObject({ ok: true, value: { kind: 'logged', at_ms: at + 600_000 } });
  });
});
