import type { Move, SeedState } from '@chill/model/event.ts';

/** How many seeds are in each state; every seed of a batch is in exactly one. */
export type Counts = Record<SeedState, number>;

/** What each state is called on screen. The order is the one in which the ledger bar shows them. */
export const STATE_NAMES: Record<SeedState, string> = {
  waiting: 'waiting',
  swollen: 'swollen',
  sprouted: 'root out',
  potted: 'potted',
  established: 'established',
  plantedOut: 'set out',
  heldOver: 'held over',
  tested: 'tested',
  floatedOff: 'floated off',
  mouldy: 'mouldy',
  broken: 'broken',
  discarded: 'lost',
  movedOn: 'moved to another batch',
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
      return { index, problem: `A seed that is ${STATE_NAMES[from]} cannot become ${STATE_NAMES[to]}. Undo the entry that was wrong.` };
    }
    if (count > after[from]) {
      const there =
        after[from] === 0 ? `None is ${STATE_NAMES[from]}` : `Only ${after[from]} ${after[from] === 1 ? 'is' : 'are'} ${STATE_NAMES[from]}`;
      return { index, problem: `${there}: ${count} cannot become ${STATE_NAMES[to]}.` };
    }
    after[from] -= count;
    after[to] += count;
  }
  return { counts: after };
}
