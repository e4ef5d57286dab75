import { say } from '@chill/words/stages.ts';
import { BENCH, type StageFacts } from './kind.ts';

/** In lukewarm water overnight, so that it swells. */
export const soak: StageFacts = {
  words: {
    name: say.of('soak'),
    begin: say.of('soakBegin'),
    hint: say.of('soakHint'),
    hintForSinkers: say.of('soakHintForSinkers'),
    end: 'drain',
  },
  term: 'imbibition',
  ...BENCH,
  water: 'soaking',
  places: ['bench', 'shelf'],
  timer: 'soak',
  bench: { days: 1, acts: [{ act: 'startSoak', hands_min: 2, waitsFor: 'soak' }] },
};
