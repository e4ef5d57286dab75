import { say } from '@chill/words/ledger.ts';
import { refuse } from '../refuse.ts';
import { isBegun } from '../states.ts';
import type { EventKind } from './kind.ts';
import { stopTimers } from './steps.ts';

/** What was planned and never begun is given up: its seeds go back to stock, and nothing came of it because nothing was done. */
export const withdrawn: EventKind<'withdrawn'> = {
  minutes: 0,
  apply(state, event) {
    if (isBegun(state)) refuse(event, 'kind', say.of('begunCannotBeWithdrawn'));
    state.counts.returned += state.counts.waiting;
    state.counts.waiting = 0;
    state.closedOn = event.on;
    stopTimers(state, event);
  },
  facts: () => [{ did: 'withdrawn' }],
};
