import type { EventKind } from './kind.ts';
import { stopTimers } from './steps.ts';

/** Nothing more is done with the batch. */
export const closed: EventKind<'closed'> = {
  minutes: 0,
  apply(state, event) {
    state.closedOn = event.on;
    stopTimers(state, event);
  },
  facts: ({ why }) => [{ did: 'closed', ...(why && { why }) }],
};
