import type { Species } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import { say } from '@chill/words/methods.ts';
import { treatmentOf } from '../follow/stage.ts';
import { rotExposure } from '../rot/hazard.ts';
import { bestTakeOut, earnedPerDay, horizonDays, type TakeOut, type TakeOutCurve, takeOutCurve } from '../takeOut/takeOut.ts';

/** One school's answer to "how long in the cold?" for one species: gain against loss, and the best day. */
export interface MediumCurve {
  name: string;
  medium: Medium;
  curve: TakeOutCurve;
  takeOut: TakeOut;
}

/** A towel made fresh as often as a careful grower does, days. */
const FRESH_EVERY_DAYS = 21;

/** The schools side by side at one temperature: wet paper, the same made fresh every three weeks, sand. Empty where no cold is asked for. */
export function mediaCurves(species: Species, temperature_C: number): MediumCurve[] {
  const schools: { name: string; medium: Medium; fresh_days?: number }[] = [
    { name: say('towel'), medium: 'towel' },
    { name: say('towelMadeFresh'), medium: 'towel', fresh_days: FRESH_EVERY_DAYS },
    { name: say('sand'), medium: 'sand' },
  ];
  return schools.flatMap(({ name, medium, fresh_days }) => {
    const treatment = treatmentOf(species, { kind: 'coldMoist', medium }, temperature_C);
    if (!treatment) return [];
    const perDay = earnedPerDay(treatment);
    const days = horizonDays(treatment.requirement, perDay);
    if (days === 0) return [];
    const exposed = (day: number) => {
      if (!fresh_days) return rotExposure(0, day, treatment.rot);
      const whole = Math.floor(day / fresh_days);
      return whole * rotExposure(0, fresh_days, treatment.rot) + rotExposure(0, day - whole * fresh_days, treatment.rot);
    };
    const curve = takeOutCurve(days, treatment.requirement, (day) => day * perDay, exposed);
    return [{ name, medium, curve, takeOut: bestTakeOut(curve) }];
  });
}
