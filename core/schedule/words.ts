import type { Medium, StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/schedule.ts';
import { shortDate } from '../calendar/dates.ts';
import { STAGES } from '../kinds/stages.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import type { Projection } from './project.ts';
import type { Setting } from './setting.ts';

/** What is said of a stage: its name; what beginning it is called, and how it is done; what is done at its end; the caution that belongs there, if any. */
interface StageWords {
  name: string;
  begin: string;
  hint: string;
  /** What is done with the seed when the stage ends. */
  end: 'takeOut' | 'drain' | 'done';
  caution?: string;
}

const STAGE_WORDS: Record<StageKind, StageWords> = {
  dryStore: {
    get name() {
      return say('dryStore');
    },
    get begin() {
      return say('putIntoDryStorage');
    },
    get hint() {
      return say('paperDryAiryLabelFirst');
    },
    end: 'done',
  },
  clean: {
    get name() {
      return say('clean');
    },
    get begin() {
      return say('cleanSeed');
    },
    get hint() {
      return say('fleshFluffFeedMouldRub');
    },
    end: 'done',
  },
  soak: {
    get name() {
      return say('soak');
    },
    get begin() {
      return say('startSoak');
    },
    get hint() {
      return say('lukewarmWaterOvernightFloatersOut');
    },
    end: 'drain',
  },
  openCoat: {
    get name() {
      return say('scarification');
    },
    get begin() {
      return say('scarify');
    },
    get hint() {
      return say('fileOrSandUntilPale');
    },
    end: 'done',
    get caution() {
      return say('clampSeedCutAwayFrom');
    },
  },
  hotWater: {
    get name() {
      return say('hotWaterSoak');
    },
    get begin() {
      return say('pourHotWater');
    },
    get hint() {
      return say('justOffBoilSeveralTimes');
    },
    end: 'drain',
    get caution() {
      return say('scaldsPourAwayFromYou');
    },
  },
  disinfect: {
    get name() {
      return say('disinfection');
    },
    get begin() {
      return say('disinfect');
    },
    get hint() {
      return say('householdPeroxideOneOneWater');
    },
    end: 'done',
    get caution() {
      return say('glovesEyeCoverFreshAir');
    },
  },
  smoke: {
    get name() {
      return say('smoke');
    },
    get begin() {
      return say('startSmokeSoak');
    },
    get hint() {
      return say('overnightSmokeWaterStatedStrength');
    },
    end: 'drain',
    get caution() {
      return say('fireOutdoorsOnlyWithinLocal');
    },
  },
  warmMoist: {
    get name() {
      return say('warmStratification');
    },
    get begin() {
      return say('moveWarmth');
    },
    get hint() {
      return say('dampNotWetLabelFirst');
    },
    end: 'takeOut',
  },
  coldMoist: {
    get name() {
      return say('coldStratification');
    },
    get begin() {
      return say('putFridge');
    },
    get hint() {
      return say('dampThroughDropOrTwo');
    },
    end: 'takeOut',
    get caution() {
      return say('keepAwayFromFoodClosed');
    },
  },
  coldDry: {
    get name() {
      return say('dryColdStorage');
    },
    get begin() {
      return say('putFridgeDry');
    },
    get hint() {
      return say('paperEnvelopeInsideClosedTin');
    },
    end: 'takeOut',
  },
  freezerTurns: {
    get name() {
      return say('freezeThaw');
    },
    get begin() {
      return say('putFreezer');
    },
    get hint() {
      return say('dayFrozenDayFridgeSame');
    },
    end: 'done',
  },
  outdoorWinter: {
    get name() {
      return say('outdoorsOverWinter');
    },
    get begin() {
      return say('putOutdoors');
    },
    get hint() {
      return say('labelLastsWinterWireAgainst');
    },
    end: 'done',
  },
  flood: {
    get name() {
      return say('flooding');
    },
    get begin() {
      return say('floodPot');
    },
    get hint() {
      return say('waterStandsAboveSoilKept');
    },
    end: 'done',
  },
  warmTowel: {
    get name() {
      return say('warmTowel');
    },
    get begin() {
      return say('moveWarmTowel');
    },
    get hint() {
      return say('seedsFlatNotTouchingPressed');
    },
    end: 'done',
    get caution() {
      return say('heatMatWaterUseOutlet');
    },
  },
  pot: {
    get name() {
      return say('pots');
    },
    get begin() {
      return say('potThem');
    },
    get hint() {
      return say('twoThreeTimesSeedsThickness');
    },
    end: 'done',
  },
};

/** What each stage is called on screen. */
export function stageName(kind: StageKind): string {
  return STAGE_WORDS[kind].name;
}

/** What seed lies in, as it is told: "in damp sand". */
export const MEDIUM_NAMES: Record<Medium, string> = {
  get towel() {
    return say('dampTowel');
  },
  get film() {
    return say('plasticFilm');
  },
  get vermiculite() {
    return say('vermiculite');
  },
  get sand() {
    return say('dampSand');
  },
  get ownPot() {
    return say('ownPot');
  },
  get outdoorFlat() {
    return say('flatOutdoors');
  },
  get envelope() {
    return say('paperEnvelope');
  },
};

/** The caution where mould is handled. */
export const mouldCaution = () => say('doNotSniffMouldMask');

/** The caution that belongs at a stage, if any: short, never in the way. Defers to local rules and trained people. */
export function cautionAt(kind: StageKind): string | undefined {
  return STAGE_WORDS[kind].caution;
}

/** Title and hint for beginning a stage. */
export function beginWords(stage: ProjectedStage, seeds: number, setting: Pick<Setting, 'species'>): { title: string; hint: string } {
  const { begin, hint } = STAGE_WORDS[stage.kind];
  const onTop = STAGES[stage.kind].course === 'grows' && setting.species.light === 'needs light';
  return { title: begin, hint: say('seeds4', { seeds, how: onTop ? say('surfaceSeedNeedsLight') : hint }) };
}

const ENDS = {
  get takeOut() {
    return say('takeOutAct');
  },
  get drain() {
    return say('drainAct');
  },
  get done() {
    return say('doneAct');
  },
};

/** Title and hint for ending a stage and going on to the next. */
export function moveWords(
  stage: ProjectedStage,
  next: ProjectedStage | undefined,
  projection: Projection,
  setting: Pick<Setting, 'today'>,
) {
  const title = next ? STAGE_WORDS[next.kind].begin : ENDS.done;
  const to = next ? stageName(next.kind) : say('seedDone');
  const { name, end } = STAGE_WORDS[stage.kind];
  if (end === 'takeOut')
    return { title: ENDS.takeOut, hint: say('thenNext', { pullHint: pullHint(stage, projection, setting.today), to }) };
  return { title, hint: say('sinceThen', { name, start: shortDate(stage.start, setting.today), end: ENDS[end], to }) };
}

function pullHint(stage: ProjectedStage, { treatment }: Projection, today: string): string {
  if (!treatment || STAGES[stage.kind].earns === 'warmth') return say('timeComplete');
  const week = Math.round(treatment.aWeekMore);
  const more = week > 0 ? say('anotherWeekWouldAdd', { week }) : week < 0 ? say('anotherWeekWouldLose', { week: -week }) : '';
  return today >= treatment.window.from
    ? say('ready', { freedNow: Math.round(treatment.freedNow * 100), more })
    : say('planned', { end: shortDate(stage.end, today) });
}
