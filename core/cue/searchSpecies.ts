import type { Species } from '@chill/model/species.ts';

/**
 * Species whose common name, scientific name, synonym or family holds every word typed, in any order; names that begin with it first.
 * An empty query returns all of them.
 */
export function searchSpecies(query: string, handbook: readonly Species[]): Species[] {
  const words = plain(query).split(' ').filter(Boolean);
  if (words.length === 0) return [...handbook];
  const names = (species: Species) => [...species.common, species.scientific, ...species.synonyms];
  const begins = (species: Species) => names(species).some((name) => plain(name).startsWith(words[0] as string));
  return handbook
    .filter((species) => {
      const text = plain([...names(species), species.family].join(' '));
      return words.every((word) => text.includes(word));
    })
    .sort((a, b) => Number(begins(b)) - Number(begins(a)));
}

/** Lower case, without accents, apostrophes or hyphens: what is typed with wet hands. */
function plain(text: string): string {
  return text
    .normalize('NFD')
    .replace(/[\u0300-\u036f’']/g, '')
    .replace(/-/g, ' ')
    .toLowerCase()
    .trim();
}
