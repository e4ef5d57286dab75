import { say } from '@chill/words/stages.ts';
import { BENCH, type StageFacts } from './kind.ts';

/** A hard coat filed, sanded or cut until water can pass. */
export const openCoat: StageFacts = {
  words: {
    name: say.of('openCoat'),
    begin: say.of('openCoatBegin'),
    hint: say.of('openCoatHint'),
    end: 'done',
    caution: say.of('openCoatCaution'),
    cautionOfPoison: say.of('openCoatPoisonCaution'),
  },
  term: 'scarification',
  ...BENCH,
  water: 'handled',
  dosed: true,
  opens: 'openCoat',
  bench: { days: 0, acts: [{ act: 'openCoats', hands_min: 'seedBySeed' }] },
};
