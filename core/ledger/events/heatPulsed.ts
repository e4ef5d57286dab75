import type { EventKind } from './kind.ts';

/** Heated dry, as a fire would. */
export const heatPulsed: EventKind<'heatPulsed'> = {
  apply: () => undefined,
  facts: ({ pulse }) => [{ did: 'heatPulsed', pulse }],
};
