import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/schedule.ts';
import { describe, expect, test } from '@jest/globals';
import { refusalOf } from './useRecord.ts';

const TODAY = '2027-02-16';
const batch = {
  id: 'b1',
  code: '7QK',
  madeOn: '2027-01-01',
  plan: { seeds: 40, stages: [{ kind: 'coldMoist', medium: 'sand', start: '2027-01-01', end: '2027-04-01', temperature_C: 4 }] },
  events: [],
} as unknown as Batch;
const id = '00000000-0000-4000-8000-000000000001';
const mouldy = (count: number, on = TODAY) => ({
  events: [{ id, on, kind: 'checked', moves: [{ from: 'waiting', to: 'mouldy', count }] } as NewEvent],
});

describe('the gate through which the app writes', () => {
  test('lets through what may follow', () => {
    expect(refusalOf(batch, mouldy(3), TODAY)).toBeUndefined();
  });
  test('says why core made nothing', () => {
    expect(refusalOf(batch, refusal(say.of('howMany')), TODAY)).toBe('How many? Give a number above 0.');
  });
  test('refuses what cannot have happened, in a sentence', () => {
    expect(refusalOf(batch, mouldy(41), TODAY)).toBe('Only 40 are waiting, so 41 can’t become mouldy.');
    expect(refusalOf(batch, mouldy(1, '2027-02-17'), TODAY)).toMatch(/is in the future/);
    expect(refusalOf(batch, mouldy(1, '2026-12-31'), TODAY)).toMatch(/The batch was only made on/);
  });
});
