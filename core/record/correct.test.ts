import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent, WhyGone } from '@chill/model/event.ts';
import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import { accept } from '../ledger/accept.ts';
import { stateBefore, stateOf } from '../ledger/fold.ts';
import { undoing } from '../ledger/undo.ts';
import { countsOf, isCorrectable, recordCorrection } from './correct.ts';
import { recordGone } from './gone.ts';
import type { Recorded } from './record.ts';

const TODAY = '2026-12-20';
let serial = 0;
const newId = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;

/** A batch of 50 that went into the warmth, where 8 were counted up and 5 of them potted. */
function batch(): Batch {
  const stages = [{ kind: 'warmTowel', start: '2026-11-01', end: '2026-12-01', temperature_C: 21, days: 30 }];
  const plan = { seeds: 50, stages, method: { stages } } as unknown as Batch['plan'];
  const made: Batch = { id: newId(), lotId: newId(), code: '7QK', speciesId: 'larix-occidentalis', madeOn: '2026-11-01', plan, events: [] };
  append(made, { kind: 'stageStarted', stage: 0, placeId: newId(), on: '2026-11-01' });
  append(made, { kind: 'checked', damp: 'right', mould: 'none', moves: [{ from: 'waiting', to: 'sprouted', count: 8 }], on: '2026-11-08' });
  append(made, { kind: 'seedsMoved', moves: [{ from: 'sprouted', to: 'potted', count: 5 }], on: '2026-11-09' });
  return made;
}

function append(to: Batch, ...events: (Omit<NewEvent, 'id'> | NewEvent)[]): void {
  const stamped = events.map(
    (event, i) => ({ id: newId(), ...event, batchId: to.id, version: to.events.length + i + 1, recordedAt: '' }) as LedgerEvent,
  );
  to.events = [...to.events, ...stamped];
}

function take(to: Batch, recorded: Recorded): void {
  if ('reason' in recorded) throw new Error(spoken(recorded.reason));
  const verdict = accept(to, recorded.events, TODAY);
  if (!verdict.ok) throw new Error(spoken(verdict.reason));
  append(to, ...recorded.events);
}

const checkOf = ({ events }: Batch) => events.find(({ kind }) => kind === 'checked') as LedgerEvent;

describe('an entry that is corrected', () => {
  test('stands where the wrong one stood, though later ones rest on it', () => {
    const one = batch();
    take(one, recordCorrection(one, checkOf(one), { on: '2026-11-07', damp: 'dry', counts: { up: 6, mouldy: 2 } }, newId));
    const { counts, checks, inForce } = stateOf(one);
    expect(counts).toMatchObject({ waiting: 42, sprouted: 1, potted: 5, mouldy: 2 });
    expect(checks).toMatchObject([{ on: '2026-11-07', damp: 'dry', sprouted: 6, mouldy: 2, left: 42 }]);
    expect(inForce.has(checkOf(one).id)).toBe(false);
  });

  test('cannot be one that what came after contradicts: 5 were potted of those that were up', () => {
    const one = batch();
    expect(() => take(one, recordCorrection(one, checkOf(one), { counts: { up: 4 } }, newId))).toThrow('Undo the later entries first');
  });

  test('is corrected again, and undone step by step', () => {
    const one = batch();
    take(one, recordCorrection(one, checkOf(one), { counts: { up: 6 } }, newId));
    const first = one.events.at(-1) as LedgerEvent;
    take(one, recordCorrection(one, first, { counts: { up: 9 } }, newId));
    const second = one.events.at(-1) as LedgerEvent;
    expect(stateOf(one).counts.sprouted).toBe(4);
    for (const [undone, left] of [
      [second, 1],
      [first, 3],
    ] as const) {
      append(one, ...(undoing(one, [undone.id], TODAY, newId)?.events ?? []));
      expect(stateOf(one).counts.sprouted).toBe(left);
    }
  });

  test('is undone, with what it corrected, where an earlier entry that both rest on is', () => {
    const one = batch();
    const potted = one.events.at(-1) as LedgerEvent;
    take(one, recordCorrection(one, potted, { counts: { potted: 4 } }, newId));
    const undone = undoing(one, [checkOf(one).id], TODAY, newId);
    expect(undone?.also.map(({ kind }) => kind)).toEqual(['seedsMoved', 'seedsMoved']);
    append(one, ...(undone?.events ?? []));
    expect(stateOf(one).counts).toMatchObject({ waiting: 50, sprouted: 0, potted: 0 });
  });

  test('of another kind, of nothing, or of what is only undone is refused', () => {
    const one = batch();
    const wrong = (event: object) => accept(one, [{ id: newId(), on: TODAY, ...event } as NewEvent], TODAY);
    const check = checkOf(one).id;
    expect(wrong({ kind: 'refreshed', corrects: check })).toMatchObject({ ok: false, field: 'events.0.corrects' });
    expect(wrong({ kind: 'refreshed', corrects: newId() })).toMatchObject({ ok: false, reason: { key: 'noEntryToUndo' } });
    append(one, { kind: 'turned', at: `${TODAY}T10:00:00Z`, into: 'freezer', on: TODAY } as never);
    expect(isCorrectable(one.events.at(-1) as LedgerEvent)).toBe(false);
  });

  test('keeps what is not put right, and counts by what is said of it', () => {
    const one = batch();
    append(one, { kind: 'watered', mL: 30, on: '2026-11-10' } as never);
    const watered = one.events.at(-1) as LedgerEvent;
    take(one, recordCorrection(one, watered, { mL: 15, note: ' the small jug ' }, newId));
    expect(one.events.at(-1)).toMatchObject({ kind: 'watered', mL: 15, on: '2026-11-10', note: 'the small jug', corrects: watered.id });
    expect(countsOf(checkOf(one))).toEqual({ up: 8 });
    const ownPot = [
      { from: 'waiting', to: 'sprouted', count: 3 },
      { from: 'sprouted', to: 'potted', count: 3 },
    ];
    expect(countsOf({ ...checkOf(one), moves: ownPot } as LedgerEvent)).toEqual({ up: 3 });
    expect(stateBefore(one, checkOf(one).id).counts.waiting).toBe(50);
  });
});

describe('a bag that is gone', () => {
  test.each<[WhyGone, object]>([
    ['eaten', { discarded: 50 }],
    ['givenAway', { givenAway: 50 }],
  ])('%s: every seed is counted out, and it is closed', (why, counts) => {
    const one = batch();
    take(one, recordGone(stateOf(one), why, TODAY, newId));
    expect(stateOf(one)).toMatchObject({ closedOn: TODAY, counts: { waiting: 0, sprouted: 0, potted: 0, ...counts } });
    expect(one.events.at(-1)).toMatchObject({ kind: 'closed', why });
    // One undo of both brings it back.
    const both = one.events.slice(-2).map(({ id }) => id);
    append(one, ...(undoing(one, both, TODAY, newId)?.events ?? []));
    expect(stateOf(one)).toMatchObject({ counts: { waiting: 42, sprouted: 3, potted: 5 } });
    expect(stateOf(one).closedOn).toBeUndefined();
  });
});
