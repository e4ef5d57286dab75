import { say } from '@chill/words/ledger.ts';
import { swellingFault } from '../../mix/swelling.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';
import { moveSeeds, movesSaid, stillThere } from './steps.ts';

/** What a soak has done: counted, or weighed. */
export const swellingChecked: EventKind<'swellingChecked'> = {
  minutes: 0,
  apply(state, event) {
    const { swelling } = event;
    const there = stillThere(state);
    if (swelling.by === 'count' && swelling.soaked > there)
      refuse(event, 'swelling.soaked', say.of('fewerInTheSoak', { inSoak: there, soaked: swelling.soaked }));
    moveSeeds(state, event);
    state.swellings.push({ eventId: event.id, on: event.on, swelling });
  },
  facts: ({ swelling, moves }) => [
    // How many have swollen is told by the check itself.
    ...movesSaid(swelling.by === 'count' ? moves.filter(({ to }) => to !== 'swollen') : moves),
    { did: 'swelling', swelling },
  ],
  fault: ({ swelling }) => swellingFault(swelling),
};
