import { addDays, daysBetween } from '@chill/core/calendar/dates.ts';
import { planFrom, propose } from '@chill/core/methods/propose.ts';
import { findMethod } from '@chill/core/methods/schools.ts';
import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent } from '@chill/model/event.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import { describe, expect, test } from '@jest/globals';
import { sightOf } from './seeds.ts';

const handbook = loadHandbook();
const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: kind, name: kind, kind, nominal_C, capacity: 9, order: 1 });
const places = [place('fridge', 4), place('mat', 22), place('bench', 17), place('outdoors', 3)];
const START = '2026-10-01';

/** How many of `seeds` are up at the end of a method lived exactly as planned, or of its first `stages`, with every seed viable. */
function upAtTheEnd(speciesId: string, methodId: string, stages?: number, seeds = 200): number {
  const species = handbook.find(({ id }) => id === speciesId) as Species;
  const method = findMethod(species, methodId) as NonNullable<ReturnType<typeof findMethod>>;
  const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: START } } as const;
  const plan = planFrom(
    propose(method, { species, viable: { alpha: 99, beta: 1 }, available: seeds, wish, nursery, places, today: START }),
    wish,
    seeds,
  );
  const events: LedgerEvent[] = [];
  const add = (event: object) =>
    events.push({ id: `e${events.length}`, batchId: 'b', version: events.length + 1, recordedAt: '', ...event } as LedgerEvent);
  const lived = plan.stages.slice(0, stages);
  lived.forEach((stage, i) => {
    add({ kind: 'stageStarted', on: stage.start, stage: i, placeId: stage.placeId ?? 'bench' });
    if (i < lived.length - 1) add({ kind: 'stageFinished', on: stage.end, stage: i, moves: [] });
  });
  const batch: Batch = { id: `${speciesId}-${methodId}`, lotId: 'l', code: '', speciesId, madeOn: START, plan, events };
  const last = lived.at(-1) as DatedStage;
  const days = daysBetween(last.start, last.end);
  const seen = sightOf(batch, species, 1, places, addDays(last.start, stages ? days : Math.min(60, days)));
  return seen.up / seeds;
}

describe('simulated seeds answer to their cues', () => {
  test('smoke wakes what nothing else does', () => {
    expect(upAtTheEnd('emmenanthe-penduliflora', 'no-cold')).toBeGreaterThan(0.4);
    expect(upAtTheEnd('emmenanthe-penduliflora', 'untreated')).toBeLessThan(0.1);
  });
  test('a hard coat left shut keeps nearly all asleep', () => {
    expect(upAtTheEnd('acacia-pycnantha', 'untreated')).toBeLessThan(0.15);
    expect(upAtTheEnd('acacia-pycnantha', 'no-cold')).toBeGreaterThan(0.4);
  });
  test('dry seed roots nowhere, however long it lies in the cold', () => {
    expect(upAtTheEnd('eriogonum-umbellatum', 'dry-cold', 1)).toBe(0);
    expect(upAtTheEnd('eriogonum-umbellatum', 'dry-cold')).toBeGreaterThan(0.4);
  });
  test('a winter outdoors counts as one', () => {
    expect(upAtTheEnd('cornus-florida', 'outdoor-winter')).toBeGreaterThan(upAtTheEnd('cornus-florida', 'untreated') + 0.2);
  });
});
