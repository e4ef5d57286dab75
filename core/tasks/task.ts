import type { Batch } from '@chill/model/batch.ts';
import type { Tending } from '@chill/model/event.ts';
import type { BatchId, PlaceId, PlainDate } from '@chill/model/primitives.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { daysBetween } from '../calendar/dates.ts';
import type { Situation } from '../follow/situation.ts';
import type { Projection } from '../forecast/project.ts';
import type { CheckKind } from '../kinds/stages/kind.ts';
import { MINUTES, type TaskKind } from '../kinds/tasks.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';

/** One thing to do for one batch, with its day. */
export interface Task {
  batchId: BatchId;
  kind: TaskKind;
  /** The stage that it belongs to; for `move`, the one that ends. */
  stage: number;
  due: PlainDate;
  /** Days past due on the day asked about; 0 or less is in time. */
  overdue_days: number;
  /** Where the grower stands to do it. */
  placeId?: PlaceId | undefined;
  /** Where the batch goes. */
  toPlaceId?: string | undefined;
  /** What a check asks: usually what its stage does, but in the pots it may be how many are up. */
  check?: CheckKind;
  /** What is done for the seedlings, where they are tended. */
  tending?: Tending;
  /** How many come off, where they are thinned. */
  off?: number;
  /** The action in two or three words: "take out". */
  title: Sentence;
  /** What to look for, and why now. */
  hint: Sentence;
  /** Where overdue: whether that matters yet. */
  lateness?: Sentence;
  /** True where waiting longer costs seeds. */
  pressing: boolean;
  minutes: number;
}

/** What tells the tasks of one batch apart. */
export const taskKey = ({ kind, stage, tending }: Pick<Task, 'kind' | 'stage' | 'tending'>): string =>
  tending ? `${kind}-${tending}-${stage}` : `${kind}-${stage}`;

/** What every task of a batch is read from: the stage that it is in, and all around it. */
export interface TaskContext {
  batch: Batch;
  projection: Projection;
  situation: Situation;
  index: number;
  stage: ProjectedStage;
}

/** A task before its batch, its stage and its minutes are written on it. */
export type Draft = Omit<Task, 'batchId' | 'stage' | 'overdue_days' | 'minutes' | 'pressing'> & { pressing?: boolean };

/** Writes a task out. */
export function task({ batch, situation, index }: TaskContext, draft: Draft): Task {
  const overdue_days = daysBetween(draft.due, situation.today);
  return { batchId: batch.id, stage: index, overdue_days, minutes: MINUTES[draft.kind], pressing: false, ...draft };
}

/** What of a batch's tasks is due by a day. */
export function dueBy({ tasks }: { readonly tasks: readonly Task[] }, day: PlainDate): Task[] {
  return tasks.filter(({ due }) => due <= day);
}

/** Where the batch lies in the stage that it is in. */
export function placeOf({ projection, stage, index }: TaskContext): string | undefined {
  return projection.state.stages[index]?.placeId ?? stage.placeId;
}
