import type { Genus } from '@chill/model/genus.ts';
import type { Hazard, HazardCode, Species, TaxonHazards } from '@chill/model/species.ts';
import { say } from '@chill/words/seedForm.ts';
import { worded } from '@chill/words/tables.ts';

/** What each kind of hazard asks for, whatever the species; local rules come first. */
const ASKS: Record<HazardCode, string> = worded(say, {
  toxic: 'keepClosedLabelledNotFood',
  irritant: 'glovesWashYourHands',
  protected: 'permitNeededAskAuthorityBefore',
  regulated: 'checkLocalRulesBeforeGrowing',
  unknown: 'treatPoisonousClosedLabelledNot',
});

/** What is said of seed of which nobody knows whether it is harmful. */
export const NOT_KNOWN: Hazard = {
  code: 'unknown',
  get note() {
    return say('notKnownWhetherPoisonous');
  },
};

/** The cautions of a species, each said once with what to do. */
export function cautionsOf({ hazards }: Pick<Species, 'hazards'>): string[] {
  return hazards.map(({ code, note }) => `${note} ${ASKS[code]}`);
}

/** Whether seed must be kept as poisonous: it is, or nobody knows. */
export function keptAsPoison({ hazards }: Pick<Species, 'hazards'>): boolean {
  return hazards.some(({ code }) => code === 'toxic' || code === 'unknown');
}

/** What the handbook knows of harm beyond its species. */
export interface HazardLists {
  genera: readonly Pick<Genus, 'genus' | 'hazards'>[];
  taxa: readonly TaxonHazards[];
}

/**
 * The hazards of a species: its own; for an entry that the handbook does not ship, otherwise those of its genus; otherwise of its family; otherwise it is
 * said that they are not known. Never silently none.
 */
export function hazardsOf(
  species: Pick<Species, 'scientific' | 'family' | 'hazards' | 'standsFor'>,
  { genera, taxa }: HazardLists,
): Hazard[] {
  const own = species.hazards.filter(({ code }) => code !== 'unknown');
  // What is shipped was looked at: where it names none, none is known.
  if (own.length > 0 || species.standsFor === undefined) return own;
  const name = species.scientific.split(' ')[0];
  const genus = genera.find((one) => one.genus === name);
  const listed = taxa.find((one) => one.rank === 'genus' && one.name === name);
  if (genus || listed) return [...(genus?.hazards ?? []), ...(listed?.hazards ?? [])];
  return taxa.find((one) => one.rank === 'family' && one.name === species.family)?.hazards ?? [NOT_KNOWN];
}
