import type { PlainDate } from '@chill/model/primitives.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import type { FollowedStage } from '../follow/followed.ts';

/** Days from the start of the first stage to setting out. */
export function totalDays(stages: readonly Pick<FollowedStage, 'days'>[]): number {
  return stages.reduce((sum, stage) => sum + stage.days, 0);
}

/** Followed stages as they stand in a plan. */
export function dated(stages: readonly FollowedStage[]): DatedStage[] {
  return stages.map(({ kind, start, end, temperature_C, medium, place, takeOut }) => ({
    kind,
    start,
    end,
    temperature_C,
    ...(medium && { medium }),
    ...(place && { placeId: place.id }),
    ...(takeOut && {
      window: { from: addDays(start, takeOut.from), to: addDays(start, takeOut.to) },
      best: addDays(start, takeOut.best),
    }),
  }));
}

/** Dated stages moved so that the first begins on another day. */
export function movedTo(stages: readonly DatedStage[], start: PlainDate): DatedStage[] {
  const by = daysBetween((stages[0] as DatedStage).start, start);
  const move = (day: PlainDate) => addDays(day, by);
  return stages.map(({ window, best, ...stage }) => ({
    ...stage,
    start: move(stage.start),
    end: move(stage.end),
    ...(window && { window: { from: move(window.from), to: move(window.to) } }),
    ...(best && { best: move(best) }),
  }));
}
