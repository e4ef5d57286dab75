import type { Lot } from '@chill/model/lot.ts';
import type { Species } from '@chill/model/species.ts';

const named = new WeakMap<Species, Map<string, Species>>();

/** A species as a lot is of it: called by the lot's variety too ("Sweet pepper, Long Red"). The same object for the same two, so that what is computed of it is kept. */
export function asOfLot<Given extends Species | undefined>(species: Given, lot: Pick<Lot, 'variety'> | undefined): Given {
  const variety = lot?.variety;
  if (!species || !variety) return species;
  const known = named.get(species) ?? new Map<string, Species>();
  named.set(species, known);
  const made = known.get(variety) ?? { ...species, common: [nameWithVariety(species, variety), ...species.common.slice(1)] };
  known.set(variety, made);
  return made as Given;
}

/** A species' name with a variety of it. */
export const nameWithVariety = ({ common, scientific }: Pick<Species, 'common' | 'scientific'>, variety: string | undefined): string =>
  [common[0] ?? scientific, ...(variety ? [variety] : [])].join(', ');
