import type { PlainDate } from '@chill/model/primitives.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import { addDays } from '../calendar/dates.ts';
import type { ResolvedStage } from './resolve.ts';

/** Days from the start of the first stage to setting out. */
export function totalDays(stages: readonly Pick<ResolvedStage, 'days'>[]): number {
  return stages.reduce((sum, stage) => sum + stage.days, 0);
}

/** Dates each stage one after the other from `start`. Moving `start` by a week moves every date by a week. */
export function planForward(stages: readonly ResolvedStage[], start: PlainDate): DatedStage[] {
  let day = start;
  return stages.map((stage) => {
    const begins = day;
    day = addDays(begins, stage.days);
    return {
      kind: stage.kind,
      start: begins,
      end: day,
      temperature_C: stage.temperature_C,
      ...(stage.medium && { medium: stage.medium }),
      ...(stage.place && { placeId: stage.place.id }),
      ...(stage.takeOut && {
        window: { from: addDays(begins, stage.takeOut.from), to: addDays(begins, stage.takeOut.to) },
        best: addDays(begins, stage.takeOut.best),
      }),
    };
  });
}

/** Dates the stages so that the last one ends on `readyBy`; planning forward from its start gives the same dates. */
export function planBackward(stages: readonly ResolvedStage[], readyBy: PlainDate): DatedStage[] {
  return planForward(stages, addDays(readyBy, -totalDays(stages)));
}
