import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { Species } from '@chill/model/species.ts';
import { asRead, type Read } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { startingPlaces } from '../kinds/places.ts';
import { accept } from '../ledger/accept.ts';
import { parseLogLine } from '../ledger/logLine.ts';
import { viableShare } from '../lot/viability.ts';
import { planFrom, propose } from '../methods/propose.ts';
import { describeEvent } from './describe.ts';
import type { Promised } from './outlook.ts';
import { type Projection, project } from './project.ts';
import { type Recorded, recordBegin, recordCheck, recordFinish, recordMove, recordMoves, recordPlantOut, recordWait } from './record.ts';
import { recordSayings } from './sayings.ts';
import type { Situation } from './situation.ts';
import { sproutCurve } from './sproutCurve.ts';
import type { Task } from './task.ts';
import { tasksFor } from './tasks.ts';
import { waitOn } from './waitOn.ts';

const handbook = loadHandbook();
let serial = 0;
const newId = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;
const places = startingPlaces(newId);
const START = '2026-11-01';

/** A batch that can be lived through day by day. */
function life(speciesId: string, methodId: string, seeds = 100, start = START) {
  const species = handbook.find((one) => one.id === speciesId) as Species;
  const method = species.ways.find((one) => one.id === methodId) as Species['ways'][number];
  const lot = {
    soundness: { kind: 'tested', tested: 20, sound: 17 },
    provenance: { kind: 'collected', place: 'a bank', on: '2026-08-01' },
  } as const;
  const viable = viableShare(lot.soundness, species);
  const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: start } } as const;
  const plan = planFrom(propose(method, { species, viable, available: seeds, wish, nursery, places, today: start }), wish, seeds);
  const batch: Batch = { id: newId(), lotId: newId(), code: '7QK', speciesId, madeOn: start, plan, events: [] };
  const at = (today: string): Situation => ({ species, lot, places, nursery, today });
  const take = (recorded: Recorded) => {
    if ('reason' in recorded) throw new Error(recorded.reason.key);
    const added = recorded.events.map(
      (event, i): LedgerEvent => ({
        ...event,
        batchId: batch.id,
        version: batch.events.length + i + 1,
        recordedAt: `${event.on}T12:00:00Z`,
      }),
    );
    batch.events.push(...added);
    return added;
  };
  const read = (today: string) => project(batch, at(today));
  return {
    batch,
    plan,
    species,
    read,
    take,
    at,
    tasks: (today: string) => asRead(tasksFor(batch, read(today), at(today))),
    begin: (on: string) => take(recordBegin(batch, read(on).state, at(on), on, newId)),
    move: (on: string) => take(recordMove(batch, read(on).state, at(on), on, newId)),
    check: (on: string, counts: Partial<Record<'up' | 'mouldy' | 'lost', number>> = {}, damp: 'dry' | 'right' | 'wet' = 'right') =>
      take(recordCheck(batch, read(on).state, { damp, mould: counts.mouldy ? 'few' : 'none', counts }, on, newId)),
  };
}

/** A batch already lying in the cold since the day after `START`. */
function inTheCold(speciesId: string, methodId: string, seeds = 100) {
  const one = life(speciesId, methodId, seeds);
  one.begin(START);
  const cold = one.plan.way.stages.findIndex(({ kind }) => kind === 'coldMoist');
  // Fleshy seed is cleaned and soaked on its first day.
  for (let stage = 1; stage < cold; stage++) one.move(START);
  one.move(addDays(START, 1));
  return { ...one, since: addDays(START, 1) };
}

const kinds = (tasks: Read<Task>[]) => tasks.map((task) => `${task.kind} ${task.due}`);
const only = (tasks: Read<Task>[], kind: string) => tasks.find((task) => task.kind === kind) as Read<Task>;

/** The day on which the last stage ends, whatever the frosts are doing then. */
const ready = ({ stages }: Projection) => stages.at(-1)?.end as string;

describe('what is due', () => {
  test('first the soak, on its day; a late one says what that does to the end', () => {
    const one = life('larix-occidentalis', 'towel-in-fridge');
    expect(kinds(one.tasks(START))).toEqual([`begin ${START}`]);
    const late = only(one.tasks(addDays(START, 5)), 'begin');
    expect(late).toMatchObject({ overdue_days: 5, pressing: false, title: 'Start the soak' });
    expect(late.lateness).toMatch(/^5 days late: ready .+ instead of /);
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
    expect(because).toEqual([]);
  });
  test('follows what happens: mould takes from it, many sprouts add to it, and it says why', () => {
    const one = inTheCold('larix-occidentalis', 'towel-in-fridge');
    const before = one.read('2026-11-20').promised as Promised;
    one.check('2026-11-20', { mouldy: 40 });
    const after = one.read('2026-11-20').promised as Promised;
    expect(after.planned).toEqual(before.planned);
    expect(after.now.high).toBeLessThan(0.75 * before.now.high);
    expect(after.because).toContainEqual({ code: 'mould', count: 40 });
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
    expect(asRead(recordMove(one.batch, state, { places: [] }, '2026-11-10', newId))).toMatchObject({
      reason: 'There is no place for warm towel yet. Add one under Places.',
    });
  });
});
