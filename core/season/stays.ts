import type { Place } from '@chill/model/place.ts';
import type { PlaceId, PlainDate } from '@chill/model/primitives.ts';
import { later } from '../calendar/dates.ts';
import { atBench } from '../kinds/stages.ts';
import { leavesOn, roomInStage } from '../schedule/lodging.ts';
import type { BatchView } from '../schedule/reader.ts';

/** One batch in one place without a break: from a day up to another, on which it is gone, and the room that it takes there, in what the place counts. */
export interface Stay {
  view: BatchView;
  /** The stage that it lies there in. */
  stage: number;
  placeId: PlaceId;
  from: PlainDate;
  to: PlainDate;
  room: number;
  /** Whether it has come there. */
  begun: boolean;
}

/**
 * Where every open batch lay, lies, and is expected to lie, in the order of their days. Stages at the bench are over in a day or two and take no place;
 * what sprouts lies there for as long as more may come.
 */
export function staysOf(batches: readonly BatchView[], places: readonly Place[], today: PlainDate): Stay[] {
  return batches
    .flatMap((view) => staysOfBatch(view, places, today))
    .sort((a, b) => a.from.localeCompare(b.from) || a.view.batch.code.localeCompare(b.view.batch.code));
}

function staysOfBatch(view: BatchView, places: readonly Place[], today: PlainDate): Stay[] {
  const { state, stages } = view.projection;
  if (state.closedOn) return [];
  return stages.flatMap((stage, index): Stay[] => {
    if (atBench(stage.kind)) return [];
    const end = stage.finished ? stage.end : later(leavesOn(view, index), stage.started ? today : stage.end);
    const went = state.stages[index]?.stays ?? [];
    const lay = went.length > 0 ? went : stage.placeId ? [{ on: stage.start, placeId: stage.placeId }] : [];
    return lay.flatMap(({ on, placeId }, i): Stay[] => {
      const place = places.find(({ id }) => id === placeId);
      const to = lay[i + 1]?.on ?? end;
      if (!place || to <= on) return [];
      return [{ view, stage: index, placeId, from: on, to, room: roomInStage(view, index, place), begun: stage.started }];
    });
  });
}
