import { say } from '@chill/words/ledger.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';

/** Something that is done for seedlings was put to another day. */
export const tendingMoved: EventKind<'tendingMoved'> = {
  minutes: 0,
  apply(state, event) {
    if (event.to < event.on) refuse(event, 'to', say.of('moveToLaterDay'));
    state.tendingDays[event.tending] = event.to;
  },
  facts: ({ tending, to, on }) => [{ did: 'tendingMoved', tending, to, on }],
};
