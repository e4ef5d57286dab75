import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Species } from '@chill/model/species.ts';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { plansAt, unsound } from '../testing/soundPlans.ts';
import { withFigures } from './figures.ts';

const handbook = loadHandbook();

test.each([
  ['leucadendron-salignum', 4, 24],
  ['acer-rubrum', 9, 38],
  ['aquilegia-coerulea', 6, 30],
] as const)('%s has sound plans with a fridge at %d °C and a mat at %d °C', (id, fridge_C, mat_C) => {
  expect(plansAt(handbook.find((one) => one.id === id) as Species, nursery, fridge_C, mat_C).flatMap(unsound)).toEqual([]);
});

test('whatever the species, its places and what was learned of it: no plan holds what cannot be', () => {
  const known = fc.record({
    now: fc.double({ min: 0.0001, max: 0.9999, noNaN: true }),
    worth: fc.double({ min: 1, max: 500, noNaN: true }),
  });
  const days = fc
    .tuple(fc.integer({ min: 1, max: 150 }), fc.integer({ min: 1, max: 90 }))
    .map(([from, more]) => ({ from, to: from + more }));
  const shares = { viable: known, sprouts: known, establishes: known, openCoat: known, hotWater: known };
  const figures = fc.record({ ...shares, cold: days, speed: days }, { requiredKeys: [] });
  fc.assert(
    fc.property(
      fc.constantFrom(...handbook),
      fc.integer({ min: -1, max: 9 }),
      fc.integer({ min: 10, max: 38 }),
      figures,
      (species, fridge_C, mat_C, learned) => {
        expect(plansAt(withFigures(species, learned), nursery, fridge_C, mat_C).flatMap(unsound)).toEqual([]);
      },
    ),
    { numRuns: 60 },
  );
}, 60_000);
