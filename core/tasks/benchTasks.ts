import { say } from '@chill/words/schedule.ts';
import { addDays, daysBetween, spell } from '../calendar/dates.ts';
import { dayAt, momentIn } from '../calendar/moments.ts';
import { STAGES } from '../kinds/stages.ts';
import type { Timer } from '../ledger/batchState.ts';
import { freshWaterDue, readTimer } from '../treat/timers.ts';
import { readTurns } from '../treat/turns.ts';
import { type Draft, placeOf, type Task, type TaskContext, task } from './task.ts';

/** How late a soak is drained. */
export function benchLateness({ stage, situation }: TaskContext): Pick<Draft, 'lateness' | 'pressing'> | undefined {
  const late = daysBetween(stage.start, situation.today) - 1;
  if (late < 1 || STAGES[stage.kind].water !== 'soaking') return undefined;
  return { lateness: say.of('longerInWater', { late: spell.of(late) }), pressing: true };
}

/** A change of water is due from this long before its hour, ms. */
const TOLD_BEFORE_MS = 3_600_000;

/** Fresh water in a soak that runs against a timer, once its hour is near. */
export function freshWaterTasks(context: TaskContext): Task[] {
  const { projection, situation, index } = context;
  const { state } = projection;
  const { timeZone } = situation.nursery;
  return state.timers
    .filter(({ stage }) => stage === index)
    .flatMap((timer) => {
      const due_ms = freshWaterDue(timer, state.freshWater_ms);
      if (due_ms === undefined || !isNear(due_ms, timer, situation.now)) return [];
      const hour = momentIn(due_ms, timeZone, situation.today);
      return [
        task(context, {
          kind: 'freshWater',
          due: dayAt(due_ms, timeZone),
          placeId: placeOf(context),
          title: say.of('freshWater'),
          hint: say.of('waterDrowns', { hour }),
        }),
      ];
    });
}

/** Told from an hour before; what is over wants draining, not fresh water. Where nobody knows the moment, the day decides. */
function isNear(due_ms: number, timer: Timer, now: string | undefined): boolean {
  if (now === undefined) return true;
  const now_ms = Date.parse(now);
  return now_ms >= due_ms - TOLD_BEFORE_MS && readTimer(timer, now_ms).phase !== 'over';
}

/** The daily swap between freezer and fridge. */
export function turnTasks(context: TaskContext): Task[] {
  const { projection, stage, situation } = context;
  const last = projection.state.turns.at(-1);
  const due = addDays(last?.on ?? stage.start, 1);
  if (due >= stage.end) return [];
  const frozenNow = last?.into === 'fridge';
  const { due_ms } = readTurns(projection.state, last?.at_ms ?? 0);
  const hour = due_ms !== undefined && momentIn(due_ms, situation.nursery.timeZone, due);
  return [
    task(context, {
      kind: 'turn',
      due,
      placeId: placeOf(context),
      title: frozenNow ? say.of('moveBackFreezer') : say.of('moveFridge'),
      hint: hour ? say.of('dueSameHourEveryDay', { hour }) : say.of('sameHourEveryDay'),
    }),
  ];
}
