import type { Batch } from '@chill/model/batch.ts';
import type { MouldRecord } from '@chill/model/past.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import { daysBetween } from '../calendar/dates.ts';
import { exposureByDay } from '../chill/account.ts';
import { metBy } from '../chill/met.ts';
import { bathedBefore, type Situation } from '../follow/situation.ts';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import { STAGES } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';

/**
 * What a batch says of rot in each medium that it lay wet in: seeds found mouldy, and how many the defaults would have expected by the last check: over the
 * stretches between checks, the seeds still there (those that went in one count for half of it) times that stretch's hazard, with what checks found of damp,
 * how clean the seed went in, and the temperatures it met. What nobody has looked at since says nothing.
 */
export function mouldOf(
  batch: Pick<Batch, 'plan'>,
  state: Pick<BatchState, 'stages' | 'checks' | 'freshened' | 'timers'>,
  { places, temperatures: records = [], today }: Pick<Situation, 'places' | 'temperatures' | 'today'>,
): MouldRecord[] {
  const { plan } = batch;
  return plan.stages.flatMap((planned: DatedStage, index) => {
    const done = state.stages[index];
    const { kind, medium } = plan.method.stages[index] ?? planned;
    const { course, water } = STAGES[kind];
    const waits = course === 'waits' && water === 'damp';
    if (!waits || !medium || !done?.startedOn) return [];
    const since = done.startedOn;
    const until = done.finishedOn ?? today;
    const checks = state.checks.filter(({ on }) => on >= since && on <= until);
    const last = checks.at(-1)?.on;
    if (last === undefined) return [];
    const met = metBy({ since, stays: done.stays ?? [], planned_C: planned.temperature_C }, COLD_RESPONSE, { places, records, today });
    const cleanliness = bathedBefore(state, index) ? 'bathed' : 'plain';
    const lying = { since, checks: state.checks, freshened: state.freshened };
    const exposed = exposureByDay(daysBetween(since, last), { medium, temperature_C: planned.temperature_C, cleanliness }, lying, met.rot);
    let [rotted, expected, before] = [0, 0, 0];
    for (const { on, mouldy, sprouted, left } of checks) {
      const day = daysBetween(since, on);
      const hazard = (exposed[day] as number) - (exposed[before] as number);
      expected += (left + (mouldy + sprouted) / 2) * hazard;
      rotted += mouldy;
      before = day;
    }
    return [{ medium, rotted, expected }];
  });
}
