import type { EventKind } from './kind.ts';

/** The seed weighed dry, before it is soaked. */
export const weighedDry: EventKind<'weighedDry'> = {
  minutes: 0,
  correctable: true,
  apply(state, { grams }) {
    state.dry_g = grams;
  },
  facts: ({ grams }) => [{ did: 'weighedDry', grams }],
};
