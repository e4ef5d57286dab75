import type { Plan } from '@chill/model/batch.ts';
import type { Lot, TowelResult } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { Stage } from '@chill/model/stage.ts';
import type { Way } from '@chill/model/way.ts';
import { believedShare, type Evidence, type NamedLink, prospectOf, rangeOf } from '../chance/prospect.ts';
import type { BetaShare, ShareRange } from '../chance/shares.ts';
import type { SwingingPlace } from '../chill/met.ts';
import type { Brought } from '../chill/requirement.ts';
import { STAGES } from '../kinds/stages.ts';
import { broughtBy, testBegun } from '../lot/lotLedger.ts';
import { degreesPerDay, sproutedOfThoseThatWill, thermalTime } from '../sprout/thermalTime.ts';
import { planForward } from './chain.ts';
import { chainOf, type ResolvedStage, resolveWay, SOUND_LINK, seedLinks, sproutingStage } from './resolve.ts';
import { towelTestWay } from './schools.ts';

/** What a towel test of a lot rests on. */
export interface TestGiven extends Brought {
  sound: BetaShare;
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
  const { sound, evidence, ...brought }: TestGiven = 'sound' in given ? given : { sound: given };
  const way = towelTestWay(species);
  const resolved = resolveWay(species, way, { places, ...brought });
  const warm = resolved[sproutingStage(way)] as ResolvedStage;
  const came = prospectOf(testLinks(species, { way, resolved, warm_days: warm.days, sound, brought }), undefined, evidence);
  return {
    seeds,
    // A test wants no plants; what it asks for is its own seeds, begun on its day.
    wish: { plants: seeds, confidence: 0.5, timing: { by: 'startOn', date: start } },
    way,
    stages: planForward(resolved, start),
    expects: rangeOf(seeds, came),
  };
}

/** What of a lot decides how its towel tests are read. */
type TestedLot = Pick<Lot, 'wintered' | 'provenance' | 'storage'>;

/**
 * What the towel tests of a lot have shown, for {@link prospectOf}. What germinates there is sound × open coat × ripe × in no need of cold × sprouting at
 * that warmth in that time: the test tells of all of these together. `lot` says what its seed brought along; without it, nothing.
 */
export function towelEvidence(species: Species, tests: readonly TowelResult[], sound: BetaShare, lot?: TestedLot): Evidence[] {
  return tests.map((test) => {
    const { came, tested, warm_days } = test;
    const brought = lot ? broughtBy(lot, testBegun(test)) : {};
    const way = asItWent(test);
    const resolved = resolveWay(species, way, { places: [], ...brought });
    return { came, tested, links: testLinks(species, { way, resolved, warm_days, sound, brought }) };
  });
}

/** The way of a test with the warmth, and the dry storage, that it had. */
function asItWent({ way, warm_C, dry }: TowelResult): Way {
  const stages = way.stages.map((stage): Stage => {
    const { course, earns } = STAGES[stage.kind];
    if (course === 'sprouts') return { ...stage, temperature_C: warm_C };
    if (earns !== 'ripening' || !dry) return stage;
    const { days, temperature_C } = dry;
    return { ...stage, temperature_C, days: { least: days, best: days, most: days } };
  });
  return { ...way, stages };
}

/** How viable a lot is believed to be, with its towel tests taken in; 95 times in 100 within the range. */
export function believedViable(sound: BetaShare, evidence: readonly Evidence[]): ShareRange {
  return believedShare({ key: SOUND_LINK, link: sound }, evidence);
}

/** A test as it is planned or went, and what its seed is and brings along. */
interface TestAlong {
  way: Way;
  resolved: readonly ResolvedStage[];
  warm_days: number;
  sound: BetaShare;
  brought: Brought;
}

function testLinks(species: Species, { way, resolved, warm_days, sound, brought }: TestAlong): NamedLink[] {
  const law = thermalTime(species.sprouting);
  const { temperature_C } = resolved[sproutingStage(way)] as ResolvedStage;
  const chain = chainOf(species, way, resolved, brought);
  const warmth = warm_days * degreesPerDay(temperature_C, 0, law);
  return [
    ...seedLinks(sound, species, way, chain),
    { key: 'freed', link: chain.freed },
    { key: 'in time', link: { ofTimeScale: (times) => sproutedOfThoseThatWill(warmth / times, law) } },
  ];
}
