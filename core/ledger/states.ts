import type { Move, SeedState } from '@chill/model/event.ts';
import { say } from '@chill/words/ledger.ts';

/** How many seeds are in each state; every seed of a batch is in exactly one. */
export type Counts = Record<SeedState, number>;

/** What each state is called on screen. The order is the one in which the ledger bar shows them. */
export const STATE_NAMES: Record<SeedState, string> = {
  get waiting() {
    return say('waiting');
  },
  get swollen() {
    return say('swollen');
  },
  get sprouted() {
    return say('germinated');
  },
  get potted() {
    return say('potted');
  },
  get established() {
    return say('established');
  },
  get plantedOut() {
    return say('plantedOut');
  },
  get heldOver() {
    return say('heldOver');
  },
  get tested() {
    return say('tested');
  },
  get floatedOff() {
    return say('floatedOff');
  },
  get mouldy() {
    return say('mouldy');
  },
  get broken() {
    return say('broken');
  },
  get discarded() {
    return say('lost');
  },
  get movedOn() {
    return say('movedAnotherBatch');
  },
};

/** The states a seed may go to from each. What is left out is no seed's path: correct the earlier entry instead. */
const NEXT: Record<SeedState, readonly SeedState[]> = {
  waiting: ['swollen', 'sprouted', 'floatedOff', 'mouldy', 'broken', 'discarded', 'tested', 'heldOver', 'movedOn'],
  swollen: ['sprouted', 'floatedOff', 'mouldy', 'broken', 'discarded', 'tested', 'heldOver', 'movedOn'],
  sprouted: ['potted', 'tested', 'mouldy', 'broken', 'discarded', 'movedOn'],
  potted: ['established', 'plantedOut', 'mouldy', 'broken', 'discarded', 'movedOn'],
  established: ['plantedOut', 'broken', 'discarded', 'movedOn'],
  heldOver: ['waiting', 'discarded', 'mouldy'],
  plantedOut: [],
  tested: [],
  floatedOff: [],
  mouldy: [],
  broken: [],
  discarded: [],
  movedOn: [],
};

/** States in which a seed is alive and on its way, in the order of the way. */
export const ON_ITS_WAY: readonly SeedState[] = ['waiting', 'swollen', 'sprouted', 'potted', 'established'];

/** All seeds waiting, none elsewhere. */
export function allWaiting(seeds: number): Counts {
  const counts = Object.fromEntries(Object.keys(STATE_NAMES).map((state) => [state, 0])) as Counts;
  return { ...counts, waiting: seeds };
}

/** Seeds in the given states together. */
export function countIn(counts: Counts, states: readonly SeedState[]): number {
  return states.reduce((sum, state) => sum + counts[state], 0);
}

/**
 * Applies moves one after the other. Returns the new counts, or what is wrong with which move; the sum never changes.
 */
export function applyMoves(counts: Counts, moves: readonly Move[]): { counts: Counts } | { problem: string; index: number } {
  const after = { ...counts };
  for (const [index, { from, to, count }] of moves.entries()) {
    if (!NEXT[from].includes(to)) {
      return { index, problem: say('seedCantBecomeUndoWrong', { state: STATE_NAMES[from], state2: STATE_NAMES[to] }) };
    }
    if (count > after[from]) {
      const there =
        after[from] === 0 ? say('none', { state: STATE_NAMES[from] }) : say('only', { count: after[from], state: STATE_NAMES[from] });
      return { index, problem: say('soCantBecome', { there, count, state: STATE_NAMES[to] }) };
    }
    after[from] -= count;
    after[to] += count;
  }
  return { counts: after };
}
