import type { Batch } from '@chill/model/batch.ts';
import type { Sowing } from '@chill/model/container.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/schedule.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { addDays, daysBetween, later, nearDate, shortDate, spell } from '../calendar/dates.ts';
import { meanShare } from '../chance/shares.ts';
import type { Situation } from '../follow/situation.ts';
import { sproutingStage } from '../follow/stageOrder.ts';
import type { Projection } from '../forecast/project.ts';
import { placesFor } from '../kinds/places.ts';
import { keptDry, STAGES } from '../kinds/stages.ts';
import { decidedNext } from '../ledger/planInForce.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import { countIn } from '../ledger/states.ts';
import { viableOn } from '../lot/lotLedger.ts';
import { containersFor, growsAlone } from '../mix/containers.ts';
import { separation } from '../sowing/separating.ts';
import { sownBy } from '../sowing/sown.ts';
import { degreesPerDay, thermalTime } from '../sprout/thermalTime.ts';
import { beginWords, moveWords } from '../tell/words.ts';
import { POTS_EVERY_DAYS } from '../treat/intervals.ts';
import { frostSafeFrom } from '../winter/frost.ts';
import { benchLateness, freshWaterTasks, turnTasks } from './benchTasks.ts';
import { checkDue } from './checkDue.ts';
import { followUps, rootsInTheCold } from './followUps.ts';
import { growTasks, setOutTask } from './growTasks.ts';
import { type Draft, placeOf, type Task, type TaskContext, task } from './task.ts';
import { expectWords, warmTasks } from './warmTasks.ts';
import { wrongPlace } from './wrongPlace.ts';

/** Every task of a batch, due or to come, the earliest first. None once it is closed. */
export function tasksFor(batch: Batch, projection: Projection, situation: Situation): Task[] {
  const { state, stages } = projection;
  if (state.closedOn) return [];
  const index = state.stage;
  const stage = stages[index];
  if (!stage) return [];
  const context: TaskContext = { batch, projection, situation, index, stage };
  const found = state.underWay ? underWayTasks(context) : [beginTask(context)];
  return [...found, ...liftTasks(context), ...growTasks(context)].sort((a, b) => a.due.localeCompare(b.due));
}

/** Where a stage goes: the planned place if it still stands, otherwise the fittest. */
export function placeForStage(stage: Pick<ProjectedStage, 'kind' | 'placeId'>, situation: Pick<Situation, 'places'>): string | undefined {
  const stillThere = situation.places.find((place) => place.id === stage.placeId);
  return (stillThere ?? placesFor(stage.kind, situation.places)[0])?.id;
}

function beginTask(context: TaskContext): Task {
  const { batch, projection, situation, stage, index } = context;
  const first = index === 0;
  const due = first ? (batch.plan.stages[0]?.start as PlainDate) : (projection.state.stages[index - 1]?.finishedOn as PlainDate);
  const late = daysBetween(due, situation.today);
  const toPlaceId = placeForStage(stage, situation);
  return task(context, {
    kind: 'begin',
    due,
    placeId: toPlaceId,
    toPlaceId,
    ...beginWords(stage, batch.plan.seeds, situation),
    ...(late > 0 && {
      lateness: first ? lateStart(context, late) : say.of('lateBetweenStages', { late: spell.of(late) }),
      pressing: !first && late > 1,
    }),
  });
}

/** What starting late does to the end: plants that wait for the frost to be over anyway may lose nothing by it. */
function lateStart({ batch, projection: { plantOut }, situation: { nursery, today } }: TaskContext, late: number): Sentence {
  const planned = frostSafeFrom(batch.plan.stages.at(-1)?.end as PlainDate, nursery);
  const facts = { late: spell.of(late), plantOut: shortDate.of(plantOut, today) };
  return plantOut === planned
    ? say.of('lateAllTheSame', facts)
    : say.of('lateReadyInstead', { ...facts, end: shortDate.of(planned, today) });
}

function underWayTasks(context: TaskContext): Task[] {
  const { stage, index, batch } = context;
  const { course } = STAGES[stage.kind];
  const decided = decidedNext(context.projection.state);
  if (decided && course !== 'bench') return [moveTask(context, decided.on, undefined)];
  if (course === 'bench') return [moveTask(context, stage.end, benchLateness(context)), ...freshWaterTasks(context)];
  if (course === 'turns') return [moveTask(context, stage.end, undefined), ...turnTasks(context)];
  if (course === 'grows') return [setOutTask(context, context.projection.plantOut, placeOf(context)), ...potChecks(context)];
  if (index === sproutingStage(batch.plan.method)) return warmTasks(context);
  return waitingTasks(context);
}

function moveTask(context: TaskContext, due: PlainDate, late: Pick<Draft, 'lateness' | 'pressing'> | undefined): Task {
  const { projection, situation, index } = context;
  const next = projection.stages[index + 1];
  const toPlaceId = next && placeForStage(next, situation);
  return task(context, {
    kind: 'move',
    due,
    placeId: placeOf(context),
    toPlaceId,
    ...moveWords(context.stage, next, projection, situation),
    ...(late ?? wrongPlace(next, toPlaceId, situation)),
  });
}

/** Seed lying in the cold or the moist warmth: checks, and the day to take it out. */
function waitingTasks(context: TaskContext): Task[] {
  const { projection, situation, stage } = context;
  const treatment = projection.treatment;
  const out = treatment?.stage === context.index ? treatment.takeOutOn : stage.end;
  const move = moveTask(context, out, takeOutLateness(context));
  const next = checkTask(context);
  // On the day it comes out it is seen anyway.
  if (out <= situation.today) return [move];
  return [...followUps(context), ...(next.due < out ? [next, move] : [move])];
}

function takeOutLateness({ batch, projection, situation, index }: TaskContext): Pick<Draft, 'lateness' | 'pressing'> | undefined {
  const { treatment } = projection;
  if (treatment?.stage !== index || situation.today <= treatment.takeOutOn) return undefined;
  const late = spell.of(daysBetween(treatment.takeOutOn, situation.today));
  if (situation.today <= treatment.window.to) {
    return { lateness: say.of('pastBestDayNoLoss', { late, to: shortDate.of(treatment.window.to, situation.today) }) };
  }
  // The curve tells of a hundred viable seeds.
  const viable =
    countIn(projection.state.counts, ['waiting', 'swollen']) * meanShare(viableOn(situation.lot, situation.species, batch.madeOn));
  const lost = Math.round((Math.max(0, -treatment.aWeekMore) / 100) * viable);
  const costs = lost > 0 ? say.of('anotherWeekLoses', { seeds: lost }) : say.of('moreMouldThanGain');
  return { lateness: say.of('pastBestDay', { late, costs }), pressing: true };
}

function checkTask(context: TaskContext): Task {
  const { projection, situation, stage, index } = context;
  const { treatment } = projection;
  const { lastOn, due, longest, ...seen } = checkDue(context);
  const stalled = treatment?.stage === index && treatment.stalled;
  if (stalled) {
    return task(context, {
      kind: 'check',
      due: situation.today,
      placeId: placeOf(context),
      check: STAGES[stage.kind].check,
      title: say.of('check'),
      hint: say.of('receivesNothingHere'),
      lateness: say.of('dayHereIsLost'),
      pressing: true,
    });
  }
  const late = daysBetween(due, situation.today);
  return task(context, {
    kind: 'check',
    due,
    placeId: placeOf(context),
    check: STAGES[stage.kind].check,
    title: STAGES[stage.kind].check === 'dry' ? say.of('dry') : say.of('check'),
    hint: checkHint(context, seen),
    ...(late > 0 &&
      (situation.today <= longest
        ? { lateness: say.of('lateCanWaitUntil', { late: spell.of(late), longest: nearDate.of(longest, situation.today) }) }
        : { lateness: missedRisk(context, lastOn), pressing: true })),
  });
}

/** What a missed check risks, in seeds: what the rot curve loses between the last check and now, of which the first ones infect the others. */
function missedRisk({ projection, situation, index }: TaskContext, lastOn: PlainDate): Sentence {
  const { treatment, state } = projection;
  const seeds = countIn(state.counts, ['waiting', 'swollen']);
  const survives = treatment?.stage === index ? treatment.curve.survives : undefined;
  const at = (day: PlainDate) => survives?.[Math.max(0, Math.min(survives.length - 1, daysBetween(treatment?.since ?? day, day)))] ?? 1;
  const lost = seeds * (1 - at(situation.today) / at(lastOn));
  const since = say.of('notChecked', { days: spell.of(daysBetween(lastOn, situation.today)) });
  return lost >= 0.75 ? say.of('mayBeMouldy', { since, lost: Math.round(lost), seeds }) : say.of('oneMouldyMaySpread', { since });
}

function checkHint(
  { projection, situation, stage }: TaskContext,
  seen: { mouldy: boolean; rooted: boolean; drains: boolean; root?: PlainDate | undefined },
): Sentence {
  const week = Math.floor(daysBetween(stage.start, situation.today) / 7) + 1;
  const weeks = Math.max(week, Math.round(daysBetween(stage.start, projection.treatment?.takeOutOn ?? stage.end) / 7));
  const found = { week: say.of('week', { week, weeks }) };
  if (keptDry(stage.kind)) return say.of('checkDry', found);
  if (seen.rooted) return say.of('checkAfterRoot', found);
  if (seen.mouldy) return say.of('checkAfterMould', found);
  if (seen.drains) return say.of('checkAfterWet', found);
  if (seen.root && daysBetween(situation.today, seen.root) <= 4) return say.of('checkForRoots', found);
  return say.of('checkDamp', found);
}

/** Seedlings that came up together in a tray: separated on the day that loses least, counted from the day by which half of them were up. */
function separateTask(context: TaskContext, sowing: Sowing): Task {
  const { projection, situation, stage, batch } = context;
  const { counts, sprouts } = projection.state;
  const up = counts.sprouted;
  const { containers } = containersFor(batch.plan.seeds, sowing);
  const best = separation(situation.species, sowing, up, containers);
  const rate = Math.max(1, degreesPerDay(stage.temperature_C, 0, thermalTime(situation.species.sprouting)));
  const since = halfUpOn(sprouts, up) ?? situation.today;
  const due = addDays(since, Math.ceil(best.degreeDays / rate));
  const late = daysBetween(due, situation.today);
  const lost = (more_days: number) => Math.round(up * (best.lives - best.livesAfter(more_days * rate)));
  return task(context, {
    kind: 'lift',
    due,
    placeId: placeOf(context),
    title: say.of('prickOut'),
    hint: say.of(best.tangles ? 'prickOutBeforeTheyTangle' : 'prickOutAtPairs', {
      up,
      pairs: Math.round(best.pairs * 4) / 4,
      percent: Math.round(100 * best.lives),
      lost: lost(7),
    }),
    ...(late > 0 && { lateness: say.of('latePrickingOut', { late: spell.of(late), lost: Math.max(0, lost(late)) }), pressing: late > 7 }),
  });
}

/** The day by which half of those that are up and still stand together had come, the last first. */
function halfUpOn(sprouts: readonly { on: PlainDate; count: number }[], up: number): PlainDate | undefined {
  let rest = up / 2;
  for (const { on, count } of sprouts.toReversed()) {
    rest -= count;
    if (rest <= 0) return on;
  }
  return sprouts[0]?.on;
}

function potChecks(context: TaskContext): Task[] {
  const { projection, situation, stage, batch, index } = context;
  const { state, sprouting } = projection;
  const sproutsHere = index === sproutingStage(batch.plan.method) && sprouting && situation.today <= sprouting.allButDone;
  const watered = state.tended.findLast(({ tending }) => tending === 'water')?.on ?? stage.start;
  const last = later(watered, later(stage.start, state.checks.at(-1)?.on ?? stage.start));
  const due = addDays(last, sproutsHere ? 2 : POTS_EVERY_DAYS);
  const late = daysBetween(due, situation.today);
  const inPots = countIn(state.counts, ['potted', 'established']);
  return [
    task(context, {
      kind: 'check',
      due,
      placeId: placeOf(context),
      check: sproutsHere ? 'sprouts' : 'pots',
      title: sproutsHere ? say.of('count') : say.of('waterCount'),
      hint: sproutsHere
        ? say.of('dayExpect', { day: sprouting.day, expected: expectWords(sprouting, situation.today) })
        : say.of('potsAnyLost', { inPots }),
      ...(late > 0 && { lateness: say.of('seedlingsDryOut', { late: spell.of(late) }), pressing: late > 3 }),
    }),
  ];
}

/** Sprouts waiting to be lifted, wherever they showed. */
function liftTasks(context: TaskContext): Task[] {
  const { projection, situation, stage } = context;
  const { state } = projection;
  const up = state.counts.sprouted;
  if (up === 0 || context.batch.purpose === 'test') return [];
  const sowing = sownBy(context.batch.plan.method.stages, context.index);
  if (sowing && !growsAlone(sowing)) return [separateTask(context, sowing)];
  if (STAGES[stage.kind].course === 'grows') return [];
  const since = state.sprouts.at(-1)?.on ?? situation.today;
  const late = daysBetween(since, situation.today);
  const rest = rootsInTheCold(context);
  return [
    task(context, {
      kind: 'lift',
      due: since,
      placeId: placeOf(context),
      title: say.of('lift'),
      hint: rest ? say.of('potRootedNow', { count: up, rest }) : say.of('potAtLength', { up, liftAt: situation.species.liftAt_mm }),
      ...(late > 0 && { lateness: say.of('waitingRootsTear', { late: spell.of(late) }), pressing: late > 1 }),
    }),
  ];
}
