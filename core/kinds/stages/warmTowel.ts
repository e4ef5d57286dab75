import { say } from '@chill/words/stages.ts';
import type { StageFacts } from './kind.ts';

/** Spread on a warm damp towel, where it sprouts and is counted. */
export const warmTowel: StageFacts = {
  words: {
    name: say.of('warmTowel'),
    begin: say.of('warmTowelBegin'),
    hint: say.of('warmTowelHint'),
    end: 'done',
    caution: say.of('warmTowelCaution'),
  },
  term: undefined,
  station: 'warm',
  course: 'sprouts',
  water: 'damp',
  places: ['mat', 'shelf', 'bench'],
  assumed_C: 21,
  suits: 'warm',
  zone: 'warm',
  medium: { usual: 'towel', chosen: false },
  packed: true,
  check: 'sprouts',
};
