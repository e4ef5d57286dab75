import type { Genus } from '@chill/model/genus.ts';
import type { Hazard, HazardCode, Species, TaxonHazards } from '@chill/model/species.ts';
import { say } from '@chill/words/seedForm.ts';
import { worded } from '@chill/words/tables.ts';

/** What each kind of hazard asks for, whatever the species; local rules come first. */
const ASKS: Record<HazardCode, string> = worded(say, {
  toxic: 'notFood',
  irritant: 'gloves',
  protected: 'permitNeeded',
  regulated: 'checkLocalRules',
  unknown: 'treatAsPoisonous',
});

/** What is said of seed of which nobody knows whether it is harmful. */
export const NOT_KNOWN: Hazard = {
  code: 'unknown',
  get note() {
    return say('perhapsPoisonous');
  },
};

/** What holds for any seed that is sent or carried over a border; local rules come first. Plant health law of the EU since 2019, and of most countries. */
export const borderCaution = (): string => say('overBorder');

/** The cautions of a species, each said once with what to do. */
export function cautionsOf({ hazards }: Pick<Species, 'hazards'>): string[] {
  return hazards.map(({ code, note }) => `${note} ${ASKS[code]}`);
}

/** What the handbook knows of harm beyond its species. */
export interface HazardLists {
  genera: readonly Pick<Genus, 'genus' | 'hazards'>[];
  taxa: readonly TaxonHazards[];
}

/**
 * The hazards of a species. Of one that the handbook ships, its own: it was looked at, and where it names none, none is known. Of any other, its own, its
 * genus's and its family's together, each kind once in the nearest one's words: one note says nothing of the other kinds of harm. Where nothing at all is
 * known, that is said. Never silently none.
 */
export function hazardsOf(
  species: Pick<Species, 'scientific' | 'family' | 'hazards' | 'standsFor'>,
  { genera, taxa }: HazardLists,
): Hazard[] {
  const own = species.hazards.filter(({ code }) => code !== 'unknown');
  if (species.standsFor === undefined) return own;
  const name = species.scientific.split(' ')[0];
  const genus = genera.find((one) => one.genus === name);
  const listed = taxa.filter((one) => one.name === (one.rank === 'genus' ? name : species.family));
  // A genus comes before its family.
  listed.sort((a, b) => (a.rank === b.rank ? 0 : a.rank === 'genus' ? -1 : 1));
  const known = [...own, ...(genus?.hazards ?? []), ...listed.flatMap(({ hazards }) => hazards)];
  if (known.length === 0 && !genus) return [NOT_KNOWN];
  return known.filter(({ code }, i) => known.findIndex((one) => one.code === code) === i);
}
