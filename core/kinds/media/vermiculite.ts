import { say } from '@chill/words/kinds.ts';
import type { MediumFacts } from './kind.ts';

/** Damp vermiculite in a bag or tub. */
export const vermiculite: MediumFacts = {
  name: say.of('vermiculite'),
  piece: 'tub',
  mix: 'vermiculite',
  freshen: say.of('rinseIntoFreshVermiculite'),
  checks: { usual: 17, longest: 21 },
  rot: { fresh_perDay: 0.0008, doublesAfter_days: 45 },
};
