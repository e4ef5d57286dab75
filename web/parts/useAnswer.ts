import { type Answer, recordAnswer, usualAnswer } from '@chill/core/record/answer.ts';
import { tooSoon } from '@chill/core/record/oneTap.ts';
import { topUpFor } from '@chill/core/tasks/followUps.ts';
import type { Task } from '@chill/core/tasks/task.ts';
import { useState } from 'react';
import { newId } from '../browser/newId.ts';
import { nowMs } from '../browser/now.ts';
import { type BatchView, situationOf, useNursery } from '../data/nursery.ts';
import { keepSaid, useSaid } from '../data/said.ts';
import { useRecord } from '../data/useRecord.ts';

/** An answer to one task as it is given: what is said so far, and what recording it does. */
export interface Answering {
  view: BatchView;
  task: Task;
  answer: Answer;
  /** Whether something else than the usual was said. */
  changed: boolean;
  set: (part: Partial<Answer>) => void;
  /** Records it; what ends a step that has hardly begun is asked first. True where it was recorded. */
  save: () => boolean;
  /** What is asked before it is recorded; absent where nothing is. */
  asked: string | undefined;
  cancel: () => void;
  problem: string | undefined;
}

/** One answer to a task, given in one tap or in several. */
export function useAnswer(view: BatchView, task: Task): Answering {
  const nursery = useNursery();
  const { batch, projection } = view;
  const { state } = projection;
  const situation = situationOf(nursery, view.species, view.lot);
  const water = task.kind === 'water' ? topUpFor({ batch, projection, situation, index: task.stage }) : 0;
  const usual = usualAnswer(task, state, water);
  // What was said is kept, and laid over what is usual now: others may record meanwhile.
  const said = useSaid(task);
  const answer: Answer = { ...usual, ...said };
  const [asked, ask] = useState<string>();
  const { record, problem } = useRecord();
  const save = () => {
    const soon = asked === undefined ? tooSoon(task, state, nowMs()) : undefined;
    ask(soon);
    if (soon !== undefined) return false;
    const answered = recordAnswer(task, task.check === 'damp' ? answer : { ...answer, damp: undefined }, batch, state, situation, newId);
    const taken = record(batch, answered);
    if (taken) keepSaid(task, undefined);
    return taken;
  };
  return {
    view,
    task,
    answer,
    asked,
    problem,
    save,
    changed: JSON.stringify(answer) !== JSON.stringify(usual),
    set: (part) => keepSaid(task, { ...said, ...part }, batch.events.length),
    cancel: () => ask(undefined),
  };
}
