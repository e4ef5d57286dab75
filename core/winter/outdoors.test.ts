import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { normalQuantile } from '../chance/normal.ts';
import { randomFrom } from '../chance/random.ts';
import { effectiveness } from '../chill/effectiveness.ts';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import { dailyEffect, dayIn, daysUntilWarm, estimatedMonths, yearOf } from './climate.ts';
import { outdoorStay } from './outdoors.ts';
import { seasonsOf } from './seasons.ts';

const handbook = loadHandbook();
const species = (id: string) => handbook.find((one) => one.id === id) as Species;
const year = yearOf(SALLOW_GAP);
const stay = (id: string, start: string) => outdoorStay(species(id), year, start);
const south = { latitude_deg: -33.9, lastFrost: { mean: '08-10', sd_days: 12 } };

describe('seed that wants warmth before its cold', () => {
  test.each(['trillium-grandiflorum', 'viburnum-opulus', 'fraxinus-excelsior'])(
    '%s, out from 1 June: as many released as seed by seed',
    (id) => {
      const one = species(id);
      const out = stay(id, '2026-06-01') as NonNullable<ReturnType<typeof stay>>;
      const seasons = seasonsOf(one);
      const random = randomFrom(`seed by seed ${id}`);
      const first = dayIn('2026-06-01');
      let released = 0;
      for (let seed = 0; seed < 3000; seed++) {
        const needs = seasons.map(({ requirement: { releasedWithout, logMedian, spread } }) =>
          random() < releasedWithout ? 0 : Math.exp(logMedian + spread * normalQuantile(Math.max(1e-9, random()))),
        );
        let [at, earned] = [0, 0];
        for (let day = 0; day < out.days && at < needs.length; day++) {
          while (at < needs.length && earned >= (needs[at] as number)) [at, earned] = [at + 1, 0];
          const season = seasons[at];
          if (season) earned += dailyEffect(year, season.response)[(first + day) % 365] as number;
        }
        if (at < needs.length && earned >= (needs[at] as number)) at += 1;
        if (at === needs.length) released += 1;
      }
      expect(out.curve.released[out.days]).toBeCloseTo(released / 3000, 1);
      expect(Math.abs((out.curve.released[out.days] as number) - released / 3000)).toBeLessThan(0.04);
    },
  );
});

describe('the year by its months', () => {
  test('January’s days have January’s mean, and a damped day swings less than the air', () => {
    expect(year.mean_C.subarray(0, 31).reduce((sum, one) => sum + one, 0) / 31).toBeCloseTo(-1.5, 6);
    // exp(−30/104.9) = 0.751 of half the swing of 9 °C.
    expect(year.halfSwing_C[15]).toBeCloseTo(4.5 * 0.751, 1);
  });
  test('what a day counts is the mean over its hours, by a thousand of them', () => {
    const day = 90;
    const [mean, swing] = [year.mean_C[day] as number, year.halfSwing_C[day] as number];
    const fine = Array.from({ length: 1000 }, (_, i) => effectiveness(mean + swing * Math.cos((2 * Math.PI * (i + 0.5)) / 1000)));
    expect(dailyEffect(year, COLD_RESPONSE)[day]).toBeCloseTo(fine.reduce((a, b) => a + b, 0) / 1000, 2);
  });
  test('a place without figures is estimated: cold in January in the north, in July in the south, with minima above zero at the last frost', () => {
    const north = estimatedMonths(SALLOW_GAP);
    const coldest = (months: { min_C: number }[]) =>
      months.map(({ min_C }) => min_C).indexOf(Math.min(...months.map(({ min_C }) => min_C)));
    expect([0, 1]).toContain(coldest(north));
    expect([6, 7]).toContain(coldest(estimatedMonths(south)));
    expect(yearOf(south).estimated).toBe(true);
  });
  test('spring comes after the cold, never in the autumn before it', () => {
    const spring = daysUntilWarm(year, dayIn('2026-09-15'), 10) as number;
    expect(addDays('2026-09-15', spring).slice(0, 7)).toBe('2027-05');
    expect(daysUntilWarm(yearOf(south), dayIn('2026-03-01'), 10)).toBeLessThan(250);
  });
});

describe('a stay outdoors', () => {
  test('sown in autumn it is over by spring; sown in March it lies until the spring after', () => {
    const autumn = stay('amelanchier-alnifolia', '2026-10-15');
    const march = stay('amelanchier-alnifolia', '2027-03-10');
    expect(autumn?.days).toBeLessThan(230);
    expect(march?.days).toBeGreaterThan(380);
    expect(march?.curve.released[60]).toBeLessThan(0.3);
  });
  test('an earlier autumn never frees fewer', () => {
    const released = ['2026-09-01', '2026-10-01', '2026-11-01', '2026-12-01'].map((start) => {
      const out = stay('cornus-florida', start);
      return out?.curve.released[out.days] as number;
    });
    expect([...released].sort((a, b) => b - a)).toEqual(released);
  });
  test('seed that wants warmth first has more of it by the first spring if sown in early summer', () => {
    const byMay = (start: string) => {
      const out = stay('ilex-verticillata', start);
      return out?.curve.released[Math.min(out.curve.released.length - 1, daysBetween(start, '2027-05-01'))] as number;
    };
    expect(byMay('2026-06-10')).toBeGreaterThan(byMay('2026-10-15') + 0.1);
  });
  test('two winters are waited for where one does next to nothing', () => {
    const trillium = stay('trillium-grandiflorum', '2026-09-15');
    expect(trillium?.days).toBeGreaterThan(500);
  });
  test('where no winter comes there is none', () => {
    const climate = Array.from({ length: 12 }, () => ({ min_C: 22, max_C: 31 }));
    const tropics = yearOf({ latitude_deg: 2, lastFrost: { mean: '01-15', sd_days: 5 }, climate });
    expect(outdoorStay(species('larix-occidentalis'), tropics, '2026-09-01')).toBeUndefined();
  });
});
