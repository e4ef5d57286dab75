import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { parseLogLine } from '../ledger/logLine.ts';
import { describeEvent } from '../tell/describe.ts';
import { livesOf, only, ready, START } from '../testing/lives.ts';
import { newId } from '../testing/towelBench.ts';

const { inTheCold, life } = livesOf(loadHandbook(), SALLOW_GAP);

import { recordBegin, recordCheck, recordFinish, recordMove, recordMoves, recordPlantOut } from '../record/record.ts';
import { recordSayings } from '../record/sayings.ts';
import { sproutCurve } from './sproutCurve.ts';

describe('replanning from what happened', () => {
  test('a start that is late moves everything after it by as much', () => {
    const prompt = life('larix-occidentalis', 'towel-in-fridge');
    const late = life('larix-occidentalis', 'towel-in-fridge');
    prompt.begin(START);
    late.begin(addDays(START, 9));
    expect(daysBetween(ready(prompt.read(START)), ready(late.read(addDays(START, 9))))).toBe(9);
  });

  test('a stage that ends early brings the rest forward', () => {
    const one = inTheCold('larix-occidentalis', 'towel-in-fridge');
    const before = ready(one.read('2026-11-25'));
    one.move('2026-11-25');
    const after = one.read('2026-11-25');
    expect(ready(after) < before).toBe(true);
    expect(after.stages[1]).toMatchObject({ end: '2026-11-25', finished: true });
  });

  test('days found dry count half, put the pull day off, and are marked uncertain', () => {
    const one = inTheCold('balsamorhiza-sagittata', 'sand-in-fridge');
    const before = one.read('2026-12-10').treatment;
    one.check('2026-11-19');
    one.check('2026-12-03', {}, 'dry');
    const after = one.read('2026-12-10').treatment;
    expect(after?.uncertain_days).toBe(14);
    expect((before?.earned ?? 0) - (after?.earned ?? 0)).toBeCloseTo(7, 9);
    expect(after?.shifted_days).toBe(7);
  });

  test('undoing an entry brings the plan back to what it was', () => {
    const one = inTheCold('balsamorhiza-sagittata', 'sand-in-fridge');
    const before = one.read('2026-12-10');
    const [entry] = one.check('2026-12-03', { mouldy: 3 }, 'dry');
    one.take({ events: [{ id: newId(), on: '2026-12-03', kind: 'reversed', reverses: (entry as LedgerEvent).id }] });
    const { state: _before, outlook: _read, ...was } = before;
    const { state, outlook: _again, ...is } = one.read('2026-12-10');
    expect(is).toEqual(was);
    expect(state.counts).toEqual(before.state.counts);
  });

  test('freezer turns that were really made are credited to the cold after them', () => {
    const one = life('balsamorhiza-sagittata', 'freezer-turns');
    one.begin(START);
    one.move(addDays(START, 1));
    expect(only(one.tasks(addDays(START, 2)), 'turn').title).toBe('Move to the fridge');
    one.move(addDays(START, 5));
    expect(one.read(addDays(START, 5)).treatment?.earned).toBe(20);
  });

  test('the sprouting curve ends at what was counted, within what was expected', () => {
    const one = life('iliamna-rivularis', 'sandpaper');
    one.begin(START);
    one.move(START);
    one.move(addDays(START, 1));
    one.check(addDays(START, 5), { up: 12 });
    one.check(addDays(START, 8), { up: 20 });
    const { sprouting, state } = one.read(addDays(START, 9));
    const curve = sproutCurve(sprouting as NonNullable<typeof sprouting>, state.sprouts);
    expect(curve.counted).toEqual([
      { day: 0, count: 0 },
      { day: 4, count: 12 },
      { day: 7, count: 20 + 12 },
      { day: 8, count: 32 },
    ]);
    expect(curve.is.expected[0]).toEqual({ day: 7, count: 32 });
    for (const { expected, low, high } of [curve.was, curve.is])
      for (const [i, { count }] of expected.entries()) {
        // The range is of whole counts, the expectation is not.
        expect(count).toBeGreaterThan((low[i]?.count as number) - 1);
        expect(count).toBeLessThan((high[i]?.count as number) + 1);
      }
  });
});

describe('recording', () => {
  test('what comes up in its own pot is potted at once', () => {
    const one = life('camassia-quamash', 'potted-then-chilled');
    one.begin(START);
    one.check('2026-12-20', { up: 4 });
    expect(one.read('2026-12-20').state.counts).toMatchObject({ waiting: 96, sprouted: 0, potted: 4 });
  });

  test('finishing pots what is up, holds the rest over, and begins the pots; with nothing up it closes', () => {
    const one = life('iliamna-rivularis', 'sandpaper', 50);
    one.begin(START);
    one.move(START);
    one.move(addDays(START, 1));
    one.check(addDays(START, 6), { up: 30 });
    const on = addDays(START, 20);
    const finish = (rest: 'heldOver' | 'lost') => recordFinish(one.batch, one.read(on).state, rest, one.at(on), on, newId);
    one.take(finish('heldOver'));
    expect(one.read(on).state).toMatchObject({ stage: 3, underWay: true, counts: { potted: 30, heldOver: 20, waiting: 0 } });
    one.take(recordMoves(one.read(on).state, { lost: 2 }, on, newId));
    one.take(recordPlantOut(one.batch, one.read('2027-05-25').state, 26, {}, '2027-05-25', newId));
    const { state } = one.read('2027-05-25');
    expect(state).toMatchObject({ closedOn: '2027-05-25', counts: { plantedOut: 26, discarded: 4, heldOver: 20, potted: 0 } });

    const bare = life('iliamna-rivularis', 'untreated', 10);
    bare.begin(START);
    bare.move(addDays(START, 1));
    bare.take(recordFinish(bare.batch, bare.read(on).state, 'lost', bare.at(on), on, newId));
    expect(bare.read(on).state).toMatchObject({ closedOn: on, counts: { discarded: 10 } });
  });

  test('a log line becomes the same events as the round’s buttons', () => {
    const one = inTheCold('amelanchier-alnifolia', 'towel-in-fridge');
    const line = parseLogLine('7QK +3 up, 1 mould, damp, fresh towel, watered 15 mL, note under the fold', '2026-11-10');
    const recorded = recordSayings(one.batch, line.sayings, one.at(line.on), line.on, newId);
    expect(recorded).toMatchObject({
      events: [
        {
          kind: 'checked',
          damp: 'right',
          mould: 'few',
          note: 'under the fold',
          moves: [
            { to: 'sprouted', count: 3 },
            { to: 'mouldy', count: 1 },
          ],
        },
        { kind: 'refreshed' },
        { kind: 'watered', mL: 15 },
      ],
    });
    const said = (recorded as { events: NewEvent[] }).events.map((event) => describeEvent(event, one.batch));
    expect(said).toEqual(['damp, some mould, 3 germinated, 1 mouldy, under the fold', 'fresh medium', '15 mL of water added']);
    const out = parseLogLine('7QK out', '2026-12-20');
    expect(recordSayings(one.batch, out.sayings, one.at(out.on), out.on, newId)).toMatchObject({
      events: [
        { kind: 'stageFinished', stage: 2 },
        { kind: 'stageStarted', stage: 3 },
      ],
    });
  });

  test('what cannot be is refused in words', () => {
    const one = inTheCold('amelanchier-alnifolia', 'towel-in-fridge', 10);
    const { state } = one.read('2026-11-10');
    expect(asRead(recordCheck(one.batch, state, { counts: { up: 8, mouldy: 3 } }, '2026-11-10', newId))).toMatchObject({
      reason: expect.stringMatching(/^Only \d+ (is|are) .*can’t become mouldy/),
    });
    expect(asRead(recordBegin(one.batch, state, one.at('2026-11-10'), '2026-11-10', newId))).toMatchObject({
      reason: '7QK is in cold stratification already.',
    });
    expect(asRead(recordMove(one.batch, state, { ...one.at('2026-11-10'), places: [] }, '2026-11-10', newId))).toMatchObject({
      reason: 'There is no place for warm towel yet. Add one under Places.',
    });
  });
});
