import type { Batch, NewBatch, Split } from '@chill/model/batch.ts';
import { Split as SplitSchema } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import { spoken } from '@chill/words/subject.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { accept } from '../ledger/accept.ts';
import { fold } from '../ledger/fold.ts';
import { handTime, usualOpening } from './handTime.ts';
import { lineageOf } from './rounds.ts';
import { goBack, planSplit, roundOf } from './split.ts';
import { readTurns } from './turns.ts';

const ON = '2027-02-16';
const newId = () => crypto.randomUUID();
const kinds = ['openCoat', 'soak', 'coldMoist', 'pot'] as const;
const made: NewBatch = {
  id: newId(),
  lotId: newId(),
  madeOn: ON,
  plan: {
    seeds: 60,
    wish: { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: ON } },
    method: {
      id: 'file-then-towel',
      name: 'File, then towel',
      school: 'towelInFridge',
      evidence: 'commonly reported',
      stages: kinds.map((kind) => ({ kind, ...(kind === 'coldMoist' && { medium: 'towel' as const }) })),
    },
    stages: kinds.map((kind, i) => ({ kind, start: `2027-02-${16 + i}`, end: `2027-02-${17 + i}`, temperature_C: 17 })),
    expects: { low: 18, high: 24 },
  },
};
const asBatch = (batch: NewBatch, events: NewEvent[] = []): Batch => ({
  ...batch,
  code: 'XXX',
  speciesId: 'lupinus-sericeus',
  events: events as LedgerEvent[],
});
const at = `${ON}T10:00:00Z`;
/** The batch nicked and in its soak, so many swollen of those there. */
function soaked(batch: NewBatch, swollen: number): Batch {
  const place = newId();
  const all: NewEvent[] = [
    { id: newId(), on: ON, kind: 'stageStarted', stage: 0, placeId: place },
    { id: newId(), on: ON, kind: 'opened', method: 'file', count: batch.plan.seeds, seconds: batch.plan.seeds * 9, moves: [] },
    { id: newId(), on: ON, kind: 'stageFinished', stage: 0, moves: [] },
    { id: newId(), on: ON, kind: 'stageStarted', stage: 1, placeId: place },
    {
      id: newId(),
      on: ON,
      kind: 'swellingChecked',
      swelling: { by: 'count', soaked: batch.plan.seeds, swollen },
      moves: swollen > 0 ? [{ from: 'waiting', to: 'swollen', count: swollen }] : [],
    },
  ];
  return asBatch(batch, all);
}
const split = (batch: Batch, count: number): Split => {
  const planned = planSplit(batch, fold(batch.plan, batch.events), count, 'openCoat', ON, newId);
  if ('reason' in planned) throw new Error(planned.reason.key);
  return planned;
};
const sum = (batch: Batch, without: string[] = []) =>
  Object.entries(fold(batch.plan, batch.events).counts).reduce((all, [state, n]) => (without.includes(state) ? all : all + n), 0);

describe('splitting a batch in place', () => {
  test('the swollen go on, the hard go round again from where the coat was opened, with the method from there on', () => {
    const whole = soaked(made, 22);
    const { event, batch: part, decidedOn } = split(whole, 38);
    expect(decidedOn).toBe(5);
    expect(part).toMatchObject({
      from: { batchId: made.id, round: 2 },
      lotId: made.lotId,
      plan: { seeds: 38, expects: { low: 11, high: 16 } },
    });
    expect(part.plan.method.stages.map(({ kind }) => kind)).toEqual(kinds);
    expect(part.plan.stages[0]?.start).toBe(ON);
    expect(event.moves).toEqual([{ from: 'waiting', to: 'movedOn', count: 38 }]);
    expect(SplitSchema.safeParse({ event, batch: part, decidedOn }).success).toBe(true);
  });
  test('seeds are conserved over any number of rounds, and each part keeps its line and its round', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 5 }), (shares) => {
        const all: Batch[] = [];
        let now: NewBatch | undefined = made;
        for (const share of shares) {
          if (!now) break;
          const swollen = Math.floor(now.plan.seeds * share);
          const whole = soaked(now, swollen);
          const hard = now.plan.seeds - swollen;
          if (hard === 0) {
            all.push(whole);
            now = undefined;
            break;
          }
          const { event, batch: part } = split(whole, hard);
          all.push(asBatch(now, [...whole.events, event]));
          now = part;
        }
        if (now) all.push(asBatch(now));
        const everywhere = all.reduce((seeds, batch) => seeds + sum(batch, ['movedOn']), 0);
        const last = all.at(-1) as Batch;
        return everywhere === made.plan.seeds && lineageOf(last, all).length === all.length && roundOf(last) === all.length;
      }),
    );
  });
  test('where none has swollen all go round again, and the old batch is over', () => {
    const whole = soaked(made, 0);
    const { event } = split(whole, 60);
    expect(fold(made.plan, [...whole.events, event]).closedOn).toBe(ON);
  });
  test.each([
    [0, /At least one/],
    [39, /Only 38 are still hard/],
    [1.5, /At least one/],
  ])('%f is no number to split off', (count, says) => {
    const whole = soaked(made, 22);
    expect(asRead(planSplit(whole, fold(whole.plan, whole.events), count, 'openCoat', ON, newId))).toMatchObject({
      reason: expect.stringMatching(says),
    });
  });
  test('it goes round again another way where that is asked for', () => {
    const whole = soaked(made, 22);
    const planned = planSplit(whole, fold(whole.plan, whole.events), 38, 'hotWater', ON, newId) as Split;
    expect(planned.batch.plan.method.stages[0]?.kind).toBe('hotWater');
    expect(planned.batch.plan.stages[0]?.kind).toBe('hotWater');
  });
  test('undone, every seed of the part goes back; once it has gone its own way it does not', () => {
    const { batch: part } = split(soaked(made, 22), 38);
    const back = goBack(asBatch(part), ON, newId) as NewEvent[];
    expect(fold(part.plan, back)).toMatchObject({ counts: { waiting: 0, movedOn: 38 }, closedOn: ON });
    expect(goBack(soaked(part, 3), ON, newId)).toBeUndefined();
  });
});

describe('the bench in the ledger', () => {
  const under = soaked(made, 0);
  const timer = newId();
  const started: NewEvent = { id: newId(), on: ON, kind: 'timerStarted', timer, stage: 1, step: 'soak', seconds: 600, at };
  const ended = (when = `${ON}T10:20:00Z`): NewEvent => ({ id: newId(), on: ON, kind: 'timerEnded', timer, at: when });
  const refused = (events: NewEvent[], now = Date.parse(at)): string => {
    const verdict = accept(under, events, ON, now);
    return verdict.ok ? 'taken' : `${verdict.field}: ${spoken(verdict.reason)}`;
  };
  const late = Date.parse(`${ON}T12:00:00Z`);
  test('a timer is started, and ended once', () => {
    expect(fold(made.plan, [...under.events, started, ended()]).timers).toMatchObject([{ ended: true, started_ms: Date.parse(at) }]);
    expect(refused([started, ended(), ended()], late)).toBe('events.1.timer: That timer was ended already.'.replace('1', '2'));
    expect(refused([started, ended(`${ON}T09:00:00Z`)], late)).toContain('before the timer was started');
    expect(refused([ended()], late)).toContain('no such timer');
    expect(refused([{ ...started, stage: 0 } as NewEvent], late)).toContain('has not started');
  });
  test('it ends with its stage', () => {
    const done: NewEvent = { id: newId(), on: ON, kind: 'stageFinished', stage: 1, moves: [], at: `${ON}T11:00:00Z` };
    expect(fold(made.plan, [...under.events, started, done]).timers[0]).toMatchObject({
      ended: true,
      ended_ms: Date.parse(`${ON}T11:00:00Z`),
    });
  });
  test('a moment that has not come is refused, a phone a little ahead is not', () => {
    expect(refused([started], Date.parse(at) - 600_000)).toContain('is in the future');
    expect(refused([started], Date.parse(at) - 60_000)).toBe('taken');
  });
  test.each<[string, NewEvent, RegExp]>([
    [
      'more swollen than are there',
      { id: newId(), on: ON, kind: 'swellingChecked', swelling: { by: 'count', soaked: 61, swollen: 1 }, moves: [] },
      /Only 60 are in the soak/,
    ],
    ['more opened than are there', { id: newId(), on: ON, kind: 'opened', method: 'nick', count: 61, moves: [] }, /Only 60 are there/],
    [
      'more wounded than opened',
      { id: newId(), on: ON, kind: 'opened', method: 'nick', count: 1, moves: [{ from: 'waiting', to: 'broken', count: 2 }] },
      /More were damaged/,
    ],
    ['water read that was never poured', { id: newId(), on: ON, kind: 'waterRead', at, water_C: 80 }, /No water was poured/],
  ])('%s is refused', (_, event, says) => {
    expect(refused([event], late)).toMatch(says);
  });
  test('a pour above boiling at this elevation is refused at its field', () => {
    const pour = {
      water_mL: 300,
      pour_C: 99,
      seed_g: 5,
      vessel_g: 300,
      material: 'glass',
      kind: 'mug',
      air_C: 18,
      elevation_m: 2000,
      above_C: 70,
      minutes: 5,
    } as const;
    expect(refused([{ id: newId(), on: ON, kind: 'poured', stage: 1, at, pour }], late)).toMatch(/pour\.pour_C: Water boils at 93/);
  });
});

test('freezer turns count from eighteen hours frozen, as they were and not as they were meant', () => {
  const hour = (h: number) => h * 3_600_000;
  const turns = [0, 24, 48, 60, 84].map((h, i) => ({
    on: ON,
    at_ms: hour(h),
    into: i % 2 === 0 ? ('freezer' as const) : ('fridge' as const),
  }));
  const reading = readTurns({ turns }, hour(90));
  expect(reading.stays.map(({ hours }) => hours)).toEqual([24, 24, 12, 24, 6]);
  expect(reading).toMatchObject({ lies: 'freezer', due_ms: hour(108), counted: 1, enough: false });
});

test('hands learn: a first guess worth ten seeds, then what was timed', () => {
  const sat = (count: number, seconds: number) => ({ eventId: '', on: ON, method: 'nick' as const, count, wounded: 0, seconds });
  expect(handTime('nick', [])).toEqual({ perSeed_s: 12, timed: 0 });
  expect(handTime('nick', [sat(90, 540)]).perSeed_s).toBeCloseTo((120 + 540) / 100, 9);
  expect(handTime('file', [sat(90, 540)]).timed).toBe(0);
});

test.each([
  [1250, 1.8, 'sand'],
  [40, 1.8, 'sand'],
  [60, 6, 'file'],
  [400, 6, 'sand'],
] as const)('%i seeds of %f mm are opened with %s', (seeds, length_mm, method) => {
  expect(usualOpening({ length_mm }, seeds)).toBe(method);
});
