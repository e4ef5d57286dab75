import type { Batch } from '@chill/model/batch.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import { asMeasured } from '../chill/met.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { broughtBy } from '../lot/lotLedger.ts';
import { yearOf } from '../winter/climate.ts';
import type { FollowedStage } from './followed.ts';
import { type Outlook, outlookOf } from './outlook.ts';
import type { Situation } from './situation.ts';
import { followStages } from './stages.ts';

/** A batch followed: its stages as they went, go and are to come, and what comes of its seeds. */
export interface Followed {
  stages: FollowedStage[];
  outlook: Outlook;
}

/** Follows a batch by its plan and what has happened. Page, round, cures, season, promises and results read this one answer; none works out a stage again. */
export function follow(batch: Batch, state: BatchState, situation: Situation): Followed {
  const { species, lot, places, nursery, rot, today, temperatures: records = [] } = situation;
  const { method, stages: laid } = batch.plan;
  const stages = followStages(method, {
    species,
    rot,
    laid,
    year: yearOf(nursery),
    winters: nursery,
    brought: broughtBy(lot),
    start: (laid[0] as DatedStage).start,
    places: asMeasured(places, records, today),
    events: { state, today, places, records },
  });
  return { stages, outlook: outlookOf(batch, state, situation, stages) };
}
