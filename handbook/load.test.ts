import { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { loadHandbook } from './load.ts';

const handbook = loadHandbook();
const named = (id: string) => structuredClone(handbook.find((species) => species.id === id)) as Species;
const faults = (species: unknown) => {
  const parsed = Species.safeParse(species);
  return parsed.success ? [] : parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`);
};

describe('the handbook', () => {
  test('holds the demo country’s sixteen species, each with two ways or more', () => {
    expect(handbook).toHaveLength(16);
    expect(handbook.filter((species) => species.ways.length < 2)).toEqual([]);
  });

  test('gives warm stages a temperature at which the species sprouts at all', () => {
    for (const { id, sprouting } of handbook) {
      expect([id, sprouting.at_C > sprouting.base_C && sprouting.at_C < sprouting.ceiling_C]).toEqual([id, true]);
    }
  });
});

describe('a species file is refused', () => {
  test('when its cold runs from more to fewer days', () => {
    const species = named('larix-occidentalis');
    if (species.cold.need !== 'none') species.cold.days = { from: 42, to: 21 };
    expect(faults(species)).toContain('cold.days: The range must go from fewer to more days.');
  });

  test('when a hard coat has no way that opens it', () => {
    const species = named('iliamna-rivularis');
    species.ways = species.ways.filter((way) => way.id === 'untreated');
    expect(faults(species)).toContain('ways: A hard coat needs a way that opens it.');
  });

  test('when it requires cold and no way gives any', () => {
    const species = named('balsamorhiza-sagittata');
    species.ways = species.ways.filter((way) => way.school === 'noCold');
    expect(faults(species)).toContain('ways: A seed that requires cold needs a way with a moist cold stage.');
  });

  test('when the seed is wider than long, a share is above one, or a week is negative', () => {
    const wide = named('rosa-woodsii');
    wide.seed.width_mm = 9;
    expect(faults(wide)[0]).toMatch(/^seed: /);
    const sure = named('rosa-woodsii');
    sure.usuallySound = 1.2;
    expect(faults(sure)).toEqual(['usuallySound: A share lies between 0 and 1.']);
    const negative = named('rosa-woodsii');
    negative.pot.days.least = -7;
    expect(faults(negative)).toContain('pot.days.least: Days cannot be negative.');
  });
});
