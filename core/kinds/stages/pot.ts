import { say } from '@chill/words/stages.ts';
import type { StageFacts } from './kind.ts';

/** In its pot, until it is planted out. */
export const pot: StageFacts = {
  words: {
    name: say.of('pot'),
    begin: say.of('potBegin'),
    hint: say.of('potHint'),
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
