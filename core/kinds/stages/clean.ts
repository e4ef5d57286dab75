import { say } from '@chill/words/stages.ts';
import { BENCH, type StageFacts } from './kind.ts';

/** Flesh and fluff rubbed off, before anything else is done. */
export const clean: StageFacts = {
  words: {
    name: say.of('clean'),
    begin: say.of('cleanBegin'),
    hint: say.of('cleanHint'),
    end: 'done',
  },
  term: undefined,
  ...BENCH,
  water: 'handled',
  bench: { days: 0, acts: [{ act: 'clean', hands_min: 5 }] },
};
