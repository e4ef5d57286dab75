import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays } from '../calendar/dates.ts';
import type { BatchState } from '../ledger/batchState.ts';
import type { BatchView, LotView } from '../nursery/reader.ts';
import { recordGone } from '../record/gone.ts';
import type { Recorded } from '../record/record.ts';
import { recordFinish, recordMoves, recordPlantOut, recordPotted } from '../record/record.ts';
import { newId, SEEDS, towelBench, warmSince } from '../testing/towelBench.ts';
import { everySaid } from './calibration.ts';
import { luckOfBags } from './compare.ts';
import { mostlyBy } from './hands.ts';
import { judged, lateBy } from './judged.ts';
import { lossesByCause } from './losses.ts';
import { outcomeOf } from './outcome.ts';
import { lessonsOf } from './taught.ts';
import { trialVerdict } from './trial.ts';

const larch = loadHandbook().find(({ id }) => id === 'larix-occidentalis') as Species;
const { count, onTowel, put, read, situation } = towelBench(SALLOW_GAP);
const putAll = (batch: Batch, recorded: Recorded) => {
  if ('reason' in recorded) throw new Error(recorded.reason.key);
  for (const event of recorded.events) put(batch, event);
};
const viewOf = (batch: Batch, today: string): BatchView => {
  const { now, projection } = read(batch, larch, today);
  return {
    batch: now,
    species: larch,
    lot: {
      code: 'LO-26-01',
      variety: 'Valley',
      provenance: { kind: 'bought', supplier: 'a neighbour', on: '2026-01-01' },
      state: { viability: situation(larch, today).lot.viability },
    } as LotView,
    projection,
    tasks: [],
  };
};

describe('what came of a batch', () => {
  test('every seed is somewhere in the end, told apart by how far it came; its checks and its days with it', () => {
    const batch = onTowel(larch);
    const since = warmSince(batch);
    const state = () => read(batch, larch, addDays(since, 60)).projection.state;
    count(batch, addDays(since, 6), 12);
    put(batch, { id: newId(), on: addDays(since, 9), kind: 'checked', moves: [{ from: 'waiting', to: 'mouldy', count: 5 }] });
    count(batch, addDays(since, 12), 10);
    for (const [i, by] of ['Ida', 'Tomas', 'Ida'].entries()) put(batch, { id: newId(), on: addDays(since, 12 + i), kind: 'refreshed', by });
    putAll(batch, recordMoves(state(), { lost: 2 }, addDays(since, 13), newId));
    putAll(batch, recordPotted(state(), 19, 1, addDays(since, 14), newId));
    putAll(batch, recordFinish(batch, state(), 'lost', situation(larch, addDays(since, 14)), addDays(since, 14), newId));
    const out = addDays(since, 60);
    putAll(batch, recordPlantOut(read(batch, larch, out).now, state(), 15, { others: 'lost' }, out, newId));
    const outcome = Outcome.parse(outcomeOf(viewOf(batch, out), out));
    const { went, seeds, sprouting, treated, stages, minutes, hands } = outcome;
    expect(Object.values(went).reduce((sum, one) => sum + one, 0)).toBe(SEEDS);
    expect(seeds).toBe(SEEDS);
    expect(went).toMatchObject({ plants: 15, mouldy: 5 });
    expect((went.plants ?? 0) + (went.lostInPots ?? 0) + (went.lostSprouted ?? 0)).toBe(22);
    expect(sprouting?.visits.map(({ day, came }) => [day, came])).toEqual([
      [6, 12],
      [9, 0],
      [12, 10],
    ]);
    expect(sprouting?.visits.at(-1)?.left).toBe(SEEDS - 22 - 5);
    expect(sprouting?.visits.every(({ warmth }, i, all) => warmth > (all[i - 1]?.warmth ?? 0))).toBe(true);
    expect(treated?.earned_days).toBeGreaterThan(20);
    expect(hands).toEqual([
      { name: 'Ida', entries: 2 },
      { name: 'Tomas', entries: 1 },
    ]);
    expect(mostlyBy(outcome)).toBe('Ida');
    expect(minutes).toBeGreaterThan(5);
    expect(stages.at(-1)?.was?.end).toBe(out);
    expect(outcome).toMatchObject({ variety: 'Valley', source: 'a neighbour' });
    expect(lateBy(outcome)).toBe(lateBy({ stages: stages.slice(-1) }));
  });
});

describe('what says nothing of the seed', () => {
  const ended = (how: (batch: Batch, state: () => BatchState, on: string) => void) => {
    const batch = onTowel(larch);
    const on = addDays(warmSince(batch), 12);
    count(batch, addDays(on, -4), 12);
    how(batch, () => read(batch, larch, on).projection.state, on);
    const outcome = outcomeOf(viewOf(batch, on), on);
    expect(Object.values(outcome.went).reduce((sum, one) => sum + one, 0)).toBe(SEEDS);
    return { outcome, judged: judged([outcome])[0], on };
  };
  test('a bag that is lost is a fate of its own: not judged, its stages no longer than it lay, nothing learned of it', () => {
    const { outcome, judged: one, on } = ended((batch, state, day) => putAll(batch, recordGone(state(), 'thrownOut', day, newId)));
    expect(outcome).toMatchObject({ gone: 'thrownOut', went: { bagLost: SEEDS } });
    expect(outcome.went.neverSprouted).toBeUndefined();
    expect(one).toMatchObject({ unjudged: 'bagLost' });
    expect(one?.against).toBeUndefined();
    expect(outcome.stages.every(({ was }) => !was || was.end <= on)).toBe(true);
    expect(everySaid(judged([outcome]))).toEqual([]);
    expect(lessonsOf([larch], { outcomes: [outcome], figures: [], tests: [] })).toEqual([]);
    expect(lossesByCause([outcome], () => larch)).toMatchObject([{ cause: 'bagLost', seeds: SEEDS }]);
  });
  test('seed that is held over is told once; the batch is judged where it lay in the warmth, and not where it never did', () => {
    const { outcome, judged: one } = ended((batch, state, day) => {
      putAll(batch, recordPotted(state(), 12, 1, day, newId));
      putAll(batch, recordFinish(batch, state(), 'heldOver', situation(larch, day), day, newId));
    });
    expect(outcome.went).toMatchObject({ plants: 12, heldOver: SEEDS - 12 });
    expect(outcome.went.neverSprouted ?? 0).toBe(0);
    expect(one).toMatchObject({ against: expect.any(String) });
    const never = outcome.stages.map(({ was: _was, ...stage }, i) =>
      i < 2 ? (outcome.stages[i] as (typeof outcome.stages)[number]) : stage,
    );
    expect(judged([{ ...outcome, stages: never, went: { heldOver: SEEDS } }])[0]).toMatchObject({ unjudged: 'heldOver' });
  });
  test('seedlings that were thinned out are not lost in pots', () => {
    const { outcome } = ended((batch, state, day) => {
      putAll(batch, recordPotted(state(), 12, 2, day, newId));
      putAll(batch, recordFinish(batch, state(), 'lost', situation(larch, day), day, newId));
      put(batch, { id: newId(), on: day, kind: 'tended', tending: 'thin', moves: [{ from: 'potted', to: 'discarded', count: 6 }] });
    });
    expect(outcome.went).toMatchObject({ plants: 6, thinned: 6 });
    expect(outcome.went.lostInPots).toBeUndefined();
  });
});

const part = (id: string, over: Partial<Outcome> = {}): Outcome => ({
  batchId: id,
  code: id.toUpperCase(),
  speciesId: 's',
  lotId: 'l',
  lotCode: 'L',
  madeOn: '2026-11-01',
  closedOn: '2027-05-01',
  method: { id: 'm', name: 'M' },
  seeds: 40,
  promised: { low: 10, high: 20 },
  went: { plants: 15, neverSprouted: 25 },
  stages: [],
  minutes: 10,
  believed: { able: 0.8, released: 1, sprouts: 0.85, establishes: 0.8 },
  ...over,
});

describe('judged', () => {
  test('against the range that was promised, ends included', () => {
    const against = (plants: number) => judged([part('a', { went: { plants, neverSprouted: 40 - plants } })])[0]?.against;
    expect([9, 10, 20, 21].map(against)).toEqual(['below', 'within', 'within', 'above']);
  });
  test('parts that were split off count to their batch, whatever order they closed in; while one is open nothing is judged', () => {
    const whole = part('a', { went: { plants: 8, neverSprouted: 12, movedOn: 20 } });
    const split = part('b', { splitFrom: 'a', seeds: 20, went: { plants: 4, neverSprouted: 6, movedOn: 10 }, closedOn: '2027-06-01' });
    const twice = part('c', { splitFrom: 'b', seeds: 10, went: { plants: 3, mouldy: 7 } });
    expect(judged([twice, split, whole])).toMatchObject([
      {
        codes: ['A', 'C', 'B'],
        plants: 15,
        against: 'within',
        outcome: { seeds: 40, went: { plants: 15, neverSprouted: 18, mouldy: 7 }, minutes: 30, closedOn: '2027-06-01' },
      },
    ]);
    const by = (names: [string, number][]) => ({ hands: names.map(([name, entries]) => ({ name, entries })) });
    const [sum] = judged([
      part('a', by([['Ida', 3]])),
      part('b', {
        splitFrom: 'a',
        ...by([
          ['Tomas', 2],
          ['Ida', 1],
        ]),
      }),
    ]);
    expect(sum?.outcome.hands).toEqual(
      by([
        ['Ida', 4],
        ['Tomas', 2],
      ]).hands,
    );
    expect(
      mostlyBy(
        by([
          ['Ida', 2],
          ['Tomas', 2],
        ]),
      ),
    ).toBeUndefined();
    expect(judged([split, whole])[0]).toMatchObject({ plants: 12, outcome: { went: { movedOn: 10 } } });
    expect(judged([split, whole])[0]).not.toHaveProperty('against');
    expect(judged([twice])[0]).toMatchObject({ plants: 3, codes: ['C'] });
  });
});

describe('a trial', () => {
  const arm = (n: number, came: number, over: Partial<Outcome> = {}) =>
    part(`arm${n}`, {
      trial: { id: 't', name: 'T', arm: n, arms: 2, control: n === 1 },
      went: { plants: came, neverSprouted: 40 - came },
      ...over,
    });
  const closed = () => 0;
  const doubts = (...args: Parameters<typeof trialVerdict>) => trialVerdict(...args).doubts.map(({ why }) => why);

  test('each arm stands against the control, parts with it; what is settled asks for no more seed', () => {
    const { held, arms } = trialVerdict(
      [
        arm(1, 8),
        arm(2, 31, { went: { plants: 21, neverSprouted: 9, movedOn: 10 } }),
        part('x', { ...arm(2, 10), batchId: 'x', splitFrom: 'arm2', seeds: 10, went: { lostInPots: 10 } }),
      ],
      closed,
    );
    expect(arms.map(({ sprouted }) => sprouted)).toEqual([
      { came: 8, of: 40 },
      { came: 31, of: 40 },
    ]);
    expect(held).toMatchObject([{ arm: { arm: 2 }, against: { arm: 1 } }]);
    expect(held[0]?.luck).toBe(luckOfBags({ came: 31, of: 40 }, { came: 8, of: 40 }));
    expect(held[0]?.wouldSettle).toBeUndefined();
    expect(held[0]?.better).toBeGreaterThan(0.98);
  });
  test('of a towel and of sown seed is told by its plants', () => {
    const sown = { container: 'plug72', each: 1, cover_mm: 2 } as const;
    const verdict = trialVerdict([arm(1, 31, { went: { plants: 11, lostInPots: 20, neverSprouted: 9 } }), arm(2, 29, { sown })], closed);
    const [plants, against] = [
      { came: 29, of: 40 },
      { came: 11, of: 40 },
    ];
    expect(verdict.held[0]?.plants).toEqual({ came: plants, against, luck: luckOfBags(plants, against) });
    expect(verdict.held[0]?.luck).toBeGreaterThan(0.5);
    expect(verdict.doubts).toContainEqual({ why: 'towelAndSown' });
    expect(trialVerdict([arm(1, 8, { sown }), arm(2, 31, { sown })], closed).held[0]).not.toHaveProperty('plants');
  });
  test('says by name what it cannot show', () => {
    expect(doubts([arm(1, 8), arm(2, 31)], closed)).toEqual(['oneBag']);
    expect(doubts([arm(1, 18), arm(2, 22)], closed)).toEqual(['tooFew', 'oneBag']);
    expect(trialVerdict([arm(1, 18), arm(2, 22)], closed).held[0]?.wouldSettle).toBeGreaterThan(10);
    expect(doubts([arm(1, 8), arm(2, 31)], (id) => (id === 'arm2' ? 9 : 0))).toContain('halfWay');
    const noControl = arm(1, 8);
    expect(
      doubts([{ ...noControl, trial: { ...(noControl.trial as NonNullable<Outcome['trial']>), control: false } }, arm(2, 31)], closed),
    ).toContain('noControl');
    const cold = (placeId: string, start: string): Partial<Outcome> => ({
      stages: [{ kind: 'coldMoist', placeId, planned: { start, end: '2027-01-01' }, was: { start, end: '2027-01-01' } }],
    });
    expect(doubts([arm(1, 8, cold('p', '2026-11-01')), arm(2, 31, cold('q', '2026-11-09'))], closed)).toEqual([
      'places',
      'starts',
      'oneBag',
    ]);
    const by = (name: string, entries = 3) => ({ hands: [{ name, entries }] });
    expect(trialVerdict([arm(1, 8, by('Ida')), arm(2, 31, by('Tomas'))], closed).doubts).toContainEqual({
      why: 'hands',
      names: ['Ida', 'Tomas'],
    });
    expect(doubts([arm(1, 8, by('Ida')), arm(2, 31)], closed)).toEqual(['oneBag']);
  });
  test('of batches that nobody dealt at random says so first', () => {
    expect(trialVerdict([arm(1, 8), arm(2, 31)], closed, false).doubts[0]).toEqual({ why: 'notDealt' });
  });
  test('of empty arms, of nothing and of everything it says something, and no figure that is none', () => {
    const counts = fc.integer({ min: 0, max: 40 });
    fc.assert(
      fc.property(counts, counts, counts, (a, b, tested) => {
        const went = (came: number) => ({
          plants: Math.min(came, 40 - tested),
          tested,
          neverSprouted: 40 - tested - Math.min(came, 40 - tested),
        });
        const { held } = trialVerdict([arm(1, 0, { went: went(a) }), arm(2, 0, { went: went(b) })], closed);
        return held.every(({ luck, better, difference }) => [luck, better, difference.low, difference.high].every(Number.isFinite));
      }),
      { numRuns: 25 },
    );
    expect(trialVerdict([], closed)).toEqual({ arms: [], held: [], doubts: [] });
  });
});
