import type { Species } from '@chill/model/species.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/schedule.ts';
import { type PlainKey, type Sentence, wording } from '@chill/words/subject.ts';
import { shortDate } from '../calendar/dates.ts';
import type { Situation } from '../follow/situation.ts';
import type { Projection } from '../forecast/project.ts';
import { STAGES } from '../kinds/stages.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import { harmsByTouch } from '../lot/harm.ts';

type Name = PlainKey<typeof say>;

/** What is said of a stage, by key: its name; what beginning it is called, and how it is done; what is done at its end; the caution that belongs there, if any. */
interface StageWords {
  name: Name;
  begin: Name;
  hint: Name;
  /** Said in its place of seed whose floaters are hollow. */
  hintWhereSinkersAreSound?: Name;
  /** What is done with the seed when the stage ends. */
  end: 'takeOut' | 'drain' | 'done';
  caution?: Name;
  /** The caution where the seed is poisonous, irritant or unknown, besides those of its species. */
  cautionOfPoison?: Name;
}

const STAGE_WORDS: Record<StageKind, StageWords> = {
  dryStore: {
    name: 'dryStore',
    begin: 'putIntoDryStorage',
    hint: 'paperDryAiryLabelFirst',
    end: 'done',
  },
  clean: {
    name: 'clean',
    begin: 'cleanSeed',
    hint: 'fleshFluffFeedMouldRub',
    end: 'done',
  },
  soak: {
    name: 'soak',
    begin: 'startSoak',
    hint: 'lukewarmWaterOvernight',
    hintWhereSinkersAreSound: 'lukewarmWaterOvernightFloatersOut',
    end: 'drain',
  },
  openCoat: {
    name: 'scarification',
    begin: 'scarify',
    hint: 'fileOrSandUntilPale',
    end: 'done',
    caution: 'clampSeedCutAwayFrom',
    cautionOfPoison: 'dustOfPoisonousSeed',
  },
  hotWater: {
    name: 'hotWaterSoak',
    begin: 'pourHotWater',
    hint: 'justOffBoilSeveralTimes',
    end: 'drain',
    caution: 'scaldsPourAwayFromYou',
  },
  disinfect: {
    name: 'disinfection',
    begin: 'disinfect',
    hint: 'householdPeroxideOneOneWater',
    end: 'done',
    caution: 'glovesEyeCoverFreshAir',
  },
  smoke: {
    name: 'smoke',
    begin: 'startSmokeSoak',
    hint: 'overnightSmokeWaterStatedStrength',
    end: 'drain',
    caution: 'fireOutdoorsOnlyWithinLocal',
  },
  warmMoist: {
    name: 'warmStratification',
    begin: 'moveWarmth',
    hint: 'dampNotWetLabelFirst',
    end: 'takeOut',
  },
  coldMoist: {
    name: 'coldStratification',
    begin: 'putFridge',
    hint: 'dampThroughDropOrTwo',
    end: 'takeOut',
    caution: 'keepAwayFromFoodClosed',
  },
  coldDry: {
    name: 'dryColdStorage',
    begin: 'putFridgeDry',
    hint: 'paperEnvelopeInsideClosedTin',
    end: 'takeOut',
  },
  freezerTurns: {
    name: 'freezeThaw',
    begin: 'putFreezer',
    hint: 'dayFrozenDayFridgeSame',
    end: 'done',
  },
  outdoorWinter: {
    name: 'outdoorsOverWinter',
    begin: 'putOutdoors',
    hint: 'labelLastsWinterWireAgainst',
    end: 'done',
  },
  flood: {
    name: 'flooding',
    begin: 'floodPot',
    hint: 'waterStandsAboveSoilKept',
    end: 'done',
  },
  warmTowel: {
    name: 'warmTowel',
    begin: 'moveWarmTowel',
    hint: 'seedsFlatNotTouchingPressed',
    end: 'done',
    caution: 'heatMatWaterUseOutlet',
  },
  pot: {
    name: 'pots',
    begin: 'potThem',
    hint: 'twoThreeTimesSeedsThickness',
    end: 'done',
  },
};

/** What each stage is called on screen. */
export const stageName = wording('stageName', (kind: StageKind): string => say(STAGE_WORDS[kind].name));

/** What is done to begin a stage, in two or three words. */
export const beginsBy = (kind: StageKind): Sentence => say.of(STAGE_WORDS[kind].begin);

/** The caution where mould is handled. */
export const mouldCaution = () => say('doNotSniffMouldMask');

/** The caution that belongs at a stage, if any: short, never in the way. Defers to local rules and trained people. */
export function cautionAt(kind: StageKind): string | undefined {
  const { caution } = STAGE_WORDS[kind];
  return caution && say(caution);
}

/** What else is to be minded at a stage where the seed itself can harm: it, or what is not known of it. */
export function poisonCautionAt(kind: StageKind, species: Pick<Species, 'hazards'>): string | undefined {
  const { cautionOfPoison } = STAGE_WORDS[kind];
  return cautionOfPoison && harmsByTouch(species) ? say(cautionOfPoison) : undefined;
}

/** Title and hint for beginning a stage. */
export function beginWords(
  stage: ProjectedStage,
  seeds: number,
  situation: Pick<Situation, 'species'>,
): { title: Sentence; hint: Sentence } {
  const { hint: usual, hintWhereSinkersAreSound } = STAGE_WORDS[stage.kind];
  const { light, floatTest } = situation.species;
  const hint = (floatTest === 'sinkersAreSound' && hintWhereSinkersAreSound) || usual;
  const onTop = STAGES[stage.kind].course === 'grows' && light === 'needs light';
  return { title: beginsBy(stage.kind), hint: say.of('seedsHow', { seeds, how: say.of(onTop ? 'surfaceSeedNeedsLight' : hint) }) };
}

const ENDS = { takeOut: 'takeOutAct', drain: 'drainAct', done: 'doneAct' } as const;

/** Title and hint for ending a stage and going on to the next. */
export function moveWords(
  stage: ProjectedStage,
  next: ProjectedStage | undefined,
  projection: Projection,
  situation: Pick<Situation, 'today'>,
): { title: Sentence; hint: Sentence } {
  const { name, end } = STAGE_WORDS[stage.kind];
  const to = say.of(next ? STAGE_WORDS[next.kind].name : 'seedDone');
  if (end === 'takeOut')
    return { title: say.of(ENDS.takeOut), hint: say.of('thenNext', { pullHint: takeOutHint(stage, projection, situation.today), to }) };
  return {
    title: say.of(next ? STAGE_WORDS[next.kind].begin : ENDS.done),
    hint: say.of('sinceThen', { name: say.of(name), start: shortDate.of(stage.start, situation.today), end: say.of(ENDS[end]), to }),
  };
}

function takeOutHint(stage: ProjectedStage, { treatment }: Projection, today: string): Sentence {
  if (!treatment || STAGES[stage.kind].earns === 'warmth') return say.of('timeComplete');
  const week = Math.round(treatment.aWeekMore);
  const more = week > 0 ? say.of('anotherWeekWouldAdd', { week }) : week < 0 ? say.of('anotherWeekWouldLose', { week: -week }) : undefined;
  return today >= treatment.window.from
    ? say.of('ready', { readyNow: Math.round(treatment.releasedNow * 100), more })
    : say.of('planned', { end: shortDate.of(stage.end, today) });
}
