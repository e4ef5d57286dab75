import type { StageFacts } from './kind.ts';

/** Spread on a warm damp towel, where it sprouts and is counted. */
export const warmTowel: StageFacts = {
  words: {
    name: 'warmTowel',
    begin: 'moveWarmTowel',
    hint: 'seedsFlatNotTouchingPressed',
    end: 'done',
    caution: 'heatMatWaterUseOutlet',
  },
  term: undefined,
  station: 'warm',
  course: 'sprouts',
  water: 'damp',
  places: ['mat', 'shelf', 'bench'],
  assumed_C: 21,
  suits: 'warm',
  zone: 'warm',
  medium: { usual: 'towel', chosen: false },
  packed: true,
  check: 'sprouts',
};
