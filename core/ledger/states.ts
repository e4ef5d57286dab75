import type { Move, SeedState } from '@chill/model/event.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/ledger.ts';
import { wording } from '@chill/words/subject.ts';

/** How many seeds are in each state; every seed of a batch is in exactly one. */
export type Counts = Record<SeedState, number>;

/** What each state is called on screen. The order is the one in which the ledger bar shows them. */
const NAMES = {
  waiting: 'waiting',
  swollen: 'swollen',
  sprouted: 'germinated',
  potted: 'potted',
  established: 'established',
  plantedOut: 'plantedOut',
  heldOver: 'heldOver',
  tested: 'tested',
  floatedOff: 'floatedOff',
  mouldy: 'mouldy',
  broken: 'broken',
  discarded: 'lost',
  givenAway: 'givenAway',
  movedOn: 'movedAnotherBatch',
  returned: 'backInStock',
} as const satisfies Record<SeedState, string>;

/** Every state that a seed can be in. */
export const STATES = Object.keys(NAMES) as SeedState[];

/** What a state is called on screen. */
export const stateName = wording('stateName', (state: SeedState): string => say(NAMES[state]));

/** The states a seed may go to from each. What is left out is no seed's path: correct the earlier entry instead. */
const NEXT: Record<SeedState, readonly SeedState[]> = {
  waiting: ['swollen', 'sprouted', 'floatedOff', 'mouldy', 'broken', 'discarded', 'givenAway', 'tested', 'heldOver', 'movedOn'],
  swollen: ['sprouted', 'floatedOff', 'mouldy', 'broken', 'discarded', 'givenAway', 'tested', 'heldOver', 'movedOn'],
  sprouted: ['potted', 'tested', 'mouldy', 'broken', 'discarded', 'givenAway', 'movedOn'],
  potted: ['established', 'plantedOut', 'mouldy', 'broken', 'discarded', 'givenAway', 'movedOn'],
  established: ['plantedOut', 'broken', 'discarded', 'givenAway', 'movedOn'],
  heldOver: ['waiting', 'sprouted', 'discarded', 'givenAway', 'mouldy'],
  plantedOut: [],
  tested: [],
  floatedOff: [],
  mouldy: [],
  broken: [],
  // What was given up on can come after all.
  discarded: ['sprouted'],
  givenAway: [],
  movedOn: [],
  returned: [],
};

/** States in which a seed is alive and on its way, in the order of the way. */
export const ON_ITS_WAY: readonly SeedState[] = ['waiting', 'swollen', 'sprouted', 'potted', 'established'];

/** Those of them that lie in the bag, the towel or the tray: not yet in pots. */
export const LAID_UP: readonly SeedState[] = ['waiting', 'swollen', 'sprouted'];

/** All seeds waiting, none elsewhere. */
export function allWaiting(seeds: number): Counts {
  const counts = Object.fromEntries(STATES.map((state) => [state, 0])) as Counts;
  return { ...counts, waiting: seeds };
}

/** Whether anything was done with a batch: a stage begun, or a seed that is no longer waiting. */
export function isBegun({ counts, stages }: { counts: Counts; stages: readonly { startedOn?: string }[] }): boolean {
  return stages.some(({ startedOn }) => startedOn !== undefined) || STATES.some((state) => state !== 'waiting' && counts[state] > 0);
}

/** Whether a batch was withdrawn before it began: then it counts nowhere. */
export const isWithdrawn = ({ counts }: { counts: Counts }): boolean => counts.returned > 0;

/** Seeds in the given states together. */
export function countIn(counts: Counts, states: readonly SeedState[]): number {
  return states.reduce((sum, state) => sum + counts[state], 0);
}

/**
 * Applies moves one after the other. Returns the new counts, or what is wrong with which move; the sum never changes.
 */
export function applyMoves(counts: Counts, moves: readonly Move[]): { counts: Counts } | Refusal {
  const after = { ...counts };
  for (const [index, { from, to, count }] of moves.entries()) {
    if (!NEXT[from].includes(to)) {
      return refusal(say.of('stateCannotBecome', { state: stateName.of(from), wanted: stateName.of(to) }), `moves.${index}.count`);
    }
    if (count > after[from]) {
      const there =
        after[from] === 0
          ? say.of('none', { state: stateName.of(from) })
          : say.of('only', { count: after[from], state: stateName.of(from) });
      return refusal(say.of('soCantBecome', { left: there, count, state: stateName.of(to) }), `moves.${index}.count`);
    }
    after[from] -= count;
    after[to] += count;
  }
  return { counts: after };
}
