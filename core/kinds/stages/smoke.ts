import { say } from '@chill/words/stages.ts';
import { BENCH, type StageFacts } from './kind.ts';

/** Overnight in smoke water, for seed that waits for a fire. */
export const smoke: StageFacts = {
  words: {
    name: say.of('smoke'),
    begin: say.of('smokeBegin'),
    hint: say.of('smokeHint'),
    end: 'drain',
    caution: say.of('smokeCaution'),
  },
  term: 'smokeWater',
  ...BENCH,
  water: 'handled',
  places: ['bench', 'outdoors'],
  timer: 'smoke',
  bench: { days: 1, acts: [{ act: 'startSmoke', hands_min: 3, waitsFor: 'smoke' }] },
};
