import type { LotInHand, NewLotEvent } from '@chill/model/lot.ts';
import { expect, test } from '@jest/globals';
import { acceptLot } from './acceptLot.ts';

const LOT = {
  id: 'lot',
  code: 'LO-1',
  speciesId: 'larix-occidentalis',
  seeds: 100,
  unassigned: 60,
  inBatches: 40,
  towels: [],
  version: 1,
  provenance: { kind: 'collected', place: 'a bank', on: '2026-09-01' },
  viability: { kind: 'unknown' },
  events: [],
} as const satisfies LotInHand;
const sorted = (on: string, rejected: number): NewLotEvent => ({ id: `sorted ${on}`, on, kind: 'sorted', rejected, by: 'float' });
const said = (lot: LotInHand, event: NewLotEvent) => {
  const verdict = acceptLot(lot, event, '2026-11-01');
  return verdict.ok ? verdict.drawer : `${verdict.field}: ${verdict.reason.key}`;
};

test('a lot takes what its drawer has, from the day on which it was acquired to today', () => {
  expect(said(LOT, sorted('2026-10-01', 60))).toBe(0);
  expect(said(LOT, sorted('2026-10-01', 61))).toBe('rejected: moreThanInStock');
  expect(said(LOT, sorted('2026-08-31', 5))).toBe('on: lotWasAcquiredLater');
  expect(said(LOT, sorted('2026-11-02', 5))).toBe('on: dayIsInTheFuture');
});

test('what later entries need is not taken away from under them', () => {
  const more = { id: 'count', on: '2026-10-01', kind: 'counted', seeds: 90, inBatches: 40, how: { by: 'hand' } } as const;
  const stamped = [more, sorted('2026-10-02', 85)].map((event, i) => ({ ...event, version: i + 1, recordedAt: '2026-10-02T12:00:00Z' }));
  const undo: NewLotEvent = { id: 'undo', on: '2026-10-03', kind: 'reversed', reverses: 'count' };
  expect(said({ ...LOT, events: stamped }, undo)).toBe('reverses: laterEntriesNeedThoseSeeds');
});
