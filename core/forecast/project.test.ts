import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays } from '../calendar/dates.ts';
import { causesOf } from '../follow/causes.ts';
import { accept } from '../ledger/accept.ts';
import { kinds, livesOf, only, ready, START } from '../testing/lives.ts';
import { newId } from '../testing/towelBench.ts';

const { inTheCold, life } = livesOf(loadHandbook(), SALLOW_GAP);

import type { Promised } from '../follow/coming.ts';
import { recordWait } from '../record/record.ts';
import { waitOn } from '../record/waitOn.ts';

describe('what is due', () => {
  test('first the soak, on its day; a late one says what that does to the end', () => {
    const one = life('larix-occidentalis', 'towel-in-fridge');
    expect(kinds(one.tasks(START))).toEqual([`begin ${START}`]);
    const late = only(one.tasks(addDays(START, 5)), 'begin');
    expect(late).toMatchObject({ overdue_days: 5, pressing: false, title: 'Start the soak' });
    expect(late.lateness).toBe('5 days late; planted out 24 May 2027 all the same');
  });

  test('a soak goes on the next day, and drowns after that', () => {
    const one = life('larix-occidentalis', 'towel-in-fridge');
    one.begin(START);
    expect(only(one.tasks(addDays(START, 1)), 'move').lateness).toBeUndefined();
    expect(only(one.tasks(addDays(START, 3)), 'move')).toMatchObject({
      pressing: true,
      lateness: '2 days longer in water than meant: seed drowns without air',
    });
  });

  test('a towel is looked at every eight days, sand every seventeen', () => {
    const towel = inTheCold('balsamorhiza-sagittata', 'towel-in-fridge');
    const sand = inTheCold('amelanchier-alnifolia', 'sand-in-fridge');
    expect(only(towel.tasks(towel.since), 'check').due).toBe(addDays(towel.since, 8));
    expect(only(sand.tasks(sand.since), 'check').due).toBe(addDays(sand.since, 17));
  });

  test('after a root in the cold every three days, after mould every four', () => {
    const rooted = inTheCold('amelanchier-alnifolia', 'towel-in-fridge');
    rooted.check('2026-11-10', { up: 1 });
    expect(only(rooted.tasks('2026-11-10'), 'check').due).toBe('2026-11-13');
    expect(only(rooted.tasks('2026-11-10'), 'lift')).toMatchObject({ due: '2026-11-10', hint: expect.stringContaining('1 with a root') });
    const mouldy = inTheCold('amelanchier-alnifolia', 'towel-in-fridge');
    mouldy.check('2026-11-10', { mouldy: 2 });
    expect(only(mouldy.tasks('2026-11-10'), 'check')).toMatchObject({
      due: '2026-11-14',
      hint: expect.stringContaining('look under the fold'),
    });
  });

  test('a missed check says how long it can wait, then that mould has spread', () => {
    const { tasks, since } = inTheCold('amelanchier-alnifolia', 'towel-in-fridge');
    expect(only(tasks(addDays(since, 9)), 'check')).toMatchObject({ lateness: '1 day late; it can wait until tomorrow', pressing: false });
    expect(only(tasks(addDays(since, 15)), 'check')).toMatchObject({ overdue_days: 7, pressing: true });
  });

  test('a pull day past is no loss inside the window, and costs after it', () => {
    const { tasks, read, since } = inTheCold('larix-occidentalis', 'towel-in-fridge');
    const { takeOutOn, window } = read(since).treatment as NonNullable<ReturnType<typeof read>['treatment']>;
    expect(takeOutOn <= window.to && takeOutOn >= window.from).toBe(true);
    expect(only(tasks(addDays(takeOutOn, 3)), 'move')).toMatchObject({
      lateness: expect.stringContaining('hardly a seed is lost until'),
      pressing: false,
    });
    expect(only(tasks(addDays(window.to, 10)), 'move')).toMatchObject({
      lateness: expect.stringMatching(/past its best day: another week loses \d+ seeds?/),
      pressing: true,
    });
  });

  test('a warm towel is counted every day or two, with what to expect', () => {
    const one = life('iliamna-rivularis', 'sandpaper');
    one.begin(START);
    one.move(START);
    one.move(addDays(START, 1));
    const check = only(one.tasks(addDays(START, 6)), 'check');
    expect(check.hint).toMatch(/^day 5: expect \d+–\d+ new\. Lift at 3 mm$/);
    expect(check).toMatchObject({ title: 'Count', pressing: true });
  });

  test('nothing is due of a batch that is closed', () => {
    const one = life('larix-occidentalis', 'towel-in-fridge');
    one.take({ events: [{ id: newId(), on: START, kind: 'closed' }] });
    expect(one.tasks('2027-03-01')).toEqual([]);
  });

  test('plants that are ready in winter wait for the frosts to end', () => {
    const one = life('iliamna-rivularis', 'sandpaper');
    one.begin(START);
    for (const days of [0, 1, 12]) one.move(addDays(START, days));
    expect(ready(one.read('2026-12-01')) < '2027-02-01').toBe(true);
    expect(only(one.tasks('2027-02-01'), 'plantOut').due).toBe('2027-05-24');
  });
});

describe('what a batch promises', () => {
  test.each([
    ['sambucus-canadensis', 'sand-in-fridge'],
    ['balsamorhiza-sagittata', 'freezer-turns'],
    ['crataegus-douglasii', 'warm-then-cold'],
    ['penstemon-venustus', 'no-cold'],
  ])('%s by “%s”: on its first day what its plan did', (speciesId, methodId) => {
    const one = life(speciesId, methodId, 400);
    one.begin(START);
    const { planned, now, because } = one.read(START).promised as Promised;
    const middle = ({ low, high }: { low: number; high: number }) => (low + high) / 2;
    expect(Math.abs(middle(now) - middle(planned))).toBeLessThan(1 + 0.12 * middle(planned));
    expect(because.filter(({ code }) => code !== 'rest' && code !== 'cold')).toEqual([]);
  });
  test('follows what happens: mould takes from it, many sprouts add to it, and it says why', () => {
    const one = inTheCold('larix-occidentalis', 'towel-in-fridge');
    const before = one.read('2026-11-20').promised as Promised;
    one.check('2026-11-20', { mouldy: 40 });
    const after = one.read('2026-11-20').promised as Promised;
    expect(after.planned).toEqual(before.planned);
    expect(after.now.high).toBeLessThan(0.75 * before.now.high);
    const [first] = after.because;
    expect(first).toMatchObject({ code: 'rot', count: 40 });
    expect(first?.plants).toBeLessThan(-10);
  });
  test('each cause has its sign and size, and they add up to the change', () => {
    const factor = fc.record({
      code: fc.constantFrom('rot' as const, 'lost' as const, 'cold' as const),
      times: fc.double({ min: 0.1, max: 3, noNaN: true }),
    });
    const range = fc
      .tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 200 }))
      .map(([low, wide]) => ({ low, high: low + wide }));
    fc.assert(
      fc.property(range, range, fc.array(factor, { maxLength: 4 }), (planned, now, factors) => {
        const causes = causesOf({ planned, now }, [...factors, { code: 'rest', times: 1 }]);
        const change = (now.low + now.high - planned.low - planned.high) / 2;
        expect(Math.abs(causes.reduce((sum, { plants }) => sum + plants, 0) - change)).toBeLessThanOrEqual(0.55);
      }),
    );
    // Half the seed lost, twice as many ready: the two cancel, and each is told with its own sign.
    expect(
      causesOf({ planned: { low: 40, high: 60 }, now: { low: 40, high: 60 } }, [
        { code: 'lost', times: 0.5, count: 80 },
        { code: 'cold', times: 2 },
      ]),
    ).toEqual([
      { code: 'lost', plants: -35, count: 80 },
      { code: 'cold', plants: 35 },
    ]);
  });
  test('roots found on the day it comes out have come in the cold: the warmth begins with none', () => {
    const one = inTheCold('larix-occidentalis', 'towel-in-fridge');
    const out = one.read(one.since).treatment?.takeOutOn as string;
    one.check(out, { up: 3 });
    one.move(out);
    const { sprouting, state } = one.read(addDays(out, 2));
    expect(state.sprouts).toMatchObject([{ on: out, count: 3 }]);
    expect(sprouting).toMatchObject({ since: out, up: 0 });
    // What the cold showed is known as the warmth begins.
    expect(sprouting?.outlook.before).toBe(sprouting?.outlook.belief);
    one.check(addDays(out, 2), { up: 1 });
    expect(one.read(addDays(out, 2)).sprouting).toMatchObject({ up: 1 });
  });
  test('a root in the cold is told as days, and a check that finds none puts them off', () => {
    const one = inTheCold('acer-glabrum', 'sand-in-fridge', 400);
    const range = (on: string) => one.read(on).treatment?.firstRootRange;
    const on = addDays(START, 60);
    const before = range(on);
    if (!before) throw new Error('No first root is expected.');
    expect(before.from <= before.to).toBe(true);
    one.check(before.to);
    expect((range(before.to)?.to ?? '9999') >= before.to).toBe(true);
  });
  test('a lot that is dead stops promising, and none is called over before its time', () => {
    const one = life('iliamna-rivularis', 'sandpaper');
    one.begin(START);
    one.move(START);
    one.move(addDays(START, 1));
    const warm = addDays(START, 1);
    expect(only(one.tasks(addDays(warm, 1)), 'check').hint).not.toMatch(/hardly/);
    const first = one.read(warm).sprouting;
    let last = first;
    for (let day = 2; day <= 30; day += 2) {
      one.check(addDays(warm, day));
      last = one.read(addDays(warm, day)).sprouting;
    }
    expect(last?.expectedByNow).toBeGreaterThan(10);
    expect(last?.expectNew).toEqual(expect.objectContaining({ low: 0 }));
    expect(last?.more.expected).toBeLessThan(0.2 * (first?.more.expected ?? 0));
  });
});

describe('waiting on, where one could stop', () => {
  test('puts the next check and the finish off to a day, and says what may still come by then', () => {
    const one = life('iliamna-rivularis', 'sandpaper');
    one.begin(START);
    one.move(START);
    one.move(addDays(START, 1));
    const on = addDays(START, 10);
    one.check(on, { up: 12 });
    const { sprouting } = one.read(on);
    const wait = waitOn(sprouting as NonNullable<typeof sprouting>, on);
    expect(wait?.days).toBeGreaterThanOrEqual(3);
    expect(wait?.high).toBeLessThanOrEqual(sprouting?.more.high as number);
    one.take(recordWait(wait?.days ?? 0, on, newId));
    const until = addDays(on, wait?.days ?? 0);
    expect(only(one.tasks(on), 'check').due).toBe(until);
    expect(only(one.tasks(on), 'finish').due >= until).toBe(true);
    // Once looked at, the usual comes again.
    one.check(until, { up: 1 });
    expect(only(one.tasks(until), 'check').due <= addDays(until, 2)).toBe(true);
    expect(recordWait(0, on, newId)).toMatchObject({ events: [{ until: on }] });
    expect(accept(one.batch, [{ id: newId(), on, kind: 'waited', until: on }], on)).toMatchObject({ ok: false, field: 'events.0.until' });
  });
});
