import type { EventKind } from './kind.ts';

/** Done elsewhere, by people trained for it. */
export const trainedStaff: EventKind<'trainedStaff'> = {
  minutes: 0,
  apply: () => undefined,
  facts: ({ agent }) => [{ did: 'trainedStaff', agent }],
};
