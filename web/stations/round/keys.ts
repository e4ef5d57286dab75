import type { Counts } from '@chill/core/ledger/states.ts';
import { mostFor, type Verb } from '@chill/core/ledger/verbs.ts';
import type { Answer } from '@chill/core/record/answer.ts';
import type { Task } from '@chill/core/tasks/task.ts';

/** What figures are typed into: new sprouts or roots, mouldy seeds, losses, or the number that is lifted or planted out. */
type Counted = 'up' | 'mouldy' | 'lost' | 'count';

/** What is being typed in a row: into which count, and its figures so far. */
export interface Typing {
  into?: Counted;
  figures: string;
}

const VERB: Record<Counted, Verb> = { up: 'up', mouldy: 'mouldy', lost: 'lost', count: 'potted' };

/** The count that figures mean where nothing else was said. */
function first(task: Pick<Task, 'kind' | 'check'>): Counted | undefined {
  if (task.kind === 'lift' || task.kind === 'plantOut') return 'count';
  if (task.kind === 'tend') return 'lost';
  if (task.kind !== 'check') return undefined;
  return task.check === 'pots' ? 'lost' : task.check === 'dry' ? 'mouldy' : 'up';
}

/**
 * What a key says in a row of the round: figures count what is looked for there, `m` mould, `l` losses, `r` roots or sprouts; `d` dry, `w` wet, `s` mould that
 * spreads. A letter before figures says what they count, and alone it counts one. `undefined` for a key that says nothing there.
 */
export function keyed(
  key: string,
  task: Pick<Task, 'kind' | 'check'>,
  typing: Typing,
  counts: Counts,
): { put: Partial<Answer>; typing: Typing } | undefined {
  const at = (into: Counted, figures: string) => {
    const most = mostFor(into === 'count' && task.kind === 'plantOut' ? 'plantOut' : VERB[into], counts);
    return { put: { [into]: Math.min(most, Number(figures)) }, typing: { into, figures } };
  };
  if (/^\d$/.test(key)) {
    const into = typing.into ?? first(task);
    return into && at(into, `${typing.figures}${key}`);
  }
  if (task.kind !== 'check') return undefined;
  const inPots = task.check === 'pots';
  const letters: Partial<Record<string, Counted>> = { ...(inPots ? { l: 'lost' } : { m: 'mouldy' }), r: 'up' };
  const into = letters[key];
  // The letter alone is one; figures that follow begin anew.
  if (into) return { ...at(into, '1'), typing: { into, figures: '' } };
  const still = { typing: { figures: '' } };
  if (key === 'd' && task.check === 'damp') return { put: { damp: 'dry' }, ...still };
  if (key === 'w' && task.check === 'damp') return { put: { damp: 'wet' }, ...still };
  if (key === 's' && !inPots) return { put: { mould: 'spreading' }, ...still };
  return undefined;
}
