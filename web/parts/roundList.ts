import { nearDate } from '@chill/core/calendar/dates.ts';
import { dueBy, type Task, taskKey } from '@chill/core/tasks/task.ts';
import { walkOrder } from '@chill/core/tasks/walk.ts';
import { describeEvent } from '@chill/core/tell/describe.ts';
import type { LedgerEvent } from '@chill/model/event.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlaceId } from '@chill/model/primitives.ts';
import { say } from '@chill/words/round.ts';
import type { BatchView, NurseryView } from '../data/nursery.ts';

/** One line of the round: something due, or something recorded today. */
export type RoundLine = { key: string; view: BatchView } & ({ due: Task } | { done: LedgerEvent[] });

/** One place on the walk, with its lines. */
export interface RoundStop {
  place: Place | undefined;
  lines: RoundLine[];
}

/** The walk past everything, in the order of {@link walkOrder}. */
export function roundStops(view: NurseryView): RoundStop[] {
  const met = view.batches.flatMap((batch) => {
    const { code } = batch.batch;
    return [
      ...dueBy(batch, view.today).map((due) => ({
        placeId: placeIdOf(due.placeId, view),
        code,
        pressing: due.pressing,
        line: { key: `${batch.batch.id} ${taskKey(due)}`, view: batch, due } as RoundLine,
      })),
      ...gesturesOn(batch, view.today).map((done) => ({
        placeId: placeIdOf(placeAfter(batch, done), view),
        code,
        done: true,
        line: { key: (done[0] as LedgerEvent).id, view: batch, done } as RoundLine,
      })),
    ];
  });
  const stops: RoundStop[] = [];
  for (const { placeId, line } of met.sort(walkOrder(view.places))) {
    const place = view.places.find(({ id }) => id === placeId);
    const here = stops.at(-1);
    if (here && here.place === place) here.lines.push(line);
    else stops.push({ place, lines: [line] });
  }
  return stops;
}

/** A place while it is there. */
function placeIdOf(placeId: PlaceId | undefined, { places }: NurseryView): string | undefined {
  return places.some(({ id }) => id === placeId) ? placeId : undefined;
}

/** What was recorded on `day` and still stands, in the groups in which it was sent. */
export function gesturesOn({ batch, projection }: BatchView, day: string): LedgerEvent[][] {
  const standing = batch.events.filter((event) => event.on === day && event.kind !== 'reversed' && projection.state.inForce.has(event.id));
  const groups = new Map<string, LedgerEvent[]>();
  for (const event of standing) groups.set(event.recordedAt, [...(groups.get(event.recordedAt) ?? []), event]);
  return [...groups.values()];
}

/** What a group of events did, in a few words. */
export function describeGesture(events: readonly LedgerEvent[], { batch, projection }: BatchView, places: readonly Place[]): string {
  const said = events.map((event) => describeEvent(event, batch, { timers: projection.state.timers, places })).join('; ');
  const by = events[0]?.by;
  return by === undefined ? said : `${said} · ${by}`;
}

/** "Next: Thursday, 2 bags." */
export function comingUp(view: NurseryView): string {
  const later = view.batches.flatMap((batch) => batch.tasks).filter((task) => task.due > view.today);
  const next = later.map((task) => task.due).sort()[0];
  if (!next) return say('nothingMorePlanned');
  const bags = new Set(later.filter((task) => task.due === next).map((task) => task.batchId)).size;
  return say('nextBags', { count: bags, next: nearDate(next, view.today) });
}

/** Where the batch lay when the events were recorded; the place that it was taken from, if it was moved. */
function placeAfter({ projection }: BatchView, events: readonly LedgerEvent[]): string | undefined {
  const finished = events.find((event) => event.kind === 'stageFinished');
  const index = finished?.kind === 'stageFinished' ? finished.stage : projection.state.stage;
  const { stages } = projection.state;
  return stages[Math.min(index, stages.length - 1)]?.placeId ?? stages[index - 1]?.placeId;
}
