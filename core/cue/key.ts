import type { Species } from '@chill/model/species.ts';
import { NOT_KNOWN } from '../lot/cautions.ts';
import { CUE_NAMES, CUES, type CueName, cuesOf } from './cues.ts';
import type { CueProfile } from './fromProfile.ts';

/** What can be said of an unknown seed without a book; anything may be left out. */
export interface KeyAnswers {
  /** Whether a few, left in water overnight, are visibly larger. */
  swells?: 'yes' | 'no';
  winters?: 'cold' | 'mild';
  ground?: 'wet' | 'woods' | 'open' | 'burns';
  life?: 'annual' | 'perennial' | 'woody';
  ripens?: Species['ripens'];
  size?: 'dust' | 'small' | 'middle' | 'large';
  fruit?: Species['fruit'];
}

/** A test that would tell most about what is still in doubt. */
export interface TellingTest {
  cue: CueName;
  /** What is believed of the cue so far, 0 to 1. */
  chance: number;
  text: string;
}

/** A first guess at what an unknown seed waits for, from the handbook's species that answer alike. */
export interface KeyGuess {
  /** Share of the weight of species answering alike that wait for each cue. */
  chances: Record<CueName, number>;
  /** The cues that the guess takes as given. */
  cues: CueName[];
  /** Share of that weight which waits for just these main cues: how sure the guess is. */
  sure: number;
  profile: CueProfile;
  /** The most alike, the nearest first. */
  alike: Species[];
  tests: TellingTest[];
}

/** An answer fits a species that has the trait this much better than one that has not: people misjudge one time in eight. */
const FITS = 7;
/** Swelling is seen, not judged: it misleads one time in twenty, with thick stones that drink for days. Assumption. */
const SEEN = 19;

const SIZES: [KeyAnswers['size'] & string, number, number][] = [
  ['dust', 0, 1.3],
  ['small', 1.3, 3.5],
  ['middle', 3.5, 9],
  ['large', 9, 1000],
];

/** Cues that decide the recipe; light and alternating days only how it is laid out. */
const MAIN = CUE_NAMES.filter((cue) => CUES[cue].decides);

/**
 * Weighs every species of the handbook by how well it fits the answers, and reads the guess off that weight. With no answers it says what is usual
 * among all of them.
 */
export function keyGuess(answers: KeyAnswers, handbook: readonly Species[]): KeyGuess {
  const weighed = handbook
    .filter(({ standsFor }) => standsFor === undefined)
    .map((species) => ({ species, weight: fit(answers, species) }));
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0);
  const share = (has: (species: Species) => boolean) =>
    weighed.reduce((sum, { species, weight }) => sum + (has(species) ? weight : 0), 0) / total;
  const cueSets = new Map(weighed.map(({ species }) => [species, new Set(cuesOf(species).map(({ cue }) => cue))]));
  const has = (species: Species, cue: CueName) => cueSets.get(species)?.has(cue) ?? false;
  const chances = Object.fromEntries(CUE_NAMES.map((cue) => [cue, share((species) => has(species, cue))])) as Record<CueName, number>;

  // The likeliest set of main cues as a whole: cues that are each likely need not go together.
  const sets = new Map<string, number>();
  for (const { species, weight } of weighed) {
    const set = MAIN.filter((cue) => has(species, cue)).join(' ');
    sets.set(set, (sets.get(set) ?? 0) + weight);
  }
  const [likeliest, weight] = [...sets].reduce((best, one) => (one[1] > best[1] ? one : best));
  const cues = likeliest === '' ? [] : (likeliest.split(' ') as CueName[]);
  const same = weighed.filter(({ species }) => MAIN.filter((cue) => has(species, cue)).join(' ') === likeliest);
  const tests = CUE_NAMES.flatMap((cue) => {
    const { test } = CUES[cue];
    return test && !(cue === 'hardCoat' && answers.swells) ? [{ cue, chance: chances[cue], text: test }] : [];
  }).sort((a, b) => Math.abs(a.chance - 0.5) - Math.abs(b.chance - 0.5));
  return {
    chances,
    cues: [...cues, ...(chances.light > 0.5 ? (['light'] as const) : [])],
    sure: weight / total,
    profile: typicalOf(same, answers),
    alike: [...weighed]
      .sort((a, b) => b.weight - a.weight)
      .slice(0, 4)
      .map(({ species }) => species),
    tests: tests.slice(0, 2),
  };
}

function fit(answers: KeyAnswers, species: Species): number {
  const { flora, life, seed, ripens, fruit, hardCoat, heatPulse, smoke } = species;
  const mild = flora.some((one) => ['mediterranean', 'australia', 'southernAfrica', 'newZealand'].includes(one));
  const [, from, to] = SIZES.find(([name]) => name === answers.size) ?? [];
  const agrees: [unknown, boolean, number?][] = [
    [answers.swells, (answers.swells === 'no') === (hardCoat !== undefined && hardCoat.untreated < 0.5), SEEN],
    [answers.winters, (answers.winters === 'mild') === mild],
    [answers.ground, groundFits(answers.ground, species, heatPulse !== undefined || smoke !== undefined)],
    [
      answers.life,
      (answers.life === 'woody') === (life === 'tree' || life === 'shrub') && (answers.life !== 'annual' || life === 'annual'),
    ],
    [answers.ripens, answers.ripens === ripens],
    [answers.size, from !== undefined && to !== undefined && seed.length_mm >= from && seed.length_mm < to],
    [answers.fruit, answers.fruit === fruit],
  ];
  return agrees.filter(([answered]) => answered !== undefined).reduce((weight, [, agreed, fits = FITS]) => weight * (agreed ? fits : 1), 1);
}

function groundFits(ground: KeyAnswers['ground'], { flora, country }: Species, fire: boolean): boolean {
  if (ground === 'wet') return flora.includes('wetlands');
  if (ground === 'burns') return fire || /burn|fire/i.test(country);
  if (ground === 'woods') return /wood|forest/i.test(country);
  return /open|dry|prairie|grass|meadow|slope|heath|steppe/i.test(country);
}

/** The middle of what the species of one kind are and want, each counting by its weight. */
function typicalOf(those: { species: Species; weight: number }[], answers: KeyAnswers): CueProfile {
  const nearest = those.reduce((best, one) => (one.weight > best.weight ? one : best)).species;
  const middle = (pick: (species: Species) => number | undefined): number => {
    const values = those
      .flatMap(({ species, weight }) => {
        const value = pick(species);
        return value === undefined ? [] : [{ value, weight }];
      })
      .sort((a, b) => a.value - b.value);
    const half = values.reduce((sum, { weight }) => sum + weight, 0) / 2;
    let below = 0;
    for (const { value, weight } of values) {
      below += weight;
      if (below >= half) return value;
    }
    return 0;
  };
  const days = (pick: (species: Species) => { from: number; to: number } | { about: number } | undefined) => {
    const from = Math.round(middle((species) => ends(pick(species))?.from));
    return { from, to: Math.max(from + 7, Math.round(middle((species) => ends(pick(species))?.to))) };
  };
  const {
    id: _i,
    scientific: _s,
    common: _c,
    synonyms: _y,
    country: _o,
    sources: _r,
    evidence: _e,
    ways: _w,
    dormancy,
    cold,
    ...rest
  } = nearest;
  const { why: _why, ...kind } = dormancy;
  return {
    ...rest,
    dormancy: kind,
    // A likeness in cues says nothing of poison.
    hazards: [NOT_KNOWN],
    ...(answers.ripens && { ripens: answers.ripens }),
    ...(answers.fruit && { fruit: answers.fruit }),
    ...(rest.warmFirst && { warmFirst: { ...rest.warmFirst, days: days((species) => species.warmFirst?.days) } }),
    cold:
      cold.need === 'none' ? cold : { ...cold, days: days((species) => (species.cold.need === 'none' ? undefined : species.cold.days)) },
    usuallySound: middle((species) => species.usuallySound),
  };
}

function ends(advice: { from: number; to: number } | { about: number } | undefined): { from: number; to: number } | undefined {
  if (!advice) return undefined;
  return 'about' in advice ? { from: advice.about * 0.75, to: advice.about } : advice;
}
