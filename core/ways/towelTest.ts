import type { Plan } from '@chill/model/batch.ts';
import type { TowelResult } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { SwingingPlace } from '../chill/met.ts';
import { type Credit, NO_CREDIT } from '../chill/requirement.ts';
import { believedShare, type Evidence, type NamedLink, prospectOf, rangeOf } from '../lot/prospect.ts';
import type { BetaShare, ShareRange } from '../lot/viability.ts';
import { degreesPerDay, sproutedOfThoseThatWill, thermalTime } from '../sprout/thermalTime.ts';
import { planForward } from './chain.ts';
import { type ChainStage, chainOf, type ResolvedStage, resolveWay, SOUND_LINK, seedLinks, sproutingStage } from './resolve.ts';
import { towelTestWay } from './schools.ts';

/** What a towel test of a lot rests on. */
export interface TestGiven {
  sound: BetaShare;
  /** Moist cold that the lot brings along: what needs cold may have had it. */
  credit?: Credit | undefined;
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
  const { sound, credit, evidence } = 'sound' in given ? given : { sound: given, credit: undefined, evidence: undefined };
  const way = towelTestWay(species);
  const resolved = resolveWay(species, way, { places });
  const warm = resolved[sproutingStage(way)] as ResolvedStage;
  const came = prospectOf(
    testLinks(species, { way, warm_days: warm.days, warm_C: warm.temperature_C }, sound, credit),
    undefined,
    evidence,
  );
  return {
    seeds,
    // A test wants no plants; what it asks for is its own seeds, begun on its day.
    wish: { plants: seeds, confidence: 0.5, timing: { by: 'startOn', date: start } },
    way,
    stages: planForward(resolved, start),
    expects: rangeOf(seeds, came),
  };
}

/**
 * What the towel tests of a lot have shown, for {@link prospectOf}. What germinates there is sound × open coat × in no need of cold × sprouting at that
 * warmth in that time: the test tells of all of these together.
 */
export function towelEvidence(species: Species, tests: readonly TowelResult[], sound: BetaShare, credit?: Credit): Evidence[] {
  return tests.map((test) => ({ came: test.came, tested: test.tested, links: testLinks(species, test, sound, credit) }));
}

/** How viable a lot is believed to be, with its towel tests taken in; 95 times in 100 within the range. */
export function believedViable(sound: BetaShare, evidence: readonly Evidence[]): ShareRange {
  return believedShare({ key: SOUND_LINK, link: sound }, evidence);
}

function testLinks(
  species: Species,
  { way, warm_days, warm_C }: Pick<TowelResult, 'way' | 'warm_days' | 'warm_C'>,
  sound: BetaShare,
  credit: Credit = NO_CREDIT,
): NamedLink[] {
  const law = thermalTime(species.sprouting);
  const stages: ChainStage[] = way.stages.map(({ kind }) => ({ kind, temperature_C: warm_C, freed: 1, survives: 1 }));
  const chain = chainOf(species, way, stages, credit);
  const warmth = warm_days * degreesPerDay(warm_C, 0, law);
  return [
    ...seedLinks(sound, species, way, chain),
    { key: 'freed', link: chain.freed },
    { key: 'in time', link: { ofTimeScale: (times) => sproutedOfThoseThatWill(warmth / times, law) } },
  ];
}
