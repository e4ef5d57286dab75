import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent } from '@chill/model/event.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { expect, test } from '@jest/globals';
import { asPlannedNow } from '../ledger/planInForce.ts';
import { lotInRequest, planFrom, propose } from '../methods/propose.ts';
import { findMethod } from '../methods/schools.ts';
import { sowingInto, usualSowing } from '../sowing/sown.ts';
import { newId } from '../testing/towelBench.ts';
import { recordSayings } from './sayings.ts';
import { recordSownAs } from './sow.ts';

const handbook = loadHandbook();
const TODAY = '2026-10-01';
const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: kind, name: kind, kind, nominal_C, capacity: 240, order: 1 });
const places = [place('fridge', 4), place('mat', 21), place('bench', 18)];
const LOT = {
  viability: { kind: 'tested', tested: 20, viable: 17 },
  provenance: { kind: 'collected', place: 'a bank', on: '2026-09-01' },
} as const;

function batchOf(speciesId: string, methodId: string) {
  const species = handbook.find(({ id }) => id === speciesId) as Species;
  const method = findMethod(species, methodId);
  if (!method) throw new Error(`${speciesId} has no ${methodId}.`);
  const wish = { plants: 40, confidence: 0.9, timing: { by: 'startOn', date: TODAY } } as const;
  const proposal = propose(method, { ...lotInRequest(LOT, 400, species, TODAY), species, wish, nursery: SALLOW_GAP, places, today: TODAY });
  const batch = { id: 'b', code: 'AAA', events: [], plan: planFrom(proposal, wish, 100) } as unknown as Batch;
  return { species, batch };
}
const asDecided = (batch: Batch, recorded: ReturnType<typeof recordSownAs>) => {
  if ('reason' in recorded) throw new Error(recorded.reason.key);
  const event = { ...recorded.events[0], batchId: batch.id, version: 1, recordedAt: `${TODAY}T12:00:00Z` } as LedgerEvent;
  return asPlannedNow({ ...batch, events: [event] }).plan;
};
const now = { stage: 0, underWay: false };

test('what is planned for the towel is sown instead, and goes back onto it until it is sown', () => {
  const { species, batch } = batchOf('larix-occidentalis', 'towel-in-fridge');
  const sowing = usualSowing(species);
  const sown = asDecided(batch, recordSownAs(batch, now, sowing, { places }, TODAY, newId));
  expect(sown.method.stages.at(-2)).toEqual({ kind: 'sown', sowing });
  expect(sown.stages.at(-2)).toMatchObject({ kind: 'sown', placeId: 'bench', temperature_C: 18 });
  const back = asDecided({ ...batch, plan: sown }, recordSownAs({ plan: sown }, now, undefined, { places }, TODAY, newId));
  expect(back.method.stages.map(({ kind }) => kind)).toEqual(batch.plan.method.stages.map(({ kind }) => kind));
  expect(back.stages.at(-2)).toMatchObject({ kind: 'warmTowel', placeId: 'mat' });
});

test('what is sown before its cold is sown otherwise wherever it lies, and never laid on a towel', () => {
  const { species, batch } = batchOf('aconitum-napellus', 'potted-then-chilled');
  const deep = sowingInto(species, 'cone65');
  const { stages } = asDecided(batch, recordSownAs(batch, now, deep, { places }, TODAY, newId)).method;
  expect(stages.flatMap(({ sowing }) => sowing ?? [])).toEqual([deep, deep]);
  expect(recordSownAs(batch, now, undefined, { places }, TODAY, newId)).toMatchObject({ reason: { key: 'sownBeforeItWaits' } });
  const chilled = { stage: 0, underWay: true };
  expect(recordSownAs(batch, chilled, deep, { places }, TODAY, newId)).toMatchObject({ reason: { key: 'sownAlready' } });
});

test('sown into the ground after its cold it lies in the cold where it was to, and outdoors from then on', () => {
  const { species, batch } = batchOf('larix-occidentalis', 'towel-in-fridge');
  const bed = sowingInto(species, 'bed');
  const outside = [...places, place('outdoors', 4)];
  const sown = asDecided(batch, recordSownAs(batch, now, bed, { places: outside }, TODAY, newId));
  const cold = batch.plan.stages.map(({ placeId }) => placeId);
  expect(sown.stages.map(({ placeId }) => placeId)).toEqual([...cold.slice(0, -2), 'outdoors', 'outdoors']);
  expect(recordSownAs(batch, now, bed, { places }, TODAY, newId)).toMatchObject({ reason: { key: 'bedIsOutdoors' }, field: 'container' });
});

test('a sowing that cannot be is refused at its field', () => {
  const { species, batch } = batchOf('aconitum-napellus', 'potted-then-chilled');
  const sowing = usualSowing(species);
  for (const [part, field] of [
    [{ cover_mm: 40 }, 'cover_mm'],
    [{ cover_mm: Number.NaN }, 'cover_mm'],
    [{ each: 0 }, 'each'],
    [{ each: 1.5 }, 'each'],
  ] as const)
    expect(recordSownAs(batch, now, { ...sowing, ...part }, { places }, TODAY, newId)).toMatchObject({ ok: false, field });
});

test('a line that says how it was sown begins it so; trays that cannot be are refused', () => {
  const { species, batch } = batchOf('aconitum-napellus', 'potted-then-chilled');
  const situation = { places, species };
  const said = (saying: object) => recordSayings(batch, [{ kind: 'sown', ...saying }], situation, TODAY, newId);
  expect(said({})).toMatchObject({ events: [{ kind: 'stageStarted', stage: 0 }] });
  // A hundred seeds in two trays of 128 are one to a cell; two to a cell take one.
  expect(said({ trays: 1, container: 'plug128', each: 2 })).toMatchObject({
    events: [{ kind: 'amended', why: 'sownAs', method: [{ sowing: { container: 'plug128', each: 2 } }, {}, {}] }, { kind: 'stageStarted' }],
  });
  expect(said({ trays: 3, container: 'plug128' })).toMatchObject({ reason: { key: 'otherTrays' } });
});
