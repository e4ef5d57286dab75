import type { Task } from '@chill/core/tasks/task.ts';
import type { LedgerEvent } from '@chill/model/event.ts';
import type { Place } from '@chill/model/place.ts';
import { describe, expect, test } from '@jest/globals';
import type { BatchView, NurseryView } from '../../data/nursery.ts';
import { stationOf, stationsOf, tally } from '../../data/stations.ts';
import { comingUp, gesturesOn, roundStops } from '../../parts/roundList.ts';

const TODAY = '2027-02-16';
const place = (id: string, order: number): Place => ({ id, name: id, kind: 'fridge', nominal_C: 4, capacity: 9, order });
const due = (kind: Task['kind'], day: string, part: Partial<Task> = {}) =>
  ({
    batchId: '',
    kind,
    stage: 0,
    due: day,
    overdue_days: 0,
    placeId: 'fridge',
    pressing: false,
    minutes: 2,
    ...part,
  }) as Task;

let serial = 0;
function event(on: string, recordedAt: string, part: object = { kind: 'checked', moves: [] }): LedgerEvent {
  return { id: `e${serial++}`, on, recordedAt, batchId: '', version: 1, ...part } as LedgerEvent;
}

/** A batch as far as lists look at it. */
function view(
  code: string,
  part: { tasks?: Task[]; events?: LedgerEvent[]; kind?: string; stage?: number; underWay?: boolean; closedOn?: string; counts?: object },
): BatchView {
  const { tasks = [], events = [], kind = 'coldMoist', stage = 1, underWay = true, closedOn, counts = {} } = part;
  const all = { waiting: 10, potted: 0, established: 0, ...counts };
  const undone = new Set(events.flatMap((one) => (one.kind === 'reversed' ? [one.reverses] : [])));
  const inForce = new Set(events.map((one) => one.id).filter((id) => !undone.has(id)));
  const stages = [{ placeId: 'bench' }, { placeId: 'fridge' }];
  return {
    batch: { id: code, code, events, plan: { stages: [] } },
    tasks: tasks.map((task) => ({ ...task, batchId: code })),
    projection: {
      state: { counts: all, stage, underWay, inForce, stages, ...(closedOn && { closedOn }) },
      stages: [{ kind: 'soak' }, { kind }],
    },
  } as unknown as BatchView;
}

const nursery = (...batches: BatchView[]) =>
  ({ today: TODAY, places: [place('mat', 3), place('fridge', 1), place('bench', 2)], batches, lots: [{}, {}] }) as unknown as NurseryView;

describe('the walk', () => {
  test('goes past places in their order, with what has no place at the end', () => {
    const stops = roundStops(
      nursery(
        view('A2C', { tasks: [due('check', TODAY, { placeId: 'mat' })] }),
        view('B2C', { tasks: [due('check', TODAY)] }),
        view('C2C', { tasks: [due('begin', TODAY, { placeId: undefined })] }),
      ),
    );
    expect(stops.map((stop) => stop.place?.id)).toEqual(['fridge', 'mat', undefined]);
  });

  test('has what presses first, then by code, and what is done last', () => {
    const [stop] = roundStops(
      nursery(
        view('C2C', { tasks: [due('check', TODAY)] }),
        view('A2C', { events: [event(TODAY, 't1')] }),
        view('D2C', { tasks: [due('check', '2027-02-01', { pressing: true })] }),
        view('B2C', { tasks: [due('check', TODAY)] }),
      ),
    );
    expect(stop?.lines.map((line) => line.view.batch.code)).toEqual(['D2C', 'B2C', 'C2C', 'A2C']);
  });

  test('leaves out what is not due yet', () => {
    expect(roundStops(nursery(view('A2C', { tasks: [due('check', '2027-02-17')] })))).toEqual([]);
  });

  test('shows a move where the batch was taken from', () => {
    const moved = view('A2C', {
      events: [
        event(TODAY, 't', { kind: 'stageFinished', stage: 0, moves: [] }),
        event(TODAY, 't', { kind: 'stageStarted', stage: 1, placeId: 'fridge' }),
      ],
    });
    expect(roundStops(nursery(moved)).map((stop) => stop.place?.id)).toEqual(['bench']);
  });
});

describe('what was done today', () => {
  test('is told as it was sent: together, once, and not if it was undone', () => {
    const undone = event(TODAY, 't1');
    const events = [
      event('2027-02-15', 't0'),
      undone,
      event(TODAY, 't2'),
      event(TODAY, 't2'),
      event(TODAY, 't3', { kind: 'reversed', reverses: undone.id }),
    ];
    expect(gesturesOn(view('A2C', { events }), TODAY).map((group) => group.length)).toEqual([2]);
  });
});

describe('what comes next', () => {
  test('is counted in bags, not in things to do', () => {
    const soon = view('A2C', { tasks: [due('check', '2027-02-18'), due('move', '2027-02-18')] });
    expect(comingUp(nursery(soon))).toBe('Next: Thursday, 1 bag.');
    expect(
      comingUp(nursery(soon, view('B2C', { tasks: [due('check', '2027-02-18')] }), view('C2C', { tasks: [due('check', '2027-02-20')] }))),
    ).toBe('Next: Thursday, 2 bags.');
  });
  test('is nothing where nothing is planned', () => {
    expect(comingUp(nursery())).toBe('Nothing more is planned.');
  });
});

describe('the stations of the run', () => {
  test.each([
    ['plan', { stage: 0, underWay: false }],
    ['treat', { stage: 0 }],
    ['cold', { kind: 'coldMoist' }],
    ['cold', { kind: 'freezerTurns' }],
    ['warm', { kind: 'warmTowel' }],
    ['warm', { kind: 'warmMoist' }],
    ['pots', { kind: 'pot' }],
    ['results', { closedOn: TODAY }],
  ] as const)('%s holds %o', (station, part) => {
    expect(stationOf(view('A2C', part))).toBe(station);
  });

  test('count each batch once and everything due where it is done; the round is their sum', () => {
    const busy = view('A2C', { tasks: [due('check', TODAY), due('lift', TODAY)] });
    const idle = view('B2C', { tasks: [due('check', '2027-03-01')] });
    const counts = tally(nursery(busy, idle));
    expect(counts.cold).toEqual({ count: 2, due: 2 });
    expect(counts.round.due).toBe(2);
    expect(counts.seeds.count).toBe(2);
  });

  test('what is potted is in Pots while the rest still sprouts, and is watered there', () => {
    const water = { ...due('tend', TODAY), tending: 'water' as const };
    const half = view('A2C', { kind: 'warmTowel', counts: { potted: 61 }, tasks: [due('check', TODAY), water] });
    expect(stationsOf(half)).toEqual(['warm', 'pots']);
    const counts = tally(nursery(half));
    expect([counts.warm, counts.pots, counts.round.due]).toEqual([{ count: 1, due: 1 }, { count: 1, due: 1 }, 2]);
  });
});
