import type { EventKind } from './kind.ts';

/** Heated dry, as a fire would. */
export const heatPulsed: EventKind<'heatPulsed'> = {
  minutes: 0,
  apply: () => undefined,
  facts: ({ pulse }) => [{ did: 'heatPulsed', pulse }],
};
