import type { NewEvent } from '@chill/model/event.ts';
import type { PlantPromise } from '@chill/model/promise.ts';
import { describe, expect, test } from '@jest/globals';
import { betaQuantiles } from '../chance/distributions.ts';
import { CHANCES, prospectOf, rangeOf } from '../chance/prospect.ts';
import { randomFrom } from '../chance/random.ts';
import { delivered } from '../ledger/delivered.ts';
import { allWaiting } from '../ledger/states.ts';
import { wantedOf } from '../planning/wanted.ts';
import { together, weighPromises } from './promises.ts';
import type { BatchView } from './reader.ts';

/** A batch of larch that has so many plants to come, 9 times in 10, by a day; `gave` so many to promises. */
function batch(low: number, high: number, plantOut: string, gave: [promise: string, count: number][] = [], closedOn?: string): BatchView {
  const events = gave.map(([promise, count], i) => ({
    id: String(i),
    on: '2027-05-20',
    kind: 'seedsMoved',
    moves: [{ from: 'potted', to: 'plantedOut', count }],
    promise,
  }));
  const gone = gave.reduce((sum, [, count]) => sum + count, 0);
  const counts = { ...allWaiting(0), potted: high, plantedOut: gone };
  // Between the two, everything is as likely.
  const known = { may: high - low, prospect: { shares: CHANCES, mean: 0.5 } };
  return {
    batch: { events },
    species: { id: 'larix-occidentalis' },
    projection: {
      plantOut,
      state: { counts, closedOn },
      promised: closedOn ? undefined : { now: { ...known, low: low + gone, high: high + gone, sure: low + gone } },
    },
  } as unknown as BatchView;
}
const promise = (id: string, plants: number, on: string, closed?: PlantPromise['closed']): PlantPromise => ({
  id,
  speciesId: 'larix-occidentalis',
  plants,
  on,
  whom: id,
  ...(closed && { closed }),
});
const weigh = (promises: PlantPromise[], batches: BatchView[], given = {}) =>
  weighPromises({ since: '2027-05-01', promises, given }, batches)[0];

describe('what was promised', () => {
  test('is kept in the order of its days, from what is ready by then', () => {
    const standing = weigh(
      [promise('late', 20, '2027-06-20'), promise('early', 30, '2027-05-28')],
      [batch(25, 40, '2027-05-24'), batch(50, 60, '2027-06-10')],
    );
    expect(standing?.promises).toMatchObject([
      { promise: { id: 'early' }, stands: 'maybe', open: 30, ready: { low: 25, high: 40 }, shortBy: { low: 0, high: 5 } },
      { promise: { id: 'late' }, stands: 'covered', shortBy: { low: 0, high: 0 } },
    ]);
    expect(standing?.supply.map(({ on }) => on)).toEqual(['2027-05-24', '2027-06-10']);
    expect(weigh([promise('all', 300, '2027-07-01')], [batch(25, 40, '2027-05-24')])?.promises[0]).toMatchObject({
      stands: 'short',
      shortBy: { low: 260, high: 275 },
    });
  });

  test('what is kept if there is room takes nothing from what comes before it, however early it is due', () => {
    const ifRoom = { ...promise('hedge', 30, '2027-05-28'), priority: 'ifRoom' as const };
    const first = { ...promise('school', 30, '2027-06-20'), priority: 'first' as const };
    const supply = [batch(35, 40, '2027-05-24')];
    const stands = (promises: PlantPromise[], batches = supply) =>
      Object.fromEntries((weigh(promises, batches)?.promises ?? []).map((one) => [one.promise.id, [one.stands, one.shortBy.high]]));
    expect(stands([ifRoom, first])).toEqual({ hedge: ['short', 25], school: ['covered', 0] });
    // What the first can have from a later batch leaves the early plants to the other.
    expect(stands([ifRoom, first], [...supply, batch(60, 60, '2027-06-10')])).toEqual({ hedge: ['covered', 0], school: ['covered', 0] });
    // Of equal ones the first due is served first.
    expect(stands([promise('hedge', 30, '2027-05-28'), promise('school', 30, '2027-06-20')])).toMatchObject({ hedge: ['covered', 0] });
    expect(
      wantedOf({ since: '2027-05-01', promises: [ifRoom, first], given: {} }, supply).map((one) => [one.promise.id, one.plants]),
    ).toEqual([['hedge', 25]]);
  });

  test('what was handed over counts once, whether its batch is still in hand or not; what was taken back and what is closed count for nothing', () => {
    const [open, closed] = [batch(20, 20, '2027-05-24', [['one', 12]]), batch(0, 0, '2027-05-24', [['one', 7]], '2027-04-01')];
    expect(weigh([promise('one', 40, '2027-06-01')], [open, closed], { one: 7 })?.promises[0]).toMatchObject({ delivered: 19, open: 21 });
    expect(weigh([promise('one', 40, '2027-06-01', { on: '2027-05-02', how: 'kept' })], [open])).toBeUndefined();
    const events = [...open.batch.events, { id: 'undo', on: '2027-05-21', kind: 'reversed', reverses: '0' } as NewEvent];
    expect(delivered({ events } as typeof open.batch).size).toBe(0);
  });
});

test('several batches together hold what came nine times in ten, where they share what is not known of their species', () => {
  const random = randomFrom('together');
  const shares = betaQuantiles(
    8,
    4,
    Array.from({ length: 400 }, (_, i) => (i + 0.5) / 400),
  );
  const seeds = [30, 50, 12];
  const came = (n: number, share: number) => Array.from({ length: n }).filter(() => random() < share).length;
  const trials = Array.from({ length: 6000 }, () => {
    const share = shares[Math.floor(random() * shares.length)] as number;
    return seeds.map((n) => came(n, share));
  });
  const prospect = prospectOf([{ alpha: 8, beta: 4 }]);
  const own = seeds.map((may) => ({ ...rangeOf(may, prospect), sure: 0, may, prospect }));
  const { low, high } = together(own);
  const sums = trials.map((one) => one.reduce((sum, count) => sum + count, 0));
  const held = sums.filter((sum) => sum >= low && sum <= high).length / sums.length;
  expect(held).toBeGreaterThan(0.885);
  expect(held).toBeLessThan(0.93);
  // It misses as often above as below, though most of such seeds come.
  const above = sums.filter((sum) => sum > high).length / sums.length;
  expect(Math.abs(above - 0.05)).toBeLessThan(0.015);
});
