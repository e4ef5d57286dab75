import type { Evidence, Method, School } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import type { Medium, Stage } from '@chill/model/stage.ts';
import { say } from '@chill/words/methods.ts';
import { wordedRows } from '@chill/words/tables.ts';
import { TURNS_SURVIVAL } from '../chill/freezeThaw.ts';
import type { CoatOpening } from '../kinds/stages/kind.ts';
import { STAGES } from '../kinds/stages.ts';
import { percent } from '../units/percent.ts';
import { sownInstead, unsownId, withSowing } from './endings.ts';

interface SchoolWords {
  id: string;
  name: string;
  speaksFor: string;
  speaksAgainst: string;
}

/** The schools in the words of the trade: what each is called, and what is said for and against it anywhere. */
export const SCHOOLS: Record<Exclude<School, 'towelTest'>, SchoolWords> = wordedRows(say, ['name', 'speaksFor', 'speaksAgainst'], {
  towelInFridge: {
    id: 'towel-in-fridge',
    name: 'towelFridge',
    speaksFor: 'everySeedIsSeen',
    speaksAgainst: 'paperRotsInLongHolds',
  },
  mediumInFridge: {
    id: 'sand-in-fridge',
    name: 'sandFridge',
    speaksFor: 'safestForMonths',
    speaksAgainst: 'sproutsAreHidden',
  },
  pottedThenChilled: {
    id: 'potted-then-chilled',
    name: 'pottedThenChilled',
    speaksFor: 'noHandlingOfTinySeed',
    speaksAgainst: 'takesMostRoom',
  },
  outdoorWinter: {
    id: 'outdoor-winter',
    name: 'outdoorsOverWinter',
    speaksFor: 'realWinter',
    speaksAgainst: 'weatherDecides',
  },
  dryCold: {
    id: 'dry-cold',
    name: 'dryColdStorage',
    speaksFor: 'noHandlingNoMould',
    speaksAgainst: 'littleForColdNeeding',
  },
  freezerTurns: {
    id: 'freezer-turns',
    name: 'freezeThawThenFridge',
    speaksFor: 'hurryLateWinter',
    speaksAgainst: 'killsSomeSeed',
  },
  noCold: { id: 'no-cold', name: 'noCold', speaksFor: 'quickControlOthers', speaksAgainst: 'nothingForWinterNeeding' },
  warmThenCold: {
    id: 'warm-then-cold',
    name: 'warmThenCold',
    speaksFor: 'seasonsInOrder',
    speaksAgainst: 'long',
  },
});

/** Seed shorter than this, mm, or as light as dust, g a thousand, is not picked off a towel. */
const TINY_MM = 1.3;
const DUST_G = 0.1;

/** Whether seed is too small to be handled one by one. */
function isTiny({ length_mm, thousandSeeds_g }: Species['seed']): boolean {
  return length_mm < TINY_MM || thousandSeeds_g < DUST_G;
}

/** A school's method for a species, or why it makes none. */
export type SchoolAnswer = { method: Method } | { not: string };

/**
 * Makes the method of one school from what a species' seed waits for: the coat opened before the cold, smoke before the soak dries,
 * warmth before cold, flooding last. Used where the handbook has no recipe of that school, for genus defaults and for first guesses.
 */
export function schoolMethod(
  school: Exclude<School, 'towelTest'>,
  species: Omit<Species, 'methods'>,
  evidence: Evidence = 'sparse',
): SchoolAnswer {
  const stages = stagesOf(school, species);
  if (typeof stages === 'string') return { not: stages };
  const { id, name } = SCHOOLS[school];
  const { speaksFor, speaksAgainst } = wordsFor(school, species);
  return {
    method: {
      id,
      name: nameFor(school, species) ?? name,
      school,
      stages,
      evidence: school === 'freezerTurns' ? 'anecdotal' : evidence,
      speaksFor,
      speaksAgainst,
    },
  };
}

/** From this share on that needs no cold, going without is no control but the usual method. */
const MOSTLY_NONE = 0.5;

/** What is said for and against a school's method: of seed that hardly needs cold, the method without it is not the control. */
function wordsFor(
  school: Exclude<School, 'towelTest'>,
  { cold, seed }: Omit<Species, 'methods'>,
): Pick<SchoolWords, 'speaksFor' | 'speaksAgainst'> {
  const { speaksFor, speaksAgainst } = SCHOOLS[school];
  const without = cold.need === 'none' ? 1 : cold.releasedWithout;
  if (school === 'noCold' && without >= MOSTLY_NONE)
    return cold.need === 'none'
      ? { speaksFor: say('needsNoCold'), speaksAgainst: say('startInSeason') }
      : { speaksFor: say('quick'), speaksAgainst: say('germinatesAtOnce') };
  if (school === 'mediumInFridge' && seed.length_mm < SMALL_MM) return { speaksFor: say('leastRot'), speaksAgainst };
  return { speaksFor, speaksAgainst };
}
const SMALL_MM = 3;

/** A species that waits for no winter calls its plain method by what is done instead. */
function nameFor(school: School, species: Omit<Species, 'methods'>): string | undefined {
  if (school !== 'noCold' || species.cold.need === 'required') return undefined;
  if (species.hardCoat) return opener(species) === 'hotWater' ? say('hotWaterThenWarm') : say('scarifyThenWarm');
  if (species.smoke) return say('smokeThenWarm');
  if (species.afterRipening) return say('dryStoreThenWarm');
  return species.cold.need === 'none' ? say('sownOnce') : undefined;
}

function stagesOf(school: School, species: Omit<Species, 'methods'>): Stage[] | string {
  const { cold, warmFirst, seed } = species;
  const tiny = isTiny(seed);
  const asksCold = cold.need !== 'none';
  const noWinter = say('needsNoWinter');
  switch (school) {
    case 'towelInFridge':
      if (!asksCold) return noWinter;
      if (tiny) return say('tooSmallForTowel');
      if (cold.winters === 2) return say('paperRotsOverTwoWinters');
      return [...prepared(species), wet('coldMoist', 'towel'), ...sprouted(species)];
    case 'mediumInFridge':
      if (!asksCold) return noWinter;
      if (tiny) return say('tooSmallForSand');
      if (cold.winters === 2) return say('needsWarmthBetween');
      return [...prepared(species), wet('coldMoist', 'sand'), ...sprouted(species)];
    case 'pottedThenChilled':
      if (!asksCold) return noWinter;
      return [...prepared(species, true), ...seasons(species, 'ownPot'), ...afloat(species), { kind: 'pot' }];
    case 'outdoorWinter':
      if (!asksCold) return noWinter;
      return [...prepared(species, true), wet('outdoorWinter', 'outdoorFlat'), { kind: 'pot' }];
    case 'dryCold':
      if (!asksCold) return noWinter;
      if (species.storage !== 'orthodox') return say('dryingKills');
      if (!cold.dryColdWorks) return say('dryColdOnlyKeeps');
      return [...dried(species), wet('coldDry', 'envelope'), ...opened(species), ...sprouted(species)];
    case 'freezerTurns':
      if (!asksCold) return noWinter;
      if (species.storage !== 'orthodox') return say('frostKillsWetSeed');
      if (tiny) return say('tooSmallForTurns');
      if (warmFirst || cold.winters === 2) return say('needsWarmthBeforeFreezing', { loss: percent(1 - TURNS_SURVIVAL) });
      return [...prepared(species), { kind: 'freezerTurns' }, wet('coldMoist', 'towel'), ...sprouted(species)];
    case 'warmThenCold':
      if (!warmFirst) return say('needsNoWarmthFirst');
      if (!asksCold) return noWinter;
      return [...prepared(species, tiny), ...seasons(species, tiny ? 'ownPot' : 'sand'), ...sprouted(species)];
    case 'noCold':
      return [...prepared(species), ...(warmFirst ? [wet('warmMoist', tiny ? 'ownPot' : 'sand')] : []), ...sprouted(species)];
    case 'towelTest':
      return [...prepared(species), { kind: 'warmTowel' }];
  }
}

/** Whether a hard coat is better filed or scalded. */
function opener({ hardCoat, seed }: Pick<Species, 'hardCoat' | 'seed'>): CoatOpening | undefined {
  if (!hardCoat) return undefined;
  const small = seed.length_mm < 3;
  return hardCoat.hotWater >= hardCoat.openCoat - (small ? 0.1 : 0) ? 'hotWater' : 'openCoat';
}

function opened(species: Omit<Species, 'methods'>): Stage[] {
  const kind = opener(species);
  return kind ? [{ kind }] : [];
}

function dried({ fruit, afterRipening }: Omit<Species, 'methods'>): Stage[] {
  return [...(fruit === 'fleshy' ? ([{ kind: 'clean' }] as Stage[]) : []), ...(afterRipening ? ([{ kind: 'dryStore' }] as Stage[]) : [])];
}

/** What comes before the seed lies down to wait. Hot water and smoke are a soak of their own; seed sown dry on its pot wants none. */
function prepared(species: Omit<Species, 'methods'>, sownDry = false): Stage[] {
  const coat = opened(species);
  const soaked =
    coat.some(({ kind }) => STAGES[kind].water === 'soaking') || species.smoke !== undefined || sownDry || isTiny(species.seed);
  return [
    ...dried(species),
    ...coat,
    ...(soaked ? [] : ([{ kind: 'soak' }] as Stage[])),
    ...(species.smoke ? ([{ kind: 'smoke' }] as Stage[]) : []),
  ];
}

/** Warmth and cold in the order that the embryo wants them. */
function seasons({ warmFirst, cold }: Omit<Species, 'methods'>, medium: Medium): Stage[] {
  if (cold.need === 'none') return [];
  const chill = wet('coldMoist', medium);
  return [...(cold.winters === 2 ? [chill] : []), ...(warmFirst ? [wet('warmMoist', medium)] : []), chill];
}

function afloat({ flooding }: Omit<Species, 'methods'>): Stage[] {
  return flooding ? [wet('flood', 'ownPot')] : [];
}

/** How it sprouts: under water in its pot, on the towel, or, where too small for one, in the pot. */
function sprouted(species: Omit<Species, 'methods'>): Stage[] {
  if (species.flooding) return [...afloat(species), { kind: 'pot' }];
  return isTiny(species.seed) ? [{ kind: 'pot' }] : [{ kind: 'warmTowel' }, { kind: 'pot' }];
}

function wet(kind: Stage['kind'], medium: Medium): Stage {
  return { kind, medium };
}

const OFFERED = Object.keys(SCHOOLS) as Exclude<School, 'towelTest'>[];

/** The control of any trial: straight to the warmth, with nothing done to wake the seed. */
export const UNTREATED = 'untreated';

function untreatedMethod(species: Omit<Species, 'methods'>): Method {
  const tiny = isTiny(species.seed);
  return {
    id: UNTREATED,
    name: say('noTreatment'),
    school: 'noCold',
    stages: tiny ? [{ kind: 'pot' }] : [{ kind: 'soak' }, { kind: 'warmTowel' }, { kind: 'pot' }],
    evidence: 'commonly reported',
    speaksFor: say('controlOthers'),
    speaksAgainst: say('onlyNeedlessGerminate'),
  };
}

/** A method to weigh: the handbook's own, or one worked out from the school. */
export interface MethodToWeigh {
  method: Method;
  /** True where the handbook has no recipe of this school for the species. */
  workedOut: boolean;
}

/** All methods that can be laid side by side for a species, and the schools that make none, with the reason. */
export function methodsToWeigh(species: Species): { methods: MethodToWeigh[]; none: { school: School; name: string; reason: string }[] } {
  const methods: MethodToWeigh[] = species.methods.map((method) => ({ method, workedOut: false }));
  const none: { school: School; name: string; reason: string }[] = [];
  for (const school of OFFERED) {
    if (species.methods.some((method) => method.school === school)) continue;
    const answer = schoolMethod(school, species);
    if ('not' in answer) none.push({ school, name: SCHOOLS[school].name, reason: answer.not });
    else if (!species.methods.some((method) => method.id === answer.method.id)) methods.push({ method: answer.method, workedOut: true });
  }
  const control = untreatedMethod(species);
  const same = (method: Method) => JSON.stringify(method.stages) === JSON.stringify(control.stages);
  if (!methods.some(({ method }) => method.id === UNTREATED || same(method))) methods.push({ method: control, workedOut: true });
  return { methods: methods.map((one) => ({ ...one, method: withSowing(species, one.method) })), none };
}

/** Whether a method is what others are held against: nothing done, or at least no winter. */
export function isControl({ id, school }: Method): boolean {
  return id === UNTREATED || school === 'noCold';
}

/** The way that asks, on a towel, how much of a lot comes: the species' short cues, no winter. */
export function towelTestMethod(species: Species): Method {
  const stages = stagesOf('towelTest', species) as Stage[];
  return { id: 'towel-test', name: say('testTowel'), school: 'towelTest', stages, evidence: 'well established' };
}

/** The method of that id, listed or worked out, or `undefined` where a species has none such. */
export function findMethod(species: Species, id: string): Method | undefined {
  if (id === 'towel-test') return towelTestMethod(species);
  const method = methodsToWeigh(species).methods.find((one) => one.method.id === unsownId(id))?.method;
  return method && (method.id === id ? method : sownInstead(species, method));
}
