import type { Batch, DatedStage } from '@chill/model/batch.ts';
import { daysBetween } from '../calendar/dates.ts';
import { exposureByDay } from '../chill/account.ts';
import { COLD_RESPONSE } from '../chill/effectiveness.ts';
import { metBy } from '../chill/met.ts';
import type { BatchState } from '../ledger/batchState.ts';
import type { MouldRecord } from '../rot/learned.ts';
import type { Setting } from './setting.ts';

/**
 * What a batch says of rot in each medium that it lay wet in: seeds found mouldy, and how many the defaults would have expected by the last look.
 * What nobody has looked at since says nothing.
 */
export function mouldOf(
  batch: Pick<Batch, 'plan'>,
  state: Pick<BatchState, 'stages' | 'checks' | 'freshened' | 'counts'>,
  { places, temperatures: records = [], today }: Pick<Setting, 'places' | 'temperatures' | 'today'>,
): MouldRecord[] {
  const { plan } = batch;
  let before = 0;
  return plan.stages.flatMap((planned: DatedStage, index) => {
    const done = state.stages[index];
    const { kind, medium } = plan.way.stages[index] ?? planned;
    const waits = kind === 'coldMoist' || kind === 'warmMoist' || kind === 'outdoorWinter';
    if (!waits || !medium || !done?.startedOn) return [];
    const since = done.startedOn;
    const until = done.finishedOn ?? today;
    const looks = state.checks.filter(({ on }) => on >= since && on <= until);
    const last = looks.at(-1)?.on;
    const rotted = looks.reduce((sum, { mouldy }) => sum + mouldy, 0);
    const seeds = plan.seeds - state.counts.movedOn - before;
    before += rotted;
    if (last === undefined) return [];
    const days = daysBetween(since, last);
    const met = metBy({ since, stays: done.stays ?? [], planned_C: planned.temperature_C }, COLD_RESPONSE, { places, records, today });
    const conditions = { medium, temperature_C: planned.temperature_C };
    const lying = { since, checks: state.checks, freshened: state.freshened };
    const exposure = exposureByDay(days, conditions, lying, met.rot)[days] as number;
    // Where much of it rots, the hazard adds up to more seeds than there are: what is expected is the hazard times those at risk.
    return [{ medium, rotted, expected: seeds * exposure }];
  });
}
