import { say } from '@chill/words/stages.ts';
import type { StageFacts } from './kind.ts';

/** Left outdoors, with the cold and warmth that the year brings. */
export const outdoorWinter: StageFacts = {
  words: {
    name: say.of('outdoorWinter'),
    begin: say.of('outdoorWinterBegin'),
    hint: say.of('outdoorWinterHint'),
    end: 'done',
  },
  term: undefined,
  station: 'cold',
  course: 'waits',
  water: 'damp',
  earns: 'winter',
  places: ['outdoors'],
  assumed_C: 2,
  medium: { usual: 'outdoorFlat', chosen: true },
  packed: false,
  check: 'damp',
};
