import type { Plan } from '@chill/model/batch.ts';
import type { NewEvent, SeedState } from '@chill/model/event.ts';
import { spoken } from '@chill/words/subject.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { accept } from './accept.ts';
import { bagCode, likelyCodes, parseBagCode } from './bagCode.ts';
import { fold } from './fold.ts';
import { LedgerError } from './refuse.ts';
import { STATES } from './states.ts';
import { movesFor } from './verbs.ts';

const plan = { seeds: 100, stages: Array.from({ length: 4 }, () => ({})) } as unknown as Plan;
const batch = (events: NewEvent[] = []) => ({ plan, madeOn: '2027-01-01', events: events as never[] });
let serial = 0;
const id = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;
const started = (stage: number, on: string): NewEvent => ({ id: id(), on, kind: 'stageStarted', stage, placeId: id() });
const finished = (stage: number, on: string): NewEvent => ({ id: id(), on, kind: 'stageFinished', stage, moves: [] });
const moved = (from: SeedState, to: SeedState, count: number, on = '2027-01-05'): NewEvent => ({
  id: id(),
  on,
  kind: 'seedsMoved',
  moves: [{ from, to, count }],
});
const undo = (event: NewEvent, on = '2027-01-09'): NewEvent => ({ id: id(), on, kind: 'reversed', reverses: event.id });
const total = (events: NewEvent[]) => Object.values(fold(plan, events).counts).reduce((sum, n) => sum + n, 0);

describe('the ledger', () => {
  test('begins with every seed waiting, and moves them one state to another', () => {
    const state = fold(plan, [moved('waiting', 'sprouted', 7), moved('waiting', 'mouldy', 2), moved('sprouted', 'potted', 5)]);
    expect(state.counts).toMatchObject({ waiting: 91, sprouted: 2, potted: 5, mouldy: 2 });
    expect(state.sprouts).toEqual([{ on: '2027-01-05', stage: 0, count: 7 }]);
  });

  test('nothing goes below zero, and no seed walks backwards', () => {
    expect(() => fold(plan, [moved('waiting', 'sprouted', 101)])).toThrow('Only 100 are waiting, so 101 can’t become germinated.');
    expect(() => fold(plan, [moved('sprouted', 'potted', 1)])).toThrow('None is germinated');
    expect(() => fold(plan, [moved('waiting', 'mouldy', 1), moved('mouldy', 'waiting', 1)])).toThrow(
      'A seed that is mouldy can’t become waiting.',
    );
  });

  test('seeds are conserved under any sequence of events that it takes', () => {
    const states = STATES;
    const step = fc.record({
      from: fc.constantFrom(...states),
      to: fc.constantFrom(...states),
      count: fc.integer({ min: 1, max: 60 }),
      undoing: fc.nat(9),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
        const taken: NewEvent[] = [];
        for (const { from, to, count, undoing } of steps) {
          const victim = undoing < 3 ? taken[taken.length - 1 - undoing] : undefined;
          const event = victim ? undo(victim) : moved(from, to, count);
          if (accept(batch(taken), [event], '2027-02-01').ok) taken.push(event);
        }
        const { counts } = fold(plan, taken);
        return total(taken) === 100 && Object.values(counts).every((n) => n >= 0);
      }),
    );
  });

  test('undoing restores exactly what was, and undoing that brings it back', () => {
    const first = [moved('waiting', 'swollen', 60), moved('swollen', 'sprouted', 9)];
    const wrong = moved('swollen', 'mouldy', 20);
    const undone = undo(wrong);
    expect(fold(plan, [...first, wrong, undone]).counts).toEqual(fold(plan, first).counts);
    expect(fold(plan, [...first, wrong, undone, undo(undone)]).counts).toEqual(fold(plan, [...first, wrong]).counts);
  });

  test('an entry that a later one rests on is not undone under it', () => {
    const up = moved('waiting', 'sprouted', 3);
    const verdict = accept(batch([up, moved('sprouted', 'potted', 3)]), [undo(up)], '2027-02-01');
    expect(asRead(verdict)).toMatchObject({ ok: false, reason: expect.stringContaining('Undo the later entries first') });
    expect(asRead(accept(batch([up]), [undo(moved('waiting', 'mouldy', 1))], '2027-02-01'))).toMatchObject({
      ok: false,
      field: 'events.0.reverses',
      reason: 'There is no such entry to undo.',
    });
    const gone = undo(up);
    expect(asRead(accept(batch([up, gone]), [undo(up)], '2027-02-01'))).toMatchObject({
      ok: false,
      reason: 'That entry is undone already.',
    });
  });

  test('stages run in order and in time', () => {
    const state = fold(plan, [started(0, '2027-01-02'), finished(0, '2027-01-03'), started(1, '2027-01-03')]);
    expect(state).toMatchObject({ stage: 1, underWay: true, freshened: ['2027-01-02', '2027-01-03'] });
    expect(state.stages[0]).toMatchObject({ startedOn: '2027-01-02', finishedOn: '2027-01-03' });
    expect(() => fold(plan, [started(1, '2027-01-02')])).toThrow(LedgerError);
    expect(() => fold(plan, [started(0, '2027-01-05'), finished(0, '2027-01-04')])).toThrow('give 5 Jan or later');
    expect(() => fold(plan, [finished(0, '2027-01-04')])).toThrow('That stage has not started.');
  });

  test('days to come, and days before the batch, are refused at their field', () => {
    const tomorrow = accept(batch(), [started(0, '2027-02-02')], '2027-02-01');
    expect(asRead(tomorrow)).toMatchObject({ ok: false, field: 'events.0.on', reason: '2 Feb is in the future.' });
    const before = accept(batch(), [started(0, '2026-12-30')], '2027-02-01');
    expect(asRead(before)).toMatchObject({ ok: false, field: 'events.0.on' });
  });

  test('several events are taken together or not at all, the fault named', () => {
    const verdict = accept(batch(), [moved('waiting', 'sprouted', 60), moved('waiting', 'mouldy', 50)], '2027-02-01');
    expect(asRead(verdict)).toMatchObject({
      ok: false,
      field: 'events.1.moves.0.count',
      reason: 'Only 40 are waiting, so 50 can’t become mouldy.',
    });
  });

  test('a closed batch takes only notes', () => {
    const closed: NewEvent = { id: id(), on: '2027-01-20', kind: 'closed' };
    expect(accept(batch([closed]), [moved('waiting', 'mouldy', 1)], '2027-02-01').ok).toBe(false);
    expect(accept(batch([closed]), [{ id: id(), on: '2027-01-21', kind: 'noted', note: 'Kept the pot' }], '2027-02-01').ok).toBe(true);
  });
});

describe('verbs', () => {
  test('take seeds from where such seeds are, the likelier first', () => {
    const { counts } = fold(plan, [moved('waiting', 'swollen', 5)]);
    expect(movesFor('up', 8, counts)).toEqual({
      moves: [
        { from: 'swollen', to: 'sprouted', count: 5 },
        { from: 'waiting', to: 'sprouted', count: 3 },
      ],
    });
    expect(asRead(movesFor('potted', 1, counts))).toMatchObject({ reason: 'Only 0 are germinated; 1 can’t become potted.' });
    expect(asRead(movesFor('up', 1.5, counts))).toMatchObject({ reason: expect.stringContaining('whole number') });
  });
});

describe('bag codes', () => {
  const someCode = fc.integer({ min: 0, max: 20_000 }).map(bagCode);
  test('are all different, short first, and read back', () => {
    const codes = new Set(Array.from({ length: 5000 }, (_, i) => bagCode(i)));
    expect(codes.size).toBe(5000);
    expect(bagCode(0)).toHaveLength(3);
    fc.assert(
      fc.property(someCode, (code) => {
        const parsed = parseBagCode(` ${code.toLowerCase().split('').join('-')} `);
        return parsed.ok && parsed.value === code;
      }),
    );
  });
  test('one wrong character, or two neighbours swapped, is always caught', () => {
    const alphabet = '23456789ABCDEFGHJKMNPQRSTUVWXYZ';
    fc.assert(
      fc.property(someCode, fc.nat(3), fc.constantFrom(...alphabet), (code, position, wrong) => {
        const i = position % code.length;
        if (code[i] === wrong) return true;
        return !parseBagCode(code.slice(0, i) + wrong + code.slice(i + 1)).ok;
      }),
    );
    fc.assert(
      fc.property(someCode, fc.nat(2), (code, position) => {
        const i = position % (code.length - 1);
        if (code[i] === code[i + 1]) return true;
        return !parseBagCode(code.slice(0, i) + code[i + 1] + code[i] + code.slice(i + 2)).ok;
      }),
    );
  });
  test.each([
    ['7QK0', 'no “0”'],
    ['7Q', 'three or four'],
    ['7QJ', 'wrong character'],
  ])('%s is refused', (typed, says) => {
    const parsed = parseBagCode(typed);
    expect(parsed.ok ? '' : spoken(parsed.reason)).toContain(says);
  });
  test('a code read wrongly by one character, or with two the wrong way round, finds the one that was meant', () => {
    const known = Array.from({ length: 60 }, (_, i) => bagCode(i));
    fc.assert(
      fc.property(fc.nat(59), fc.nat(2), fc.constantFrom(...'23456789ABCDEFGHJKMNPQRSTUVWXYZ01IO'), (which, at, wrong) => {
        const code = known[which] as string;
        const read = code.slice(0, at) + wrong + code.slice(at + 1);
        const swapped = at < 2 ? code.slice(0, at) + code[at + 1] + code[at] + code.slice(at + 2) : code;
        const found = (text: string) => text === code || likelyCodes(text, known, 60).includes(code);
        return found(read) && found(swapped);
      }),
    );
    expect(likelyCodes('8OA', ['8DA', '8XA', '2X4'])).toEqual(['8DA', '8XA']);
    expect(likelyCodes('nonsense', known)).toEqual([]);
  });
});
