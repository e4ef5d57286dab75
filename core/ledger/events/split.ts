import { countIn, ON_ITS_WAY } from '../states.ts';
import type { EventKind } from './kind.ts';
import { moveSeeds, movesSaid, stopTimers } from './steps.ts';

/** Seeds that go their own way from here, as a batch of their own. */
export const split: EventKind<'split'> = {
  minutes: 0,
  apply(state, event) {
    moveSeeds(state, event);
    state.splits.push({ eventId: event.id, into: event.into, count: event.moves.reduce((sum, one) => sum + one.count, 0) });
    // Where every seed has gone its own way there is nothing left to look after.
    if (countIn(state.counts, [...ON_ITS_WAY, 'heldOver']) === 0) {
      state.closedOn = event.on;
      stopTimers(state, event);
    }
  },
  facts: ({ moves }) => [...movesSaid(moves), { did: 'split' }],
  goesBack: ({ into }) => into,
};
