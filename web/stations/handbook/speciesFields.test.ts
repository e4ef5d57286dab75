import { loadHandbook } from '@chill/handbook/load.ts';
import { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { getAt, OPTIONAL, ROWS, setAt } from './speciesFields.ts';

const handbook = loadHandbook();
const larch = handbook.find(({ id }) => id === 'larix-occidentalis') as Species;

describe('the figures that the editor offers', () => {
  test('each stands in some species of the handbook, as a number', () => {
    for (const { path } of ROWS) expect([path, handbook.some((species) => typeof getAt(species, path) === 'number')]).toEqual([path, true]);
  });
  test('shown in a hundred are kept from 0 to 1', () => {
    for (const { path, share } of ROWS) {
      for (const species of handbook) {
        const value = getAt(species, path);
        if (share && typeof value === 'number') expect(value).toBeLessThanOrEqual(1);
      }
    }
  });
  test('set at a path, the copy differs there alone, and the original not at all', () => {
    const before = structuredClone(larch);
    const changed = setAt(larch, 'sprouting.days.to', 44);
    expect(getAt(changed, 'sprouting.days.to')).toBe(44);
    expect(larch).toEqual(before);
    expect(setAt(changed, 'sprouting.days.to', larch.sprouting.days.to)).toEqual(larch);
    expect(setAt(larch, 'common.0', 'Tamarack').common).toEqual(['Tamarack', ...larch.common.slice(1)]);
  });
  test('a cue that is added passes as it stands, once a way gives it; taken out, it is gone', () => {
    for (const { path, fresh } of OPTIONAL) {
      const added = setAt({ ...larch, dormancy: { ...larch.dormancy, class: 'physiological' as const } }, path, fresh);
      const faults = (Species.safeParse(added).error?.issues ?? []).filter((issue) => issue.path[0] !== 'methods');
      expect([path, faults]).toEqual([path, []]);
      if (path !== 'cold') expect(setAt(added, path, undefined)).not.toHaveProperty(path);
    }
  });
});
