import type { Lot, NewLotEvent } from '@chill/model/lot.ts';
import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import { LedgerError } from '../ledger/refuse.ts';
import { describeLotEvent } from './events.ts';
import { foldLot } from './lotLedger.ts';

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const lot = { seeds: 100, viability: { kind: 'unknown' }, provenance: { kind: 'collected', place: 'a bank', on: '2026-09-01' } } as Lot;
const event = (n: number, said: object) => ({ id: id(n), on: '2026-10-01', ...said }) as NewLotEvent;
/** One of each kind, and what of 100 seeds it leaves in the drawer beside 40 in batches. */
const EACH: [NewLotEvent, number, string][] = [
  [event(1, { kind: 'counted', seeds: 70, inBatches: 40, how: { by: 'hand' } }), 70, 'Counted by hand: 70 in stock'],
  [event(2, { kind: 'sorted', by: 'float', rejected: 12 }), 48, '12 sorted out, floating'],
  [event(3, { kind: 'cutTested', tested: 10, viable: 8 }), 50, 'Cut 10: 8 viable'],
  [event(4, { kind: 'stored', storage: { state: 'moist', since: '2026-10-01', where: 'the crisper' } }), 60, 'Kept moist, the crisper'],
  [event(5, { kind: 'givenAway', seeds: 25, note: 'to a neighbour' }), 35, '25 given away, to a neighbour'],
];

describe('every kind of event of a lot', () => {
  test.each(EACH)('%#: leaves what it leaves, and says what it was', (one, left, says) => {
    const state = foldLot(lot, [one], 40);
    expect(state.drawer).toBe(left);
    expect(state.drawer + state.inBatches + state.tested + state.rejected + state.givenAway).toBe(state.total);
    expect(describeLotEvent(one)).toBe(says);
  });
  test.each(EACH)('%#: undone, is as if it had not been', (one) => {
    const { inForce: _now, ...state } = foldLot(lot, [one, event(9, { kind: 'reversed', reverses: one.id })], 40);
    const { inForce: _then, ...was } = foldLot(lot, [], 40);
    expect(state).toEqual(was);
  });
  test('more than the drawer has is refused at the field that says how many', () => {
    const refused = (said: object) => {
      try {
        foldLot(lot, [event(7, said)], 40);
      } catch (error) {
        return error instanceof LedgerError ? `${error.refusal.field}: ${spoken(error.refusal.reason)}` : 'another error';
      }
      return 'taken';
    };
    expect(refused({ kind: 'sorted', by: 'float', rejected: 61 })).toBe('rejected: Only 60 seeds are in stock: give that many or fewer.');
    expect(refused({ kind: 'cutTested', tested: 61, viable: 1 })).toMatch(/^tested: Only 60/);
    expect(refused({ kind: 'givenAway', seeds: 101 })).toMatch(/^seeds: Only 60/);
    expect(refused({ kind: 'givenAway', seeds: 60 })).toBe('taken');
  });
});
