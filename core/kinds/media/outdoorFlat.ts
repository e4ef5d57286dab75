import { say } from '@chill/words/kinds.ts';
import type { MediumFacts } from './kind.ts';

/** A flat outdoors. */
export const outdoorFlat: MediumFacts = {
  name: say.of('flatOutdoors'),
  piece: 'tray',
  checks: { usual: 14, longest: 30 },
  rot: { fresh_perDay: 0.001, doublesAfter_days: 120 },
};
