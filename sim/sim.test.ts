import { addDays } from '@chill/core/calendar/dates.ts';
import { randomFrom, uuidFrom } from '@chill/core/chance/random.ts';
import { planFrom, propose } from '@chill/core/methods/propose.ts';
import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { sightOf } from './seeds.ts';

const handbook = loadHandbook();
const START = '2026-11-01';
const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: kind, name: kind, kind, nominal_C, capacity: 9, order: 1 });
const PLACES = [place('fridge', 4), place('mat', 22), place('bench', 17), place('freezer', -18)];

/** A batch put through its stages on the given days; the last one goes on. */
function batchOf(speciesId: string, methodId: string, days: number[], { seeds = 200, places = PLACES, name = 'b' } = {}) {
  const species = handbook.find((one) => one.id === speciesId) as Species;
  const method = species.methods.find((one) => one.id === methodId) as Species['methods'][number];
  const viable = { alpha: 17.5, beta: 3.5 };
  const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: START } } as const;
  const plan = planFrom(propose(method, { species, viable, available: seeds, wish, nursery, places, today: START }), wish, seeds);
  const events: LedgerEvent[] = [];
  const add = (event: object) =>
    events.push({ id: `${name}${events.length}`, batchId: name, version: events.length + 1, recordedAt: '', ...event } as LedgerEvent);
  let on = START;
  for (const [stage, length] of [...days, undefined].entries()) {
    const planned = plan.stages[stage];
    if (!planned) break;
    add({ on, kind: 'stageStarted', stage, placeId: planned.placeId });
    if (length === undefined) break;
    on = addDays(on, length);
    add({ on, kind: 'stageFinished', stage, moves: [] });
  }
  const batch: Batch = { id: name, lotId: 'l', code: '7QK', speciesId, madeOn: START, plan, events };
  return { batch, species, since: on, places };
}

const seenAt = (made: ReturnType<typeof batchOf>, after: number, trueViable = 0.85) =>
  sightOf(made.batch, made.species, trueViable, made.places, addDays(made.since, after));

describe('chance', () => {
  test('is the same every time for the same name, and another for another', () => {
    const first = (name: string) => Array.from({ length: 5 }, randomFrom(name));
    expect(first('a')).toEqual(first('a'));
    expect(first('a')).not.toEqual(first('b'));
  });
  test('is even: a thousand draws fill ten boxes about alike', () => {
    const random = randomFrom('even');
    const boxes = Array(10).fill(0) as number[];
    for (let i = 0; i < 1000; i++) {
      const box = Math.floor(random() * 10);
      boxes[box] = (boxes[box] as number) + 1;
    }
    // 100 each, give or take four standard deviations of a binomial.
    for (const count of boxes) expect(Math.abs(count - 100)).toBeLessThan(4 * Math.sqrt(90));
  });
  test('makes ids that are UUIDs', () => {
    expect(uuidFrom(randomFrom('id'))).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-8[0-9a-f]{3}-[0-9a-f]{12}$/);
  });
});

describe('simulated seeds', () => {
  test('show the same to everyone who looks on the same day', () => {
    const made = batchOf('larix-occidentalis', 'towel-in-fridge', [1, 35]);
    expect(seenAt(made, 10)).toEqual(seenAt(made, 10));
  });

  test('never come up less, nor rot less, as days go by', () => {
    const warm = batchOf('larix-occidentalis', 'towel-in-fridge', [1, 35]);
    const cold = batchOf('amelanchier-alnifolia', 'towel-in-fridge', [0, 1]);
    const ups = [0, 5, 10, 15, 30].map((day) => seenAt(warm, day).up);
    const rotten = [0, 20, 40, 80].map((day) => seenAt(cold, day).mouldy);
    expect(ups).toEqual([...ups].sort((a, b) => a - b));
    expect(rotten).toEqual([...rotten].sort((a, b) => a - b));
    expect(ups.at(-1)).toBeGreaterThan(50);
    expect(rotten.at(-1)).toBeGreaterThan(20);
  });

  test('wait for their winter: without cold hardly any, with a long one most', () => {
    const none = batchOf('penstemon-venustus', 'no-cold', [1]);
    const long = batchOf('penstemon-venustus', 'vermiculite-in-fridge', [1, 85]);
    expect(seenAt(none, 60).up).toBeLessThan(40);
    expect(seenAt(long, 40).up).toBeGreaterThan(80);
  });

  test('wait for their coat to be opened', () => {
    expect(seenAt(batchOf('iliamna-rivularis', 'untreated', [1]), 40).up).toBeLessThan(20);
    expect(seenAt(batchOf('iliamna-rivularis', 'sandpaper', [0, 1]), 40).up).toBeGreaterThan(110);
  });

  test('that are not viable never come up', () => {
    expect(seenAt(batchOf('iliamna-rivularis', 'sandpaper', [0, 1]), 60, 0).up).toBe(0);
  });

  test('earn nothing in a fridge that is too warm', () => {
    const warmFridge = batchOf('balsamorhiza-sagittata', 'sand-in-fridge', [1, 90], { places: [place('fridge', 12), ...PLACES.slice(1)] });
    expect(seenAt(warmFridge, 30).up).toBe(0);
  });

  test('once counted, are not shown again', () => {
    const made = batchOf('iliamna-rivularis', 'sandpaper', [0, 1]);
    const first = seenAt(made, 8).up;
    const counted: NewEvent = {
      id: 'c',
      on: addDays(made.since, 8),
      kind: 'checked',
      moves: [{ from: 'waiting', to: 'sprouted', count: first }],
    };
    made.batch.events.push({ ...counted, batchId: 'b', version: 99, recordedAt: '' });
    expect(seenAt(made, 8).up).toBe(0);
    expect(seenAt(made, 20).up).toBeGreaterThan(0);
  });
});
