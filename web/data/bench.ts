import { staysAtBench } from '@chill/core/kinds/stages.ts';
import { preparedAtBench } from '@chill/core/ledger/projectedStage.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { handTime, usualOpening } from '@chill/core/treat/handTime.ts';
import { type BenchOrder, benchJob, orderSession } from '@chill/core/treat/session.ts';
import type { Sowing } from '@chill/model/container.ts';
import type { OpeningMethod } from '@chill/model/event.ts';
import type { BatchView, NurseryView } from './nursery.ts';

/** Batches that want something at the bench today: a treatment that is due, or one that is under way. */
export function atTheBench({ batches, today }: Pick<NurseryView, 'batches' | 'today'>): BatchView[] {
  return batches.filter(({ projection: { state, stages }, tasks }) => {
    const stage = stages[state.stage];
    if (state.closedOn || !stage) return false;
    if (state.underWay) return staysAtBench(stage.kind);
    // What lies and waits is at the bench only until it is packed or sown.
    if (!staysAtBench(stage.kind) && !preparedAtBench(stage)) return false;
    return tasks.some((task) => task.kind === 'begin' && task.due <= today);
  });
}

/** Batches that are to be sown by today, with how: those whose next stage sows them. They share mix and water. */
export function toBeSown({ batches, today }: Pick<NurseryView, 'batches' | 'today'>): { view: BatchView; sowing: Sowing; seeds: number }[] {
  return batches.flatMap((view) => {
    const { state, stages } = view.projection;
    const next = state.underWay ? state.stage + 1 : state.stage;
    const sowing = view.batch.plan.method.stages[next]?.sowing;
    const due = view.tasks.some(({ kind, due: on }) => kind === (state.underWay ? 'move' : 'begin') && on <= today);
    if (state.closedOn || !sowing || stages[next]?.sown !== 'here' || !due) return [];
    return [{ view, sowing, seeds: countIn(state.counts, ['waiting', 'swollen']) }];
  });
}

/** Seconds that opening one seed by a method takes here, from every batch that was timed. */
export function handTimeHere(method: OpeningMethod, batches: readonly BatchView[]) {
  return handTime(
    method,
    batches.flatMap(({ projection }) => projection.state.openings),
  );
}

/** The order in which the batches at the bench are best taken up. */
export function benchOrder(here: readonly BatchView[], all: readonly BatchView[], now_ms: number): BenchOrder {
  const filing = handTimeHere('file', all);
  const jobs = here.map(({ batch, species, projection: { state, stages } }) => {
    const seeds = countIn(state.counts, ['waiting', 'swollen']);
    const { perSeed_s } = handTimeHere(usualOpening(species.seed, seeds, filing), all);
    return benchJob({ batchId: batch.id, stages, state, seeds, perSeed_s }, now_ms);
  });
  return orderSession(jobs);
}
