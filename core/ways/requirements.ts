import type { Species } from '@chill/model/species.ts';
import { type Requirement, requirementFrom } from '../chill/requirement.ts';

/** What each cue demands, as distributions. Absent: the species does not ask for it. */
export function requirementsOf(species: Species): { ripening?: Requirement; warm?: Requirement; cold?: Requirement } {
  const { afterRipening, warmFirst, cold } = species;
  return {
    ...(afterRipening && { ripening: requirementFrom(afterRipening.days, afterRipening.freedWithout) }),
    ...(warmFirst && { warm: requirementFrom(warmFirst.days, warmFirst.freedWithout) }),
    ...(cold.need !== 'none' && { cold: requirementFrom(cold.days, cold.freedWithout) }),
  };
}
