import { describe, expect, test } from '@jest/globals';
import { byDay, dayTicks, type PlotData, readAt, timeTicks, valueAt, weekTicks } from './plot.ts';

const broken = [
  [0, 0],
  [10, 20],
  [11, null],
  [20, 5],
] as const;

describe('a line', () => {
  test.each([
    [0, 0],
    [2.5, 5],
    [10, 20],
    [10.5, undefined],
    [15, undefined],
    [20, 5],
    [-1, undefined],
    [21, undefined],
  ])('at %f has the height %p', (at, height) => {
    expect(valueAt(broken, at)).toBe(height);
  });
  test('of counts keeps each until the next, and the last one for good', () => {
    const counted = byDay([0, 3, 3, 7], 0, 3);
    expect([0.9, 1, 2.9, 3, 40].map((at) => valueAt(counted, at, true))).toEqual([0, 3, 3, 7, 7]);
    expect(valueAt([], 1)).toBeUndefined();
  });
});

test('a plot reads out its lines and its named bands, in the words of its axis', () => {
  const data: PlotData = {
    x: { from: 0, to: 20, ticks: [], tell: String },
    y: { from: 0, to: 20, ticks: [], tell: String, read: (value) => `${value} °C` },
    lines: [{ name: 'water', points: broken, colour: 'hot' }],
    bands: [
      {
        name: 'range',
        points: [
          [0, 1, 3],
          [20, 3, 5],
        ],
        colour: 'cold',
        opacity: 1,
      },
      { points: [[0, 1, 3]], colour: 'cold', opacity: 1 },
    ],
  };
  expect(readAt(data, 10).map(({ name, value }) => [name, value])).toEqual([
    ['water', '20 °C'],
    ['range', '2 °C–4 °C'],
  ]);
  expect(readAt(data, 15).map(({ name }) => name)).toEqual(['range']);
});

describe('marks', () => {
  test('of days are firsts of months where there are three, otherwise weeks', () => {
    expect(dayTicks('2026-11-29', 0, 120)).toEqual([2, 33, 64, 92]);
    expect(dayTicks('2026-11-29', 0, 30)).toEqual([0, 7, 14, 21, 28]);
    expect(dayTicks('2026-11-29', -14, 70, 4)).toEqual([2, 33, 64]);
    expect(weekTicks(60)).toEqual([0, 28, 56]);
  });
  test('of time stand at midnights and hours of the zone, over the change of clocks too', () => {
    const zone = 'America/Denver';
    const from = Date.parse('2027-03-10T18:00:00Z');
    const clock = (at: number) => new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' }).format(at);
    for (const days of [7, 31, 366]) {
      const ticks = timeTicks(from, from + days * 86_400_000, zone);
      expect(ticks.length).toBeGreaterThan(3);
      expect(ticks.length).toBeLessThan(9);
      expect(new Set(ticks.map(clock))).toEqual(new Set(['00:00']));
    }
    expect(timeTicks(from, from + 86_400_000, zone).map(clock)).toEqual(['12:00', '18:00', '00:00', '06:00']);
  });
});
