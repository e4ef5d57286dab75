import type { Plan } from '@chill/model/batch.ts';
import type { Place } from '@chill/model/place.ts';
import { describe, expect, test } from '@jest/globals';
import { roomOf } from '../methods/room.ts';
import { lodgersOf, lodgingsOf } from './lodging.ts';
import type { BatchView } from './reader.ts';

const fridge: Place = { id: 'fridge', name: 'Fridge', kind: 'fridge', nominal_C: 4, capacity: 9, room: 'trays', order: 1 };
const seed = {
  length_mm: 10,
  width_mm: 5,
  thickness_mm: 4,
  thousandSeeds_g: 40,
  shape: 'oval',
  texture: 'smooth',
  colour: 'brown',
} as const;
const counts = { waiting: 60, swollen: 0, sprouted: 0, potted: 0, established: 0 };

function view(
  code: string,
  part: { placeId?: string; start?: string; end?: string; medium?: string; underWay?: boolean; closedOn?: string; counts?: object },
): BatchView {
  const { placeId = 'fridge', start = '2027-01-01', end = '2027-03-01', medium = 'sand', underWay = true, closedOn } = part;
  return {
    batch: { code, plan: { method: { stages: [{ medium }] } } },
    species: { seed },
    projection: {
      state: { stage: 0, underWay, stages: [{ placeId }], counts: { ...counts, ...part.counts }, ...(closedOn && { closedOn }) },
      stages: [{ kind: 'coldMoist', start, end, placeId, started: underWay, finished: false }],
      plantOut: end,
    },
  } as unknown as BatchView;
}
const codes = (place: Place, ...batches: BatchView[]) => lodgersOf(place, batches, '2027-02-16').map((one) => one.view.batch.code);

describe('what lies in a place', () => {
  test('is what is under way there, what leaves first before the rest', () => {
    const late = view('LATE', { end: '2027-05-01' });
    expect(
      codes(
        fridge,
        late,
        view('SOON', {}),
        view('ELSE', { placeId: 'mat' }),
        view('NEXT', { underWay: false }),
        view('DONE', { closedOn: '2027-01-01' }),
      ),
    ).toEqual(['SOON', 'LATE']);
  });
  test('a towel leaves when waiting is no longer worth it, not when it was planned to', () => {
    const towel = view('SLOW', { end: '2027-02-20' });
    const projection = { ...towel.projection, sprouting: { stage: 0, allButDone: '2027-03-29' } };
    const slow = { ...towel, projection } as unknown as BatchView;
    expect(lodgersOf(fridge, [slow], '2027-02-16')[0]?.leaves).toBe('2027-03-29');
    expect(lodgersOf(fridge, [slow], '2027-02-16', '2027-03-10')).toHaveLength(1);
    expect(lodgersOf(fridge, [slow], '2027-02-16', '2027-03-29')).toHaveLength(0);
  });
  test('takes room by what it lies in and by the seeds that are left of it', () => {
    const room = (batch: BatchView, place = fridge) => lodgersOf(place, [batch], '2027-02-16')[0]?.room;
    expect(room(view('A', { medium: 'ownPot' }))).toBe(2);
    expect(room(view('A', { medium: 'ownPot', counts: { waiting: 20 } }))).toBe(1);
    expect(room(view('A', {}), { ...fridge, room: 'litres' })).toBe(1);
    expect(room(view('A', { counts: { waiting: 0 } }))).toBe(0);
  });
  test('later, it is what is still there by then, and what was planned to have come', () => {
    const on = (day: string) => lodgersOf(fridge, all, '2027-02-16', day).map(({ view }) => view.batch.code);
    const all = [
      view('GOES', { end: '2027-03-01' }),
      view('STAYS', { end: '2027-05-01' }),
      view('COMES', { underWay: false, start: '2027-03-10', end: '2027-06-01' }),
      // Overdue: it lies there today, and is taken to have gone by tomorrow.
      view('LATE', { end: '2027-02-16' }),
    ];
    expect(on('2027-02-16')).toEqual(['LATE', 'GOES', 'STAYS']);
    expect(on('2027-02-28')).toEqual(['GOES', 'STAYS']);
    expect(on('2027-03-01')).toEqual(['STAYS']);
    expect(on('2027-03-10')).toEqual(['STAYS', 'COMES']);
    expect(on('2027-07-01')).toEqual([]);
  });

  test('pots yet to come are counted by the plants expected, unless the seed is sown in them', () => {
    const pots = (medium: string) => {
      const one = view('P', { medium, underWay: false, start: '2027-03-01', end: '2027-05-01' });
      Object.assign(one.batch.plan, { expects: { low: 20, high: 28 } });
      (one.projection.stages[0] as { kind: string }).kind = 'pot';
      return lodgersOf(fridge, [one], '2027-02-16', '2027-03-10')[0]?.room;
    };
    expect(pots('sand')).toBe(1);
    expect(pots('ownPot')).toBe(2);
  });
});

test('seedlings in pots before the rest take room where they stand, and none with the rest', () => {
  const bench: Place = { ...fridge, id: 'bench', kind: 'bench', capacity: 20 };
  const towel = view('A', { medium: 'ownPot', counts: { waiting: 20, potted: 40 } });
  const early = { plants: 40, placeId: 'bench', since: '2027-02-01', out: '2027-04-10' };
  const one = { ...towel, projection: { ...towel.projection, early } } as unknown as BatchView;
  const lies = (place: Place, on: string) =>
    lodgersOf(place, [one], '2027-02-16', on).map(({ kind, room, leaves }) => [kind, room, leaves]);
  expect(lies(bench, '2027-02-16')).toEqual([['pot', 2, '2027-04-10']]);
  expect(lies(fridge, '2027-02-16')).toEqual([['coldMoist', roomOf(20, 'ownPot', seed, fridge), '2027-03-01']]);
  expect(lies(bench, '2027-04-10')).toEqual([]);
  // Where the rest lies in the same place, it is one batch there with the room of both.
  const both = { ...one, projection: { ...one.projection, early: { ...early, placeId: 'fridge' } } } as BatchView;
  expect(lodgersOf(fridge, [both], '2027-02-16').map(({ room, leaves }) => [room, leaves])).toEqual([
    [2 + roomOf(20, 'ownPot', seed, fridge), '2027-04-10'],
  ]);
});

test('seedlings that stay in the cells that they came up in take no room besides their trays', () => {
  const sowing = { container: 'plug72', each: 1, cover_mm: 2 } as const;
  const early = { plants: 40, placeId: 'fridge', since: '2027-02-01', out: '2027-04-10' };
  const towel = view('A', { medium: 'ownPot', counts: { waiting: 60, potted: 40 } });
  const stages = towel.batch.plan.method.stages.map((stage) => ({ ...stage, sowing }));
  const batch = { ...towel.batch, plan: { ...towel.batch.plan, method: { ...towel.batch.plan.method, stages } } };
  const sown = { ...towel, batch, projection: { ...towel.projection, early } } as unknown as BatchView;
  // A hundred cells are two trays of 72, however many of them are up.
  expect(lodgersOf(fridge, [sown], '2027-02-16').map(({ room }) => room)).toEqual([2]);
});

describe('room for a plan', () => {
  const plan = (seeds: number, start: string) =>
    ({
      seeds,
      method: { stages: [{ kind: 'soak' }, { kind: 'coldMoist', medium: 'ownPot' }] },
      stages: [
        { kind: 'soak', start, end: start, placeId: 'fridge' },
        { kind: 'coldMoist', start, end: '2027-06-01', placeId: 'fridge' },
      ],
    }) as unknown as Plan;
  test('is what its place has left on the day it comes there', () => {
    const batches = [view('A', { medium: 'ownPot', end: '2027-03-01' }), view('B', { medium: 'ownPot', end: '2027-05-01' })];
    const room = (seeds: number, start: string) =>
      lodgingsOf(plan(seeds, start), { seed }, { places: [fridge], batches, today: '2027-02-16' });
    // Two trays each, of nine: 32 deep cells to a tray.
    expect(room(96, '2027-02-16')).toMatchObject([{ wants: 3, free: 5, stage: { kind: 'coldMoist' } }]);
    expect(room(96, '2027-03-05')).toMatchObject([{ wants: 3, free: 7 }]);
    // A plan dated in the past is held against today.
    expect(room(48, '2027-02-01')).toMatchObject([{ wants: 2, free: 5 }]);
  });
});
