import { say } from '@chill/words/kinds.ts';
import type { MediumFacts } from './kind.ts';

/** Damp sand in a bag or tub. */
export const sand: MediumFacts = {
  name: say.of('dampSand'),
  piece: 'tub',
  mix: 'sand',
  freshen: say.of('rinseIntoFreshSand'),
  checks: { usual: 17, longest: 21 },
  rot: { fresh_perDay: 0.0006, doublesAfter_days: 60 },
};
