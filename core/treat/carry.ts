import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { neverBelow_C } from '../chill/chillingInjury.ts';
import { placesFor } from '../kinds/places.ts';
import { STAGES } from '../kinds/stages.ts';

/** What moving a batch to a place that its stage does not lie in would do to this seed. */
export type CarryFault = 'chillDies' | 'frozenDies' | 'frozenStops' | 'tooWarm' | 'tooCold' | 'notItsPlace';

/** Below this damp seed freezes through, °C. */
const FREEZES_C = -2;

/**
 * What would come of carrying a batch in `stage` to `place`; `undefined` where the stage may lie there. Frost does not hurt the damp seed of most temperate
 * species but earns nothing; seed that dies when it dries dies of frost as well.
 */
export function carryFault(stage: StageKind, place: Place, species: Pick<Species, 'storage' | 'chillHurts'>): CarryFault | undefined {
  const { water, suits } = STAGES[stage];
  const wet = water === 'damp' || water === 'soaking';
  if (wet && place.nominal_C < (neverBelow_C(species.chillHurts) ?? Number.NEGATIVE_INFINITY)) return 'chillDies';
  if (placesFor(stage, [place]).length > 0) return undefined;
  if (wet && place.nominal_C < FREEZES_C) return species.storage === 'recalcitrant' ? 'frozenDies' : 'frozenStops';
  if (suits === 'cold') return place.nominal_C > 10 ? 'tooWarm' : 'notItsPlace';
  if (suits === 'warm') return place.nominal_C < 10 ? 'tooCold' : 'notItsPlace';
  return 'notItsPlace';
}
