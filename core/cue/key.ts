import type { Species } from '@chill/model/species.ts';
import { neverBelow_C } from '../chill/chillingInjury.ts';
import { NOT_KNOWN } from '../lot/cautions.ts';
import { CUE_NAMES, CUES, type CueName, cuesOf } from './cues.ts';
import type { CueProfile } from './fromProfile.ts';
import { KIND_COUNTS_FOR, WARM_KINDS, type WarmKind } from './warmKinds.ts';

/** What can be said of an unknown seed without a book; anything may be left out. */
export interface KeyAnswers {
  /** Whether a few, left in water overnight, are visibly larger. */
  swells?: 'yes' | 'no';
  /** Frost; mild with dry summers; frost-free with wet ones. */
  winters?: 'cold' | 'mild' | 'frostFree';
  ground?: 'wet' | 'woods' | 'open' | 'burns';
  /** A crop is a kitchen crop or a garden annual; an annual, a wild one. */
  life?: 'annual' | 'perennial' | 'woody' | 'crop';
  ripens?: Species['ripens'];
  size?: 'dust' | 'small' | 'middle' | 'large';
  /** Fresh: taken out of a fleshy fruit within days, and never dried. */
  fruit?: Species['fruit'] | 'fresh';
}

/** What must not be done to a seed of which too little is known; `true` where it could kill. */
export interface Deadly {
  cold: boolean;
  /** Drying, and freezing with it: seed that drying kills is too wet to be frozen. */
  drying: boolean;
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
  /** Whether there is a guess; or only five to try, since what is likeliest could kill what is possible, or since nothing that is known answers so. */
  standing: 'guess' | 'tooLittleTold' | 'nothingAlike';
  deadly: Deadly;
  profile: CueProfile;
  /** The most alike, the nearest first. */
  alike: Species[];
  tests: TellingTest[];
}

/** An answer fits a species that has the trait this much better than one that has not: people misjudge one time in eight. */
const FITS = 7;
/** Whether frost comes where it grows wild is known: one answer in a hundred is wrong. Assumption. */
const KNOWN = 99;
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

/** From this share of the weight on a kind of seed is possible, and nothing is proposed that kills it. Assumption: a lot is worth more than a week. */
const POSSIBLE = 0.02;

/** An answer asks so much of a kind of seed: whether it is that, and how much a right answer counts. */
type Asked = [answered: unknown, agrees: boolean, fits?: number];

/** A species of the handbook, or one of the kinds that it has none of, as the key weighs it. */
interface Weighed {
  kind: CueProfile;
  species?: Species;
  weight: number;
  /** Answers that speak against it. */
  misses: number;
  main: string;
  cues: ReadonlySet<CueName>;
}

/**
 * Weighs every species of the handbook, and the kinds of seed that it has none of, by how well they fit the answers, and reads the guess off that weight.
 * Nothing is proposed that would kill a kind of seed which may still be the one asked about. With no answers it says what is usual among all of them.
 */
export function keyGuess(answers: KeyAnswers, handbook: readonly Species[]): KeyGuess {
  const weighed = [
    ...handbook
      .filter(({ standsFor }) => standsFor === undefined)
      .map((species) => weighedBy(askedOfSpecies(answers, species), { kind: species, species, counts: 1 })),
    ...WARM_KINDS.map((kind) => weighedBy(askedOfKind(answers, kind), { kind: kind.profile, counts: KIND_COUNTS_FOR })),
  ];
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0);
  const share = (has: (one: Weighed) => boolean) => weighed.reduce((sum, one) => sum + (has(one) ? one.weight : 0), 0) / total;
  const chances = Object.fromEntries(CUE_NAMES.map((cue) => [cue, share(({ cues }) => cues.has(cue))])) as Record<CueName, number>;
  const alone = Math.min(...weighed.map(({ misses }) => misses)) >= MISSES_ALONE;
  const deadly: Deadly = {
    cold: alone || share(({ kind }) => kind.flora.includes('frostFree') || neverBelow_C(kind.chillHurts) !== undefined) > POSSIBLE,
    drying: alone || share(({ kind }) => kind.storage === 'recalcitrant') > POSSIBLE,
  };
  const forbidden = new Set<CueName>([...(deadly.cold ? COLD_CUES : []), ...(deadly.drying ? DRY_CUES : [])]);
  const open = weighed.filter(({ cues }) => ![...forbidden].some((cue) => cues.has(cue)));
  const likeliest = likeliestSet(open);
  const tooLittle = likeliest.weight < likeliestSet(weighed).weight;
  const tests = CUE_NAMES.flatMap((cue) => {
    const { test } = CUES[cue];
    const told = (cue === 'hardCoat' && answers.swells) || forbidden.has(cue);
    return test && !told ? [{ cue, chance: chances[cue], text: test }] : [];
  }).sort((a, b) => Math.abs(a.chance - 0.5) - Math.abs(b.chance - 0.5));
  return {
    chances,
    cues: [...likeliest.cues, ...(chances.light > 0.5 ? (['light'] as const) : [])],
    sure: likeliest.weight / total,
    standing: alone ? 'nothingAlike' : tooLittle ? 'tooLittleTold' : 'guess',
    deadly,
    profile: careful(typicalOf(likeliest.those, answers), deadly),
    alike: weighed
      .flatMap(({ species, weight: counted }) => (species ? [{ species, counted }] : []))
      .sort((a, b) => b.counted - a.counted)
      .slice(0, 4)
      .map(({ species }) => species),
    tests: tests.slice(0, 2),
  };
}

/** With so many answers against the most alike, nothing is. Assumption. */
const MISSES_ALONE = 2;

/** The likeliest set of main cues as a whole, since cues that are each likely need not go together; and those that wait for just these. */
function likeliestSet(among: readonly Weighed[]): { weight: number; cues: CueName[]; those: Weighed[] } {
  const sets = new Map<string, number>();
  for (const { main, weight } of among) sets.set(main, (sets.get(main) ?? 0) + weight);
  const [set, weight] = [...sets].reduce((best, one) => (one[1] > best[1] ? one : best));
  return { weight, cues: set === '' ? [] : (set.split(' ') as CueName[]), those: among.filter(({ main }) => main === set) };
}

const COLD_CUES: readonly CueName[] = ['cold', 'secondWinter'];
const DRY_CUES: readonly CueName[] = ['afterRipening'];

/** Seed that drying might kill is kept as one that it does: damp, and never frozen. */
function careful(profile: CueProfile, { drying }: Deadly): CueProfile {
  if (!drying || profile.storage === 'recalcitrant') return profile;
  return { ...profile, storage: 'recalcitrant', drying: profile.drying ?? MOST_TENDER };
}

const MOST_TENDER = WARM_KINDS.flatMap(({ profile }) => profile.drying ?? []).reduce((least, one) =>
  one.livesInAir_days < least.livesInAir_days ? one : least,
);

function weighedBy(asked: Asked[], { kind, species, counts }: { kind: CueProfile; species?: Species; counts: number }): Weighed {
  const answered = asked.filter(([answer]) => answer !== undefined);
  const cues = new Set(cuesOf(kind).map(({ cue }) => cue));
  return {
    kind,
    ...(species && { species }),
    weight: answered.reduce((weight, [, agrees, fits = FITS]) => weight * (agrees ? fits : 1), counts),
    misses: answered.filter(([, agrees]) => !agrees).length,
    main: MAIN.filter((cue) => cues.has(cue)).join(' '),
    cues,
  };
}

function askedOfSpecies(answers: KeyAnswers, species: Species): Asked[] {
  const { flora, hardCoat, heatPulse, smoke, ripens } = species;
  const garden = flora.every((one) => one === 'garden');
  return [
    [answers.swells, (answers.swells === 'no') === (hardCoat !== undefined && hardCoat.untreated < 0.5), SEEN],
    // Of what is grown in gardens everywhere, the winters where it is grown say little.
    garden ? [answers.winters, true, FITS] : [answers.winters, answers.winters === wintersOf(flora), KNOWN],
    [
      answers.ground,
      groundFits(answers.ground, species, heatPulse !== undefined || smoke !== undefined) || (garden && answers.ground === 'open'),
    ],
    [answers.life, lifeFits(answers.life, species)],
    [answers.ripens, answers.ripens === ripens],
    ...askedOfSeed(answers, species),
  ];
}

/** Whether a species lives as was answered: what is grown in gardens counts as a crop, whatever it is in the wild. */
function lifeFits(answer: KeyAnswers['life'], { life, flora }: Pick<Species, 'life' | 'flora'>): boolean {
  const woody = life === 'tree' || life === 'shrub';
  if (answer === 'crop') return flora.includes('garden');
  if (answer === 'woody') return woody;
  return answer === 'perennial' ? !woody : life === 'annual';
}

/** Of the kinds that the handbook has no species of: they grow in most ground and ripen at any season. */
function askedOfKind(answers: KeyAnswers, { traits, profile }: WarmKind): Asked[] {
  const woody = answers.life === 'woody' || answers.life === 'perennial';
  return [
    [answers.swells, (answers.swells === 'no') === traits.hard, SEEN],
    // Of what is grown in gardens everywhere, the winters where it is grown say little.
    [answers.winters, traits.winters === 'any' || answers.winters === traits.winters, traits.winters === 'any' ? FITS : KNOWN],
    [answers.ground, answers.ground === 'open' || (!traits.crop && answers.ground !== 'burns')],
    [answers.life, traits.crop ? answers.life === 'crop' || answers.life === 'annual' : woody],
    ...askedOfSeed(answers, profile),
  ];
}

function askedOfSeed(answers: KeyAnswers, { seed, fruit }: CueProfile): Asked[] {
  const [, from, to] = SIZES.find(([name]) => name === answers.size) ?? [];
  return [
    [answers.size, from !== undefined && to !== undefined && seed.length_mm >= from && seed.length_mm < to],
    [answers.fruit, (answers.fruit === 'dry') === (fruit === 'dry')],
  ];
}

/** What the winters are like where a species grows. */
function wintersOf(flora: Species['flora']): KeyAnswers['winters'] {
  if (flora.includes('frostFree')) return 'frostFree';
  return flora.some((one) => MILD.has(one)) ? 'mild' : 'cold';
}
const MILD: ReadonlySet<Species['flora'][number]> = new Set(['mediterranean', 'australia', 'southernAfrica', 'newZealand']);

function groundFits(ground: KeyAnswers['ground'], { flora, country }: Species, fire: boolean): boolean {
  if (ground === 'wet') return flora.includes('wetlands');
  if (ground === 'burns') return fire || /burn|fire/i.test(country);
  if (ground === 'woods') return /wood|forest/i.test(country);
  return /open|dry|prairie|grass|meadow|slope|heath|steppe/i.test(country);
}

/** The middle of what the species of one kind are and want, each counting by its weight. */
function typicalOf(those: readonly Weighed[], answers: KeyAnswers): CueProfile {
  const nearest = those.reduce((best, one) => (one.weight > best.weight ? one : best)).kind;
  const middle = (pick: (kind: CueProfile) => number | undefined): number => {
    const values = those
      .flatMap(({ kind, weight }) => {
        const value = pick(kind);
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
  const days = (pick: (kind: CueProfile) => { from: number; to: number } | { about: number } | undefined) => {
    const from = Math.round(middle((kind) => ends(pick(kind))?.from));
    return { from, to: Math.max(from + 7, Math.round(middle((kind) => ends(pick(kind))?.to))) };
  };
  const { dormancy, cold, ...rest } = profileOf(nearest);
  return {
    ...rest,
    dormancy,
    // A likeness in cues says nothing of poison.
    hazards: [NOT_KNOWN],
    ...(answers.ripens && { ripens: answers.ripens }),
    ...(answers.fruit && { fruit: answers.fruit === 'dry' ? 'dry' : 'fleshy' }),
    ...(rest.warmFirst && { warmFirst: { ...rest.warmFirst, days: days((kind) => kind.warmFirst?.days) } }),
    cold: cold.need === 'none' ? cold : { ...cold, days: days((kind) => (kind.cold.need === 'none' ? undefined : kind.cold.days)) },
    usuallyViable: middle((kind) => kind.usuallyViable),
  };
}

/** A species' profile, without its name, its recipes and where they are from. */
function profileOf(kind: CueProfile | Species): CueProfile {
  if (!('methods' in kind)) return kind;
  const { id: _i, scientific: _s, common: _c, synonyms: _y, country: _o, sources: _r, evidence: _e, methods: _w, ...rest } = kind;
  const { why: _why, ...dormancy } = kind.dormancy;
  return { ...rest, dormancy };
}

function ends(advice: { from: number; to: number } | { about: number } | undefined): { from: number; to: number } | undefined {
  if (!advice) return undefined;
  return 'about' in advice ? { from: advice.about * 0.75, to: advice.about } : advice;
}
