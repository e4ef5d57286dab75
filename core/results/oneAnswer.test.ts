import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LotInHand } from '@chill/model/lot.ts';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays, later } from '../calendar/dates.ts';
import { follow } from '../follow/follow.ts';
import { project } from '../forecast/project.ts';
import { startingPlaces } from '../kinds/places.ts';
import { lotInRequest, planFrom, propose } from '../methods/propose.ts';
import { methodsToWeigh } from '../methods/schools.ts';
import { weighPromises } from '../nursery/promises.ts';
import { asItStands, NurseryReader } from '../nursery/reader.ts';
import { doDue } from '../record/doDue.ts';
import { staysOf } from '../season/stays.ts';
import { newId } from '../testing/towelBench.ts';
import { outcomeOf } from './outcome.ts';

const START = '2026-10-05';
const nursery = { ...SALLOW_GAP, timeZone: 'UTC' };
const places = startingPlaces(newId);
const handbook = loadHandbook();

/** A batch by the `pick`th method of a species, looked after for so many days, of which some seeds come up or rot at each check. */
function livedFor(speciesId: string, { pick, days, ups, mouldy }: { pick: number; days: number; ups: number; mouldy: number }) {
  const species = handbook.find(({ id }) => id === speciesId) as (typeof handbook)[number];
  const { methods } = methodsToWeigh(species);
  const lot = {
    id: newId(),
    code: 'L-1',
    speciesId,
    seeds: 300,
    version: 0,
    unassigned: 200,
    events: [],
    viability: { kind: 'tested', tested: 20, viable: 16 },
    provenance: { kind: 'collected', place: 'a bank', on: '2026-09-01' },
  } as unknown as LotInHand;
  const wish = { plants: 30, confidence: 0.9, timing: { by: 'startOn', date: START } } as const;
  const request = { ...lotInRequest(lot, 100, species, START), species, wish, nursery, places, today: START };
  const method = (methods[pick % methods.length] as (typeof methods)[number]).method;
  const plan = planFrom(propose(method, request), wish, 100);
  const batch: Batch = { id: newId(), lotId: lot.id, code: '7QK', speciesId, madeOn: START, plan, events: [] };
  const today = addDays(START, days);
  for (let on = START; on <= today && batch.events.length < 400; ) {
    const done = doDue(
      batch,
      { species, lot, places, nursery, today: on },
      {
        newId,
        seen: (task, { state: { counts } }) => {
          const left = counts.waiting + counts.swollen;
          return task.kind === 'check' ? { up: Math.min(ups, left), mouldy: Math.min(mouldy, Math.max(0, left - ups)) } : {};
        },
      },
    );
    if (!done.task || 'refused' in done) on = addDays(on, 1);
  }
  return { batch, species, lot, today };
}

test('page, round, season, promises and results give the same figures of the same batch', () => {
  const lived = fc.record({
    speciesId: fc.constantFrom(...handbook.map(({ id }) => id)),
    pick: fc.nat(8),
    days: fc.integer({ min: 0, max: 240 }),
    ups: fc.integer({ min: 0, max: 12 }),
    mouldy: fc.integer({ min: 0, max: 2 }),
  });
  fc.assert(
    fc.property(lived, ({ speciesId, ...how }) => {
      const { batch, species, lot, today } = livedFor(speciesId, how);
      const stored = { nursery, today, now: `${today}T12:00:00Z`, now_ms: Date.parse(`${today}T12:00:00Z`), places, lots: [lot], handbook };
      const { batches, rot } = new NurseryReader().read({ ...stored, temperatures: [], batches: [batch] });
      const [view] = batches;
      if (!view) throw new Error('The batch was not read.');
      const situation = { species, lot: asItStands(view.lot), places, nursery, today, temperatures: [], rot };
      const { projection, tasks } = view;
      const { state, treatment, promised, stages } = projection;
      // The page is the engine's answer, whoever asks again.
      const followed = follow(batch, state, situation);
      expect(stages.map(({ start, end }) => [start, end])).toEqual(followed.stages.map(({ start, end }) => [start, end]));
      expect(project(batch, situation).promised?.now).toEqual(promised?.now);
      expect(followed.outlook.promised?.now).toEqual(promised?.now);
      if (state.closedOn) return;
      // The round takes it out on that day.
      const out = tasks.find(({ kind, stage }) => kind === 'move' && stage === treatment?.stage);
      if (out && treatment && !stages[treatment.stage]?.finished) expect(later(out.due, today)).toBe(later(treatment.takeOutOn, today));
      // The season lets it lie until then.
      const lies = staysOf([view], places, today).filter(({ stage, apart }) => stage === treatment?.stage && !apart);
      const last = lies.at(-1);
      if (last && treatment && !stages[treatment.stage]?.finished) expect(last.to).toBe(later(treatment.takeOutOn, today));
      // What is promised of the species is what its one batch promises.
      const promise = { id: newId(), speciesId, whom: 'somebody', plants: 5, on: '2028-10-01', priority: 'must' } as const;
      const [standing] = weighPromises({ promises: [promise], since: START, given: {} } as never, batches);
      // What is planted out already is not to be had any more.
      const { plantedOut } = state.counts;
      if (promised && !projection.early)
        expect(standing?.expected).toEqual({ low: promised.now.low - plantedOut, high: promised.now.high - plantedOut });
      // And what came of it, if it ended now, was treated as its page says.
      const { treated, believed } = outcomeOf(view, today);
      if (treatment) expect(treated).toMatchObject({ earned_days: treatment.earned, released: treatment.releasedFinally });
      expect(believed.released).toBeCloseTo(followed.outlook.chain.released, 4);
    }),
    { numRuns: 12 },
  );
}, 120_000);
