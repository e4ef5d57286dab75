import type { Plan } from '@chill/model/batch.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { type BetaShare, meanShare } from '../lot/viability.ts';
import { planForward } from './chain.ts';
import { resolveWay } from './resolve.ts';
import { towelTestWay } from './schools.ts';

/** The plan of a test on the towel with `seeds` seeds from `start`: a small batch of its own, looked at like any other and read when it is over. */
export function planTowelTest(species: Species, seeds: number, start: PlainDate, places: readonly Place[], sound: BetaShare): Plan {
  const way = towelTestWay(species);
  const likely = Math.round(seeds * meanShare(sound));
  return {
    seeds,
    // A test wants no plants; what it asks for is its own seeds, begun on its day.
    wish: { plants: seeds, confidence: 0.5, timing: { by: 'startOn', date: start } },
    way,
    stages: planForward(resolveWay(species, way, { places }), start),
    expects: { low: Math.max(0, likely - 2), high: Math.min(seeds, likely + 2) },
  };
}
