import { BENCH, type StageFacts } from './kind.ts';

/** Overnight in smoke water, for seed that waits for a fire. */
export const smoke: StageFacts = {
  words: {
    name: 'smoke',
    begin: 'startSmokeSoak',
    hint: 'overnightSmokeWaterStatedStrength',
    end: 'drain',
    caution: 'fireOutdoorsOnlyWithinLocal',
  },
  term: 'smokeWater',
  ...BENCH,
  water: 'handled',
  places: ['bench', 'outdoors'],
  timer: 'smoke',
  bench: { days: 1, acts: [{ act: 'startSmoke', hands_min: 3, waitsFor: 'smoke' }] },
};
