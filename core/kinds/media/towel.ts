import { say } from '@chill/words/kinds.ts';
import type { MediumFacts } from './kind.ts';

/** A damp paper towel in a bag. */
export const towel: MediumFacts = {
  name: say.of('dampTowel'),
  piece: 'towel',
  freshen: say.of('rinseFreshTowel'),
  checks: { usual: 8, longest: 10 },
  rot: { fresh_perDay: 0.0015, doublesAfter_days: 14 },
};
