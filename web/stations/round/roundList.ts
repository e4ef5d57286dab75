import { nearDate } from '@chill/core/calendar/dates.ts';
import { describeEvent } from '@chill/core/schedule/describe.ts';
import type { Task } from '@chill/core/schedule/task.ts';
import type { LedgerEvent } from '@chill/model/event.ts';
import type { Place } from '@chill/model/place.ts';
import { say } from '@chill/words/round.ts';
import type { BatchView, NurseryView } from '../../data/nursery.ts';
import { dueToday } from '../../data/stations.ts';

/** One line of the round: something due, or something recorded today. */
export type RoundLine = { key: string; view: BatchView } & ({ due: Task } | { done: LedgerEvent[] });

/** One place on the walk, with its lines. */
export interface RoundStop {
  place: Place | undefined;
  lines: RoundLine[];
}

/** The walk past everything: places in walking order, what is done today first to fall back, the pressing first among the due. */
export function roundStops(view: NurseryView): RoundStop[] {
  const stops = new Map<string, RoundStop>();
  const stopAt = (placeId: string | undefined) => {
    const place = view.places.find((one) => one.id === placeId);
    const key = place?.id ?? '';
    const stop = stops.get(key) ?? { place, lines: [] };
    stops.set(key, stop);
    return stop;
  };
  for (const batch of view.batches) {
    for (const due of dueToday(batch, view.today)) {
      stopAt(due.placeId).lines.push({ key: `${batch.batch.id} ${due.kind} ${due.stage}`, view: batch, due });
    }
    for (const done of gesturesOn(batch, view.today)) {
      stopAt(placeAfter(batch, done)).lines.push({ key: (done[0] as LedgerEvent).id, view: batch, done });
    }
  }
  const rank = (line: RoundLine) => ('done' in line ? 2 : line.due.pressing ? 0 : 1);
  for (const stop of stops.values()) {
    stop.lines.sort((a, b) => rank(a) - rank(b) || a.view.batch.code.localeCompare(b.view.batch.code));
  }
  return [...stops.values()].sort((a, b) => (a.place?.order ?? 999) - (b.place?.order ?? 999));
}

/** What was recorded on `day` and still stands, in the groups in which it was sent. */
export function gesturesOn({ batch, projection }: BatchView, day: string): LedgerEvent[][] {
  const standing = batch.events.filter((event) => event.on === day && event.kind !== 'reversed' && projection.state.inForce.has(event.id));
  const groups = new Map<string, LedgerEvent[]>();
  for (const event of standing) groups.set(event.recordedAt, [...(groups.get(event.recordedAt) ?? []), event]);
  return [...groups.values()];
}

/** What a group of events did, in a few words. */
export function tellGesture(events: readonly LedgerEvent[], view: BatchView): string {
  return events.map((event) => describeEvent(event, view.batch, view.projection.state.timers)).join('; ');
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
