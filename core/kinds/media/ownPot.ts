import { say } from '@chill/words/kinds.ts';
import type { MediumFacts } from './kind.ts';

/** The pot that it grows on in. */
export const ownPot: MediumFacts = {
  name: say.of('ownPot'),
  piece: 'tray',
  growsOn: true,
  checks: { usual: 17, longest: 21 },
  rot: { fresh_perDay: 0.0008, doublesAfter_days: 60 },
};
