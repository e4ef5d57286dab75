import type { Species } from '@chill/model/species.ts';
import Fuse from 'fuse.js';
import { CUES, type CueName, cuesOf } from './cues.ts';

/** What a list of species is narrowed to besides words. */
export interface SpeciesFilter {
  cue?: CueName | undefined;
  dormancy?: Species['dormancy']['class'] | undefined;
}

/** How far a name may be from what was typed, 0 (the same) to 1 (anything), for it to count as a slip of the finger. */
const SLIP = 0.34;

/**
 * Species whose common name, scientific name, synonym or family holds every word typed, in any order; names that begin with it first. Where none
 * does, those whose names are a slip of the finger away, the nearest first. An empty query returns all of them.
 */
export function searchSpecies(query: string, handbook: readonly Species[], filter: SpeciesFilter = {}): Species[] {
  const among = handbook.filter((species) => passes(species, filter));
  const words = plain(query).split(' ').filter(Boolean);
  if (words.length === 0) return among;
  const begins = (species: Species) => names(species).some((name) => plain(name).startsWith(words[0] as string));
  const exact = handbook.filter((species) => {
    const text = plain([...names(species), species.family, ...cuesOf(species).map(({ cue }) => CUES[cue].name)].join(' '));
    return words.every((word) => text.includes(word));
  });
  if (exact.length > 0) return exact.filter((species) => passes(species, filter)).sort((a, b) => Number(begins(b)) - Number(begins(a)));
  if (plain(query).length < 4) return [];
  const entries = among.map((species) => ({ species, names: names(species).map(plain) }));
  const slips = new Fuse(entries, { keys: ['names'], threshold: SLIP, ignoreLocation: true, minMatchCharLength: 3 });
  return slips.search(plain(query)).map(({ item }) => item.species);
}

function passes(species: Species, { cue, dormancy }: SpeciesFilter): boolean {
  if (dormancy && species.dormancy.class !== dormancy) return false;
  return !cue || cuesOf(species).some((step) => step.cue === cue);
}

function names(species: Species): string[] {
  return [...species.common, species.scientific, ...species.synonyms];
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
