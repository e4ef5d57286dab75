import type { EventKind } from './kind.ts';

/** Done elsewhere, by people trained for it. */
export const trainedStaff: EventKind<'trainedStaff'> = {
  apply: () => undefined,
  facts: ({ agent }) => [{ did: 'trainedStaff', agent }],
};
