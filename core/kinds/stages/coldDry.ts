import { say } from '@chill/words/stages.ts';
import { FRIDGE, type StageFacts } from './kind.ts';

/** Cold and dry: works for a few species, more slowly. */
export const coldDry: StageFacts = {
  words: {
    name: say.of('coldDry'),
    begin: say.of('coldDryBegin'),
    hint: say.of('coldDryHint'),
    end: 'takeOut',
  },
  term: undefined,
  ...FRIDGE,
  water: 'dry',
  medium: { usual: 'envelope', chosen: true },
  packed: false,
  check: 'dry',
};
