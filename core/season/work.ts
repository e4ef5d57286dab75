import type { LedgerEvent } from '@chill/model/event.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { addDays, daysBetween, later } from '../calendar/dates.ts';
import { mediumOf, STAGES } from '../kinds/stages.ts';
import type { BatchView } from '../schedule/reader.ts';
import { checkEvery, MINUTES, POTS_EVERY_DAYS } from '../treat/intervals.ts';

/** Hands' work in one week: minutes, done or expected. */
export interface Week {
  from: PlainDate;
  minutes: number;
}

/** On the warm towel a look every other day, between the hours of the fast and the week of the slow. */
const TOWEL_EVERY_DAYS = 2;

/** What an entry took; what nobody did by hand took nothing. */
const ENTRY: Partial<Record<LedgerEvent['kind'], number>> = {
  stageStarted: MINUTES.begin,
  checked: MINUTES.check,
  seedsMoved: MINUTES.lift,
  watered: MINUTES.water,
  refreshed: MINUTES.refresh,
  turned: MINUTES.turn,
  tended: MINUTES.tend,
};

/**
 * Work by the week from a day on: what was recorded, and from today on what is expected: each stage begun, looked at as often as its medium asks, its plants
 * planted out. `weeks` weeks.
 */
export function workByWeek(batches: readonly BatchView[], from: PlainDate, weeks: number, today: PlainDate): Week[] {
  const minutes = new Float64Array(weeks);
  const put = (on: PlainDate, count: number) => {
    const week = Math.floor(daysBetween(from, on) / 7);
    if (week >= 0 && week < weeks) minutes[week] = (minutes[week] as number) + count;
  };
  for (const { batch, projection } of batches) {
    for (const event of batch.events)
      if (event.kind !== 'reversed' && projection.state.inForce.has(event.id)) put(event.on, ENTRY[event.kind] ?? 0);
    if (projection.state.closedOn) continue;
    for (const [index, stage] of projection.stages.entries()) {
      if (stage.finished) continue;
      if (!stage.started) put(later(stage.start, today), MINUTES.begin);
      const { course } = STAGES[stage.kind];
      const medium = mediumOf(batch.plan.way.stages[index] ?? stage);
      const every =
        course === 'grows'
          ? POTS_EVERY_DAYS
          : course === 'sprouts'
            ? TOWEL_EVERY_DAYS
            : course === 'bench'
              ? undefined
              : checkEvery(medium, stage.temperature_C).usual;
      if (every !== undefined)
        for (let on = addDays(later(stage.start, today), every); on < stage.end; on = addDays(on, every)) put(on, MINUTES.check);
    }
    put(later(projection.plantOut, today), MINUTES.plantOut);
  }
  return Array.from(minutes, (count, i) => ({ from: addDays(from, 7 * i), minutes: count }));
}
