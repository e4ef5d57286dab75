import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays } from '../calendar/dates.ts';
import type { BatchView } from '../nursery/reader.ts';
import type { Task } from '../tasks/task.ts';
import { workList } from './workList.ts';

/** A Monday. */
const TODAY = '2027-02-01';
const day = (n: number) => addDays(TODAY, n);
const batch = (code: string, start: number, days: number, tasks: Partial<Task>[] = []) =>
  ({
    tasks,
    batch: { code, plan: { method: { stages: [{ kind: 'coldMoist', medium: 'towel' }] } } },
    projection: {
      state: {},
      plantOut: day(start + days),
      stages: [{ kind: 'coldMoist', medium: 'towel', temperature_C: 4, start: day(start), end: day(start + days) }],
    },
  }) as unknown as BatchView;
const person = (name: string, ...minutes: number[]) => ({ name, minutes });

describe('a list of work', () => {
  test('has each thing on its day, or the nearest on which somebody has time; what has its day comes before what may wait', () => {
    const batches = [batch('A', 2, 30)];
    expect(workList(batches, {}, TODAY, 1)).toMatchObject([{ from: TODAY, dealt: [{ day: day(2), what: 'begin' }], left: [] }]);
    const tuesdays = person('Tuesday', 0, 30, 0, 0, 0, 0, 0);
    expect(workList(batches, { people: [tuesdays] }, TODAY, 1)[0]?.dealt).toMatchObject([{ day: day(1), person: 'Tuesday' }]);
    const away = { ...tuesdays, away: [{ from: day(0), to: day(3) }] };
    expect(workList(batches, { people: [away] }, TODAY, 1)[0]).toMatchObject({ dealt: [], left: [{ what: 'begin' }] });
  });

  test('has for today what the round asks for, its minutes and no more; a stage that is asked for is not counted twice', () => {
    const late: Partial<Task> = { kind: 'begin', stage: 0, due: day(-3), minutes: 7 };
    const look: Partial<Task> = { kind: 'check', stage: 0, due: day(4), minutes: 2 };
    const [week] = workList([batch('A', -3, 30, [late]), batch('B', -1, 40, [look]), batch('C', -1, 40)], {}, TODAY, 1);
    expect(week?.dealt.map(({ view, day: on, what, minutes }) => [view.batch.code, on, what, minutes])).toEqual([
      ['A', day(0), 'begin', 7],
      // Nothing asks for these today: what the model would have then comes tomorrow, the look on its own day.
      ['B', day(1), 'begin', 5],
      ['C', day(1), 'begin', 5],
      ['B', day(4), 'check', 2],
    ]);
  });

  test('never has anybody over their minutes on any day, and loses nothing', () => {
    const minutes = fc.array(fc.integer({ min: 0, max: 25 }), { minLength: 7, maxLength: 7 });
    fc.assert(
      fc.property(
        fc.array(minutes, { minLength: 1, maxLength: 3 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 1, max: 40 })), { maxLength: 25 }),
        (all, many) => {
          const people = all.map((each, i) => person(`P${i}`, ...each));
          const weeks = workList(
            many.map(([start, days], i) => batch(`B${i}`, start, days)),
            { people },
            TODAY,
            9,
          );
          for (const { minutes: sum, dealt, left } of weeks) {
            expect([...dealt, ...left].reduce((total, one) => total + one.minutes, 0)).toBe(sum);
            for (const { name, minutes: has } of people)
              for (const [weekday, most] of has.entries()) {
                const own = dealt.filter((one) => one.person === name && (new Date(one.day).getUTCDay() + 6) % 7 === weekday);
                expect(own.reduce((total, one) => total + one.minutes, 0)).toBeLessThanOrEqual(most);
              }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
