import type { EventKind } from './kind.ts';
import { moveSeeds } from './steps.ts';

/** Some of those that did not come were cut across: how many were firm and white tells of the rest. */
export const cutOpen: EventKind<'cutOpen'> = {
  minutes: 0,
  correctable: true,
  apply(state, event) {
    moveSeeds(state, event);
    const { on, cut, viable } = event;
    state.cuts.push({ on, cut, viable });
  },
  facts: ({ cut, viable }) => [{ did: 'cutOpen', cut, viable }],
};
