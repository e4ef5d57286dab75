import { say } from '@chill/words/stages.ts';
import type { StageFacts } from './kind.ts';

/** Sown into mix, where it comes up and is counted. */
export const sown: StageFacts = {
  words: {
    name: say.of('sown'),
    begin: say.of('sownBegin'),
    hint: say.of('sownHint'),
    end: 'done',
  },
  term: undefined,
  station: 'warm',
  course: 'sprouts',
  water: 'damp',
  places: ['bench', 'mat', 'shelf', 'outdoors'],
  assumed_C: 20,
  suits: 'warm',
  medium: { usual: 'ownPot', chosen: false },
  packed: false,
  check: 'sprouts',
};
