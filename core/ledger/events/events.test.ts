import type { NewEvent } from '@chill/model/event.ts';
import { describe, expect, test } from '@jest/globals';
import { fold } from '../fold.ts';
import { LedgerError } from '../refuse.ts';
import { kindOfEvent } from './index.ts';

const AT = '2027-01-10T10:00:00Z';
const stage = (kind: 'soak' | 'coldMoist' | 'pot', medium?: 'sand') => ({
  kind,
  ...(medium && { medium }),
  start: '2027-01-01',
  end: '2027-01-02',
  temperature_C: 4,
});
const stages = [stage('soak'), stage('coldMoist', 'sand'), stage('pot')];
const plan = { seeds: 40, stages, method: { stages: stages.map(({ kind }) => ({ kind })) } };
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const events = (...said: object[]): NewEvent[] => said.map((one, i) => ({ id: id(i), on: '2027-01-10', ...one }) as NewEvent);
const begun = { kind: 'stageStarted', stage: 0, placeId: id(90) };

/** One of each kind, as it can follow a soak that has begun. */
const ONE_OF_EACH: { [K in NewEvent['kind']]: object } = {
  stageStarted: begun,
  stageFinished: { kind: 'stageFinished', stage: 0, moves: [], at: AT },
  checked: { kind: 'checked', damp: 'right', mould: 'few', moves: [{ from: 'waiting', to: 'mouldy', count: 2 }] },
  seedsMoved: { kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'broken', count: 1 }] },
  refreshed: { kind: 'refreshed', at: AT },
  watered: { kind: 'watered', mL: 20 },
  carried: { kind: 'carried', placeId: id(91) },
  noted: { kind: 'noted', note: 'by the window' },
  withdrawn: { kind: 'withdrawn' },
  closed: { kind: 'closed' },
  amended: {
    kind: 'amended',
    why: 'heldOver',
    from: 1,
    method: [{ kind: 'outdoorWinter', medium: 'ownPot' }, { kind: 'pot' }],
    stages: [{ ...stage('coldMoist'), kind: 'outdoorWinter' }, stage('pot')],
  },
  cutOpen: { kind: 'cutOpen', cut: 5, viable: 3, moves: [{ from: 'waiting', to: 'tested', count: 5 }] },
  tended: { kind: 'tended', tending: 'water', moves: [] },
  tendingMoved: { kind: 'tendingMoved', tending: 'feed', to: '2027-01-20' },
  waited: { kind: 'waited', until: '2027-01-20' },
  timerStarted: { kind: 'timerStarted', timer: id(80), stage: 0, step: 'soak', seconds: 3600, at: AT },
  timerEnded: { kind: 'timerEnded', timer: id(80), at: AT },
  opened: { kind: 'opened', method: 'file', count: 10, moves: [{ from: 'waiting', to: 'broken', count: 1 }] },
  poured: { kind: 'poured', stage: 0, at: AT, pour: { water_mL: 400, pour_C: 95, seed_g: 5, air_C: 18, vessel: { kind: 'mug' } } },
  waterRead: { kind: 'waterRead', at: AT, water_C: 80 },
  smoked: { kind: 'smoked', dose: { by: 'paper', sheets: 1.5, water_mL: 75 } },
  heatPulsed: { kind: 'heatPulsed', pulse: { at_C: 90, minutes: { from: 5, to: 10 } } },
  weighedDry: { kind: 'weighedDry', grams: 5 },
  swellingChecked: {
    kind: 'swellingChecked',
    swelling: { by: 'count', soaked: 40, swollen: 30 },
    moves: [{ from: 'waiting', to: 'swollen', count: 30 }],
  },
  split: { kind: 'split', into: id(92), moves: [{ from: 'waiting', to: 'movedOn', count: 10 }] },
  turned: { kind: 'turned', at: AT, into: 'freezer' },
  trainedStaff: { kind: 'trainedStaff', agent: 'acid' },
  reversed: { kind: 'reversed', reverses: id(0) },
};
/** What has to be there before. */
const BEFORE: Partial<Record<NewEvent['kind'], object[]>> = {
  stageStarted: [],
  withdrawn: [],
  timerEnded: [begun, ONE_OF_EACH.timerStarted],
  waterRead: [begun, ONE_OF_EACH.poured],
};
const kinds = Object.keys(ONE_OF_EACH) as NewEvent['kind'][];

describe('every kind of event', () => {
  test.each(kinds)('%s: is taken, says what it did, and keeps every seed', (kind) => {
    const said = events(...(BEFORE[kind] ?? [begun]), ONE_OF_EACH[kind]);
    const state = fold(plan as never, said);
    expect(Object.values(state.counts).reduce((sum, count) => sum + count, 0)).toBe(40);
    const last = said.at(-1) as NewEvent;
    const facts = kindOfEvent(last).facts(last, { stages: plan.stages as never, timers: state.timers });
    expect(facts.length > 0).toBe(kind !== 'noted');
  });
  test.each(kinds)('%s: undone, leaves the batch as it was', (kind) => {
    if (kind === 'reversed') return;
    const before = BEFORE[kind] ?? [begun];
    const said = events(...before, ONE_OF_EACH[kind], { kind: 'reversed', reverses: id(before.length) });
    const { inForce: _now, ...state } = fold(plan as never, said);
    const { inForce: _then, ...was } = fold(plan as never, events(...before));
    expect(state).toEqual(was);
  });
  test.each(kinds)('%s: nothing but a note and an undoing follows the closing', (kind) => {
    const said = () => fold(plan as never, events(...(BEFORE[kind] ?? [begun]), { kind: 'closed' }, ONE_OF_EACH[kind]));
    if (kind === 'noted' || kind === 'reversed') expect(said().closedOn).toBe('2027-01-10');
    else expect(said).toThrow(LedgerError);
  });
  test('only a split makes a batch, which goes back with it', () => {
    const made = kinds.filter((kind) => kindOfEvent({ kind }).goesBack?.(ONE_OF_EACH[kind] as never) === id(92));
    expect(made).toEqual(['split']);
  });
});
