import type { Batch, PlanInForce } from '@chill/model/batch.ts';
import type { BatchState } from './batchState.ts';
import type { EventOf, FoldableEvent } from './events/kind.ts';
import { eventsInForce } from './standing.ts';

/** What is planned once it was decided otherwise on the way: up to a stage as it was, from there on what came instead. */
export function amended(plan: PlanInForce, { from, method, stages }: Pick<EventOf<'amended'>, 'from' | 'method' | 'stages'>): PlanInForce {
  return {
    ...plan,
    method: { ...plan.method, stages: [...plan.method.stages.slice(0, from), ...method] },
    stages: [...plan.stages.slice(0, from), ...stages],
  };
}

/** The plan that is in force after events that stand: as it was made, with each amendment in its turn. An amendment undone leaves no trace in it. */
export function planAfter(plan: PlanInForce, standing: readonly FoldableEvent[]): PlanInForce {
  const made = plan.made ?? plan;
  let now = made;
  for (const event of standing) if (event.kind === 'amended') now = amended(now, event);
  return now === made ? made : { ...now, made };
}

const known = new WeakMap<Batch, Batch>();

/**
 * A batch with the plan that is in force: the batch itself where nothing was decided otherwise, and the same object each time it is asked of the same batch.
 * What was planned when it was made stays in `plan.made`.
 */
export function asPlannedNow(batch: Batch): Batch {
  if (!batch.plan.made && !batch.events.some(({ kind }) => kind === 'amended')) return batch;
  const kept = known.get(batch);
  if (kept) return kept;
  const now = { ...batch, plan: planAfter(batch.plan, eventsInForce(batch.events).standing) };
  known.set(batch, now);
  return now;
}

/** Why and when the stage after the one under way was decided on instead of what was planned; `undefined` where it was not. */
export function decidedNext({ amendments, stage, underWay }: BatchState): BatchState['amendments'][number] | undefined {
  return underWay ? amendments.findLast(({ from }) => from === stage + 1) : undefined;
}
