import type { Method } from '@chill/model/method.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import { addDays, dayNumber, later } from '../calendar/dates.ts';
import { mediumOf, STAGES } from '../kinds/stages.ts';
import { MINUTES } from '../kinds/tasks.ts';
import { kindOfEvent } from '../ledger/events/index.ts';
import type { BatchView } from '../nursery/reader.ts';
import type { Task } from '../tasks/task.ts';
import { checkEvery, POTS_EVERY_DAYS } from '../treat/intervals.ts';

/** Hands' work in one week: minutes, done or expected. */
export interface Week {
  from: PlainDate;
  minutes: number;
}

/** On the warm towel a look every other day, between the hours of the fast and the week of the slow. */
const TOWEL_EVERY_DAYS = 2;

/**
 * How many days sooner or later work may be done as well: a stage has its window; plants do not go out before the frost lets them; what the bench or the
 * pots ask for may wait. A look may fall half-way to the one before or after it, and no further than two days off.
 */
const MAY_MOVE = {
  begin: { sooner_days: 2, later_days: 2 },
  plantOut: { sooner_days: 0, later_days: 2 },
  other: { sooner_days: 0, later_days: 2 },
};
const lookMayMove = (every_days: number) => {
  const days = Math.min(2, Math.floor(every_days / 2));
  return { sooner_days: days, later_days: days };
};

/** Hands' work on a day, minutes, and how many days sooner or later it may be done as well. */
export interface DatedWork {
  on: PlainDate;
  minutes: number;
  sooner_days: number;
  later_days: number;
  what: 'begin' | 'check' | 'plantOut' | 'other';
  /** The stage that it is for; of planting out, the last. */
  stage: number;
  /** What the round asks for, where it does already: it says what is to be done. */
  task?: Task;
}

/**
 * What is still to be done for stages, but for planting out: each begun, and looked at as often as its medium asks.
 * What the batch's own tasks ask for already is left to them, and the next look is theirs.
 */
export function workAhead(
  method: Pick<Method, 'stages'>,
  stages: readonly (DatedStage & { started?: boolean; finished?: boolean })[],
  today: PlainDate,
  asked: readonly Task[] = [],
): DatedWork[] {
  const work: DatedWork[] = [];
  for (const [index, stage] of stages.entries()) {
    if (stage.finished) continue;
    const begun = stage.started || asked.some((task) => begins(task, index));
    if (!begun) work.push({ on: later(stage.start, today), minutes: MINUTES.begin, what: 'begin', stage: index, ...MAY_MOVE.begin });
    const { course } = STAGES[stage.kind];
    const medium = mediumOf(method.stages[index] ?? stage);
    const every =
      course === 'grows'
        ? POTS_EVERY_DAYS
        : course === 'sprouts'
          ? TOWEL_EVERY_DAYS
          : course === 'bench'
            ? undefined
            : checkEvery(medium, stage.temperature_C).usual;
    const from = later(asked.find((task) => task.stage === index && looks(task))?.due ?? stage.start, today);
    if (every !== undefined)
      for (let on = addDays(from, every); on < stage.end; on = addDays(on, every))
        work.push({ on, minutes: MINUTES.check, what: 'check', stage: index, ...lookMayMove(every) });
  }
  return work;
}

/** Whether a task begins a stage: by itself, or by moving what lies in the one before. */
const begins = ({ kind, stage }: Task, index: number): boolean =>
  (kind === 'begin' && stage === index) || (kind === 'move' && stage === index - 1);

/** Whether a task looks at seed or plants: pots are looked at as they are watered. */
const looks = ({ kind, tending }: Task): boolean => kind === 'check' || tending === 'water';

/** What was done for a batch by hand, entry by entry, as it was written down. */
export function workDone({ batch, projection: { state } }: Pick<BatchView, 'batch' | 'projection'>): Pick<DatedWork, 'on' | 'minutes'>[] {
  return batch.events.flatMap((event) =>
    event.kind !== 'reversed' && state.inForce.has(event.id) ? [{ on: event.on, minutes: kindOfEvent(event).minutes }] : [],
  );
}

/** Work by the week from a day on: what was recorded, and from today on what is expected. `weeks` weeks. */
export function workByWeek(batches: readonly BatchView[], from: PlainDate, weeks: number, today: PlainDate): Week[] {
  return byWeek([...batches.flatMap(workDone), ...expectedWork(batches, today)], from, weeks);
}

/** What is still to be done for batches, from today on. */
export function expectedWork(batches: readonly BatchView[], today: PlainDate): DatedWork[] {
  return batches.flatMap((view) => expectedWorkOf(view, today));
}

/**
 * What is still to be done for a batch, from today on; nothing once it is closed. What is due today is the round's own, task by task;
 * what the batch asks for next has the day and the minutes that its page tells.
 */
export function expectedWorkOf({ batch, tasks, projection: { state, stages, plantOut } }: BatchView, today: PlainDate): DatedWork[] {
  if (state.closedOn) return [];
  const asked = tasks.map((task): DatedWork => {
    const what = task.kind === 'begin' || task.kind === 'check' || task.kind === 'plantOut' ? task.kind : 'other';
    const may = what === 'check' ? lookMayMove(TOWEL_EVERY_DAYS) : MAY_MOVE[what];
    return { on: later(task.due, today), minutes: task.minutes, what, stage: task.stage, task, ...may };
  });
  const tomorrow = addDays(today, 1);
  const ahead = workAhead(batch.plan.method, stages, today, tasks);
  if (!tasks.some(({ kind, stage }) => kind === 'plantOut' && stage === stages.length - 1))
    ahead.push(plantingOut(plantOut, stages.length - 1));
  // Today is what the round asks for, no more.
  return [...asked, ...ahead.map((work) => ({ ...work, on: later(work.on, tomorrow) }))];
}

/** Planting out, on a day, after a stage. */
export const plantingOut = (on: PlainDate, stage: number): DatedWork => ({
  on,
  minutes: MINUTES.plantOut,
  what: 'plantOut',
  stage,
  ...MAY_MOVE.plantOut,
});

/** Work added up by the week from a day on; what falls outside is left out. */
export function byWeek(work: readonly Pick<DatedWork, 'on' | 'minutes'>[], from: PlainDate, weeks: number): Week[] {
  const minutes = new Float64Array(weeks);
  const first = dayNumber(from);
  for (const { on, minutes: count } of work) {
    const week = Math.floor((dayNumber(on) - first) / 7);
    if (week >= 0 && week < weeks) minutes[week] = (minutes[week] as number) + count;
  }
  return Array.from(minutes, (count, i) => ({ from: addDays(from, 7 * i), minutes: count }));
}
