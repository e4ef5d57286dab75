import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { withFigures } from '../methods/figures.ts';
import { learnRot } from '../rot/learned.ts';
import { apart, firstDays } from '../testing/firstDays.ts';

const nursery = { ...SALLOW_GAP, timeZone: 'UTC' };
const handbook = loadHandbook();

test('a batch just planned promises what its plan does, to the last digit: whatever the species, the day, the lot, and what was learned', () => {
  const day = fc.integer({ min: 0, max: 700 }).map((days) => new Date(Date.UTC(2026, 9, 1 + days)).toISOString().slice(0, 10));
  const timing = fc.oneof(
    day.map((date) => ({ by: 'startOn', date }) as const),
    day.map((date) => ({ by: 'readyBy', date }) as const),
    fc.constant({ by: 'frostRisk', risk: 0.1 } as const),
    fc.constant({ by: 'asSoonAs' } as const),
  );
  const record = fc.record({
    medium: fc.constantFrom('towel', 'sand', 'ownPot', 'outdoorFlat'),
    rotted: fc.integer({ min: 0, max: 40 }),
    expected: fc.integer({ min: 1, max: 40 }),
  });
  const rot = fc.array(record, { maxLength: 4 }).map(learnRot);
  const lot = fc.record(
    {
      viability: fc.constant({ kind: 'tested', tested: 20, viable: 17 } as const),
      provenance: fc.constant({ kind: 'collected', place: 'a bank', on: '2026-08-01' } as const),
      wintered: fc.record({ chillDays: fc.integer({ min: 1, max: 80 }), give_days: fc.integer({ min: 0, max: 40 }) }),
      storage: fc.constantFrom({ state: 'moist', since: '2026-08-01' } as const, { state: 'dry', since: '2026-08-01' } as const),
    },
    { requiredKeys: ['viability', 'provenance'] },
  );
  const figures = fc.record(
    { cold: fc.constant({ from: 40, to: 75 }), sprouts: fc.constant({ now: 0.7, worth: 40 }) },
    { requiredKeys: [] },
  );
  fc.assert(
    fc.property(fc.constantFrom(...handbook), fc.record({ timing, rot, lot }), figures, (species, asked, learned) => {
      for (const { of, plan, page } of firstDays(withFigures(species, learned), nursery, asked)) expect([of, page]).toEqual([of, plan]);
    }),
    { numRuns: 40 },
  );
}, 60_000);

test('put out for the winter it still promises what was planned: of what is to come, single winters differ as they did before', () => {
  const named = ['aesculus-glabra', 'carya-ovata', 'prunus-virginiana', 'tilia-cordata'];
  const some = handbook.filter(({ id }, i) => named.includes(id) || i % 10 === 3);
  const days = some.flatMap((species) => firstDays(species, nursery, { outdoors: true }));
  expect(days.length).toBeGreaterThan(10);
  expect(days.filter(apart)).toEqual([]);
});
