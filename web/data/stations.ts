import { STAGES } from '@chill/core/kinds/stages.ts';
import type { Task } from '@chill/core/schedule/task.ts';
import type { BatchView, NurseryView } from './nursery.ts';

/** The stations of the run, left to right. */
export const STATIONS = ['round', 'seeds', 'plan', 'treat', 'cold', 'warm', 'pots', 'results'] as const;
export type Station = (typeof STATIONS)[number];

/** The station at which a batch is to be found: by the stage under way, or the one about to begin. A test that is read has told of its lot. */
export function stationOf({ batch, projection }: Pick<BatchView, 'batch' | 'projection'>): Station {
  const { state, stages } = projection;
  if (state.closedOn) return batch.purpose === 'test' ? 'seeds' : 'results';
  // What goes round again is at the bench already.
  if (state.stage === 0 && !state.underWay && !batch.from) return 'plan';
  const kind = stages[state.stage]?.kind;
  return kind ? STAGES[kind].station : 'pots';
}

/** What is due today at a batch. */
export function dueToday(view: BatchView, today: string): Task[] {
  return view.tasks.filter((task) => task.due <= today);
}

/** How many are at each station, and how many of them want something today. */
export function tally(view: NurseryView): Record<Station, { count: number; due: number }> {
  const result = Object.fromEntries(STATIONS.map((station) => [station, { count: 0, due: 0 }])) as Record<
    Station,
    { count: number; due: number }
  >;
  for (const batch of view.batches) {
    const station = result[stationOf(batch)];
    const due = dueToday(batch, view.today).length;
    station.count += 1;
    station.due += due > 0 ? 1 : 0;
    result.round.due += due;
  }
  result.seeds.count = view.lots.length;
  result.results.count = view.closed;
  return result;
}
