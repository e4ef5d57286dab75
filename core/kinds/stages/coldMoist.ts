import { say } from '@chill/words/stages.ts';
import { FRIDGE, type StageFacts } from './kind.ts';

/** Cold and damp in the fridge, as in winter soil. */
export const coldMoist: StageFacts = {
  words: {
    name: say.of('coldMoist'),
    begin: say.of('coldMoistBegin'),
    hint: say.of('coldMoistHint'),
    end: 'takeOut',
    caution: say.of('coldMoistCaution'),
  },
  term: 'coldStratification',
  ...FRIDGE,
  water: 'damp',
  medium: { usual: 'towel', chosen: true },
  packed: true,
  check: 'damp',
};
