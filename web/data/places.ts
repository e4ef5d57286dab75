import { countIn } from '@chill/core/ledger/states.ts';
import { roomOf } from '@chill/core/ways/room.ts';
import type { Place } from '@chill/model/place.ts';
import type { BatchView, NurseryView } from './nursery.ts';

/** A batch that lies in a place, how much of its room it takes, and the day on which it is expected to leave. */
export interface Lodger {
  view: BatchView;
  room: number;
  leaves: string | undefined;
}

/** What lies in a place now, what leaves first before the rest. */
export function lodgersOf(place: Place, { batches }: Pick<NurseryView, 'batches'>): Lodger[] {
  return batches
    .flatMap((view): Lodger[] => {
      const { state, stages } = view.projection;
      const stage = stages[state.stage];
      if (!state.underWay || state.closedOn || state.stages[state.stage]?.placeId !== place.id || !stage) return [];
      const medium = view.batch.plan.way.stages[state.stage]?.medium ?? (stage.kind === 'pot' ? 'ownPot' : 'towel');
      const seeds = countIn(state.counts, ['waiting', 'swollen', 'sprouted', 'potted', 'established']);
      return [{ view, room: roomOf(seeds, medium, view.species.seed, place.room), leaves: stage.end }];
    })
    .sort((a, b) => (a.leaves ?? '').localeCompare(b.leaves ?? ''));
}
