import type { HazardCode, Species } from '@chill/model/species.ts';

/** What each kind of hazard asks for, whatever the species; local rules come first. */
const ASKS: Record<HazardCode, string> = {
  toxic: 'Keep it closed and labelled NOT FOOD, away from food, children and animals; pour soaking water away.',
  irritant: 'Gloves, and wash your hands.',
  protected: 'Permit needed: ask the authority before collecting, and note the reference.',
  regulated: 'Check the local rules before growing it or planting it out.',
};

/** The cautions of a species, each said once with what to do. */
export function cautionsOf({ hazards }: Pick<Species, 'hazards'>): string[] {
  return hazards.map(({ code, note }) => `${note} ${ASKS[code]}`);
}
