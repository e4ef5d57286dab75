import { keptAsPoison } from '@chill/core/lot/harm.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Units } from '@chill/model/nursery.ts';
import type { Species } from '@chill/model/species.ts';
import type { HeatPulse, SmokeDose } from '@chill/model/treatment.ts';
import { say } from '@chill/words/treat.ts';

/** A dose as it goes into the ledger. */
type Given = { kind: 'heatPulsed'; pulse: HeatPulse } | { kind: 'smoked'; dose: SmokeDose };

/** A dose in large figures, and how it is recorded. */
export interface ShownDose {
  figures: { value: string; of: string }[];
  given: Given;
  /** What is to be minded. */
  caution?: string;
}

/** The dry heat that stands for a fire's, where the handbook knows of one for the species. */
export function heatPulseDose(species: Pick<Species, 'heatPulse' | 'hazards'>, units: Units): ShownDose | undefined {
  const { heatPulse } = species;
  if (!heatPulse) return undefined;
  const degrees = showQuantity(heatPulse.at_C, 'temperature_C', units, 0);
  const { from, to } = heatPulse.minutes;
  return {
    figures: [
      { value: degrees, of: say('heatPulseOnTray') },
      { value: say('to', { from, to }), of: say('minutesThenOutCool') },
    ],
    given: { kind: 'heatPulsed', pulse: heatPulse },
    caution: say(keptAsPoison(species) ? 'heatPulseCautionPoison' : 'heatPulseCaution'),
  };
}
