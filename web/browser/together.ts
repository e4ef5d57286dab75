import { ApiProblem } from './api.ts';

interface Counted {
  version?: number | undefined;
}

/** Somebody else changed what one has changed too: both are told, and whoever saves decides. */
export class ChangedMeanwhile<T extends Counted = Counted> extends ApiProblem {
  readonly theirs: T;
  readonly mine: T;

  constructor(problem: ApiProblem, theirs: T, mine: T) {
    super(problem.problem);
    this.theirs = theirs;
    this.mine = mine;
  }
}

/**
 * Saves a record of which others may have changed other parts meanwhile: their changes and one's own are put together, part by part, against how it was when
 * one began (`base`).
 * @throws {ChangedMeanwhile} where both changed the same part; its `mine` holds theirs in every other.
 */
export async function saveTogether<T extends Counted>(mine: T, base: T | undefined, put: (record: T) => Promise<T>): Promise<T> {
  try {
    return await put(mine);
  } catch (error) {
    const theirs = error instanceof ApiProblem && error.problem.status === 409 ? (error.problem['is'] as T | undefined) : undefined;
    if (!theirs) throw error;
    const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
    const keys = [...new Set([...Object.keys(theirs), ...Object.keys(mine)])].filter((key) => key !== 'version') as (keyof T)[];
    const changedByMe = keys.filter((key) => !same(mine[key], base?.[key]));
    const both = changedByMe.filter((key) => !same(theirs[key], base?.[key]) && !same(theirs[key], mine[key]));
    const merged = { ...theirs };
    for (const key of changedByMe)
      if (mine[key] === undefined) delete merged[key];
      else merged[key] = mine[key];
    if (both.length === 0) return put(merged);
    throw new ChangedMeanwhile(error as ApiProblem, theirs, merged);
  }
}
