import type { Batch } from '@chill/model/batch.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { countIn } from '../ledger/states.ts';
import { besideAnother, sownBy } from '../sowing/sown.ts';

/**
 * Seedlings that share a container with one that is to stay, and make no plant of their own: those that were potted so, and, until they have been thinned,
 * those that have come up beside another where several were sown to each.
 */
export function toThin({ plan }: Pick<Batch, 'plan'>, state: Pick<BatchState, 'toThin' | 'tended' | 'counts' | 'stage'>): number {
  const sowing = sownBy(plan.method.stages, state.stage);
  if (!sowing || state.tended.some(({ tending }) => tending === 'thin')) return state.toThin;
  return state.toThin + besideAnother(sowing, countIn(state.counts, ['potted', 'established']), plan.seeds);
}
