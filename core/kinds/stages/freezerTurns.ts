import { say } from '@chill/words/stages.ts';
import type { StageFacts } from './kind.ts';

/** A day in the freezer and a day in the fridge in turn. */
export const freezerTurns: StageFacts = {
  words: {
    name: say.of('freezerTurns'),
    begin: say.of('freezerTurnsBegin'),
    hint: say.of('freezerTurnsHint'),
    end: 'done',
  },
  term: 'freezeThaw',
  station: 'cold',
  course: 'turns',
  water: 'handled',
  places: ['freezer'],
  assumed_C: -18,
  zone: 'frozen',
  medium: { usual: 'towel', chosen: false },
  packed: false,
  check: 'damp',
};
