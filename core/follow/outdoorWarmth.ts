import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { degreesPerDay, type ThermalTime, thermalTime } from '../sprout/thermalTime.ts';
import { dayIn, type YearOfDays } from '../winter/climate.ts';
import type { FollowedStage } from './followed.ts';

const YEAR_DAYS = 365;

/** Degree-days for sprouting that each day from `start` on brings outdoors, by the mean year. */
export function degreesOutdoors(law: ThermalTime, year: YearOfDays, start: PlainDate): (day: number) => number {
  const first = dayIn(start);
  return (day) => {
    const of = (first + day) % YEAR_DAYS;
    return degreesPerDay(year.mean_C[of] as number, year.halfSwing_C[of] as number, law);
  };
}

/** The first day by which so many degree-days have come together, within a year; `undefined` where they do not. */
export function dayReaching(target_degreeDays: number, degrees: (day: number) => number): number | undefined {
  for (let day = 0, all = 0; day < YEAR_DAYS; day++) {
    all += degrees(day);
    if (all >= target_degreeDays) return day + 1;
  }
  return undefined;
}

/**
 * How warm the ground is that seed is sown into on a day, °C: mean and half swing of the air from the first day on which anything sprouts there through the
 * month after it. Seed sown into cold ground waits for that.
 */
export function groundFrom(
  { sprouting }: Pick<Species, 'sprouting'>,
  year: YearOfDays,
  start: PlainDate,
): Pick<FollowedStage, 'temperature_C'> & Required<Pick<FollowedStage, 'halfSwing_C' | 'degrees'>> {
  const degrees = degreesOutdoors(thermalTime(sprouting), year, start);
  const waits = dayReaching(Number.MIN_VALUE, degrees) ?? 1;
  const mean = (of: Float64Array) => {
    let sum = 0;
    for (let day = waits - 1; day < waits + 29; day++) sum += of[(dayIn(start) + day) % YEAR_DAYS] as number;
    return sum / 30;
  };
  return { temperature_C: mean(year.mean_C), halfSwing_C: mean(year.halfSwing_C), degrees };
}
