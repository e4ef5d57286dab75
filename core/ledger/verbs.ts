import type { Move, SeedState } from '@chill/model/event.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/ledger.ts';
import { oneOf } from '@chill/words/lists.ts';
import { type Counts, countIn, stateName } from './states.ts';

/** What can be said of a number of seeds. */
export type Verb =
  | 'up'
  | 'mouldy'
  | 'swollen'
  | 'floated'
  | 'potted'
  | 'established'
  | 'lost'
  | 'broken'
  | 'heldOver'
  | 'plantOut'
  | 'givenAway';

interface Meaning {
  to: SeedState;
  /** Where the seeds are taken from, first to last. */
  from: SeedState[];
  /** How it is typed and said. */
  words: string[];
}

/** The verbs: one definition for the round, the batch page and the log line. */
export const VERBS: Record<Verb, Meaning> = {
  up: { to: 'sprouted', from: ['swollen', 'waiting'], words: ['up', 'sprouted', 'sprout', 'sprouts', 'roots', 'root', 'new'] },
  mouldy: {
    to: 'mouldy',
    from: ['waiting', 'swollen', 'sprouted', 'potted'],
    words: ['mould', 'mouldy', 'mold', 'moldy', 'rotten', 'rotted'],
  },
  swollen: { to: 'swollen', from: ['waiting'], words: ['swollen', 'swelled'] },
  floated: { to: 'floatedOff', from: ['waiting', 'swollen'], words: ['floated', 'floaters', 'floater', 'floating'] },
  potted: { to: 'potted', from: ['sprouted'], words: ['potted', 'lifted', 'pot', 'lift'] },
  established: { to: 'established', from: ['potted'], words: ['established', 'growing'] },
  lost: {
    to: 'discarded',
    from: ['sprouted', 'potted', 'established', 'swollen', 'waiting'],
    words: ['lost', 'dead', 'died', 'gone', 'compost', 'composted'],
  },
  broken: { to: 'broken', from: ['sprouted', 'potted', 'swollen', 'waiting'], words: ['broken', 'torn', 'damaged'] },
  heldOver: { to: 'heldOver', from: ['swollen', 'waiting'], words: ['held', 'kept'] },
  plantOut: { to: 'plantedOut', from: ['established', 'potted'], words: ['planted', 'set-out', 'setout'] },
  givenAway: { to: 'givenAway', from: ['established', 'potted', 'sprouted', 'swollen', 'waiting'], words: ['given', 'sold'] },
};

/** Seeds of which a verb can still be said. */
export function mostFor(verb: Verb, counts: Counts): number {
  return countIn(counts, VERBS[verb].from);
}

/**
 * The moves that a verb means for `count` seeds, taken from where such seeds are; or what is wrong with the figure.
 */
export function movesFor(verb: Verb, count: number, counts: Counts): { moves: Move[] } | Refusal {
  if (!Number.isInteger(count) || count < 0) return refusal(say.of('giveWholeNumber'));
  const { from, to } = VERBS[verb];
  const most = mostFor(verb, counts);
  if (count > most) {
    const which = oneOf(from.map((state) => stateName(state)));
    return refusal(say.of('onlyCantBecome', { count: most, which, wanted: count, state: stateName.of(to) }));
  }
  const moves: Move[] = [];
  let rest = count;
  for (const state of from) {
    const taken = Math.min(rest, counts[state]);
    if (taken > 0) moves.push({ from: state, to, count: taken });
    rest -= taken;
  }
  return { moves };
}
