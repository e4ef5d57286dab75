import type { EventKind } from './kind.ts';

/** Smoke, by the dose that it was given in. */
export const smoked: EventKind<'smoked'> = {
  minutes: 0,
  apply: () => undefined,
  facts: ({ dose }) => [{ did: 'smoked', dose }],
};
