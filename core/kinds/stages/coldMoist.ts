import { FRIDGE, type StageFacts } from './kind.ts';

/** Cold and damp in the fridge, as in winter soil. */
export const coldMoist: StageFacts = {
  words: {
    name: 'coldStratification',
    begin: 'putFridge',
    hint: 'dampThroughDropOrTwo',
    end: 'takeOut',
    caution: 'keepAwayFromFoodClosed',
  },
  term: 'coldStratification',
  ...FRIDGE,
  water: 'damp',
  medium: { usual: 'towel', chosen: true },
  packed: true,
  check: 'damp',
};
