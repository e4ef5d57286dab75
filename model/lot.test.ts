import { loadHandbook } from '@chill/handbook/load.ts';
import { describe, expect, test } from '@jest/globals';
import { NewTrial } from './batch.ts';
import { Coordinates, CountMethod, Lot, NewLotEvent } from './lot.ts';
import { Nursery } from './nursery.ts';
import { Species } from './species.ts';
import type { z } from './zod.ts';

const ID = '00000000-0000-4000-8000-000000000001';
const faults = (schema: z.ZodType, value: unknown) => {
  const parsed = schema.safeParse(value);
  return parsed.success ? [] : parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`);
};

describe('a count', () => {
  test.each<[string, object, string[]]>([
    ['by hand', { by: 'hand' }, []],
    ['a weight without a sample', { by: 'weight', lot_g: 20, samples: [] }, ['samples: Weigh at least one counted sample.']],
    ['a sample of no seeds', { by: 'weight', lot_g: 20, samples: [{ seeds: 0, grams: 1 }] }, ['samples.0.seeds: Give at least 1.']],
    [
      'a sample that weighs nothing',
      { by: 'weight', lot_g: 20, samples: [{ seeds: 5, grams: 0 }] },
      ['samples.0.grams: A mass must be above zero.'],
    ],
    ['a lot of no mass', { by: 'weight', samples: [{ seeds: 5, grams: 1 }] }, ['lot_g: Give a mass.']],
    [
      'more than pure',
      { by: 'weight', lot_g: 20, samples: [{ seeds: 5, grams: 1 }], purity: 1.2 },
      ['purity: A share lies between 0 and 1.'],
    ],
    [
      'nothing but chaff',
      { by: 'weight', lot_g: 20, samples: [{ seeds: 5, grams: 1 }], purity: 0 },
      ['purity: A purity of 0 leaves no seed.'],
    ],
    ['pods that nobody opened', { by: 'pods', pods: 40, perPod: [] }, ['perPod: Open at least one pod and count.']],
    ['half a seed in a pod', { by: 'pods', pods: 40, perPod: [5.5] }, ['perPod.0: Give a whole number: seeds do not come in halves.']],
    ['an empty pod among others', { by: 'pods', pods: 40, perPod: [5, 0, 6] }, []],
  ])('%s', (_, how, says) => {
    expect(faults(CountMethod, how)).toEqual(says);
  });
});

describe('an entry in a lot’s ledger', () => {
  const entry = (part: object) => ({ id: ID, on: '2026-10-05', ...part });
  test.each<[string, object, string]>([
    ['a sort that rejects none', { kind: 'sorted', by: 'float', rejected: 0 }, 'rejected: Give at least 1.'],
    ['a cut of none', { kind: 'cutTested', tested: 0, viable: 0 }, 'tested: Give at least 1.'],
    ['more viable than cut', { kind: 'cutTested', tested: 5, viable: 6 }, 'viable: More viable than were cut: check both figures.'],
    ['a day that is none', { kind: 'givenAway', seeds: 5, on: '2026-02-30' }, 'on: Give a day that exists, such as 2026-02-16.'],
    [
      'storage in between',
      { kind: 'stored', storage: { state: 'damp', since: '2026-10-05' } },
      'storage.state: Chill does not know this kind.',
    ],
    ['an unknown kind', { kind: 'eaten', seeds: 3 }, 'kind: Chill does not know this kind.'],
  ])('%s is refused at its field', (_, part, says) => {
    expect(faults(NewLotEvent, entry(part))).toEqual([says]);
  });
});

describe('a lot’s provenance', () => {
  test('coordinates stay on the Earth', () => {
    expect(faults(Coordinates, { latitude_deg: 90.1, longitude_deg: -181 })).toEqual([
      'latitude_deg: Latitude runs from −90 to 90.',
      'longitude_deg: Longitude runs from −180 to 180.',
    ]);
  });
  test('a winter on the ground is days, not years', () => {
    const lot = {
      id: ID,
      code: 'AB-1',
      speciesId: 'rosa-woodsii',
      provenance: { kind: 'collected', place: 'x', on: '2026-03-12' },
      seeds: 5,
      viability: { kind: 'unknown' },
    };
    expect(faults(Lot, { ...lot, wintered: { chillDays: 74, give_days: 20 } })).toEqual([]);
    expect(faults(Lot, { ...lot, wintered: { chillDays: 900, give_days: 20 } })).toEqual(['wintered.chillDays: At most 200 days.']);
  });
});

describe('a nursery’s months', () => {
  const nursery = {
    name: 'x',
    latitude_deg: 46,
    elevation_m: 10,
    timeZone: 'UTC',
    lastFrost: { mean: '05-12', sd_days: 9 },
    settings: { units: { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' }, confidence: 0.9, frostRisk: 0.1 },
  };
  test('are twelve, each colder by night than by day', () => {
    const month = { min_C: 1, max_C: 9 };
    expect(faults(Nursery, nursery)).toEqual([]);
    expect(faults(Nursery, { ...nursery, climate: Array(11).fill(month) })).toEqual(['climate: Give all twelve months.']);
    expect(faults(Nursery, { ...nursery, climate: [{ min_C: 9, max_C: 1 }, ...Array(11).fill(month)] })).toEqual([
      'climate.0.min_C: The mean minimum must be below the mean maximum.',
    ]);
  });
});

test('a trial has two arms or more', () => {
  expect(faults(NewTrial, { batches: [] })).toEqual(['batches: A trial has at least two arms.']);
});

test('an entry cannot be made from itself', () => {
  const larch = loadHandbook().find(({ id }) => id === 'larix-occidentalis') as Species;
  expect(faults(Species, { ...larch, id: 'own-larch', basedOn: larch.id })).toEqual([]);
  expect(faults(Species, { ...larch, id: 'own-larch', basedOn: 'own-larch' })).toEqual(['basedOn: An entry cannot be made from itself.']);
});
