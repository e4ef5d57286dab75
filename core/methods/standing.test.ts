import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Species, Standing } from '@chill/model/species.ts';
import { expect, test } from '@jest/globals';
import { STANDING_WORTH, worthOf } from '../chance/standing.ts';
import { lotInRequest, propose } from './propose.ts';
import { findMethod } from './schools.ts';

const larch = loadHandbook().find(({ id }) => id === 'larix-occidentalis') as Species;
const TODAY = '2026-10-01';

/** A plan by figures that all rest on one thing, or say nothing of that. */
function planned(standing?: Standing) {
  const species: Species = standing ? { ...larch, standing: { sprouts: standing, establishes: standing } } : larch;
  const method = findMethod(species, 'towel-in-fridge') as NonNullable<ReturnType<typeof findMethod>>;
  const lot = {
    viability: { kind: 'tested', tested: 100, viable: 85 },
    provenance: { kind: 'collected', place: 'a bank', on: '2026-09-01' },
  } as const;
  return propose(method, {
    ...lotInRequest(lot, 400, species, TODAY),
    species,
    wish: { plants: 40, confidence: 0.9, timing: { by: 'startOn', date: TODAY } },
    nursery: SALLOW_GAP,
    places: [],
    today: TODAY,
  });
}

test('what rests on less asks for more seeds and promises a wider range', () => {
  const [measured, records, relatives, guess] = (['measured', 'records', 'relatives', 'guess'] as const).map(planned);
  const seeds = [measured, records, relatives, guess].map((one) => one?.seeds ?? 0);
  expect(seeds).toEqual(seeds.toSorted((a, b) => a - b));
  expect(new Set(seeds).size).toBe(4);
  expect(planned('records').chain).toEqual(planned('guess').chain);
  // What says nothing rests on records.
  expect(seeds[1]).toBe(planned().seeds);
});

test('the nursery’s own results stand before the handbook’s, a genus that stands in rests on relatives', () => {
  expect(worthOf({ figures: { sprouts: { now: 0.8, worth: 44 } }, standing: { sprouts: 'guess' } }, 'sprouts')).toBe(44);
  // Nor does a genus inherit the trials of the species that it is made from.
  expect(worthOf({ standsFor: 'genus', standing: { establishes: 'measured' } }, 'establishes')).toBe(STANDING_WORTH.relatives);
  expect(worthOf({ standing: { coat: 'measured' } }, 'hotWater')).toBe(STANDING_WORTH.measured);
});
