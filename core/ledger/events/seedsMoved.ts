import type { EventKind } from './kind.ts';
import { moveSeeds, movesSaid } from './steps.ts';

/** Seeds changed state without a check: lifted, lost, planted out. */
export const seedsMoved: EventKind<'seedsMoved'> = {
  correctable: true,
  apply: moveSeeds,
  facts: ({ moves }) => movesSaid(moves),
};
