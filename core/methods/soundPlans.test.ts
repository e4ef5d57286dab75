import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { jeffreys } from '../chance/shares.ts';
import { withFigures } from './figures.ts';
import type { Proposal } from './proposal.ts';
import { propose } from './propose.ts';
import { methodsToWeigh } from './schools.ts';

const handbook = loadHandbook();
const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: kind, name: kind, kind, nominal_C, capacity: 24, order: 1 });

/** Every plan of a species with a fridge and a mat at these temperatures, °C. */
const plansOf = (species: Species, fridge_C: number, mat_C: number): Proposal[] =>
  methodsToWeigh(species).methods.map(({ method, workedOut }) => {
    const places = [place('fridge', fridge_C), place('mat', mat_C), place('bench', 17), place('freezer', -18), place('outdoors', 8)];
    const wish = { plants: 40, confidence: 0.9, timing: { by: 'frostRisk', risk: 0.1 } } as const;
    return propose(method, { species, viable: jeffreys(17, 20), available: 400, wish, nursery, places, today: '2026-10-01' }, workedOut);
  });

const isShare = (one: number) => one >= 0 && one <= 1 + 1e-9;
const isDay = (day: string) => /^\d{4}-\d\d-\d\d$/.test(day);

/** What of a plan cannot be: not a number, below nothing, over everything, upside down. */
function unsound({ expected, chance, share, prospect, chain, stages, dates, effort, resolved, seeds, starting }: Proposal): unknown[] {
  const { window, ...days } = dates;
  return [
    ...(expected.low >= 0 && expected.low <= expected.high && expected.high <= starting ? [] : [expected]),
    ...[chance, share, ...Object.values(chain), ...prospect.shares].filter((one) => !isShare(one)),
    ...prospect.shares.filter((one, i) => i > 0 && one < (prospect.shares[i - 1] as number) - 1e-9),
    ...resolved.flatMap(({ curve }) => (curve ? [...curve.released, ...curve.survives].filter((one) => !isShare(one)) : [])),
    ...stages.filter(({ start, end }) => !isDay(start) || !isDay(end) || start > end),
    ...[...Object.values(days), window?.from, window?.to].filter((day) => day !== undefined && !isDay(day)),
    ...Object.values(effort).filter((one) => typeof one === 'number' && !(one >= 0)),
    ...(seeds === undefined || seeds >= 40 ? [] : [seeds]),
  ];
}

test.each([
  ['leucadendron-salignum', 4, 24],
  ['acer-rubrum', 9, 38],
  ['aquilegia-coerulea', 6, 30],
] as const)('%s has sound plans with a fridge at %d °C and a mat at %d °C', (id, fridge_C, mat_C) => {
  expect(plansOf(handbook.find((one) => one.id === id) as Species, fridge_C, mat_C).flatMap(unsound)).toEqual([]);
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
        expect(plansOf(withFigures(species, learned), fridge_C, mat_C).flatMap(unsound)).toEqual([]);
      },
    ),
    { numRuns: 60 },
  );
}, 60_000);
