import type { Plan } from '@chill/model/batch.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { prospectOf, rangeOf, type TestEvidence } from '../chance/prospect.ts';
import type { BetaShare } from '../chance/shares.ts';
import type { SwingingPlace } from '../chill/met.ts';
import type { Brought } from '../chill/requirement.ts';
import type { FollowedStage } from '../follow/followed.ts';
import { sproutingStage } from '../follow/stageOrder.ts';
import { followStages } from '../follow/stages.ts';
import { testLinks } from '../follow/towelTest.ts';
import { dated } from './dated.ts';
import { towelTestMethod } from './schools.ts';

/** What a towel test of a lot rests on. */
export interface TestGiven extends Brought {
  viable: BetaShare;
  /** Tests before it. */
  evidence?: readonly TestEvidence[] | undefined;
}

/** The plan of a test on the towel with `seeds` seeds from `start`: a small batch of its own, looked at like any other and read when it is over. */
export function planTowelTest(
  species: Species,
  seeds: number,
  start: PlainDate,
  places: readonly SwingingPlace[],
  given: BetaShare | TestGiven,
): Plan {
  const { viable, evidence, ...brought }: TestGiven = 'viable' in given ? given : { viable: given };
  const method = towelTestMethod(species);
  const stages = followStages(method, { species, brought, start, places });
  const warm = stages[sproutingStage(method)] as FollowedStage;
  const came = prospectOf(testLinks(species, { method, stages, warm_days: warm.days, viable, brought }), undefined, evidence);
  return {
    seeds,
    // A test wants no plants; what it asks for is its own seeds, begun on its day.
    wish: { plants: seeds, confidence: 0.5, timing: { by: 'startOn', date: start } },
    method: method,
    stages: dated(stages),
    expects: rangeOf(seeds, came),
  };
}
