import type { EventKind } from './kind.ts';

/** An earlier entry is taken back; which are in force is settled before any is applied. */
export const reversed: EventKind<'reversed'> = {
  minutes: 0,
  apply: () => undefined,
  facts: () => [{ did: 'undone' }],
};
