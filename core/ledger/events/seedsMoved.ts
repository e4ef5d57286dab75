import { MINUTES } from '../../kinds/tasks.ts';
import type { EventKind } from './kind.ts';
import { gained, moveSeeds, movesSaid } from './steps.ts';

/** Seeds changed state without a check: lifted, lost, planted out. */
export const seedsMoved: EventKind<'seedsMoved'> = {
  minutes: MINUTES.lift,
  correctable: true,
  apply(state, event) {
    moveSeeds(state, event);
    const { each = 1, moves } = event;
    const potted = gained(moves, 'potted');
    state.toThin += potted - Math.ceil(potted / each);
  },
  facts: ({ moves }) => movesSaid(moves),
};
