import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { asRead } from '@chill/words/testing.ts';
import { beforeAll, describe, expect, test } from '@jest/globals';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { placeDays } from '../chill/placeDays.ts';
import type { Situation } from '../follow/situation.ts';
import { startingPlaces } from '../kinds/places.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '../kinds/responses.ts';
import { accept } from '../ledger/accept.ts';
import { planFrom, propose } from '../methods/propose.ts';
import { methodsToWeigh } from '../methods/schools.ts';
import { type BatchView, NurseryReader, type Stored } from '../nursery/reader.ts';
import { recordAnswer, usualAnswer } from '../record/answer.ts';
import { learnRot } from '../rot/learned.ts';
import type { Task } from '../tasks/task.ts';
import { tasksFor } from '../tasks/tasks.ts';
import { mouldOf } from './mould.ts';
import { project } from './project.ts';

const handbook = loadHandbook();
const of = (id: string) => handbook.find((one) => one.id === id) as Species;
let serial = 0;
const newId = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;
const places = startingPlaces(newId);
const fridge = places.find(({ kind }) => kind === 'fridge') as Place;
const warmer: Place = { ...fridge, id: newId(), name: 'Door shelf', nominal_C: 7.5, order: 9 };
const outdoors = places.find(({ kind }) => kind === 'outdoors') as Place;
const START = '2026-11-01';
const lot = {
  viability: { kind: 'tested', tested: 20, viable: 17 },
  provenance: { kind: 'collected', place: 'a bank', on: '2026-08-01' },
} as const;
const situation = (species: Species, today: string, part: Partial<Situation> = {}): Situation => ({
  species,
  lot,
  places: [...places, warmer],
  nursery: { ...nursery, timeZone: 'UTC' },
  today,
  ...part,
});

/** What a place's logger says, hour by hour from the start on. */
function logged(place: Place, days: number, celsius: (day: number) => number): PlaceTemperatures {
  const at_ms = Float64Array.from({ length: days * 24 + 1 }, (_, hour) => Date.parse(START) + hour * 3_600_000);
  const readings = { at_ms, celsius: at_ms.map((_, hour) => celsius(hour / 24)) };
  return placeDays(place, readings, [COLD_RESPONSE, WARM_RESPONSE], 'UTC') as PlaceTemperatures;
}

function begun(species: Species, methodId: string, kind: string, placeId: string): Batch {
  const method = methodsToWeigh(species).methods.find((one) => one.method.id === methodId)?.method as Species['methods'][number];
  const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: START } } as const;
  const request = { species, viable: { alpha: 17.5, beta: 3.5 }, available: 80, wish, nursery, places, today: START };
  const plan = planFrom(propose(method, request), wish, 80);
  const batch: Batch = { id: newId(), lotId: newId(), code: '7QK', speciesId: species.id, madeOn: START, plan, events: [] };
  const last = plan.stages.findIndex((stage) => stage.kind === kind);
  for (let stage = 0; stage <= last; stage++) {
    put(batch, { id: newId(), on: START, kind: 'stageStarted', stage, placeId: stage === last ? placeId : fridge.id });
    if (stage < last) put(batch, { id: newId(), on: START, kind: 'stageFinished', stage, moves: [] });
  }
  return batch;
}

function put(batch: Batch, event: NewEvent): void {
  expect(accept(batch, [event], event.on)).toMatchObject({ ok: true });
  batch.events.push({ ...event, batchId: batch.id, version: batch.events.length + 1, recordedAt: `${event.on}T12:00:00Z` } as LedgerEvent);
}

const root = of('balsamorhiza-sagittata');
const forecast = (batch: Batch, today: string, part: Partial<Situation> = {}, species = root) => {
  const { treatment } = project(batch, situation(species, today, part));
  if (!treatment) throw new Error('There is no account.');
  return treatment;
};

describe('a batch kept by what was measured', () => {
  let batch: Batch;
  beforeAll(() => {
    batch = begun(root, 'sand-in-fridge', 'coldMoist', fridge.id);
  });
  const later = addDays(START, 60);

  test('a fridge that held what it should is on its day; one with a warm spell is late by what it lost, and says to what', () => {
    const good = forecast(batch, later, { temperatures: [logged(fridge, 60, () => 3.5)] });
    expect(good).toMatchObject({ shifted_days: 0, losses: [], unmeasured: [], earned: 60 });
    const spell = forecast(batch, later, { temperatures: [logged(fridge, 60, (day) => (day >= 30 && day < 35 ? 17 : 3.5))] });
    expect(spell.earned).toBeCloseTo(55, 0);
    // Nearly all of what was lost is made up; the towel's own ageing keeps it from all.
    expect(spell.shifted_days).toBeGreaterThanOrEqual(4);
    expect(spell.shifted_days).toBeLessThanOrEqual(Math.ceil(60 - spell.earned));
    expect(daysBetween(good.takeOutOn, spell.takeOutOn)).toBe(spell.shifted_days);
    expect(spell.losses).toMatchObject([{ why: 'warm', from: addDays(START, 29), to: addDays(START, 34), peak_C: 17 }]);
    expect(spell.releasedNow).toBeLessThan(good.releasedNow);
  });
  test('frost does not hurt and does not count', () => {
    const frozen = forecast(batch, later, { temperatures: [logged(fridge, 60, (day) => (day >= 10 && day < 14 ? -6 : 3.5))] });
    expect(frozen.earned).toBeCloseTo(56, 0);
    expect(frozen.losses[0]).toMatchObject({ why: 'frozen', peak_C: -6 });
  });
  test('what was not measured is nominal, told by its stretch', () => {
    const half = forecast(batch, later, { temperatures: [logged(fridge, 40, () => 3.5)] });
    expect(half.unmeasured).toEqual([
      { from: addDays(START, 40), to: addDays(START, 59), hours: expect.closeTo(480, 3), counted: expect.closeTo(20, 3) },
    ]);
    expect(half.measured.filter((share) => share === 1)).toHaveLength(40);
    expect(forecast(batch, later).unmeasured).toMatchObject([{ from: START, to: addDays(START, 59) }]);
  });
  test('carried to a warmer shelf it earns by that shelf from then on; the day it is due follows', () => {
    const moved: Batch = { ...batch, events: [...batch.events] };
    put(moved, { id: newId(), on: addDays(START, 20), kind: 'carried', placeId: warmer.id });
    const { earned, expected_C, shifted_days } = forecast(moved, later);
    expect(earned).toBeCloseTo(20 + 40 * 0.5, 6);
    expect(expected_C).toBe(7.5);
    expect(shifted_days).toBeGreaterThan(20);
    // Taken back, it never went.
    const back = moved.events.at(-1) as LedgerEvent;
    put(moved, { id: newId(), on: later, kind: 'reversed', reverses: back.id });
    expect(forecast(moved, later).earned).toBe(60);
  });
  test('a move to where it lies, or before it came there, is refused at its field', () => {
    const event = { id: newId(), on: addDays(START, 20), kind: 'carried', placeId: fridge.id } as const;
    expect(asRead(accept(batch, [event], later))).toMatchObject({ ok: false, field: 'events.0.placeId' });
    const moved: Batch = { ...batch, events: [...batch.events] };
    put(moved, { ...event, placeId: warmer.id });
    const before = { ...event, id: newId(), on: addDays(START, 10) };
    expect(asRead(accept(moved, [before], later))).toMatchObject({ ok: false, field: 'events.0.on' });
  });
  test('a fridge turned warmer is expected to stay so, and checks come as close as that wants', () => {
    const warm = forecast(batch, later, { temperatures: [logged(fridge, 60, (day) => (day < 40 ? 3.5 : 8.5))] });
    expect(warm).toMatchObject({ expectedMeasured: true, expected_C: 8.5 });
    expect(warm.shifted_days).toBeGreaterThan(20);
    const at = situation(root, addDays(START, 2));
    expect(tasksFor(batch, project(batch, at), at).find(({ kind }) => kind === 'check')?.due).toBe(addDays(START, 17));
  });
  test('more warm hours never bring the day nearer', () => {
    const due = [0, 2, 4, 8, 12].map(
      (days) =>
        forecast(batch, later, { temperatures: [logged(fridge, 60, (day) => (day >= 20 && day < 20 + days ? 18 : 3.5))] }).takeOutOn,
    );
    expect([...due].sort()).toEqual(due);
  });
});

describe('other colds', () => {
  test('dry cold is not the worse for being dry, and counts in longer days', () => {
    const said = of('eriogonum-umbellatum');
    const species = { ...said, cold: { ...said.cold, dryColdWorks: true } } as Species;
    const batch = begun(species, 'dry-cold', 'coldDry', fridge.id);
    put(batch, { id: newId(), on: addDays(START, 20), kind: 'checked', damp: 'dry', mould: 'none', moves: [] });
    const today = addDays(START, 50);
    const { earned, uncertain_days, firstRoot } = forecast(batch, today, { temperatures: [logged(fridge, 50, () => 3.5)] }, species);
    expect([earned, uncertain_days]).toEqual([expect.closeTo(50 / 1.25, 6), 0]);
    // Nothing roots there, and nothing is missing that could be poured on: a check sees that it is dry.
    expect(firstRoot).toBeUndefined();
    const at = situation(species, today);
    const [check, ...others] = tasksFor(batch, project(batch, at), at);
    expect(check).toMatchObject({ kind: 'check', check: 'dry', hint: { key: 'checkDry' } });
    expect(others.some(({ kind }) => kind === 'water')).toBe(false);
    const seen = recordAnswer(
      check as Task,
      { ...usualAnswer(check as Task, project(batch, at).state), damp: 'right' },
      batch,
      project(batch, at).state,
      at,
      newId,
    );
    expect(seen).toMatchObject({ events: [{ kind: 'checked', mould: 'none' }] });
    expect((seen as { events: object[] }).events[0]).not.toHaveProperty('damp');
  });
  test('warm, then cold: what had too little warmth does not count its cold', () => {
    const species = of('crataegus-douglasii');
    const batch = begun(species, 'warm-then-cold', 'coldMoist', fridge.id);
    // The warmth was over on the day it began.
    const { releasedBefore, releasedNow } = forecast(batch, addDays(START, 120), {}, species);
    expect(releasedBefore).toBeLessThan(0.3);
    expect(releasedNow).toBeLessThanOrEqual(releasedBefore);
  });
  test('a winter outdoors goes by its own days as far as there are any', () => {
    const species = of('amelanchier-alnifolia');
    const outside = methodsToWeigh(species).methods.find(({ method }) => method.stages.some(({ kind }) => kind === 'outdoorWinter'));
    const batch = begun(species, outside?.method.id as string, 'outdoorWinter', outdoors.id);
    const today = addDays(START, 60);
    const mild = forecast(batch, today, { temperatures: [logged(outdoors, 60, () => 3)] }, species);
    const hard = forecast(batch, today, { temperatures: [logged(outdoors, 60, () => -9)] }, species);
    expect(mild.earned).toBeCloseTo(60, 0);
    expect(hard.earned).toBeCloseTo(0, 6);
    expect(mild.releasedAtBest).toBeGreaterThan(hard.releasedAtBest);
  });
});

describe('a nursery’s own mould', () => {
  test('is counted against what the defaults would have lost by the last check, and quickens the forecast', () => {
    const batch = begun(root, 'towel-in-fridge', 'coldMoist', fridge.id);
    const today = addDays(START, 30);
    const { state: unseen } = project(batch, situation(root, today));
    expect(mouldOf(batch, unseen, situation(root, today))).toEqual([]);
    put(batch, {
      id: newId(),
      on: addDays(START, 21),
      kind: 'checked',
      damp: 'right',
      mould: 'spreading',
      moves: [{ from: 'waiting', to: 'mouldy', count: 16 }],
    });
    const { state } = project(batch, situation(root, today));
    const [record] = mouldOf(batch, state, situation(root, today));
    // Three weeks in a towel lose about 5 in 100 of 80.
    expect(record).toEqual({ medium: 'towel', rotted: 16, expected: expect.closeTo(80 * 0.055, 0) });
    const rot = learnRot([record as NonNullable<typeof record>]);
    expect(rot.towel?.mean).toBeGreaterThan(2);
    const [usual, own] = [forecast(batch, today), forecast(batch, today, { rot })];
    expect(own.best < usual.best).toBe(true);
    expect(own.treatment?.rot.own).toBe(rot.towel?.mean);
  });
});

describe('the nursery read at once', () => {
  const stored = (part: Partial<Stored> = {}): Stored => {
    const batch = begun(root, 'sand-in-fridge', 'coldMoist', fridge.id);
    const whole = {
      ...lot,
      id: batch.lotId,
      code: 'BS',
      speciesId: root.id,
      seeds: 200,
      unassigned: 120,
      inBatches: 80,
      towels: [],
      version: 1,
      events: [],
    };
    return {
      nursery: { ...nursery, timeZone: 'UTC' },
      today: addDays(START, 20),
      now: `${addDays(START, 20)}T12:00:00Z`,
      now_ms: Date.parse(`${addDays(START, 20)}T12:00:00Z`),
      places,
      lots: [whole],
      handbook,
      temperatures: [logged(fridge, 20, () => 3.5), logged(outdoors, 20, () => 2)],
      batches: [batch],
      ...part,
    };
  };
  test('says what reading each batch by itself says', () => {
    const all = stored();
    const [view] = new NurseryReader().read(all).batches;
    const alone = project(all.batches[0] as Batch, {
      ...situation(root, all.today),
      places,
      lot: all.lots[0] as never,
      temperatures: all.temperatures,
    });
    expect(view?.projection.treatment?.takeOutOn).toBe(alone.treatment?.takeOutOn);
    expect(view?.projection.treatment?.earned).toBe(20);
  });
  test('a batch goes by the figures it was planned with to its end, whatever the handbook says', () => {
    const all = stored();
    const batch = all.batches[0] as Batch;
    const days = { from: 30, to: 60 };
    const figures = { cold: days, establishes: { now: 0.5, worth: 80 } };
    const [usual, own] = [batch, { ...batch, plan: { ...batch.plan, figures } }].map(
      (one) => new NurseryReader().read({ ...all, batches: [one] }).batches[0] as BatchView,
    );
    expect(own?.species).toMatchObject({ cold: { days }, pot: { establishes: 0.5 } });
    const out = (view: BatchView | undefined) => view?.projection.treatment?.takeOutOn as string;
    expect(out(own) < out(usual)).toBe(true);
    expect(usual?.species).toBe(root);
  });
  test('reads again only what has changed: a place that a batch never lay in makes no difference to it', () => {
    const reader = new NurseryReader();
    const all = stored();
    const first = reader.read(all).batches[0];
    expect(reader.read({ ...all }).batches[0]).toBe(first);
    const [cold, outside] = all.temperatures as [PlaceTemperatures, PlaceTemperatures];
    const elsewhere = [cold, { ...outside, readings: 1 }];
    expect(reader.read({ ...all, temperatures: elsewhere }).batches[0]).toBe(first);
    const here = [logged(fridge, 20, () => 12), outside];
    const changed = reader.read({ ...all, temperatures: here }).batches[0];
    expect(changed).not.toBe(first);
    expect(changed?.projection.treatment?.earned).toBe(0);
    expect(reader.read({ ...all, today: addDays(START, 21) }).batches[0]).not.toBe(first);
  });
  test('a batch whose species or lot is not known is left out, and nothing else with it', () => {
    const all = stored();
    const lost = { ...(all.batches[0] as Batch), id: newId(), speciesId: 'nobody-knows' };
    expect(new NurseryReader().read({ ...all, batches: [...all.batches, lost] }).batches).toHaveLength(1);
  });
});
