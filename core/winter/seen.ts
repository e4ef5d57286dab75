import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { addDays, dayNumber, daysBetween } from '../calendar/dates.ts';
import { coldResponseOf, effectiveness } from '../chill/effectiveness.ts';
import { effectsBy } from '../chill/met.ts';
import { WARM_RESPONSE } from '../kinds/responses.ts';
import { dailyEffect, dayIn, type YearOfDays } from './climate.ts';
import type { DailyClimate } from './dailyClimate.ts';
import type { WinterQuestion } from './enough.ts';

/** The days from one day up to `today` as they were: by the readings of the place, by the climate where there are none. */
export function daysSeen(
  species: Species,
  from: PlainDate,
  today: PlainDate,
  year: YearOfDays,
  record: PlaceTemperatures | undefined,
): NonNullable<WinterQuestion['seen']> {
  const cold = coldResponseOf(species);
  const usual = { cold: dailyEffect(year, cold), warm: dailyEffect(year, WARM_RESPONSE) };
  const measured = { cold: effectsBy(record, cold), warm: effectsBy(record, WARM_RESPONSE) };
  const first = dayIn(from);
  const offset = record ? dayNumber(from) - dayNumber(record.from) : 0;
  const seen: NonNullable<WinterQuestion['seen']> = { cold: [], warm: [], mean_C: [] };
  for (let day = 0; day < daysBetween(from, today); day++) {
    const of = (first + day) % 365;
    const mean = record?.mean_C[offset + day];
    const known = typeof mean === 'number';
    seen.cold.push(known ? (measured.cold?.[offset + day] ?? effectiveness(mean, cold)) : (usual.cold[of] as number));
    seen.warm.push(known ? (measured.warm?.[offset + day] ?? effectiveness(mean, WARM_RESPONSE)) : (usual.warm[of] as number));
    seen.mean_C.push(known ? mean : (year.mean_C[of] as number));
  }
  return seen;
}

/** How far the last day that was measured lay from the climate, in its own spread; 0 where none was in the last days. */
export function lastAnomaly(climate: DailyClimate, today: PlainDate, record: PlaceTemperatures | undefined): number {
  if (!record) return 0;
  const yesterday = dayNumber(today) - 1 - dayNumber(record.from);
  const mean = record.mean_C[yesterday];
  if (typeof mean !== 'number') return 0;
  const of = dayIn(addDays(today, -1));
  const sd = climate.sd_C[of] as number;
  // A climate without any spread has no anomalies.
  return sd > 0 ? (mean - ((climate.min_C[of] as number) + (climate.max_C[of] as number)) / 2) / sd : 0;
}
