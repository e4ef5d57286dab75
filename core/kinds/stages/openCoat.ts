import { BENCH, type StageFacts } from './kind.ts';

/** A hard coat filed, sanded or cut until water can pass. */
export const openCoat: StageFacts = {
  words: {
    name: 'scarification',
    begin: 'scarify',
    hint: 'fileOrSandUntilPale',
    end: 'done',
    caution: 'clampSeedCutAwayFrom',
    cautionOfPoison: 'dustOfPoisonousSeed',
  },
  term: 'scarification',
  ...BENCH,
  water: 'handled',
  dosed: true,
  bench: { days: 0, acts: [{ act: 'openCoats', hands_min: 'seedBySeed' }] },
};
