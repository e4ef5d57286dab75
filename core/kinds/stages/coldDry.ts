import { FRIDGE, type StageFacts } from './kind.ts';

/** Cold and dry: works for a few species, more slowly. */
export const coldDry: StageFacts = {
  words: {
    name: 'dryColdStorage',
    begin: 'putFridgeDry',
    hint: 'paperEnvelopeInsideClosedTin',
    end: 'takeOut',
  },
  term: undefined,
  ...FRIDGE,
  water: 'dry',
  medium: { usual: 'envelope', chosen: true },
  packed: false,
  check: 'dry',
};
