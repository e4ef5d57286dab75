import type { DatedStage } from '@chill/model/stage.ts';

/** A stage as it was, is or will be. */
export interface ProjectedStage extends DatedStage {
  started: boolean;
  finished: boolean;
}
