import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import { describe, expect, test } from '@jest/globals';
import { winterBefore } from '../winter/climate.ts';
import { cautionsOf } from './cautions.ts';
import { floatAdvice, testAdvice, testAge } from './testPlan.ts';

const handbook = loadHandbook();

describe('what a lot’s page warns of', () => {
  test('every hazard is said with what to do, and the poisonous never share a fridge with food', () => {
    const all = handbook.filter(({ hazards }) => hazards.length > 0);
    expect(all.length).toBeGreaterThan(20);
    for (const species of all) {
      const said = cautionsOf(species).join(' ');
      if (species.hazards.some(({ code }) => code === 'toxic')) expect(said).toContain('NOT FOOD');
      if (species.hazards.some(({ code }) => code === 'protected')) expect(said).toContain('Permit needed');
    }
    expect(cautionsOf({ hazards: [] })).toEqual([]);
  });
  test('a float test is warned of for light, winged and woolly seed', () => {
    for (const { id, seed, floatTest } of handbook) {
      if (seed.wing_mm && seed.wing_mm > seed.length_mm && !id.startsWith('pinus')) expect([id, floatTest]).toEqual([id, 'misleads']);
    }
    expect(floatAdvice({ floatTest: 'misleads' })).toMatchObject({ misleads: true });
  });
  test('sleeping seed is cut, waking seed is laid on a towel', () => {
    const by = (id: string) => testAdvice(handbook.find((one) => one.id === id) as (typeof handbook)[number]).by;
    expect([
      by('cornus-florida'),
      by('fraxinus-excelsior'),
      by('echinacea-purpurea'),
      by('acacia-pycnantha'),
      by('gentiana-andrewsii'),
    ]).toEqual(['cut', 'cut', 'towel', 'towel', 'cut']);
  });
  test('a test a year old, or made before a sort, says so', () => {
    const test = { on: '2025-09-01', by: 'cut', tested: 10, viable: 8, beforeSort: false } as const;
    expect(testAge(test, '2026-10-05')).toMatch(/^13 months old/);
    expect(testAge(test, '2026-03-05')).toBeUndefined();
    expect(testAge({ ...test, beforeSort: true }, '2026-03-05')).toMatch(/before the lot was sorted/);
  });
});

describe('a winter on the ground', () => {
  test('is most of it by April, some by Christmas, none in August', () => {
    const [christmas, april, august] = ['2026-12-24', '2027-04-10', '2026-08-10'].map((day) => winterBefore(SALLOW_GAP, day)) as [
      number,
      number,
      number,
    ];
    expect(april).toBeGreaterThan(christmas);
    expect(christmas).toBeGreaterThan(15);
    expect(august).toBe(0);
  });
});
