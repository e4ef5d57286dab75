import type { Lot, TowelResult } from '@chill/model/lot.ts';
import type { Method } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import type { Stage } from '@chill/model/stage.ts';
import { believedShare, type TestEvidence } from '../chance/prospect.ts';
import type { BetaShare, ShareRange } from '../chance/shares.ts';
import type { Brought } from '../chill/requirement.ts';
import { STAGES } from '../kinds/stages.ts';
import { broughtBy, testBegun } from '../lot/lotLedger.ts';
import { degreesPerDay, sproutedOfThoseThatWill, thermalTime } from '../sprout/thermalTime.ts';
import { chainOf } from './chain.ts';
import { type ChainLink, chainLink, seedLinks } from './chainLinks.ts';
import type { FollowedStage } from './followed.ts';
import { sproutingStage } from './stageOrder.ts';
import { followStages } from './stages.ts';

/** What of a lot decides how its towel tests are read. */
type TestedLot = Pick<Lot, 'wintered' | 'provenance' | 'storage'>;

/**
 * What the towel tests of a lot have shown, for {@link prospectOf}. What germinates there is viable × open coat × ripe × in no need of cold × sprouting at
 * that warmth in that time: the test tells of all of these together. `lot` says what its seed brought along; without it, nothing.
 */
export function towelEvidence(species: Species, tests: readonly TowelResult[], viable: BetaShare, lot?: TestedLot): TestEvidence[] {
  return tests.map((test) => {
    const { came, tested, warm_days } = test;
    const brought = lot ? broughtBy(lot) : {};
    const method = asItWent(test);
    const stages = followStages(method, { species, brought, start: testBegun(test), places: [] });
    return { came, tested, links: testLinks(species, { method, stages, warm_days, viable, brought }) };
  });
}

/** The method of a test with the warmth, and the dry storage, that it had. */
function asItWent({ method, warm_C, dry }: TowelResult): Method {
  const stages = method.stages.map((stage): Stage => {
    const { course, earns } = STAGES[stage.kind];
    if (course === 'sprouts') return { ...stage, temperature_C: warm_C };
    if (earns !== 'ripening' || !dry) return stage;
    const { days, temperature_C } = dry;
    return { ...stage, temperature_C, days: { least: days, best: days, most: days } };
  });
  return { ...method, stages };
}

/** How viable a lot is believed to be, with its towel tests taken in; 95 times in 100 within the range. */
export function believedViable(viable: BetaShare, evidence: readonly TestEvidence[]): ShareRange {
  return believedShare(chainLink({ cause: 'viable' }, viable), evidence);
}

/** A test as it is planned or went, and what its seed is and brings along. */
interface TestAlong {
  method: Method;
  stages: readonly FollowedStage[];
  warm_days: number;
  viable: BetaShare;
  brought: Brought;
}

/** The links of the chain by which a seed comes in a test. */
export function testLinks(species: Species, { method, stages, warm_days, viable, brought }: TestAlong): ChainLink[] {
  const law = thermalTime(species.sprouting);
  const { temperature_C } = stages[sproutingStage(method)] as FollowedStage;
  const chain = chainOf(species, method, stages, brought);
  const warmth = warm_days * degreesPerDay(temperature_C, 0, law);
  return [
    ...seedLinks(viable, species, method, chain),
    chainLink({ cause: 'released' }, chain.released),
    chainLink({ cause: 'inTime' }, { ofTimeScale: (times) => sproutedOfThoseThatWill(warmth / times, law) }),
  ];
}
