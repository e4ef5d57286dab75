import { say } from '@chill/words/ledger.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';
import { moveSeeds, movesSaid, stillThere } from './steps.ts';

/** Coats opened at one sitting, and seeds wounded on the way. */
export const opened: EventKind<'opened'> = {
  minutes: 0,
  correctable: true,
  apply(state, event) {
    const before = state.counts.broken;
    const there = stillThere(state);
    if (event.count > there) refuse(event, 'count', say.of('fewerToScarify', { left: there, count: event.count }));
    moveSeeds(state, event);
    const wounded = state.counts.broken - before;
    if (wounded > event.count) refuse(event, 'moves', say.of('moreDamagedThanOpened'));
    const { id, on, method, count, seconds } = event;
    state.openings.push({ eventId: id, on, method, count, wounded, ...(seconds && { seconds }) });
  },
  facts: ({ method, count, seconds, moves }) => [...movesSaid(moves), { did: 'opened', count, method, ...(seconds && { seconds }) }],
};
