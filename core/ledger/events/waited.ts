import { say } from '@chill/words/ledger.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';

/** Waiting goes on, and the next look is put off to a day. */
export const waited: EventKind<'waited'> = {
  minutes: 0,
  apply(state, event) {
    if (event.until <= event.on) refuse(event, 'until', say.of('waitUntilLaterDay'));
    state.waitUntil = event.until;
    if (event.counting) delete state.checkOn;
    else state.checkOn = event.until;
  },
  facts: ({ until, on }) => [{ did: 'waits', until, on }],
};
