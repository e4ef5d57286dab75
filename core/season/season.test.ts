import type { Place } from '@chill/model/place.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays } from '../calendar/dates.ts';
import type { BatchView } from '../nursery/reader.ts';
import { crowdingIn, crowdings, movesAway, overfilled, reliefFor } from './crowding.ts';
import { bandOf } from './lanes.ts';
import { type Stay, staysOf } from './stays.ts';
import { workByWeek } from './work.ts';

const TODAY = '2027-02-01';
const place = (id: string, capacity: number, kind: Place['kind'] = 'fridge'): Place => ({
  id,
  name: id,
  kind,
  nominal_C: 4,
  capacity,
  order: 1,
});
const crisper = place('crisper', 2);
const day = (n: number) => addDays(TODAY, n);

/** A stay of its own batch, from and to so many days after today. */
function stay(code: string, from: number, to: number, part: Partial<Stay> = {}): Stay {
  return { id: code, code, kind: 'coldMoist', stage: 0, placeId: 'crisper', from: day(from), to: day(to), room: 1, begun: false, ...part };
}

describe('a place that is too full', () => {
  test('is so from the day on which one too many comes up to the day on which one leaves, by the most that is too much', () => {
    const all = [stay('A', 0, 30, { begun: true }), stay('B', 5, 20), stay('C', 10, 25), stay('D', 12, 15)];
    expect(crowdingIn(crisper, all, TODAY)).toMatchObject([{ from: day(10), to: day(20), over: 2 }]);
    expect(crowdingIn(crisper, all, day(21))).toEqual([]);
    expect(crowdingIn(place('crisper', 4), all, TODAY)).toEqual([]);
  });

  test('is relieved by the smallest change that crowds nothing else: another place, or a start; what has begun stays', () => {
    const all = [stay('A', 0, 30, { begun: true }), stay('B', 0, 20, { begun: true }), stay('C', 16, 26)];
    const [crowded] = crowdings([crisper], all, TODAY);
    if (!crowded) throw new Error('Not crowded.');
    expect(reliefFor(crowded, [crisper], all, TODAY)).toEqual({ code: 'C', shift_days: 7 });
    const shelf = place('shelf', 1);
    expect(reliefFor(crowded, [crisper, shelf], all, TODAY)).toMatchObject({ place: { id: 'shelf' } });
    // A full shelf, a drawer, and starts that crowd as much are no relief.
    const fuller = [...all, stay('S', 0, 60, { placeId: 'shelf', begun: true }), stay('L', 25, 60), stay('M', 30, 60)];
    const [still] = crowdings([crisper], fuller, TODAY);
    expect(still && reliefFor(still, [crisper, shelf, place('drawer', 9, 'drawer')], fuller, TODAY)).toBeUndefined();
  });
});

test('a place that is shut has everything that lies there too much, and each is given another place with room for it as long as that lasts', () => {
  const shut = { ...place('crisper', 9), shut: [{ from: day(5), to: day(11) }] };
  const all = [
    stay('A', 0, 30, { begun: true }),
    stay('B', 8, 20),
    stay('C', 0, 4),
    stay('D', 14, 20),
    stay('S', 0, 9, { placeId: 'shelf' }),
  ];
  const [closed, ...more] = crowdingIn(shut, all, TODAY);
  expect([closed, more]).toMatchObject([{ from: day(5), to: day(12), over: 2, shut: true, stays: [{ code: 'A' }, { code: 'B' }] }, []]);
  if (!closed) throw new Error('Not shut.');
  const moves = (...places: Place[]) => movesAway(closed, [shut, ...places], all, TODAY);
  expect(moves(place('shelf', 9))).toMatchObject({ moves: [{ code: 'A' }, { code: 'B' }], left: 0 });
  // A shelf for two has one already until the ninth day: one of them fits, and where there is no shelf, none.
  expect(moves(place('shelf', 2))).toMatchObject({ moves: [{ code: 'A' }], left: 1 });
  expect(moves(place('drawer', 9, 'drawer'))).toEqual({ moves: [], left: 2 });
});

test('what is only proposed must not lie where others have filled a place meanwhile', () => {
  const lying = [stay('A', 0, 30, { begun: true }), stay('B', 20, 40)];
  const proposed = (from: number, to: number) => [stay('P', from, to, { proposed: true })];
  expect(overfilled([crisper], proposed(0, 20), lying, TODAY)).toEqual([]);
  expect(overfilled([crisper], proposed(10, 25), lying, TODAY)).toMatchObject([{ from: day(20), to: day(25), over: 1 }]);
  // That a place is too full by itself is no fault of what is proposed for another day.
  expect(overfilled([place('crisper', 1)], proposed(40, 50), lying, TODAY)).toEqual([]);
});

test('no two stays share a lane on a day, each keeps its lane, and none lies above the last lane while one is free', () => {
  const some = fc.array(fc.record({ from: fc.integer({ min: 0, max: 60 }), days: fc.integer({ min: 1, max: 40 }) }), { maxLength: 30 });
  fc.assert(
    fc.property(some, fc.integer({ min: 1, max: 8 }), (asked, capacity) => {
      const { laid, lanes } = bandOf(
        place('crisper', capacity),
        asked.map(({ from, days }, i) => stay(String(i), from, from + days)),
      );
      const meet = (a: Stay, b: Stay) => a.from < b.to && b.from < a.to;
      const apart = laid.every((one, i) => laid.slice(i + 1).every((other) => one.lane !== other.lane || !meet(one.stay, other.stay)));
      const needed = laid.every(
        (one) =>
          one.lane < lanes ||
          Array.from({ length: lanes }).every((_, lane) =>
            laid.some((other) => other.lane === lane && other.stay.from <= one.stay.from && other.stay.to > one.stay.from),
          ),
      );
      return apart && needed && laid.length === asked.length;
    }),
  );
});

test('a batch lies where it lay, then where it is planned to; at the bench nowhere; its plants until they go out', () => {
  const stages = [
    { kind: 'soak', start: day(-20), end: day(-19), placeId: 'bench', started: true, finished: true },
    { kind: 'coldMoist', temperature_C: 4, start: day(-19), end: day(9), placeId: 'crisper', started: true, finished: false },
    { kind: 'pot', start: day(9), end: day(50), placeId: 'bench', started: false, finished: false },
  ];
  const state = {
    stage: 1,
    underWay: true,
    inForce: new Set(['c']),
    counts: { waiting: 10, swollen: 0, sprouted: 0, potted: 0, established: 0 },
    stages: [
      {},
      {
        placeId: 'shelf',
        stays: [
          { on: day(-19), placeId: 'crisper' },
          { on: day(-5), placeId: 'shelf' },
        ],
      },
      {},
    ],
  };
  const seed = { length_mm: 5, width_mm: 3, thickness_mm: 2, thousandSeeds_g: 5 };
  const view = {
    tasks: [],
    batch: {
      code: 'A',
      events: [{ id: 'c', kind: 'checked', on: day(-8) }],
      plan: { seeds: 10, expects: { low: 2, high: 6 }, method: { stages: stages.map(() => ({ medium: 'sand' })) } },
    },
    species: { seed },
    projection: { state, stages, plantOut: day(80) },
  } as unknown as BatchView;
  const places = [crisper, place('shelf', 5), place('bench', 5, 'bench')];
  expect(staysOf([view], places, TODAY).map(({ placeId, from, to }) => [placeId, from, to])).toEqual([
    ['crisper', day(-19), day(-5)],
    ['shelf', day(-5), day(9)],
    ['bench', day(9), day(80)],
  ]);
  // Those in pots before the rest stand apart from it from their first day, and are not moved to make room.
  const early = { plants: 4, placeId: 'bench', since: day(-3), out: day(40) };
  const stood = staysOf([{ ...view, projection: { ...view.projection, early } } as BatchView], places, TODAY).find(
    ({ apart }) => apart,
  ) as Stay;
  expect(stood).toMatchObject({ placeId: 'bench', kind: 'pot', from: day(-3), to: day(40), begun: true, apart: true });
  const [shut] = crowdings([place('bench', 0, 'bench')], [stood], TODAY);
  expect(shut && movesAway(shut, [...places, place('sill', 9, 'bench')], [stood], TODAY)).toEqual({ moves: [], left: stood.room });
  const weeks = workByWeek([view], day(-21), 20, TODAY);
  // The check that was made; its going into pots and ten weeks of watering; planting out.
  expect(weeks[1]?.minutes).toBe(2);
  expect(weeks[4]?.minutes).toBeGreaterThanOrEqual(5);
  expect(weeks[14]?.minutes).toBe(15);
});
