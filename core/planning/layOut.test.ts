import { SALLOW_GAP as nursery, PLACES } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlantPromise } from '@chill/model/promise.ts';
import type { PlannedPromise, SeasonPlan } from '@chill/model/seasonPlan.ts';
import { beforeAll, describe, expect, test } from '@jest/globals';
import type { Highs } from 'highs';
import { addDays } from '../calendar/dates.ts';
import { STAGES } from '../kinds/stages.ts';
import { STATES } from '../ledger/states.ts';
import { unsownId } from '../methods/endings.ts';
import { roomAhead } from '../nursery/lodging.ts';
import type { BatchView } from '../nursery/reader.ts';
import type { StockedLot } from '../nursery/stocked.ts';
import type { Stay } from '../season/stays.ts';
import { frostSafeFrom } from '../winter/frost.ts';
import { whatBinds } from './binds.ts';
import { type Candidate, layOut, plansOf } from './candidates.ts';
import { compared } from './compare.ts';
import { Improving } from './improving.ts';
import { loadHighs } from './loadHighs.ts';
import { costOf } from './problem.ts';
import { proposedFrom, workOf } from './proposed.ts';
import { minutesOn, openDays, type SeasonToPlan } from './season.ts';
import { solve } from './solve.ts';
import { type Wanted, wantedOf } from './wanted.ts';
import { dealWork } from './workList.ts';

const TODAY = '2026-10-15';
const NO_SEEDS = Object.fromEntries(STATES.map((state) => [state, 0]));
const handbook = loadHandbook();
const places: Place[] = PLACES.map((place, i) => ({ ...place, id: `p${i}`, capacity: Math.ceil(place.capacity / 8) }));
const lot = (code: string, speciesId: string, unassigned: number, on = '2026-08-01'): StockedLot => ({
  id: code,
  code,
  speciesId,
  unassigned,
  viability: { kind: 'tested', viable: 17, tested: 20 },
  provenance: { kind: 'collected', place: 'North slope', on },
});
const wanted = (id: string, speciesId: string, plants: number, part: Partial<Wanted['promise']> = {}): Wanted => ({
  plants,
  promise: { id, speciesId, plants, on: '2027-06-05', whom: id, ...part },
});
const season = (part: Partial<SeasonToPlan>): SeasonToPlan => ({
  today: TODAY,
  nursery,
  places,
  species: handbook,
  stays: [],
  work: [],
  lots: [],
  wanted: [],
  lotRule: 'oldest',
  pinned: [],
  without: [],
  withdraw: [],
  ...part,
});
let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});
/** The best plan of a season, candidate by candidate. */
function best(of: SeasonToPlan): (Candidate | undefined)[] {
  const { problem, candidates } = layOut(of);
  const { picked } = solve(highs, problem, { gap: 0.02, limit_s: 3, start: new Improving(problem).improve(200).picked });
  return picked.map((at, row) => (at === undefined ? undefined : candidates[row]?.[at]));
}
const SPECIES = ['balsamorhiza-sagittata', 'camassia-quamash', 'larix-occidentalis', 'amelanchier-alnifolia', 'penstemon-venustus'];
const busy = season({
  lots: SPECIES.flatMap((id, i) => [lot(`${i}A`, id, 300, '2025-08-01'), lot(`${i}B`, id, 200)]),
  wanted: SPECIES.flatMap((id, i) => [
    wanted(`${i} early`, id, 20, { priority: 'first' }),
    wanted(`${i} late`, id, 30, { on: '2027-07-01' }),
  ]),
  stays: [{ id: 'x', code: 'X', stage: 0, kind: 'coldMoist', placeId: 'p0', from: TODAY, to: '2027-01-20', room: 2, begun: true } as Stay],
});

describe('a season laid out', () => {
  let plan: ReturnType<typeof best>;
  beforeAll(() => {
    plan = best(busy);
  });

  test('never puts more into a place than it holds, on any day, with what lies there already; nor takes more seed than there is', () => {
    const made = plan.flatMap((one) =>
      one ? plansOf(one, busy).map((part) => ({ ...part, speciesId: one.course.wanted.promise.speciesId })) : [],
    );
    expect(made.length).toBeGreaterThan(3);
    for (const { id, unassigned } of busy.lots)
      expect(made.reduce((sum, { lotId, plan: { seeds } }) => sum + (lotId === id ? seeds : 0), 0)).toBeLessThanOrEqual(unassigned);
    for (const place of places)
      for (let i = 0; i < 420; i++) {
        const on = addDays(TODAY, i);
        let room = busy.stays.reduce(
          (sum, stay) => sum + (stay.placeId === place.id && stay.from <= on && on < stay.to ? stay.room : 0),
          0,
        );
        for (const { plan: one, speciesId } of made)
          for (const [index, { placeId, kind, start, end }] of one.stages.entries()) {
            const { course } = STAGES[kind];
            const until = course === 'grows' ? frostSafeFrom(end, nursery) : end;
            const species = handbook.find(({ id }) => id === speciesId);
            if (species && course !== 'bench' && placeId === place.id && start <= on && on < until)
              room += roomAhead(one, index, species, place);
          }
        expect([place.name, on, room <= place.capacity + 1e-6]).toEqual([place.name, on, true]);
      }
  });

  test('what comes first is kept before the rest, and the oldest lot is used first', () => {
    const kept = (priority: 'first' | undefined) =>
      plan.filter((one, i) => busy.wanted[i]?.promise.priority === priority && one && one.late_days === 0 && one.course.enough).length;
    expect(kept('first')).toBeGreaterThanOrEqual(kept(undefined));
    const roomy = season({ ...busy, places: places.map((one) => ({ ...one, capacity: 500 })), stays: [] });
    const free = best(roomy);
    expect(free.every((one) => one?.course.parts[0]?.lot.code.endsWith('A'))).toBe(true);
  });

  test('one lot that is not enough is filled up from the next, but for provenances that are kept apart; too little seed is used, and said', () => {
    const short = {
      lots: [lot('A', 'camassia-quamash', 30, '2025-08-01'), lot('B', 'camassia-quamash', 60)],
      wanted: [wanted('w', 'camassia-quamash', 30)],
    };
    const codes = (of: SeasonToPlan) => best(of)[0]?.course.parts.map((part) => part.lot.code);
    expect(codes(season(short))).toEqual(['A', 'B']);
    expect(codes(season({ ...short, lotRule: 'apart' }))).toEqual(['B']);
    const [few] = best(season({ ...short, lots: [lot('A', 'camassia-quamash', 20)] }));
    expect(few?.course).toMatchObject({ enough: false, parts: [{ proposal: { starting: 20 } }] });
    expect(best(season({ ...short, lots: [] }))).toEqual([undefined]);
    expect(best(season({ ...short, wanted: [wanted('w', 'unknown-species', 30)] }))).toEqual([undefined]);
  });

  test('holds fast what is pinned, leaves out a method that is not wanted, and keeps out of a place that is shut', () => {
    const one = { lots: [lot('A', 'balsamorhiza-sagittata', 400)], wanted: [wanted('w', 'balsamorhiza-sagittata', 20)] };
    const [free] = best(season(one));
    const methodId = free?.course.method.id ?? '';
    const [pinned] = best(season({ ...one, pinned: [{ promiseId: 'w', methodId, start: '2026-11-20' }] }));
    expect(pinned).toMatchObject({ start: 36, course: { method: { id: methodId } } });
    // So it is in the first plan, made in a hurry, by whatever method.
    const methods = new Set(
      layOut(season(one))
        .candidates.flat()
        .map(({ course }) => course.method.id),
    );
    for (const id of methods) {
      const { candidates } = layOut(season({ ...one, pinned: [{ promiseId: 'w', methodId: id, start: '2026-11-20' }] }), true);
      expect(candidates.flat().map(({ course, start }) => [course.method.id, start])).toContainEqual([id, 36]);
    }
    expect(methods.size).toBeGreaterThan(3);
    // The first of them may end on the towel or sown.
    expect([...methods].filter((id) => unsownId(id) !== id && methods.has(unsownId(id)))).toHaveLength(1);
    const [other] = best(season({ ...one, without: [{ promiseId: 'w', methodId }] }));
    expect(other && other.course.method.id !== methodId).toBe(true);
    const shut = places.map((place) => (place.kind === 'fridge' ? { ...place, shut: [{ from: '2027-01-10', to: '2027-01-16' }] } : place));
    const [around] = best(season({ ...one, places: shut }));
    const fridges = new Set(shut.flatMap(({ id, shut: days }) => (days ? [id] : [])));
    const stages = around ? plansOf(around, { today: TODAY, places: shut }).flatMap(({ plan }) => plan.stages) : [];
    const inFridges = stages.filter(({ placeId }) => placeId !== undefined && fridges.has(placeId));
    expect(stages.length).toBeGreaterThan(0);
    expect(inFridges.filter(({ start, end }) => start <= '2027-01-16' && end > '2027-01-10')).toEqual([]);
  });

  test('begins on days when somebody works, and asks no more of any day than they have, what may be done a day or two off moved there', () => {
    const people = [{ name: 'Ann', minutes: [16, 0, 16, 0, 16, 0, 0] }];
    const some = season({ ...busy, stays: [], nursery: { ...nursery, people }, places: places.map((one) => ({ ...one, capacity: 500 })) });
    const laidOut = layOut(some);
    const { picked } = solve(highs, laidOut.problem, { gap: 0.02, limit_s: 3, start: new Improving(laidOut.problem).improve(200).picked });
    const kept = proposedFrom(some, laidOut, picked).flatMap((one) => one.kept ?? []);
    expect(kept.length).toBeGreaterThan(0);
    expect(kept.length).toBeLessThan(picked.length);
    expect(kept.every(({ start }) => minutesOn(some.nursery, start) !== 0)).toBe(true);
    const work = kept.flatMap((one) => workOf(one, TODAY));
    const over = (of: { on: string; minutes: number }[]) => {
      const days = new Map<string, number>();
      for (const { on, minutes } of of) days.set(on, (days.get(on) ?? 0) + minutes);
      return [...days].filter(([on, minutes]) => minutes > (minutesOn(some.nursery, on) ?? 0)).length;
    };
    const { dealt, left } = dealWork(work, some.nursery, TODAY);
    expect(over(work)).toBeGreaterThan(10);
    expect(over(dealt.map(({ day, minutes }) => ({ on: day, minutes })))).toBe(0);
    expect(left.length / work.length).toBeLessThan(0.02);
    // What is in hand takes its part of each day first, and waits for the next where a day does not hold it.
    const hands = openDays({ ...some, work: [{ on: TODAY, minutes: 30, sooner_days: 0, later_days: 0 }] }, 14);
    expect(hands?.days).toEqual([4, 6, 8, 11, 13]);
    expect(hands?.free[0]?.free).toBeCloseTo(2, 9);
  });
});

describe('what holds a season back', () => {
  const wide = places.map(({ shelf, ...one }) => ({ ...one, capacity: 500 }));
  const weigh = (of: SeasonToPlan) => {
    const laidOut = layOut(of);
    const { picked } = solve(highs, laidOut.problem, { gap: 0, limit_s: 3, start: new Improving(laidOut.problem).improve(200).picked });
    return { worths: [...whatBinds(of, laidOut, picked)], cost: costOf(laidOut.problem, picked) };
  };

  test('is nothing where there is plenty; a full place where it is full, and more room saves what planning with that room saves', () => {
    const some = { lots: busy.lots.slice(0, 6), wanted: busy.wanted.slice(0, 6) };
    const roomy = { ...busy, ...some, stays: [], places: wide };
    const inPlaces = ({ worths }: ReturnType<typeof weigh>) =>
      worths.flatMap(({ of }) => (typeof of === 'object' && 'placeId' in of ? [of.placeId] : []));
    expect(inPlaces(weigh(roomy))).toEqual([]);
    const fridges = wide.map((one) => (one.kind === 'fridge' ? { ...one, capacity: 1 } : one));
    const tight = { ...roomy, places: fridges };
    const { worths, cost } = weigh(tight);
    const found = worths.find(({ of }) => typeof of === 'object' && 'placeId' in of);
    const [id] = inPlaces({ worths, cost });
    const wider = fridges.map((one) => (one.id === id ? { ...one, capacity: one.capacity + (found?.room ?? 0) } : one));
    expect(found?.saves).toBeCloseTo(cost - weigh({ ...tight, places: wider }).cost, 0);
  });

  test('is an hour of people, of whom those that are there in the same weeks are as good as each other', () => {
    const away = [{ from: TODAY, to: '2027-12-31' }];
    const minutes = [0, 6, 0, 0, 0, 0, 0];
    const people = [
      { name: 'Ann', minutes },
      { name: 'Ben', minutes },
      { name: 'Cas', minutes, away },
    ];
    const few = { lots: busy.lots.slice(0, 4), wanted: busy.wanted.slice(0, 4) };
    const { worths } = weigh({ ...busy, ...few, stays: [], places: wide, nursery: { ...nursery, people } });
    expect(worths.flatMap(({ of }) => (typeof of === 'object' && 'people' in of ? [of.people] : []))).toEqual([['Ann', 'Ben']]);
  });
});

describe('what is wanted', () => {
  const promise = (id: string, plants: number, on: string, part: Partial<PlantPromise> = {}) =>
    wanted(id, 'x', plants, { plants, on, ...part }).promise;
  const view = (id: string, low: number, high: number, plantOut: string) =>
    ({
      batch: { id, events: [] },
      species: { id: 'x' },
      projection: { promised: { now: { low, high } }, plantOut, state: { counts: NO_SEEDS } },
    }) as unknown as BatchView;
  const of = (promises: PlantPromise[], batches: BatchView[], plans: SeasonPlan[] = []) =>
    wantedOf({ since: TODAY, promises, given: {} }, batches, plans).map((one) => [one.promise.id, one.plants]);

  test('is what the batches do not surely give by each day, less what is started for the promises before; what comes first has what is there', () => {
    const promises = [
      promise('a', 40, '2027-05-01'),
      promise('b', 40, '2027-06-01'),
      promise('c', 20, '2027-07-01', { priority: 'first' }),
    ];
    expect(of(promises, [view('v', 50, 70, '2027-05-20')])).toEqual([
      ['a', 40],
      ['b', 10],
    ]);
  });

  test('is not asked for twice: what was planned for a promise is kept for it, late or not, but for what it has fallen behind', () => {
    const promises = [promise('a', 40, '2027-05-01'), promise('b', 20, '2027-05-01')];
    const plan = (batchId: string): SeasonPlan => ({
      id: 'p',
      on: TODAY,
      promises: [
        {
          promiseId: 'a',
          speciesId: 'x',
          whom: 'a',
          plants: 40,
          on: '2027-05-01',
          batchIds: [batchId],
          ready: '2027-08-01',
          expects: { low: 38, high: 60 },
        },
      ],
    });
    const late = view('v', 38, 60, '2027-08-01');
    expect(of(promises, [late], [plan('v')])).toEqual([['b', 20]]);
    // The luck of a look is nothing to start seed for.
    expect(of(promises, [view('v', 36, 56, '2027-08-01')], [plan('v')])).toEqual([['b', 20]]);
    expect(of(promises, [view('v', 19, 30, '2027-08-01')], [plan('v')])).toEqual([
      ['a', 20],
      ['b', 20],
    ]);
    expect(of(promises, [late], [{ ...plan('v'), undone: TODAY }])).toHaveLength(2);
    expect(of(promises, [], [plan('gone')])).toHaveLength(2);
  });
});

test('what came is laid against the season that was accepted, what is in danger first', () => {
  const row = (promiseId: string, batchIds: string[]): PlannedPromise => ({
    promiseId,
    speciesId: 'x',
    whom: promiseId,
    plants: 20,
    on: '2027-06-05',
    batchIds,
    ...(batchIds.length > 0 && { ready: '2027-06-01', expects: { low: 20, high: 40 } }),
  });
  const view = (id: string, low: number, high: number, plantOut = '2027-06-01') =>
    ({ batch: { id }, projection: { promised: { now: { low, high } }, plantOut } }) as unknown as BatchView;
  const promises = [
    row('fine', ['a']),
    row('closed', ['z']),
    row('late', ['b']),
    row('left', []),
    row('few', ['c']),
    row('perhaps', ['d', 'e']),
  ];
  const views = [view('a', 22, 40), view('b', 25, 40, '2027-06-20'), view('c', 2, 12), view('d', 8, 20), view('e', 4, 12)];
  const came = compared({ id: 'p', on: TODAY, promises }, views);
  expect(came.map(({ planned, danger, shifted_days }) => [planned.whom, danger, shifted_days])).toEqual([
    ['few', 'short', 0],
    ['late', 'late', 19],
    ['left', 'left', 0],
    ['perhaps', 'mayBeShort', 0],
    ['fine', undefined, 0],
    ['closed', undefined, 0],
  ]);
  expect(came[3]?.now).toEqual({ low: 12, high: 32 });
});
