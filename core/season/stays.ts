import type { Plan } from '@chill/model/batch.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlaceId, PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { addDays, later } from '../calendar/dates.ts';
import { atBench, STAGES } from '../kinds/stages.ts';
import { leavesOn, roomAhead, roomInPots, roomInStage } from '../nursery/lodging.ts';
import type { BatchView } from '../nursery/reader.ts';
import { frostSafeFrom } from '../winter/frost.ts';

/** Whose a stay is: a batch, or a batch that is only proposed; and what it is called where it is pointed at. */
export interface Staying {
  id: string;
  code: string;
  /** Only proposed so far. */
  proposed?: true;
}

/** One batch in one place without a break: from a day up to another, on which it is gone, and the room that it takes there, in what the place counts. */
export interface Stay extends Staying {
  /** The stage that it lies there in. */
  stage: number;
  kind: StageKind;
  placeId: PlaceId;
  from: PlainDate;
  to: PlainDate;
  room: number;
  /** Whether it has come there. */
  begun: boolean;
  /** In pots while the rest of its batch is somewhere else: it is not moved with it. */
  apart?: true;
}

/** Stays in the order of their days. */
export const inOrder = (stays: readonly Stay[]): Stay[] =>
  stays.toSorted((a, b) => a.from.localeCompare(b.from) || a.code.localeCompare(b.code));

/**
 * Where every open batch lay, lies, and is expected to lie, in the order of their days. Stages at the bench are over in a day or two and take no place;
 * what sprouts lies there for as long as more may come.
 */
export function staysOf(batches: readonly BatchView[], places: readonly Place[], today: PlainDate): Stay[] {
  return inOrder(batches.flatMap((view) => staysOfBatch(view, places, today)));
}

function staysOfBatch(view: BatchView, places: readonly Place[], today: PlainDate): Stay[] {
  const { state, stages, early } = view.projection;
  const { id, code } = view.batch;
  if (state.closedOn) return [];
  const bench = places.find((one) => one.id === early?.placeId);
  const apart = early && bench ? roomInPots(view, early, bench) : 0;
  const inPots: Stay[] =
    early && bench && apart > 0
      ? [
          {
            id,
            code,
            stage: stages.length,
            kind: 'pot',
            placeId: bench.id,
            from: early.since,
            to: later(early.out, addDays(today, 1)),
            room: apart,
            begun: true,
            apart: true,
          },
        ]
      : [];
  const lies = stages.flatMap((stage, index): Stay[] => {
    if (atBench(stage.kind)) return [];
    const end = stage.finished ? stage.end : later(leavesOn(view, index), stage.started ? today : stage.end);
    const went = state.stages[index]?.stays ?? [];
    const lay = went.length > 0 ? went : stage.placeId ? [{ on: stage.start, placeId: stage.placeId }] : [];
    return lay.flatMap(({ on, placeId }, i): Stay[] => {
      const place = places.find((one) => one.id === placeId);
      const to = lay[i + 1]?.on ?? end;
      if (!place || to <= on) return [];
      const room = roomInStage(view, index, place);
      return [{ id, code, stage: index, kind: stage.kind, placeId, from: on, to, room, begun: stage.started }];
    });
  });
  return [...lies, ...inPots];
}

/** Where a plan that is not a batch yet would lie: as a batch made of it would be expected to. Plants stay until the frost lets them out. */
export function staysOfPlan(
  of: Staying,
  plan: Pick<Plan, 'method' | 'stages' | 'seeds' | 'expects'>,
  { species, places, nursery }: { species: Pick<Species, 'seed'>; places: readonly Place[]; nursery: Nursery },
): Stay[] {
  const last = plan.stages.at(-1);
  const out = last && frostSafeFrom(last.end, nursery);
  return plan.stages.flatMap((stage, index): Stay[] => {
    const place = places.find(({ id }) => id === stage.placeId);
    if (!place || atBench(stage.kind)) return [];
    const to = STAGES[stage.kind].course === 'grows' && out ? later(stage.end, out) : stage.end;
    if (to <= stage.start) return [];
    const room = roomAhead(plan, index, species, place);
    return [{ ...of, stage: index, kind: stage.kind, placeId: place.id, from: stage.start, to, room, begun: false }];
  });
}
