import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';

/** Over from freezer to fridge, or back. */
export const turned: EventKind<'turned'> = {
  apply(state, event) {
    const at_ms = Date.parse(event.at);
    const last = state.turns.at(-1);
    if (last && at_ms < last.at_ms) refuse(event, 'at', 'That is before the turn before it.');
    if (last?.into === event.into) refuse(event, 'into', `It lies in the ${event.into} already.`);
    state.turns.push({ on: event.on, at_ms, into: event.into });
  },
  facts: ({ into }) => [{ did: 'turned', into }],
};
