import type { Plan } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import { describe, expect, test } from '@jest/globals';
import { fold } from './fold.ts';
import { type Undoing, undoing } from './undo.ts';

let serial = 0;
const newId = () => `u${serial++}`;
const plan = { seeds: 20, stages: [{ kind: 'warmTowel' }] } as unknown as Plan;
const said = (events: object[]): LedgerEvent[] =>
  events.map((event, i) => ({ id: `e${i}`, on: '2027-02-16', batchId: 'b', version: i + 1, recordedAt: '', ...event }) as LedgerEvent);
const move = (from: string, to: string, count: number) => ({ from, to, count });
const batch = {
  plan,
  events: said([
    { kind: 'stageStarted', stage: 0, placeId: 'p' },
    { kind: 'checked', moves: [move('waiting', 'sprouted', 9)] },
    { kind: 'noted', note: 'fine' },
    { kind: 'seedsMoved', moves: [move('sprouted', 'potted', 9)] },
    { kind: 'seedsMoved', moves: [move('potted', 'discarded', 2)] },
  ]),
};

describe('undoing', () => {
  test('what nothing rests on goes alone', () => {
    expect(undoing(batch, ['e4'], '2027-02-17', newId)).toMatchObject({ also: [], events: [{ kind: 'reversed', reverses: 'e4' }] });
  });
  test('what later entries rest on takes them along, the newest first, and leaves the others', () => {
    const undone = undoing(batch, ['e1'], '2027-02-17', newId);
    expect(undone?.also.map(({ id }) => id)).toEqual(['e4', 'e3']);
    const after = fold(plan, [...batch.events, ...((undone as Undoing).events as NewEvent[])]);
    expect(after.counts).toMatchObject({ waiting: 20, sprouted: 0, potted: 0 });
    expect(after.inForce.has('e2')).toBe(true);
  });
  test('an unknown entry is not undone', () => {
    expect(undoing(batch, ['nothing'], '2027-02-17', newId)).toBeUndefined();
  });
});
