import type { EventKind } from './kind.ts';

/** A note, which may follow the closing too. */
export const noted: EventKind<'noted'> = {
  minutes: 0,
  correctable: true,
  apply: () => undefined,
  // Every event may carry a note, and this one is nothing else.
  facts: () => [],
  afterClosing: true,
};
