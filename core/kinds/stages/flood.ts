import { say } from '@chill/words/stages.ts';
import type { StageFacts } from './kind.ts';

/** In a pot under water, for seed of ponds and shores. */
export const flood: StageFacts = {
  words: {
    name: say.of('flood'),
    begin: say.of('floodBegin'),
    hint: say.of('floodHint'),
    end: 'done',
  },
  term: undefined,
  station: 'warm',
  course: 'sprouts',
  water: 'damp',
  places: ['mat', 'bench', 'outdoors'],
  assumed_C: 15,
  medium: { usual: 'ownPot', chosen: true },
  packed: true,
  check: 'sprouts',
};
