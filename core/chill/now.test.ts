import type { Place } from '@chill/model/place.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { describe, expect, test } from '@jest/globals';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import { temperatureNow } from './now.ts';
import { placeDays } from './placeDays.ts';

const HOUR = 3_600_000;
const fridge: Place = { id: 'f', name: 'Fridge', kind: 'fridge', nominal_C: 4, capacity: 10, order: 1 };
/** Two days by the hour from midnight of 10 January on, the last reading at 23:00 of the 11th. */
const record = (celsius: (hour: number) => number, place = fridge) => {
  const at_ms = Float64Array.from({ length: 48 }, (_, i) => Date.parse('2027-01-10T00:00:00Z') + i * HOUR);
  return placeDays(place, { at_ms, celsius: at_ms.map((_, i) => celsius(i)) }, [COLD_RESPONSE], 'UTC') as PlaceTemperatures;
};
const now = (celsius: (hour: number) => number, today = '2027-01-11') => temperatureNow(fridge, [record(celsius)], today);

describe('what a place has now', () => {
  test('is its last reading, where that is of today or yesterday; otherwise what is written down', () => {
    expect(now((hour) => 3 + hour / 100)).toMatchObject({ celsius: 3.47, measured: true });
    expect(now(() => 3, '2027-01-12')).toMatchObject({ celsius: 3, measured: true });
    expect(now(() => 3, '2027-01-13')).toEqual({ celsius: 4, measured: false, lastOn: '2027-01-11' });
    expect(temperatureNow({ ...fridge, id: 'other' }, [record(() => 3)], '2027-01-11')).toEqual({ celsius: 4, measured: false });
  });
  test('is wrong while the spell goes on that the last reading lies in', () => {
    expect(now((hour) => (hour >= 40 ? 14 : 4)).spell).toMatchObject({ kind: 'warm', to: '2027-01-11', peak_C: 14 });
    expect(now((hour) => (hour >= 40 ? -6 : 4)).spell).toMatchObject({ kind: 'frozen', peak_C: -6 });
    // Over again, or long ago.
    expect(now((hour) => (hour >= 30 && hour < 40 ? 14 : 4)).spell).toBeUndefined();
    expect(now((hour) => (hour >= 40 ? 14 : 4), '2027-01-20').spell).toBeUndefined();
    // A freezer that thaws; its frost is as it should be.
    const freezer: Place = { ...fridge, kind: 'freezer', nominal_C: -18 };
    const frozen = (celsius: (hour: number) => number) => temperatureNow(freezer, [record(celsius, freezer)], '2027-01-11').spell;
    expect(frozen((hour) => (hour >= 40 ? -1 : -18))).toMatchObject({ kind: 'warm', peak_C: -1 });
    expect(frozen(() => -18)).toBeUndefined();
    // A door that stands open for a minute is no spell.
    expect(now((hour) => (hour === 47 ? 10.5 : 9.8)).spell).toBeUndefined();
  });
});
