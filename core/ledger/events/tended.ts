import { MINUTES } from '../../kinds/tasks.ts';
import type { EventKind } from './kind.ts';
import { moveSeeds, movesSaid } from './steps.ts';

/** Something was done for seedlings in their pots. */
export const tended: EventKind<'tended'> = {
  minutes: MINUTES.tend,
  apply(state, event) {
    moveSeeds(state, event);
    const { on, tending } = event;
    state.tended.push({ on, tending });
    if (tending !== 'thin') return;
    state.toThin = 0;
    state.upWhenThinned = state.sprouts.reduce((sum, { count }) => sum + count, 0);
  },
  facts: ({ tending, moves }) => [{ did: 'tended', tending }, ...movesSaid(moves)],
};
