import type { Species, SpeciesFigures } from '@chill/model/species.ts';

/** A species with a nursery's own figures in the place of the handbook's; those that were in it before stay where no other stands for them. */
export function withFigures(species: Species, figures: SpeciesFigures | undefined): Species {
  if (!figures || Object.keys(figures).length === 0) return species;
  const { hardCoat } = species;
  const { viable, sprouts, establishes, openCoat, hotWater, cold, speed } = figures;
  return {
    ...species,
    figures: { ...species.figures, ...figures },
    ...(viable && { usuallyViable: viable.now }),
    ...(establishes && { pot: { ...species.pot, establishes: establishes.now } }),
    ...(hardCoat &&
      (openCoat || hotWater) && {
        hardCoat: { ...hardCoat, ...(openCoat && { openCoat: openCoat.now }), ...(hotWater && { hotWater: hotWater.now }) },
      }),
    ...(cold && species.cold.need !== 'none' && { cold: { ...species.cold, days: cold } }),
    ...((sprouts || speed) && {
      sprouting: { ...species.sprouting, ...(sprouts && { share: sprouts.now }), ...(speed && { days: speed }) },
    }),
  };
}
