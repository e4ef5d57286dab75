import { type Refusal, refusal } from '@chill/model/refusal.ts';
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
export const countFirst = () => say('countSwollenFirst');

/** True for hard-coated seed in water that nobody has looked at yet: whether its coat opened is not known. */
export function wantsCount(species: Pick<Species, 'hardCoat'>, { swellings }: { swellings: readonly unknown[] }, kind: StageKind): boolean {
  return species.hardCoat !== undefined && swellings.length === 0 && STAGES[kind].water === 'soaking';
}

/** What is wrong with a check that the model takes: seed that is lighter wet than dry was weighed wrongly. */
export function swellingFault(swelling: Swelling): Refusal | undefined {
  const lighter = swelling.by === 'weight' && swelling.wet_g < swelling.dry_g;
  return lighter ? refusal(say.of('lighterWetThanDry'), 'swelling.wet_g') : undefined;
}

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
 * @throws {RangeError} for a check that the model or {@link swellingFault} would refuse.
 */
export function swellingOf(swelling: Swelling): Swollen {
  if (swelling.by === 'count') {
    const { soaked, swollen } = swelling;
    if (!(soaked >= 1 && swollen <= soaked)) throw new RangeError(`${swollen} of ${soaked} cannot have swollen.`);
    const share = swollen / soaked;
    return { share, estimated: false, took: share >= TAKEN_FROM };
  }
  const { dry_g, wet_g } = swelling;
  if (!(dry_g > 0 && wet_g >= dry_g)) throw new RangeError(`${dry_g} g dry and ${wet_g} g wet cannot be.`);
  const gain = (wet_g - dry_g) / dry_g;
  const share = Math.min(1, gain / FULL_GAIN);
  return { share, gain, estimated: true, took: share >= TAKEN_FROM };
}
