import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { NewId, PlainDate } from '@chill/model/primitives.ts';
import type { Refusal } from '@chill/model/refusal.ts';
import type { Situation } from '../follow/situation.ts';
import { type Projection, project } from '../forecast/project.ts';
import { accept } from '../ledger/accept.ts';
import type { Task } from '../tasks/task.ts';
import { tasksFor } from '../tasks/tasks.ts';
import { type Answer, recordAnswer, usualAnswer } from './answer.ts';

/** How whoever looks after a batch goes about it. */
export interface LookingAfter {
  newId: (task: Task) => ReturnType<NewId>;
  /** Tasks that are done at all; all of them, without it. */
  wanted?: (task: Task) => boolean;
  /** What is seen and said besides the usual. */
  seen?: (task: Task, projection: Projection) => Partial<Answer>;
}

/** What came of looking at a batch on a day: something done, a refusal, or nothing due before a day. */
export type Done = { projection: Projection; tasks: Task[] } & (
  | { task: Task; events: NewEvent[] }
  | { task: Task; refused: Refusal }
  | { task?: undefined; next: PlainDate | undefined }
);

/**
 * Does the first thing of a batch that is due on the situation's day, as core says it is due, and lays what it records on the batch's events. Whatever lives a
 * batch through (the demo, calibration, tests) does it by this.
 */
export function doDue(batch: Batch, situation: Situation, { newId, wanted = () => true, seen = () => ({}) }: LookingAfter): Done {
  const projection = project(batch, situation);
  const tasks = tasksFor(batch, projection, situation).filter(wanted);
  const task = tasks.find(({ due }) => due <= situation.today);
  if (!task) return { projection, tasks, next: tasks.map(({ due }) => due).sort()[0] };
  const { state } = projection;
  const answer = { ...usualAnswer(task, state), ...seen(task, projection) };
  const recorded = recordAnswer(task, answer, batch, state, situation, () => newId(task));
  if ('reason' in recorded) return { projection, tasks, task, refused: recorded };
  const verdict = accept(batch, recorded.events, situation.today);
  if (!verdict.ok) return { projection, tasks, task, refused: verdict };
  batch.events.push(...recorded.events.map((event, i) => asRecorded(batch, event, i)));
  return { projection, tasks, task, events: recorded.events };
}

/** The same, where whatever is refused is a fault of whoever asks. */
export function doDueOrFail(batch: Batch, situation: Situation, by: LookingAfter): Exclude<Done, { refused: unknown }> {
  const done = doDue(batch, situation, by);
  if ('refused' in done) throw new Error(`${done.task.kind} on ${situation.today}: ${done.refused.reason.key}`);
  return done;
}

function asRecorded(batch: Batch, event: NewEvent, i: number): LedgerEvent {
  return { ...event, batchId: batch.id, version: batch.events.length + i + 1, recordedAt: `${event.on}T16:00:00Z` };
}
