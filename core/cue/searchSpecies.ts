import type { Genus } from '@chill/model/genus.ts';
import type { Species } from '@chill/model/species.ts';

import { mistyped } from '../units/slips.ts';
import { CUES, type CueName, cuesOf } from './cues.ts';
import { generaNamed, SAY_NOTHING } from './nouns.ts';

/** What a list of species is narrowed to besides words. */
export interface SpeciesFilter {
  cue?: CueName | undefined;
  dormancy?: Species['dormancy']['class'] | undefined;
}

/**
 * Species whose common name, scientific name, synonym or family holds every word typed, in any order: what is called just that first, then names that begin
 * with it, then what people call by that word (`acorn`, `wild rose`). Where none does, those whose names are a slip of the finger away, the nearest first.
 * An empty query returns all.
 */
export function searchSpecies(query: string, handbook: readonly Species[], filter: SpeciesFilter = {}): Species[] {
  const among = handbook.filter((species) => passes(species, filter));
  const words = plain(query).split(' ').filter(Boolean);
  if (words.length === 0) return among;
  const telling = words.filter((word) => !SAY_NOTHING.has(word));
  const found = holding(words, handbook) ?? (telling.length > 0 && telling.length < words.length ? holding(telling, handbook) : undefined);
  if (found) return found.filter((species) => passes(species, filter));
  return mistyped(plain(query), among, (species) => names(species).map(plain));
}

/** Species that hold every word: what is called just that, those whose name begins with the first of them, those whose genus is called so, and the others. */
function holding(words: readonly string[], handbook: readonly Species[]): Species[] | undefined {
  const genera = generaCalled(words);
  const whole = words.join(' ');
  const rank = (species: Species): number => {
    if (names(species).some((name) => plain(name) === whole || `${plain(name)}s` === whole)) return -1;
    const text = plain([...names(species), species.family, ...cuesOf(species).map(({ cue }) => CUES[cue].name)].join(' '));
    const holds = words.every((word) => text.includes(word));
    const meant = genera.includes(genusOf(species));
    const begins = holds && names(species).some((name) => plain(name).startsWith(words[0] as string));
    if (begins && (meant || genera.length === 0)) return 0;
    return meant ? 1 : holds ? 2 : 3;
  };
  const ranked = handbook.map((species) => ({ species, rank: rank(species) })).filter((one) => one.rank < 3);
  return ranked.length > 0 ? ranked.sort((a, b) => a.rank - b.rank).map(({ species }) => species) : undefined;
}

/** The genera that words mean, with or without those that tell of no species. */
function generaCalled(words: readonly string[]): readonly string[] {
  const exactly = generaNamed(words);
  return exactly.length > 0 ? exactly : generaNamed(words.filter((word) => !SAY_NOTHING.has(word)));
}

const genusOf = ({ scientific }: Species) => plain(scientific.split(' ')[0] as string);

/**
 * The genus that stands in for a species which the handbook has not: named by the first word typed, or by what people call it. `undefined` where the
 * handbook has that very species, or knows no such genus.
 */
export function standInFor(
  query: string,
  handbook: readonly Species[],
  genera: readonly Genus[],
): { genus: Genus; epithet: string } | undefined {
  const words = plain(query).split(' ').filter(Boolean);
  if (handbook.some(({ scientific }) => plain(scientific) === words.join(' '))) return undefined;
  const [first = '', epithet = ''] = words;
  const byName = genera.find(({ genus }) => plain(genus) === first);
  if (byName) return { genus: byName, epithet };
  const called = generaCalled(words);
  const byNoun = genera.find(({ genus }) => called.includes(plain(genus)));
  return byNoun && { genus: byNoun, epithet: '' };
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
