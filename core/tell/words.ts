import type { Species } from '@chill/model/species.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/schedule.ts';
import { type Sentence, spoken, wording } from '@chill/words/subject.ts';
import { shortDate } from '../calendar/dates.ts';
import type { Situation } from '../follow/situation.ts';
import type { Projection } from '../forecast/project.ts';
import { STAGES } from '../kinds/stages.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import { harmsByTouch } from '../lot/harm.ts';

/** What each stage is called on screen. */
export const stageName = wording('stageName', (kind: StageKind): string => spoken(STAGES[kind].words.name));

/** What is done to begin a stage, in two or three words. */
export const beginsBy = (kind: StageKind): Sentence => STAGES[kind].words.begin;

/** The caution where mould is handled. */
export const mouldCaution = () => say('doNotSniffMould');

/** The caution that belongs at a stage, if any: short, never in the way. Defers to local rules and trained people. */
export function cautionAt(kind: StageKind): string | undefined {
  const { caution } = STAGES[kind].words;
  return caution && spoken(caution);
}

/** What else is to be minded at a stage where the seed itself can harm: it, or what is not known of it. */
export function poisonCautionAt(kind: StageKind, species: Pick<Species, 'hazards'>): string | undefined {
  const { cautionOfPoison } = STAGES[kind].words;
  return cautionOfPoison && harmsByTouch(species) ? spoken(cautionOfPoison) : undefined;
}

/** Title and hint for beginning a stage. */
export function beginWords(
  stage: ProjectedStage,
  seeds: number,
  situation: Pick<Situation, 'species'>,
): { title: Sentence; hint: Sentence } {
  const { hint: usual, hintForSinkers } = STAGES[stage.kind].words;
  const { light, floatTest } = situation.species;
  const hint = (floatTest === 'sinkersAreViable' && hintForSinkers) || usual;
  const title = beginsAs(stage);
  if (stage.sown === 'here') {
    const sow = light === 'needs light' ? say.of('sowOnTheSurface') : STAGES.sown.words.hint;
    const whole = STAGES[stage.kind].course === 'sprouts' ? sow : say.of('sowAndGoOn', { sow, next: beginsBy(stage.kind) });
    return { title, hint: say.of('seedsAndHint', { seeds, hint: whole }) };
  }
  const onTop = STAGES[stage.kind].course === 'grows' && light === 'needs light';
  return { title, hint: say.of('seedsAndHint', { seeds, hint: onTop ? say.of('onTheSurface') : hint }) };
}

/** What is done to begin a stage as a batch has it: sown where it is sown there, brought into the warmth where it lies sown and is to come up. */
function beginsAs({ kind, sown }: Pick<ProjectedStage, 'kind' | 'sown'>): Sentence {
  if (sown === 'here') return beginsBy('sown');
  return sown && STAGES[kind].course === 'sprouts' ? say.of('intoWarmth') : beginsBy(kind);
}

const ENDS = { takeOut: 'takeOutAct', drain: 'drainAct', done: 'doneAct' } as const;

/** Title and hint for ending a stage and going on to the next. */
export function moveWords(
  stage: ProjectedStage,
  next: ProjectedStage | undefined,
  projection: Projection,
  situation: Pick<Situation, 'today'>,
): { title: Sentence; hint: Sentence } {
  const { name, end } = STAGES[stage.kind].words;
  const to = next ? STAGES[next.kind].words.name : say.of('seedDone');
  if (end === 'takeOut')
    return { title: say.of(ENDS.takeOut), hint: say.of('thenNext', { pullHint: takeOutHint(stage, projection, situation.today), to }) };
  return {
    title: next ? beginsAs(next) : say.of(ENDS.done),
    hint: say.of('sinceThen', { name, start: shortDate.of(stage.start, situation.today), end: say.of(ENDS[end]), to }),
  };
}

function takeOutHint(stage: ProjectedStage, { treatment }: Projection, today: string): Sentence {
  if (!treatment || STAGES[stage.kind].earns === 'warmth') return say.of('timeComplete');
  const week = Math.round(treatment.aWeekMore);
  const percent = Math.round(treatment.releasedNow * 100);
  if (today < treatment.window.from) return say.of('planned', { end: shortDate.of(stage.end, today) });
  if (week === 0) return say.of('ready', { percent });
  return week > 0 ? say.of('readyMoreNextWeek', { percent, week }) : say.of('readyLessNextWeek', { percent, week: -week });
}
