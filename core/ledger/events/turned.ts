import { say } from '@chill/words/ledger.ts';
import { MINUTES } from '../../kinds/tasks.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';

/** Over from freezer to fridge, or back. */
export const turned: EventKind<'turned'> = {
  minutes: MINUTES.turn,
  apply(state, event) {
    const at_ms = Date.parse(event.at);
    const last = state.turns.at(-1);
    if (last && at_ms < last.at_ms) refuse(event, 'at', say.of('beforePreviousTurn'));
    if (last?.into === event.into) refuse(event, 'into', say.of('already', { into: event.into }));
    state.turns.push({ on: event.on, at_ms, into: event.into });
  },
  facts: ({ into }) => [{ did: 'turned', into }],
};
