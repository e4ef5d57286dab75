import { loadHandbook } from '@chill/handbook/load.ts';
import type { Lot, NewLotEvent, TowelResult } from '@chill/model/lot.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prospectOf } from '../chance/prospect.ts';
import { driedBy } from '../chill/requirement.ts';
import { LedgerError } from '../ledger/refuse.ts';
import { estimateSeeds, pureLiveSeed } from './count.ts';
import { dryingCountdown } from './drying.ts';
import { broughtBy, foldLot, lotState } from './lotLedger.ts';
import { cellPlan } from './perCell.ts';
import { testSizes, viableLeftAtLeast } from './testPlan.ts';

const lot: Lot = {
  id: '00000000-0000-4000-8000-000000000001',
  code: 'QR-26-01',
  speciesId: 'quercus-rubra',
  provenance: { kind: 'collected', place: 'a ridge', on: '2026-09-20' },
  seeds: 200,
  viability: { kind: 'tested', tested: 10, viable: 7 },
};

/** What a count gives that is not refused. */
const counted = (...asked: Parameters<typeof estimateSeeds>) => {
  const found = estimateSeeds(...asked);
  if (found && 'reason' in found) throw new Error(found.reason.key);
  return found;
};

describe('counting', () => {
  test('four weighed samples: grams over grams, with Student’s interval', () => {
    const samples = [10.1, 9.9, 10.2, 9.8].map((grams) => ({ seeds: 100, grams }));
    const found = counted({ by: 'weight', lot_g: 500, samples });
    expect(found?.seeds).toBe(5000);
    expect(found?.thousandSeeds_g).toBeCloseTo(100, 9);
    // t(0.975, 3) = 3.182, s = 0.1826 g per hundred: ± 0.2905.
    expect(found?.range).toEqual({ low: Math.floor(50_000 / 10.2905), high: Math.ceil(50_000 / 9.7095) });
    expect(found?.advice).toBeUndefined();
  });
  test('samples that differ by more than the rules allow ask for more; chaffy seed may differ more', () => {
    const samples = [100, 106, 95].map((milligrams) => ({ seeds: 100, grams: milligrams / 1000 }));
    expect(counted({ by: 'weight', lot_g: 50, samples })?.advice).toMatch(/more than the 4 %/);
    expect(counted({ by: 'weight', lot_g: 50, samples }, true)?.advice).toBeUndefined();
  });
  test('one sample gives a figure and no range, and says so', () => {
    const found = counted({ by: 'weight', lot_g: 50, samples: [{ seeds: 50, grams: 1 }] });
    expect(found).toMatchObject({ seeds: 2500, advice: expect.stringMatching(/weigh a second/) });
    expect(found?.range).toBeUndefined();
  });
  test('chaff is taken off by purity; pods multiply; samples heavier than the lot are refused', () => {
    expect(counted({ by: 'weight', lot_g: 100, samples: [{ seeds: 10, grams: 1 }], purity: 0.6 })?.seeds).toBe(600);
    expect(counted({ by: 'pods', pods: 40, perPod: [5, 6, 7, 6, 6] })).toMatchObject({ seeds: 240, range: { low: 204, high: 276 } });
    expect(estimateSeeds({ by: 'weight', lot_g: 1, samples: [{ seeds: 10, grams: 2 }] })).toMatchObject({
      ok: false,
      reason: { key: 'samplesOutweighLot' },
    });
    expect(pureLiveSeed(0.9, 0.8)).toBeCloseTo(0.72, 12);
  });
});

describe('a lot’s ledger', () => {
  let serial = 0;
  const event = (part: object): NewLotEvent =>
    ({ id: `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`, on: '2026-10-01', ...part }) as NewLotEvent;

  test('every seed is in the drawer, in a batch, cut, rejected or given away, whatever happens', () => {
    const some = fc.array(
      fc.oneof(
        fc.integer({ min: 1, max: 60 }).map((rejected) => ({ kind: 'sorted', by: 'float', rejected })),
        fc.integer({ min: 1, max: 20 }).map((tested) => ({ kind: 'cutTested', tested, viable: Math.floor(tested / 2) })),
        fc.integer({ min: 1, max: 30 }).map((seeds) => ({ kind: 'givenAway', seeds })),
      ),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(some, fc.integer({ min: 0, max: 100 }), (parts, inBatches) => {
        const events: NewLotEvent[] = [];
        for (const part of parts) {
          try {
            foldLot(lot, [...events, event(part)], inBatches);
            events.push(event(part));
          } catch {
            // More than the drawer holds: refused, and nothing changed.
          }
        }
        const { drawer, tested, rejected, givenAway, total } = foldLot(lot, events, inBatches);
        return drawer >= 0 && drawer + inBatches + tested + rejected + givenAway === total && total === 200;
      }),
    );
  });

  test('a new count sets the drawer, and batches made since come out of it', () => {
    const counted = event({ kind: 'counted', seeds: 130, inBatches: 40, how: { by: 'hand' } });
    expect(foldLot(lot, [counted], 40)).toMatchObject({ drawer: 130, total: 170 });
    expect(foldLot(lot, [counted], 70)).toMatchObject({ drawer: 100, total: 170 });
  });

  test('what was once taken in can always be read again, whatever batches, counts and undoings came between', () => {
    const part = fc.oneof(
      fc.record({ kind: fc.constant('batch'), seeds: fc.integer({ min: 1, max: 90 }) }),
      fc.record({ kind: fc.constant('counted'), seeds: fc.integer({ min: 0, max: 250 }) }),
      fc.record({ kind: fc.constant('sorted'), rejected: fc.integer({ min: 1, max: 60 }) }),
      fc.record({ kind: fc.constant('undo'), which: fc.nat(5) }),
    );
    fc.assert(
      fc.property(fc.array(part, { maxLength: 16 }), (parts) => {
        const events: NewLotEvent[] = [];
        let inBatches = 0;
        for (const one of parts) {
          const { drawer } = foldLot(lot, events, inBatches);
          if ('which' in one) {
            const reverses = events[one.which]?.id;
            if (reverses) tryAdd(event({ kind: 'reversed', reverses }));
          } else if (one.kind === 'batch') {
            if ((one as { seeds: number }).seeds <= drawer) inBatches += (one as { seeds: number }).seeds;
          } else tryAdd(event(one.kind === 'counted' ? { ...one, inBatches, how: { by: 'hand' } } : { ...one, by: 'float' }));
        }
        function tryAdd(next: NewLotEvent) {
          try {
            foldLot(lot, [...events, next], inBatches);
            events.push(next);
          } catch (error) {
            expect(error).toBeInstanceOf(LedgerError);
          }
        }
        const { drawer, tested, rejected, givenAway, total } = foldLot(lot, events, inBatches);
        return drawer >= 0 && drawer + inBatches + tested + rejected + givenAway === total;
      }),
      { numRuns: 500 },
    );
  });

  test('a count that found what a later batch took does not forbid an earlier sort', () => {
    const sorted = event({ kind: 'sorted', by: 'float', rejected: 5 });
    const counted = event({ kind: 'counted', seeds: 300, inBatches: 0, how: { by: 'hand' } });
    expect(foldLot(lot, [sorted, counted], 250)).toMatchObject({ drawer: 50, total: 305 });
    expect(() => foldLot(lot, [sorted, counted, event({ kind: 'reversed', reverses: counted.id })], 250)).toThrow('undo those first');
  });

  test('an entry is undone by reversing it, once', () => {
    const sorted = event({ kind: 'sorted', by: 'float', rejected: 30 });
    const undone = event({ kind: 'reversed', reverses: sorted.id });
    expect(foldLot(lot, [sorted, undone], 0)).toMatchObject({ drawer: 200, rejected: 0 });
    expect(() => foldLot(lot, [sorted, undone, event({ kind: 'reversed', reverses: sorted.id })], 0)).toThrow(/undone already/);
    expect(() => foldLot(lot, [event({ kind: 'sorted', by: 'float', rejected: 201 })], 0)).toThrow('Only 200 seeds are in stock');
  });

  test('tests combine; those before a sort no longer hold', () => {
    const cut = event({ kind: 'cutTested', tested: 10, viable: 9, on: '2026-10-05' });
    expect(foldLot(lot, [cut], 0).viability).toEqual({ kind: 'tested', tested: 20, viable: 16 });
    const sorted = event({ kind: 'sorted', by: 'float', rejected: 40, on: '2026-10-02' });
    const { viability, tests } = foldLot(lot, [sorted, cut], 0);
    expect(viability).toEqual({ kind: 'tested', tested: 10, viable: 9 });
    expect(tests.map(({ beforeSort }) => beforeSort)).toEqual([true, false]);
  });

  test('a towel test counts once it is over, and is not taken for a test of viability', () => {
    const plan = {
      seeds: 10,
      method: { stages: [{ kind: 'warmTowel' }] },
      stages: [{ kind: 'warmTowel', start: '2026-10-01', end: '2026-10-20', temperature_C: 21 }],
    } as never;
    const up = { id: 'b', on: '2026-10-08', kind: 'checked', moves: [{ from: 'waiting', to: 'sprouted', count: 8 }] };
    const begun = { id: 'a', on: '2026-10-01', kind: 'stageStarted', stage: 0, placeId: 'm' };
    const batch = (events: object[]) => [{ id: 'q', plan, purpose: 'test' as const, events: events as never }];
    expect(lotState(lot, [], batch([begun, up])).viability).toEqual(lot.viability);
    const over = { id: 'c', on: '2026-10-20', kind: 'closed' };
    const after = lotState(lot, [], batch([begun, up, over]));
    expect(after.viability).toEqual(lot.viability);
    expect(after.towelTests).toMatchObject([{ tested: 10, came: 8, warm_days: 19, warm_C: 21 }]);
    // Told by the lot itself, once its batch is no longer at hand; and counted once where it still is.
    const [result] = after.towelTests;
    const said = { ...lot, inBatches: 10, towels: [{ batchId: 'q', ...(result as TowelResult) }] };
    for (const there of [[], batch([begun, up, over])])
      expect(lotState(said, [], there)).toMatchObject({ inBatches: 10, towelTests: [result] });
  });
});

describe('planning a test', () => {
  test('asks for more seeds the surer it must be, and says where that is too much of a small lot', () => {
    const sizes = testSizes(lot, 60, { usuallyViable: 0.7 });
    expect(sizes.map(({ seeds }) => seeds)).toEqual([...sizes.map(({ seeds }) => seeds)].sort((a, b) => a - b));
    expect(sizes.find(({ width }) => width === 0.15)).toMatchObject({ tooMuch: true });
    expect(testSizes(lot, 6000, { usuallyViable: 0.7 }).some(({ tooMuch }) => tooMuch)).toBe(false);
  });

  test('says the same as the range beside it: 8 of 10 wants 16 more to be within 15', () => {
    const tested = { viability: { kind: 'tested', tested: 10, viable: 8 } } as const;
    expect(testSizes(tested, 500, { usuallyViable: 0.7 }).find(({ width }) => width === 0.15)?.seeds).toBe(16);
  });

  test('what is left of a small lot, by summing every way in which the sample could have been drawn', () => {
    // 8 of 10 viable, 20 left: brute force over every composition of the whole lot.
    const choose = (n: number, k: number): number => (k < 0 || k > n ? 0 : k === 0 ? 1 : (choose(n - 1, k - 1) * n) / k);
    const lucky = (marked: number) =>
      [8, 9, 10].reduce((sum, k) => sum + (choose(marked, k) * choose(30 - marked, 10 - k)) / choose(30, 10), 0);
    const least = viableLeftAtLeast(8, 10, 20);
    expect(lucky(least + 8)).toBeGreaterThan(0.05);
    expect(lucky(least + 7)).toBeLessThanOrEqual(0.05);
    expect(viableLeftAtLeast(10, 10, 0)).toBe(0);
    expect(() => viableLeftAtLeast(11, 10, 5)).toThrow(RangeError);
  });
});

describe('seed that dies when it dries', () => {
  const oak = { drying: { keepsMoist_days: 200, livesInAir_days: 14 }, cold: { need: 'none' }, storage: 'recalcitrant' } as const;
  test('counts down from harvest, fast in the open and slowly kept moist', () => {
    expect(dryingCountdown(lot, oak, '2026-09-30')).toMatchObject({ inTime: true, until: '2026-10-04', days: 4 });
    expect(dryingCountdown(lot, oak, '2026-10-20')).toMatchObject({ inTime: false, text: expect.stringMatching(/cut ten/) });
    const moist = { ...lot, storage: { state: 'moist', since: '2026-09-20' } } as const;
    expect(dryingCountdown(moist, oak, '2026-10-20')).toMatchObject({ inTime: true, days: 170 });
    expect(dryingCountdown(lot, { cold: { need: 'none' }, storage: 'orthodox' }, '2026-10-20')).toBeUndefined();
  });
  test('so does seed that keeps badly once dry, in its own words; no page says of it that it keeps dry', () => {
    const moist = loadHandbook().filter(
      ({ dormancy, storage }) => storage !== 'orthodox' && /must not dry|keeps badly|keep it (damp|moist)|lies moist/i.test(dormancy.why),
    );
    expect(moist.length).toBeGreaterThan(6);
    for (const species of moist) expect([species.id, dryingCountdown(lot, species, '2026-09-24')?.inTime]).toEqual([species.id, true]);
    expect(dryingCountdown(lot, { ...oak, storage: 'intermediate' }, '2026-09-30')?.text).toMatch(/^It keeps badly once dry/);
    // What cold kills is never told to lie in a fridge.
    const cacao = dryingCountdown(lot, { ...oak, chillHurts: 'extreme' }, '2026-09-30')?.text;
    expect(cacao).toMatch(/above 15 °C, never in a fridge/);
  });
  test('dry storage is counted from harvest, and not where it is kept moist', () => {
    const dry_days = (kept: Parameters<typeof broughtBy>[0]) => driedBy(broughtBy(kept), '2026-10-20').days;
    expect(dry_days(lot)).toBe(30);
    expect(dry_days({ ...lot, storage: { state: 'moist', since: '2026-09-20' } })).toBe(0);
    expect(dry_days({ provenance: { kind: 'bought', supplier: 'a swap', on: '2026-10-10', harvestYear: 2024 } })).toBe(658);
  });
});

describe('seeds to a cell', () => {
  test('the fewest that fill it, and what is thinned, by counting every outcome', () => {
    const { filled, thinned, empty } = cellPlan(40, 3, prospectOf([0.5]));
    // Of 8 outcomes of three seeds 7 fill the cell; seedlings 12/8 on average, less the one that stays.
    expect(filled).toBeCloseTo(7 / 8, 12);
    expect(thinned).toBeCloseTo(40 * (12 / 8 - 7 / 8), 9);
    expect(empty).toBeCloseTo(5, 9);
    expect(() => cellPlan(40, 0, prospectOf([0.5]))).toThrow(RangeError);
  });
  test('cells stay empty as often as they do over all that the share may be, not as at its mean', () => {
    // Of a share that is Beta(3, 7), E(1 − p)^4 = (7·8·9·10)/(10·11·12·13), by the moments of the Beta: 1.2 times as often as at its mean, 0.7^4.
    const exact = (7 * 8 * 9 * 10) / (10 * 11 * 12 * 13);
    expect(cellPlan(100, 4, prospectOf([{ alpha: 3, beta: 7 }])).empty).toBeCloseTo(100 * exact, 1);
    expect(exact / 0.7 ** 4).toBeGreaterThan(1.2);
  });
});
