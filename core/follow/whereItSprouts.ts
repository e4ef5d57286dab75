import type { Species } from '@chill/model/species.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { keptDry } from '../kinds/stages.ts';
import { degreesPerDay, sproutedOfThoseThatWill, thermalTime } from '../sprout/thermalTime.ts';
import type { TakeOutCurve } from '../takeOut/takeOut.ts';
import { dayReaching } from './outdoorWarmth.ts';

/** A stage as far as its warmth goes, °C, and what of the seed it releases. */
interface Warmed {
  kind: StageKind;
  temperature_C: number;
  halfSwing_C?: number;
  curve?: TakeOutCurve;
  released: number;
  days?: number;
  degrees?: (day: number) => number;
}

/** A swing of the day this part of what the species asks for is swing enough. Assumption. */
const SWING_ENOUGH = 0.6;

/** Whether days and nights differ enough for a species; true where it does not ask for that. `halfSwing_C` is half of what they differ by. */
export function swingsEnough({ alternating }: Pick<Species, 'alternating'>, halfSwing_C = 0): boolean {
  return !alternating || 2 * halfSwing_C >= SWING_ENOUGH * (alternating.day_C - alternating.night_C);
}

/** Whether the seed's law of sprouting allows any growth at the temperature of a stage; in the ground, once spring comes. */
export function sproutsAt(
  { temperature_C, halfSwing_C = 0, degrees }: Pick<Warmed, 'temperature_C' | 'halfSwing_C' | 'degrees'>,
  sprouting: Species['sprouting'],
): boolean {
  if (degrees) return dayReaching(thermalTime(sprouting).median_degreeDays, degrees) !== undefined;
  return degreesPerDay(temperature_C, halfSwing_C, thermalTime(sprouting)) > 0;
}

/** The share of those that would sprout which do at the warmth of their stage; where nothing sprouts there, what has on the way. */
export function warmthShare(species: Species, stages: readonly Warmed[], at: number): number {
  const stage = stages[at];
  if (!stage) return 1;
  if (!sproutsAt(stage, species.sprouting)) return onTheWay(species.sprouting, stages.slice(0, at));
  return swingShare(species, stage);
}

/** The share of those that would sprout at the warmth of a stage which miss no swing of the day there; 1 where nothing sprouts there at all. */
export function swingShare(species: Species, stage: Pick<Warmed, 'temperature_C' | 'halfSwing_C' | 'degrees'> | undefined): number {
  if (!stage || !sproutsAt(stage, species.sprouting) || swingsEnough(species, stage.halfSwing_C)) return 1;
  return species.alternating?.steady ?? 1;
}

/** Of the seeds released, the share that sprouts in the last of the treatments itself: some do so in the cold, and only there. */
function onTheWay(sprouting: Species['sprouting'], stages: readonly Warmed[]): number {
  const last = stages.findLast(({ curve, released }) => curve && released > 0);
  if (!last?.curve || keptDry(last.kind)) return 0;
  const law = thermalTime(sprouting);
  const { curve, days = 0, degrees = () => law.rate(last.temperature_C) } = last;
  const warmth = [0];
  for (let day = 0; day < days; day++) warmth.push((warmth[day] as number) + degrees(day));
  const all = warmth[days] as number;
  let share = (curve.released[0] as number) * sproutedOfThoseThatWill(all, law);
  for (let day = 1; day <= days; day++) {
    const newly = (curve.released[day] as number) - (curve.released[day - 1] as number);
    if (newly > 0) share += newly * sproutedOfThoseThatWill(all - (warmth[day] as number), law);
  }
  return Math.min(1, share / Math.max(1e-12, curve.released[days] as number));
}
