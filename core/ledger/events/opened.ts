import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';
import { moveSeeds, movesTold, stillThere } from './steps.ts';

/** Coats opened at one sitting, and seeds wounded on the way. */
export const opened: EventKind<'opened'> = {
  apply(state, event) {
    const before = state.counts.broken;
    const there = stillThere(state);
    if (event.count > there) refuse(event, 'count', `Only ${there} are there to be opened: ${event.count} cannot have been.`);
    moveSeeds(state, event);
    const wounded = state.counts.broken - before;
    if (wounded > event.count) refuse(event, 'moves', 'More were wounded than were opened: count again.');
    const { id, on, method, count, seconds } = event;
    state.openings.push({ eventId: id, on, method, count, wounded, ...(seconds && { seconds }) });
  },
  facts: ({ method, count, seconds, moves }) => [...movesTold(moves), { did: 'opened', count, method, ...(seconds && { seconds }) }],
};
