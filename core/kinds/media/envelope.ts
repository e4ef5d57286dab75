import { say } from '@chill/words/kinds.ts';
import type { MediumFacts } from './kind.ts';

/** A paper envelope, dry. */
export const envelope: MediumFacts = {
  name: say.of('paperEnvelope'),
  piece: 'envelope',
  checks: { usual: 30, longest: 90 },
  rot: { fresh_perDay: 0.00005, doublesAfter_days: Number.POSITIVE_INFINITY },
};
