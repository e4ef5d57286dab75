import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Species } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { describe, expect, test } from '@jest/globals';
import { placeDays } from '../chill/placeDays.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '../kinds/responses.ts';
import { yearOf } from './climate.ts';
import { CLIMATES } from './climates.ts';
import { dailyClimate } from './dailyClimate.ts';
import { ANIMALS_PER_DAY, outdoorStay, shelterLoss } from './outdoors.ts';
import { daysSeen, lastAnomaly } from './seen.ts';

const species = loadHandbook().find(({ id }) => id === 'amelanchier-alnifolia') as Species;
const frame = { id: 'f', kind: 'outdoors', nominal_C: 4 } as const;
const at_ms = Float64Array.from({ length: 10 * 24 + 1 }, (_, hour) => Date.parse('2027-01-10') + hour * 3_600_000);
const record = placeDays(frame, { at_ms, celsius: at_ms.map(() => 3) }, [COLD_RESPONSE, WARM_RESPONSE], 'UTC') as PlaceTemperatures;
const year = yearOf(SALLOW_GAP);

describe('this winter so far', () => {
  test('goes by the readings where there are any, by the usual year where there are none', () => {
    const { cold, mean_C } = daysSeen(species, '2027-01-05', '2027-01-20', year, record);
    expect(cold).toHaveLength(15);
    expect(mean_C[0]).toBe(year.mean_C[4]);
    expect([cold[5], mean_C[5], cold[14]]).toEqual([1, 3, 1]);
    expect(daysSeen(species, '2027-01-20', '2027-01-20', year, record).cold).toEqual([]);
  });
  test('the next day begins where yesterday stood, in the climate’s own spread', () => {
    const climate = dailyClimate(SALLOW_GAP);
    const usual = ((climate.min_C[18] as number) + (climate.max_C[18] as number)) / 2;
    expect(lastAnomaly(climate, '2027-01-20', record)).toBeCloseTo((3 - usual) / (climate.sd_C[18] as number), 6);
    expect([lastAnomaly(climate, '2027-02-20', record), lastAnomaly(climate, '2027-01-20', undefined)]).toEqual([0, 0]);
  });
});

describe('a frame', () => {
  test('that keeps mice or rain off loses less; one that was not asked about counts as covered', () => {
    const stay = (animals: boolean, rain: boolean) => outdoorStay(species, year, '2026-10-20', { shelter: { animals, rain } });
    const [covered, mice, wet] = [stay(true, true), stay(false, true), stay(true, false)];
    const survives = (one: typeof covered) => one?.curve.survives[150] as number;
    expect(survives(mice)).toBeCloseTo(survives(covered) * Math.exp(-ANIMALS_PER_DAY * 150), 9);
    expect(survives(wet)).toBeLessThan(survives(covered));
    expect(outdoorStay(species, year, '2026-10-20')?.curve.survives).toEqual(covered?.curve.survives);
    expect(shelterLoss(undefined)).toEqual({ perDay: 0, wetter: 1 });
  });
});

describe('made-up climates', () => {
  test('are years: minima below maxima, a spread each, and winters of different worth', () => {
    const chill = CLIMATES.map(({ months }) => {
      expect(months).toHaveLength(12);
      for (const { min_C, max_C, sd_C } of months) expect(min_C < max_C && (sd_C ?? 0) > 0).toBe(true);
      const place = { climate: months, latitude_deg: 45, lastFrost: { mean: '05-01', sd_days: 9 } };
      return outdoorStay(species, yearOf(place), '2026-10-20')?.curve.earned.at(-1) ?? 0;
    });
    expect(Math.max(...chill) - Math.min(...chill)).toBeGreaterThan(60);
  });
});
