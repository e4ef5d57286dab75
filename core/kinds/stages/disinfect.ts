import { say } from '@chill/words/stages.ts';
import { BENCH, type StageFacts } from './kind.ts';

/** A short bath in peroxide or bleach: what is left on the coat would rot it. */
export const disinfect: StageFacts = {
  words: {
    name: say.of('disinfect'),
    begin: say.of('disinfectBegin'),
    hint: say.of('disinfectHint'),
    end: 'done',
    caution: say.of('disinfectCaution'),
  },
  term: undefined,
  ...BENCH,
  water: 'handled',
  dosed: true,
  bench: {
    days: 0,
    acts: [
      { act: 'intoBath', hands_min: 3, waitsFor: 'bath' },
      { act: 'rinse', hands_min: 2 },
    ],
  },
};
