import type { Genus } from '@chill/model/genus.ts';
import type { Method, School } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/cue.ts';
import { schoolMethod } from '../methods/schools.ts';

/** What a seed is and waits for, without a name or a recipe. */
export type CueProfile = Omit<Genus, 'genus' | 'common' | 'madeFrom'>;

/** What an entry made from a profile is called, and why it is believed. */
export interface ProfileName {
  id: string;
  scientific: string;
  common: string;
  country: string;
  why: string;
  source: string;
  standsFor: 'genus' | 'guess';
}

const ORDER: Exclude<School, 'towelTest'>[] = [
  'warmThenCold',
  'mediumInFridge',
  'towelInFridge',
  'pottedThenChilled',
  'outdoorWinter',
  'noCold',
];

/** An entry with the methods that its schools make, marked sparse: it is worked out, not on record. */
export function speciesFromProfile(profile: CueProfile, name: ProfileName): Species {
  const base: Omit<Species, 'methods'> = {
    ...profile,
    id: name.id,
    scientific: name.scientific,
    common: [name.common],
    synonyms: [],
    country: name.country,
    dormancy: { ...profile.dormancy, why: name.why },
    standsFor: name.standsFor,
    evidence: 'sparse',
    sources: [name.source],
  };
  const methods = ORDER.flatMap((school): Method[] => {
    // A seed that must have its winter is not offered to go without, here where nothing better is known.
    if (school === 'noCold' && base.cold.need === 'required') return [];
    const answer = schoolMethod(school, base);
    return 'method' in answer ? [answer.method] : [];
  });
  return { ...base, methods: methods };
}

/** A species of a genus whose usual behaviour is known, as an entry that says that it is a fallback. `epithet` may be left out. */
export function speciesOfGenus({ genus, common, madeFrom, ...profile }: Genus, epithet = ''): Species {
  const named = epithet
    .trim()
    .toLowerCase()
    .replace(/[^a-z-]/g, '');
  const scientific = named ? `${genus} ${named}` : `${genus} sp.`;
  return speciesFromProfile(profile, {
    id: `own-${genus.toLowerCase()}${named ? `-${named}` : ''}`,
    scientific,
    common: named ? scientific : common,
    country: say('growsInManyCountries', { genus }),
    why: madeFrom ? say('fallbackFromRelative', { relative: madeFrom }) : say('fallbackFromGenus', { genus }),
    source: madeFrom ? say('knownOfARelative', { madeFrom }) : say('knownOfTheGenus', { genus }),
    standsFor: 'genus',
  });
}

/**
 * Stand-ins for the genera of `species` that `known` leaves out: each has the figures of its first species, and names it. Of harm it says only
 * what hurts a person: what is protected or ruled is so species by species.
 */
export function generaOf(species: readonly Species[], known: readonly Genus[]): Genus[] {
  const taken = new Set(known.map(({ genus }) => genus));
  return species.flatMap((one): Genus[] => {
    const genus = one.scientific.split(' ')[0] as string;
    if (taken.has(genus)) return [];
    taken.add(genus);
    const {
      id: _id,
      scientific,
      common,
      synonyms: _names,
      country: _country,
      dormancy,
      sources: _sources,
      evidence: _evidence,
      methods: _ways,
      ...profile
    } = one;
    const { why: _why, ...sleep } = dormancy;
    const hazards = profile.hazards.filter(({ code }) => code === 'toxic' || code === 'irritant');
    return [{ ...profile, hazards, dormancy: sleep, genus, common: say('kin', { common: common[0] }), madeFrom: scientific }];
  });
}
