import { loadHandbook } from '@chill/handbook/load.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { climbPath, runPath, stayPath } from '../kit/drawn/geometry.ts';
import { stageZone, ZONE_COLOUR, ZONES, zoneOf } from '../kit/drawn/zones.ts';
import { seedOutline, wingOutline } from './seedShape.ts';

/** Every number in a path, in pairs of x and y. */
function points(path: string): [number, number][] {
  const numbers = [...path.matchAll(/-?\d+(?:\.\d+)?/g)].map((match) => Number(match[0]));
  return numbers.flatMap((x, i): [number, number][] => (i % 2 === 0 ? [[x, numbers[i + 1] as number]] : []));
}

describe('a seed', () => {
  test.each(loadHandbook().map((species) => [species.scientific, species.seed] as const))(
    '%s is drawn as long and as wide as it is',
    (_, seed) => {
      const outline = seedOutline(seed);
      const onCurve = points(outline).filter((_point, i) => i % 3 === 0);
      const [xs, ys] = [onCurve.map(([x]) => x), onCurve.map(([, y]) => y)];
      expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(seed.length_mm, 2);
      expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(seed.width_mm, 2);
      expect(outline.endsWith('Z')).toBe(true);
    },
  );

  test('has a wing that reaches as far as it was measured, where it has one', () => {
    for (const { seed } of loadHandbook()) {
      const wing = wingOutline(seed);
      if (seed.wing_mm === undefined) expect(wing).toBeUndefined();
      else
        expect(
          Math.max(
            ...points(wing as string)
              .filter((_, i) => i % 3 === 0)
              .map(([x]) => x),
          ),
        ).toBeCloseTo(seed.length_mm + seed.wing_mm, 2);
    }
  });
});

describe('temperature is height', () => {
  test('zones rise with temperature and each has its colour', () => {
    const order = [-18, -2, 0, 3.6, 9, 10, 17, 19, 21, 30, 40, 96].map((at) => ZONES.indexOf(zoneOf(at)));
    expect([...order].sort((a, b) => b - a)).toEqual(order);
    expect(new Set(ZONES.map((zone) => ZONE_COLOUR[zone])).size).toBe(ZONES.length);
  });

  test('a scald is hot and a freezer turn frozen, wherever they are done; a cold stage is as warm as its place', () => {
    expect(stageZone({ kind: 'hotWater', temperature_C: 18 })).toBe('hot');
    expect(stageZone({ kind: 'freezerTurns', temperature_C: 4 })).toBe('frozen');
    expect(stageZone({ kind: 'coldMoist', temperature_C: 3.6 })).toBe('cold');
    expect(stageZone({ kind: 'coldMoist', temperature_C: 14 })).toBe('cool');
  });
});

describe('a stepping line', () => {
  const stay = fc
    .record({ x1: fc.integer({ min: 0, max: 300 }), length: fc.integer({ min: 0, max: 200 }), y: fc.integer({ min: 0, max: 200 }) })
    .map(({ x1, length, y }) => ({ x1, x2: x1 + length, y }));

  test('never runs backwards within a stay, however short', () => {
    fc.assert(
      fc.property(stay, fc.boolean(), fc.boolean(), (one, before, after) => {
        const [[start], [end]] = points(stayPath(one, before, after)) as [[number, number], [number, number]];
        return start <= end && start >= one.x1 && end <= one.x2;
      }),
    );
  });

  test('climbs from where one stay ends to where the next begins', () => {
    const path = points(climbPath({ x1: 0, x2: 100, y: 20 }, { x1: 100, x2: 200, y: 80 }));
    const [[fromX, fromY], [toX, toY]] = [path[0], path.at(-1)] as [[number, number], [number, number]];
    expect([fromY, toY]).toEqual([20, 80]);
    expect(fromX).toBeLessThan(100);
    expect(toX).toBeGreaterThan(100);
  });

  test('the run passes through every station at its height, from side to side', () => {
    const stations = [
      { x: 100, y: 60 },
      { x: 300, y: 20 },
      { x: 500, y: 90 },
    ];
    const path = points(runPath(stations, 640, 20));
    expect(path[0]).toEqual([0, 60]);
    expect(path.at(-1)).toEqual([640, 90]);
    for (const { y } of stations) expect(path.some(([, at]) => at === y)).toBe(true);
    expect(runPath([], 640, 20)).toBe('');
  });
});
