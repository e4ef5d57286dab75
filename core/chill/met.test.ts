import type { Place } from '@chill/model/place.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { describe, expect, test } from '@jest/globals';
import { dayNumber } from '../calendar/dates.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '../kinds/responses.ts';
import { packReadings, unpackReadings } from '../readings/packed.ts';
import type { Readings } from '../readings/readings.ts';
import { thinned } from '../readings/thinned.ts';
import { earnedByDay, lossesOf } from './account.ts';
import { turnOf } from './advice.ts';
import { effectiveness } from './effectiveness.ts';
import { asMeasured, expectedOf, metBy } from './met.ts';
import { placeDays, placeDaysInSteps } from './placeDays.ts';

const HOUR = 3_600_000;
const fridge: Place = { id: 'f', name: 'Fridge', kind: 'fridge', nominal_C: 4, capacity: 10, order: 1 };
const other: Place = { ...fridge, id: 'o', nominal_C: 7.5 };
/** Hourly readings from midnight UTC of `from`. */
const hourly = (from: string, hours: number, celsius: (hour: number) => number): Readings => ({
  at_ms: Float64Array.from({ length: hours + 1 }, (_, i) => Date.parse(from) + i * HOUR),
  celsius: Float64Array.from({ length: hours + 1 }, (_, i) => celsius(i)),
});
const days = (place: Place, readings: Readings, timeZone = 'UTC') =>
  placeDays(place, readings, [COLD_RESPONSE, WARM_RESPONSE], timeZone) as PlaceTemperatures;
const since = '2027-01-10';
const met = (records: ReturnType<typeof days>[], today: string, stays = [{ on: since, placeId: 'f' }]) =>
  metBy({ since, stays, planned_C: 4 }, COLD_RESPONSE, { places: [fridge, other], records, today });
const lying = { since, checks: [], freshened: [since] };

describe('hot spells', () => {
  test('that a move only carries to another hot place go on: fourteen days at 25 °C undo six, moved or not', () => {
    const hot = (place: Place) =>
      days(
        place,
        hourly(since, 14 * 24, () => 25),
      );
    const records = [hot(fridge), hot(other)];
    const moved = Array.from({ length: 7 }, (_, i) => ({ on: `2027-01-${10 + 2 * i}`, placeId: i % 2 ? 'o' : 'f' }));
    expect(met(records, '2027-01-24').undone(14)).toBeCloseTo(6, 6);
    expect(met(records, '2027-01-24', moved).undone(14)).toBeCloseTo(6, 6);
  });
});

describe('a dial that is turned', () => {
  const warm = days(
    fridge,
    hourly('2027-01-01', 20 * 24, () => 7.5),
  );
  test('is planned with from that day, whatever the readings before it say, until those since then tell', () => {
    expect(expectedOf(fridge, [warm], '2027-01-20')).toMatchObject({ celsius: 7.5, measured: true });
    const turned = { ...fridge, nominal_C: 3, setTo: { on: '2027-01-20', celsius: 3 } };
    expect(expectedOf(turned, [warm], '2027-01-20')).toMatchObject({ celsius: 3, measured: false });
    const at = (today: string) =>
      metBy({ since, stays: [{ on: since, placeId: 'f' }], planned_C: 4 }, COLD_RESPONSE, { places: [turned], records: [warm], today });
    expect(at('2027-01-20').effect(20)).toBe(1);
    expect(met([warm], '2027-01-20').effect(20)).toBeCloseTo(0.5, 6);
    // What lies behind stays as it was measured.
    expect(at('2027-01-20').effect(5)).toBeCloseTo(0.5, 6);
    const since20 = days(
      fridge,
      hourly('2027-01-01', 26 * 24, (hour) => (hour < 20 * 24 ? 7.5 : 4.6)),
    );
    expect(expectedOf({ ...turned }, [since20], '2027-01-22')).toMatchObject({ celsius: 3, measured: false });
    expect(expectedOf({ ...turned }, [since20], '2027-01-25').celsius).toBeCloseTo(4.6, 6);
  });
  test('had better be turned where the readings of weeks lie outside what counts fully', () => {
    expect(turnOf(fridge, [warm], '2027-01-20')).toMatchObject({ turn: 'down', to_C: 3, counts: 0.5 });
    const icy = days(
      fridge,
      hourly('2027-01-01', 20 * 24, () => -0.5),
    );
    expect(turnOf(fridge, [icy], '2027-01-20')?.turn).toBe('up');
    expect(turnOf({ ...fridge, kind: 'bench' }, [warm], '2027-01-20')).toBeUndefined();
    expect(turnOf(fridge, [], '2027-01-20')).toBeUndefined();
  });
});

describe('a place’s readings by the day', () => {
  test('a day counts what its hours count, and says how much of it was measured', () => {
    const log = hourly('2027-01-01', 30, (hour) => (hour < 12 ? 4 : 7.5));
    const { effects, measured, mean_C, min_C, max_C, from } = days(fridge, log);
    expect(from).toBe('2027-01-01');
    // Twelve hours at 4 °C, an hour between, eleven at 7.5 °C which counts half.
    const between = Array.from({ length: 1000 }, (_, i) => effectiveness(4 + (3.5 * (i + 0.5)) / 1000)).reduce((a, b) => a + b, 0) / 1000;
    expect(effects[0]?.days[0]).toBeCloseTo((11 + between + 12 * 0.5) / 24, 3);
    // The second day was measured for six hours; the rest is nominal and counts fully.
    expect(measured).toEqual([1, 0.25]);
    expect(effects[0]?.days[1]).toBeCloseTo((6 * 0.5 + 18) / 24, 3);
    expect([mean_C[1], min_C[0], max_C[0]]).toEqual([7.5, 4, 7.5]);
  });
  test('a thermometer read once a day by hand is joined from day to day; a logger that is silent as long leaves a gap', () => {
    const daily = {
      at_ms: Float64Array.from({ length: 5 }, (_, i) => Date.parse('2027-01-01T08:00:00Z') + i * 24 * HOUR),
      celsius: Float64Array.of(7.5, 7.5, 7.5, 7.5, 7.5),
    };
    expect(days(fridge, daily)).toMatchObject({ measured: [0, 0, 0, 0, 0], mean_C: [null, null, null, null, null] });
    const byHand = days(fridge, { ...daily, byHand: Uint8Array.of(1, 1, 1, 1, 1) });
    expect(byHand.measured).toEqual([expect.closeTo(16 / 24, 3), 1, 1, 1, expect.closeTo(8 / 24, 3)]);
    expect(byHand.effects[0]?.days.slice(1, 4)).toEqual([0.5, 0.5, 0.5]);
  });
  test('in steps or at once, it is the same', () => {
    const log = hourly('2027-01-01', 72, (hour) => (hour >= 30 && hour < 60 ? 17 : 4));
    const steps = placeDaysInSteps(fridge, log, [COLD_RESPONSE, WARM_RESPONSE], 'UTC');
    let [count, last] = [0, steps.next()];
    while (!last.done) [count, last] = [count + 1, steps.next()];
    expect(count).toBeGreaterThan(5);
    expect(last.value).toEqual(days(fridge, log));
  });
  test('local days are of the nursery’s zone, also where one has 23 hours', () => {
    const log = hourly('2027-03-12', 96, () => 4);
    const { from, effects, measured } = days(fridge, log, 'America/Denver');
    expect(from).toBe('2027-03-11');
    const spring = dayNumber('2027-03-14') - dayNumber(from);
    expect(effects[0]?.days[spring]).toBeCloseTo(23 / 24, 3);
    expect(measured[spring]).toBe(1);
  });
  test('spells are told of a fridge, not of a bench', () => {
    const log = hourly('2027-01-01', 72, (hour) => (hour >= 30 && hour < 60 ? 17 : 4));
    expect(days(fridge, log).spells).toEqual([
      {
        kind: 'warm',
        from: '2027-01-02',
        to: '2027-01-03',
        hours: expect.any(Number),
        excursion_hours: expect.closeTo(29 + (2 * 2) / 13, 3),
        peak_C: 17,
      },
    ]);
    expect(days({ ...fridge, kind: 'bench' }, log).spells).toEqual([]);
    expect(
      days(
        fridge,
        hourly('2027-01-01', 48, (hour) => (hour > 5 && hour < 20 ? -4 : 3)),
      ).spells[0],
    ).toMatchObject({
      kind: 'frozen',
      peak_C: -4,
    });
  });
});

describe('what a batch met', () => {
  test('measured days count as measured, days before and after by the place, days to come by its last fortnight', () => {
    const record = days(
      fridge,
      hourly('2027-01-12', 20 * 24, () => 7.5),
    );
    const { effect, measured, expected_C } = met([record], '2027-01-28');
    expect([effect(0), measured(0)]).toEqual([1, 0]);
    expect([effect(5), measured(5)]).toEqual([0.5, 1]);
    expect([effect(60), measured(60), expected_C]).toEqual([0.5, 0, 7.5]);
    // A few days say nothing of what is to come.
    expect(met([record], '2027-01-15').effect(60)).toBe(1);
  });
  test('a warm spell does not move what is expected: the middle of the days counts', () => {
    const record = days(
      fridge,
      hourly('2027-01-10', 20 * 24, (hour) => (hour > 400 && hour < 460 ? 18 : 4)),
    );
    expect(expectedOf(fridge, [record], '2027-01-30').celsius).toBeCloseTo(4, 6);
  });
  test('a plan made today goes by what was measured, to a tenth; outdoors goes by the year', () => {
    const log = hourly('2027-01-12', 20 * 24, (hour) => 5.53 + Math.sin(hour));
    const frame = { ...fridge, id: 'g', kind: 'outdoors' as const };
    const records = [days(fridge, log), days(frame, log)];
    expect(asMeasured([fridge, other, frame], records, '2027-01-30').map(({ nominal_C }) => nominal_C)).toEqual([5.5, 7.5, 4]);
    expect(asMeasured([fridge], records, '2027-01-14')).toEqual([fridge]);
  });
  test('a move between places splits the account', () => {
    const stays = [
      { on: since, placeId: 'f' },
      { on: '2027-01-20', placeId: 'o' },
    ];
    const { effect } = met([], '2027-02-10', stays);
    expect([effect(9), effect(10), effect(100)]).toEqual([1, 0.5, 0.5]);
    expect(earnedByDay(20, met([], '2027-02-10', stays), lying)[20]).toBeCloseTo(15, 9);
  });
  test('three days above 20 °C beyond two undo a day and a half, and nothing falls below zero', () => {
    const record = days(
      fridge,
      hourly('2027-01-10', 30 * 24, (hour) => (hour >= 240 && hour <= 360 ? 25 : 4)),
    );
    const said = met([record], '2027-02-09');
    const earned = earnedByDay(30, said, lying);
    expect(said.undone(30)).toBeCloseTo(1.5, 1);
    expect(earned[15]).toBeCloseTo(10 - 1.5, 0);
    const early = days(
      fridge,
      hourly('2027-01-10', 30 * 24, (hour) => (hour <= 480 ? 25 : 4)),
    );
    expect(Math.min(...earnedByDay(30, met([early], '2027-02-09'), lying))).toBe(0);
  });
  test('what was lost is told by its reason and adds up to what is missing', () => {
    const record = days(
      fridge,
      hourly('2027-01-10', 40 * 24, (hour) => (hour >= 240 && hour < 300 ? 17 : 5.5)),
    );
    const said = met([record], '2027-02-10');
    const dry = { ...lying, checks: [{ on: '2027-01-14', damp: 'dry' as const }] };
    const losses = lossesOf(31, 1, said, dry, record.spells);
    const earned = earnedByDay(31, said, dry)[31] as number;
    expect(losses.map(({ why }) => why)).toEqual(['place', 'warm', 'dry']);
    expect(losses.reduce((sum, one) => sum + one.days, 0)).toBeCloseTo(31 - earned, 2);
    expect(losses.find(({ why }) => why === 'warm')).toMatchObject({ from: '2027-01-19', to: '2027-01-22', peak_C: 17 });
  });
});

describe('readings on their way', () => {
  test('packed and unpacked they are the same, to a hundredth of a degree', () => {
    const log = hourly('2027-01-01', 50, (hour) => Math.sin(hour) * 20 - 5);
    const back = unpackReadings(new Uint8Array(packReadings(log)));
    expect(back?.at_ms).toEqual(log.at_ms);
    expect(Math.max(...log.celsius.map((value, i) => Math.abs(value - (back?.celsius[i] as number))))).toBeLessThanOrEqual(0.005 + 1e-9);
    expect(unpackReadings(new Uint8Array(33))).toBeUndefined();
    expect(unpackReadings(new Uint8Array(0))).toBeUndefined();
  });
  test('thinned for a drawing they keep every extreme, in order', () => {
    const log = hourly('2026-01-01', 9000, (hour) => (hour === 4321 ? 19 : hour === 7000 ? -11 : Math.sin(hour / 9)));
    const few = thinned(log, 400);
    expect(few.at_ms.length).toBeLessThan(500);
    expect([Math.max(...few.celsius), Math.min(...few.celsius)]).toEqual([19, -11]);
    expect([...few.at_ms]).toEqual([...few.at_ms].sort((a, b) => a - b));
    expect(
      thinned(
        hourly('2026-01-01', 9, () => 1),
        400,
      ).at_ms,
    ).toHaveLength(10);
  });
});
