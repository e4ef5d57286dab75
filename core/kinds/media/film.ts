import { say } from '@chill/words/kinds.ts';
import type { MediumFacts } from './kind.ts';

/** Plastic film over damp paper. */
export const film: MediumFacts = {
  name: say.of('plasticFilm'),
  piece: 'towel',
  freshen: say.of('rinseFreshFilm'),
  checks: { usual: 9, longest: 12 },
  rot: { fresh_perDay: 0.0012, doublesAfter_days: 25 },
};
