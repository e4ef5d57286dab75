import type { Species } from '@chill/model/species.ts';
import type { StageKind } from '@chill/model/stage.ts';
import type { Swelling } from '@chill/model/treatment.ts';
import { say } from '@chill/words/mix.ts';
import { STAGES } from '../kinds/stages.ts';

/** A soak that swells a smaller share of the seed than this did not take: split the batch. */
export const TAKEN_FROM = 0.6;

/** Seed that has drunk its fill has gained about its own mass: "to double the weight or more". Assumption. */
export const FULL_GAIN = 1;

/** What is said wherever a hard-coated batch could leave its soak uncounted. */
export const countFirst = () => say('countSwollenFirstHardSeed');

/** True for hard-coated seed in water that nobody has looked at yet: whether its coat opened is not known. */
export function wantsCount(species: Pick<Species, 'hardCoat'>, { swellings }: { swellings: readonly unknown[] }, kind: StageKind): boolean {
  return species.hardCoat !== undefined && swellings.length === 0 && STAGES[kind].water === 'soaking';
}

/** Seed that is lighter wet than dry was weighed wrongly. */
export const lighterWet = () => say.of('weighsLessWetThanDry');

/** How far a soak took. */
export interface Swollen {
  /** Share of the seeds that have swollen, 0 to 1; from a weight it is an estimate. */
  share: number;
  /** Gain in mass, as a part of the dry mass; absent where they were counted. */
  gain?: number;
  estimated: boolean;
  took: boolean;
}

/**
 * Whether a soak took: swollen of soaked, or the gain in mass, (wet − dry) / dry.
 * @throws {RangeError} for more swollen than soaked, or seed that is lighter wet than dry.
 */
export function swellingOf(swelling: Swelling): Swollen {
  if (swelling.by === 'count') {
    const { soaked, swollen } = swelling;
    if (!(soaked >= 1)) throw new RangeError('Soak at least one.');
    if (swollen > soaked) throw new RangeError('More have swollen than were soaked: count again.');
    const share = swollen / soaked;
    return { share, estimated: false, took: share >= TAKEN_FROM };
  }
  const { dry_g, wet_g } = swelling;
  if (!(dry_g > 0)) throw new RangeError('Weigh the seed dry, before it is soaked: above zero.');
  if (wet_g < dry_g) throw new RangeError('Seed that weighs less wet than dry has not swollen.');
  const gain = (wet_g - dry_g) / dry_g;
  const share = Math.min(1, gain / FULL_GAIN);
  return { share, gain, estimated: true, took: share >= TAKEN_FROM };
}
