import type { StageFacts } from './kind.ts';

/** In its pot, until it is planted out. */
export const pot: StageFacts = {
  words: {
    name: 'pots',
    begin: 'potThem',
    hint: 'twoThreeTimesSeedsThickness',
    end: 'done',
  },
  term: undefined,
  station: 'pots',
  course: 'grows',
  water: 'damp',
  places: ['bench', 'shelf', 'outdoors'],
  assumed_C: 18,
  suits: 'warm',
  medium: { usual: 'ownPot', chosen: false },
  packed: false,
  check: 'pots',
};
