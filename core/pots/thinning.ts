import type { Batch } from '@chill/model/batch.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { countIn } from '../ledger/states.ts';
import { besideAnother, sownBy } from '../sowing/sown.ts';

/** A batch's state as far as thinning goes. */
type Thinning = Pick<BatchState, 'toThin' | 'upWhenThinned' | 'sprouts' | 'counts' | 'stage'>;

/** Seedlings that have come up beside another where several were sown to each container, since they were last thinned: how many there are to be expected. */
export function besideOthers({ plan }: Pick<Batch, 'plan'>, { upWhenThinned, sprouts, counts, stage }: Thinning): number {
  const sowing = sownBy(plan.method.stages, stage);
  if (!sowing) return 0;
  const up = sprouts.reduce((sum, { count }) => sum + count, 0);
  const beside = besideAnother(sowing, up, plan.seeds) - besideAnother(sowing, upWhenThinned, plan.seeds);
  return Math.min(beside, countIn(counts, ['potted', 'established']));
}

/** Seedlings that share a container with one that is to stay, and make no plant of their own: those that were potted so, and those that have come up so. */
export function toThin(batch: Pick<Batch, 'plan'>, state: Thinning): number {
  return Math.min(state.toThin + besideOthers(batch, state), countIn(state.counts, ['potted', 'established']));
}
