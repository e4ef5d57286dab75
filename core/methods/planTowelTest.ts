import type { Plan } from '@chill/model/batch.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { type Evidence, prospectOf, rangeOf } from '../chance/prospect.ts';
import type { BetaShare } from '../chance/shares.ts';
import type { SwingingPlace } from '../chill/met.ts';
import type { Brought } from '../chill/requirement.ts';
import { planForward } from './chain.ts';
import { type ResolvedStage, resolveMethod } from './resolve.ts';
import { towelTestMethod } from './schools.ts';
import { sproutingStage } from './stageOrder.ts';
import { testLinks } from './towelTest.ts';

/** What a towel test of a lot rests on. */
export interface TestGiven extends Brought {
  viable: BetaShare;
  /** Tests before it. */
  evidence?: readonly Evidence[] | undefined;
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
  const resolved = resolveMethod(species, method, { places, ...brought });
  const warm = resolved[sproutingStage(method)] as ResolvedStage;
  const came = prospectOf(testLinks(species, { method, resolved, warm_days: warm.days, viable, brought }), undefined, evidence);
  return {
    seeds,
    // A test wants no plants; what it asks for is its own seeds, begun on its day.
    wish: { plants: seeds, confidence: 0.5, timing: { by: 'startOn', date: start } },
    way: method,
    stages: planForward(resolved, start),
    expects: rangeOf(seeds, came),
  };
}
