import { BATCHES, LOTS, SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { Container } from '@chill/model/container.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays, earlier } from '../calendar/dates.ts';
import type { Situation } from '../follow/situation.ts';
import { project } from '../forecast/project.ts';
import { startingPlaces } from '../kinds/places.ts';
import { viableShare } from '../lot/viability.ts';
import { sownInstead, withSowing } from '../methods/endings.ts';
import { planFrom, propose } from '../methods/propose.ts';
import { sowingInto } from '../sowing/sown.ts';
import { doDueOrFail } from './doDue.ts';

const handbook = loadHandbook();
let serial = 0;
const newId = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;
const places = startingPlaces(newId);
const lot = {
  viability: { kind: 'tested', tested: 20, viable: 17 },
  provenance: { kind: 'collected', place: 'a bank', on: '2026-08-01' },
} as const;
const START = '2026-10-05';
/** The methods that the demo's batches go, and those of a species for each kind of stage that they have not: one for each order of stages. */
const OTHERS = new Set(['trillium-grandiflorum', 'sagittaria-latifolia', 'syncarpha-vestita', 'andropogon-gerardi', 'quercus-alba']);
function stagesOf(speciesId: string, methodId: string): string {
  const method = handbook.find(({ id }) => id === speciesId)?.methods.find(({ id }) => id === methodId);
  return method?.stages.map(({ kind }) => kind).join() ?? methodId;
}
const everyMethod = [
  ...new Map(
    [
      ...BATCHES.map(({ lot: code, method }) => [LOTS.find(({ lot }) => lot.code === code)?.lot.speciesId as string, method] as const),
      ...handbook
        .filter(({ id }) => OTHERS.has(id))
        .flatMap((species) => species.methods.map((method) => [species.id, method.id] as const)),
    ].map((each) => [stagesOf(...each), each]),
  ).values(),
];

function begin(speciesId: string, methodId: string, sown?: Container): { batch: Batch; at: (today: string) => Situation } {
  const species = handbook.find((one) => one.id === speciesId) as Species;
  const listed = species.methods.find((one) => one.id === methodId) as Species['methods'][number];
  const method = (sown && sownInstead(species, withSowing(species, listed), sowingInto(species, sown))) ?? listed;
  const viable = viableShare(lot.viability, species);
  const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: START } } as const;
  const plan = planFrom(propose(method, { species, viable, available: 80, wish, nursery, places, today: START }), wish, 80);
  return {
    batch: { id: newId(), lotId: newId(), code: '7QK', speciesId, madeOn: START, plan, events: [] },
    at: (today) => ({ species, lot, places, nursery, today }),
  };
}

/**
 * Lives a batch through by answering whatever is due, until it is closed or `days` have passed; `ups` come up at each check.
 * The grower comes every `gap` days, or without one on the day that the next task falls due, and within two weeks.
 */
function liveThrough(speciesId: string, methodId: string, ups: number, gap?: number, days = 1200, sown?: Container) {
  const { batch, at } = begin(speciesId, methodId, sown);
  let today = START;
  const end = addDays(START, days);
  while (today < end) {
    const done = doDueOrFail(batch, at(today), {
      newId,
      seen: (_, { state: { counts } }) => ({ up: Math.min(ups, counts.waiting + counts.swollen) }),
    });
    if (!done.task) {
      if (done.tasks.length === 0) break;
      const next = addDays(today, gap ?? 14);
      today = gap === undefined && done.next ? earlier(next, done.next) : next;
      continue;
    }
    if (batch.events.length > 2000) throw new Error(`It never ends: ${done.task.kind} again and again.`);
  }
  return { batch, state: project(batch, at(today)).state, today };
}

/** Of these, the fewest that go every step from one kind of stage to the next, as far as taking the one with most new steps each time finds them. */
function covering(methods: typeof everyMethod): typeof everyMethod {
  const stepsOf = (each: (typeof everyMethod)[number]) => {
    const kinds = stagesOf(...each).split(',');
    return kinds.slice(1).map((kind, i) => `${kinds[i]} ${kind}`);
  };
  const toGo = new Set(methods.flatMap(stepsOf));
  const taken: typeof everyMethod = [];
  while (toGo.size > 0) {
    const newIn = (each: (typeof everyMethod)[number]) => stepsOf(each).filter((step) => toGo.has(step)).length;
    const best = methods.reduce((one, other) => (newIn(other) > newIn(one) ? other : one));
    taken.push(best);
    for (const step of stepsOf(best)) toGo.delete(step);
  }
  return taken;
}

describe('doing what is due', () => {
  test.each(covering(everyMethod))('brings %s by “%s” to its end, and accounts for every seed', (speciesId, methodId) => {
    const { state } = liveThrough(speciesId, methodId, 3);
    expect(state.closedOn).toBeDefined();
    expect(Object.values(state.counts).reduce((sum, count) => sum + count, 0)).toBe(80);
    expect(state.counts.plantedOut).toBeGreaterThan(0);
  });

  test('what is sown is accounted for whatever it is sown into, thinned to one or pricked out', () => {
    const seen = new Set<string>();
    fc.assert(
      fc.property(
        fc.constantFrom('larix-occidentalis', 'penstemon-venustus', 'camassia-quamash'),
        fc.constantFrom('plug72', 'pot', 'flat', 'halfTray', 'cone650'),
        fc.integer({ min: 1, max: 30 }),
        (speciesId, sown, ups) => {
          const methodId = handbook
            .find(({ id }) => id === speciesId)
            ?.methods.find(({ stages }) => stages.at(-2)?.kind === 'warmTowel')?.id;
          const { batch, state } = liveThrough(speciesId, methodId as string, ups, undefined, 1200, sown);
          for (const event of batch.events) if ('tending' in event) seen.add(event.tending);
          return state.closedOn !== undefined && Object.values(state.counts).reduce((sum, count) => sum + count, 0) === 80;
        },
      ),
      { numRuns: 12, seed: 32 },
    );
    expect([...seen]).toEqual(expect.arrayContaining(['thin']));
  }, 60_000);

  test('what is sown into the ground is counted there, never potted on, covered or hardened off', () => {
    const { batch, state } = liveThrough('trillium-grandiflorum', 'outdoor-winter', 6, undefined, 1600, 'bed');
    expect(batch.plan.method.stages.flatMap(({ sowing }) => sowing?.container ?? [])).toEqual(['bed', 'bed']);
    expect(batch.events.flatMap((event) => ('tending' in event ? [event.tending] : []))).toEqual([]);
    expect(state.counts.plantedOut).toBeGreaterThan(10);
    expect(Object.values(state.counts).reduce((sum, count) => sum + count, 0)).toBe(80);
  });

  test('ends too where nothing ever comes up', () => {
    const { state } = liveThrough('larix-occidentalis', 'no-cold', 0);
    expect(state).toMatchObject({ closedOn: expect.any(String), counts: { heldOver: 80, plantedOut: 0 } });
  });

  test('ends whatever comes up and however seldom one comes by', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...everyMethod),
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 2, max: 20 }),
        ([speciesId, methodId], ups, gap) => {
          const { state } = liveThrough(speciesId, methodId, ups, gap);
          return state.closedOn !== undefined && Object.values(state.counts).reduce((sum, count) => sum + count, 0) === 80;
        },
      ),
      { numRuns: 6 },
    );
  }, 60_000);
});
