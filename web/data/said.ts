import type { Answer } from '@chill/core/record/answer.ts';
import { type Task, taskKey } from '@chill/core/tasks/task.ts';
import { useSyncExternalStore } from 'react';
import { readStored, writeStored } from '../browser/stored.ts';

/** What was said in answer to a task and not recorded yet: only what differs from the usual, which may change meanwhile. */
export interface Said {
  task: Pick<Task, 'batchId' | 'kind' | 'stage' | 'check' | 'tending'>;
  said: Partial<Answer>;
  /** How many entries its batch had when this was begun. */
  version: number;
}

const KEY = 'chill.draft.answers';
let all: readonly Said[] = [];
let read: string | null | undefined;
const listeners = new Set<() => void>();

/** All of it as it is kept in this browser; what could not be kept there is remembered as long as the page is open. */
function now(): readonly Said[] {
  const text = localStorage.getItem(KEY);
  if (text !== read) {
    read = text;
    all = readStored<Said[]>(KEY, []);
  }
  return all;
}

const keyOf = (task: Said['task']) => `${task.batchId} ${taskKey(task)}`;

/** Keeps what was said in answer to a task, or forgets it; it survives a reload, and whatever others record meanwhile. */
export function keepSaid({ batchId, kind, stage, check, tending }: Said['task'], said: Partial<Answer> | undefined, version = 0): void {
  const task = { batchId, kind, stage, ...(check && { check }), ...(tending && { tending }) };
  const before = now().find((one) => keyOf(one.task) === keyOf(task));
  const others = now().filter((one) => one !== before);
  const kept = said && Object.keys(said).length > 0 ? [...others, { task, said, version: before?.version ?? version }] : others;
  writeStored(KEY, kept.length > 0 ? kept : undefined);
  read = localStorage.getItem(KEY);
  all = kept;
  for (const listener of listeners) listener();
}

/** Everything that was said and not recorded; follows every change. */
export function useAllSaid(): readonly Said[] {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, now);
}

/** What was said in answer to one task. */
export function useSaid(task: Task): Partial<Answer> {
  return useAllSaid().find((one) => keyOf(one.task) === keyOf(task))?.said ?? NOTHING;
}

const NOTHING: Partial<Answer> = {};

/** Whether what was said is left over: its task is not due any more, and its batch has entries that it had not. */
export function isLeftOver({ task, version }: Said, due: readonly Task[], entries: number): boolean {
  return entries > version && !due.some((one) => keyOf(one) === keyOf(task));
}
