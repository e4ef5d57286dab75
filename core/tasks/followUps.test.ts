import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { Species } from '@chill/model/species.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays } from '../calendar/dates.ts';
import type { Situation } from '../follow/situation.ts';
import { project } from '../forecast/project.ts';
import { startingPlaces } from '../kinds/places.ts';
import { accept } from '../ledger/accept.ts';
import { planFrom, propose } from '../methods/propose.ts';
import { topUp_mL } from '../mix/topUp.ts';
import { recordAnswer, usualAnswer } from '../record/answer.ts';
import { checkEvery } from '../treat/intervals.ts';
import { topUpFor } from './followUps.ts';
import { tasksFor } from './tasks.ts';

const species = loadHandbook().find(({ id }) => id === 'balsamorhiza-sagittata') as Species;
let serial = 0;
const newId = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;
const places = startingPlaces(newId);
const START = '2026-11-01';
const lot = {
  viability: { kind: 'tested', tested: 20, viable: 17 },
  provenance: { kind: 'collected', place: 'a bank', on: '2026-08-01' },
} as const;
const situation = (today: string): Situation => ({ species, lot, places, nursery, today });
const fridge = places.find(({ kind }) => kind === 'fridge')?.id as string;

function inTheCold(methodId: string): Batch {
  const method = species.methods.find(({ id }) => id === methodId) as Species['methods'][number];
  const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: START } } as const;
  const request = { species, viable: { alpha: 17.5, beta: 3.5 }, available: 80, wish, nursery, places, today: START };
  const plan = planFrom(propose(method, request), wish, 80);
  const batch: Batch = { id: newId(), lotId: newId(), code: '7QK', speciesId: species.id, madeOn: START, plan, events: [] };
  const cold = plan.stages.findIndex(({ kind }) => kind === 'coldMoist');
  for (let stage = 0; stage <= cold; stage++) {
    put(batch, { id: newId(), on: START, kind: 'stageStarted', stage, placeId: fridge });
    if (stage < cold) put(batch, { id: newId(), on: START, kind: 'stageFinished', stage, moves: [] });
  }
  return batch;
}

function put(batch: Batch, event: NewEvent): void {
  expect(accept(batch, [event], event.on)).toMatchObject({ ok: true });
  batch.events.push({ ...event, batchId: batch.id, version: batch.events.length + 1, recordedAt: `${event.on}T12:00:00Z` } as LedgerEvent);
}
const check = (batch: Batch, day: number, part: object) =>
  put(batch, { id: newId(), on: addDays(START, day), kind: 'checked', moves: [], ...part } as NewEvent);
const due = (batch: Batch, day: number) => {
  const at = situation(addDays(START, day));
  return tasksFor(batch, project(batch, at), at).filter((task) => task.due <= at.today);
};
function answer(batch: Batch, day: number, kind: string): void {
  const at = situation(addDays(START, day));
  const projection = project(batch, at);
  const task = due(batch, day).find((one) => one.kind === kind);
  if (!task) throw new Error(`Nothing to ${kind}.`);
  const water = topUpFor({ batch, projection, situation: at, index: task.stage });
  const recorded = recordAnswer(task, usualAnswer(task, projection.state, water), batch, projection.state, at, newId);
  if ('reason' in recorded) throw new Error(recorded.reason.key);
  for (const event of recorded.events) put(batch, event);
}

describe('what a check asks for', () => {
  test('dry: so much water, once', () => {
    const batch = inTheCold('towel-in-fridge');
    check(batch, 8, { damp: 'dry', mould: 'none' });
    expect(due(batch, 8).map(({ kind }) => kind)).toEqual(['water']);
    answer(batch, 8, 'water');
    expect(batch.events.at(-1)).toMatchObject({ kind: 'watered', mL: expect.any(Number) });
    expect(due(batch, 8)).toEqual([]);
    // Found dry again, it is asked again.
    check(batch, 8, { damp: 'dry', mould: 'none' });
    expect(due(batch, 8).map(({ kind }) => kind)).toEqual(['water']);
  });
  test('wet: fresh bedding where it can be changed; a pot is let drain, and looked at soon', () => {
    const towel = inTheCold('towel-in-fridge');
    check(towel, 8, { damp: 'wet', mould: 'none' });
    expect(due(towel, 8).map(({ kind }) => kind)).toEqual(['refresh']);
    const pot = inTheCold('potted-then-chilled');
    check(pot, 8, { damp: 'wet', mould: 'none' });
    expect(due(pot, 11)).toEqual([]);
    expect(asRead(due(pot, 12))).toMatchObject([{ kind: 'check', hint: expect.stringContaining('Has it drained?') }]);
    check(pot, 12, { damp: 'right', mould: 'none' });
    expect(due(pot, 16)).toEqual([]);
  });
  test('mould: the mouldy out, fresh bedding, and a check in four days; spreading presses', () => {
    const batch = inTheCold('towel-in-fridge');
    check(batch, 8, { damp: 'right', mould: 'spreading', moves: [{ from: 'waiting', to: 'mouldy', count: 3 }] });
    expect(asRead(due(batch, 8))).toMatchObject([{ kind: 'refresh', title: 'rinse, fresh towel', pressing: true }]);
    answer(batch, 8, 'refresh');
    expect(due(batch, 8)).toEqual([]);
    const at = situation(addDays(START, 9));
    expect(tasksFor(batch, project(batch, at), at).find(({ kind }) => kind === 'check')?.due).toBe(addDays(START, 12));
  });
  test('the bedding is named by what it is; pots are left as they are', () => {
    const sand = inTheCold('sand-in-fridge');
    check(sand, 15, { damp: 'wet', mould: 'none' });
    expect(asRead(due(sand, 15))).toMatchObject([{ kind: 'refresh', title: 'sieve out, rinse, fresh sand' }]);
  });
  test('one root does not condemn the rest: it is potted, the others are told by their numbers', () => {
    const batch = inTheCold('towel-in-fridge');
    check(batch, 20, { damp: 'right', mould: 'none', moves: [{ from: 'waiting', to: 'sprouted', count: 1 }] });
    const [lift] = asRead(due(batch, 20));
    expect(lift).toMatchObject({
      kind: 'lift',
      hint: expect.stringMatching(/pot it now.*the other 79 stay: \d+ % are ready, \d+ % on the take-out day/),
    });
    const at = situation(addDays(START, 20));
    expect(tasksFor(batch, project(batch, at), at).find(({ kind }) => kind === 'check')?.due).toBe(addDays(START, 23));
  });
  test('a round that was missed says what it risks, in seeds', () => {
    const batch = inTheCold('towel-in-fridge');
    check(batch, 8, { damp: 'right', mould: 'none' });
    expect(asRead(due(batch, 45))).toMatchObject([
      { kind: 'check', pressing: true, lateness: expect.stringMatching(/^Not checked for .+: about \d+ of 80 may be mouldy/) },
    ]);
  });
});

describe('how often', () => {
  test('a fridge is looked into as its medium wants, a warm place sooner, never more than every other day', () => {
    expect(checkEvery('towel', 4)).toEqual({ usual: 8, longest: 10 });
    expect(checkEvery('sand', 20).usual).toBeLessThan(7);
    expect(checkEvery('towel', 25).usual).toBe(2);
  });
});

describe('water for what was found dry', () => {
  test('grows with the towels and tubs that the seeds lie in; a dry envelope gets none', () => {
    const { seed } = species;
    expect(topUp_mL(40, 'towel', seed)).toBeGreaterThan(3);
    expect(topUp_mL(4000, 'towel', seed)).toBeGreaterThan(topUp_mL(40, 'towel', seed));
    // A litre of vermiculite: 0.12 kg × 3.0 × (0.60 − 0.35).
    expect(topUp_mL(40, 'vermiculite', seed)).toBeCloseTo(90, 6);
    expect(topUp_mL(40, 'envelope', seed)).toBe(0);
  });
});
