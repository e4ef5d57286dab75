import { say } from '@chill/words/stages.ts';
import { BENCH, type StageFacts } from './kind.ts';

/** Water just off the boil poured over a hard coat, and left to cool. */
export const hotWater: StageFacts = {
  words: {
    name: say.of('hotWater'),
    begin: say.of('hotWaterBegin'),
    hint: say.of('hotWaterHint'),
    end: 'drain',
    caution: say.of('hotWaterCaution'),
  },
  term: 'hotWaterSoak',
  ...BENCH,
  water: 'soaking',
  dosed: true,
  opens: 'hotWater',
  zone: 'hot',
  bench: {
    days: 1,
    acts: [
      { act: 'kettle', hands_min: 1, waitsFor: 'kettle' },
      { act: 'pour', hands_min: 2, waitsFor: 'hotSoak' },
    ],
  },
};
