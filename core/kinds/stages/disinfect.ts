import { BENCH, type StageFacts } from './kind.ts';

/** A short bath in peroxide or bleach: what is left on the coat would rot it. */
export const disinfect: StageFacts = {
  words: {
    name: 'disinfection',
    begin: 'disinfect',
    hint: 'householdPeroxideOneOneWater',
    end: 'done',
    caution: 'glovesEyeCoverFreshAir',
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
