import { STAGES } from '@chill/core/kinds/stages.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { dueBy, type Task } from '@chill/core/tasks/task.ts';
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

/** Every station at which a batch is to be found: while the rest of it is elsewhere, what is potted is in Pots all the same. */
export function stationsOf(view: Pick<BatchView, 'batch' | 'projection'>): Station[] {
  const own = stationOf(view);
  const { counts, closedOn } = view.projection.state;
  const potted = own !== 'pots' && !closedOn && countIn(counts, IN_POTS) > 0;
  return potted ? [own, 'pots'] : [own];
}

const IN_POTS = ['potted', 'established'] as const;

/** The station at which something is done: what is done for seedlings in Pots, everything else where its batch is. */
function stationFor({ tending, kind }: Task, at: readonly Station[]): Station {
  const forPots = tending !== undefined || kind === 'plantOut';
  return (forPots && at.includes('pots') ? 'pots' : at[0]) as Station;
}

/** How many batches are at each station, and how many things are due there today. */
export function tally(view: NurseryView): Record<Station, { count: number; due: number }> {
  const result = Object.fromEntries(STATIONS.map((station) => [station, { count: 0, due: 0 }])) as Record<
    Station,
    { count: number; due: number }
  >;
  for (const batch of view.batches) {
    const at = stationsOf(batch);
    for (const station of at) result[station].count += 1;
    // The round is the sum of what is due at all of them.
    for (const task of dueBy(batch, view.today)) {
      result[stationFor(task, at)].due += 1;
      result.round.due += 1;
    }
  }
  result.seeds.count = view.lots.length;
  result.results.count = view.closed;
  return result;
}
