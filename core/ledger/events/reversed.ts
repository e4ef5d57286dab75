import type { EventKind } from './kind.ts';

/** An earlier entry is taken back; which are in force is settled before any is applied. */
export const reversed: EventKind<'reversed'> = {
  apply: () => undefined,
  facts: () => [{ did: 'undone' }],
};
