import type { StageKind } from '@chill/model/stage.ts';
import type { Projection } from '../forecast/project.ts';
import { STAGES } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';
import type { Task } from '../tasks/task.ts';
import { describeEnding, endingOf, readTimer } from '../treat/timers.ts';

/**
 * The stage that belongs to the bench before a task can be answered with one tap: one tap would claim a dose that nobody measured. `undefined` where one tap
 * says all there is to say.
 */
export function benchFirst(
  task: Pick<Task, 'kind' | 'stage'>,
  { state, stages }: Pick<Projection, 'state' | 'stages'>,
): StageKind | undefined {
  const kindAt = (stage: number) => stages[stage]?.kind;
  const dosed = (kind: StageKind | undefined) => (kind && STAGES[kind].dosed ? kind : undefined);
  if (task.kind === 'begin') return dosed(kindAt(task.stage));
  if (task.kind !== 'move') return undefined;
  const ending = dosed(kindAt(task.stage));
  return ending && !hasDose(state, task.stage) ? ending : dosed(kindAt(task.stage + 1));
}

/** Whether anything was recorded of what is done in a stage: coats opened, water poured, or a bath timed. */
function hasDose({ openings, pours, timers, stages }: BatchState, stage: number): boolean {
  const since = stages[stage]?.startedOn ?? '';
  return openings.some(({ on }) => on >= since) || pours.some((one) => one.stage === stage) || timers.some((one) => one.stage === stage);
}

/** What to say before a stage is ended by whose timer it has hardly begun; `undefined` where its time is up, or nothing runs. */
export function tooSoon(task: Pick<Task, 'kind' | 'stage'>, { timers }: Pick<BatchState, 'timers'>, now_ms: number): string | undefined {
  if (task.kind !== 'move') return undefined;
  const timer = timers.find((one) => one.stage === task.stage && readTimer(one, now_ms).phase === 'running');
  return timer && endingOf(timer, now_ms).how === 'early' ? describeEnding(timer, now_ms) : undefined;
}
