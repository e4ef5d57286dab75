import type { DatedStage } from '@chill/model/stage.ts';
import { STAGES } from '../kinds/stages.ts';

/** A stage as it was, is or will be. */
export interface ProjectedStage extends DatedStage {
  started: boolean;
  finished: boolean;
  /** Whether the seed is sown as it begins, or lies sown already; absent where it lies loose. */
  sown?: SownAt;
}

/** Whether seed is sown as a stage begins, or was before. */
export type SownAt = 'here' | 'before';

/** Whether a stage is prepared at the bench: packed, or sown; what lies sown already is only carried there. */
export const preparedAtBench = ({ kind, sown }: Pick<ProjectedStage, 'kind' | 'sown'>): boolean =>
  sown ? sown === 'here' : STAGES[kind].packed;
