import type { MediumFacts } from './kind.ts';

/** A damp paper towel in a bag. */
export const towel: MediumFacts = {
  name: 'dampTowel',
  piece: 'towel',
  freshen: 'rinseFreshTowel',
  checks: { usual: 8, longest: 10 },
  rot: { fresh_perDay: 0.0015, doublesAfter_days: 14 },
};
