import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays } from '../calendar/dates.ts';
import { randomFrom } from '../chance/random.ts';
import { effectiveness } from '../chill/effectiveness.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '../kinds/responses.ts';
import { dayIn, daysFromMonths, yearOf } from './climate.ts';
import { dailyClimate, USUAL_SD_C } from './dailyClimate.ts';
import { followedFor, WinterCount, type WinterQuestion } from './enough.ts';
import { type Outdoors, outdoorStay, springsAhead } from './outdoors.ts';
import { daysOfHours, makeWinters } from './winters.ts';

const climate = dailyClimate(SALLOW_GAP);
const handbook = loadHandbook();
const species = (id: string) => handbook.find((one) => one.id === id) as Species;
const mean = (values: ArrayLike<number>) => Array.from(values).reduce((sum, one) => sum + one, 0) / values.length;

describe('days from months', () => {
  test('keep every month’s mean, whatever the months', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -30, max: 35, noNaN: true }), { minLength: 12, maxLength: 12 }), (means) => {
        const days = daysFromMonths(means);
        const lengths = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
        let from = 0;
        return lengths.every((length, month) => {
          const made = mean(days.subarray(from, from + length));
          from += length;
          return Math.abs(made - (means[month] as number)) < 1e-4;
        });
      }),
      { numRuns: 40 },
    );
  });
});

describe('simulated winters', () => {
  const made = makeWinters({
    climate,
    start: 300,
    days: 200,
    winters: 400,
    responses: [COLD_RESPONSE, WARM_RESPONSE],
    random: randomFrom('winters'),
  });
  const anomaly = (winter: number, day: number) => {
    const of = (300 + day) % 365;
    const usual = ((climate.min_C[of] as number) + (climate.max_C[of] as number)) / 2;
    return (made.mean_C[winter * 200 + day] as number) - usual;
  };
  test('have the climate’s means, its spread, and days that follow one another', () => {
    let [sum, squares, products, count] = [0, 0, 0, 0];
    for (let winter = 0; winter < 400; winter++)
      for (let day = 1; day < 200; day++) {
        sum += anomaly(winter, day);
        squares += anomaly(winter, day) ** 2;
        products += anomaly(winter, day) * anomaly(winter, day - 1);
        count += 1;
      }
    expect(sum / count).toBeCloseTo(0, 0);
    // The mean of two that go together at 0.7 spreads by √0.85 of each.
    expect(Math.sqrt(squares / count)).toBeCloseTo(USUAL_SD_C * Math.sqrt(0.85), 1);
    expect(products / squares).toBeCloseTo(0.65, 1);
  });
  test('the same chance makes the same winters, another makes others', () => {
    const ask = (name: string) =>
      makeWinters({ climate, start: 0, days: 30, winters: 2, responses: [COLD_RESPONSE], random: randomFrom(name) });
    expect(ask('a')).toEqual(ask('a'));
    expect(ask('a').mean_C).not.toEqual(ask('b').mean_C);
  });
  test('a day counts the mean of what the response says of each moment', () => {
    fc.assert(
      fc.property(fc.double({ min: -12, max: 20, noNaN: true }), fc.double({ min: 0, max: 9, noNaN: true }), (middle, half) => {
        const [m, h] = [Float32Array.of(middle), Float32Array.of(half)];
        const moments = Array.from({ length: 4000 }, (_, i) =>
          effectiveness((m[0] as number) + (h[0] as number) * Math.cos((2 * Math.PI * (i + 0.5)) / 4000)),
        );
        return Math.abs((daysOfHours(m, h, COLD_RESPONSE)[0] as number) - mean(moments)) < 1e-4;
      }),
    );
  });
  test('a cold spell now makes the first days colder, and is forgotten', () => {
    const cold = makeWinters({ climate, start: 40, days: 30, winters: 300, responses: [], random: randomFrom('x'), anomaly: -2 });
    const on = (day: number) => mean(Array.from({ length: 300 }, (_, winter) => cold.mean_C[winter * 30 + day] as number));
    const usual = (day: number) => ((climate.min_C[40 + day] as number) + (climate.max_C[40 + day] as number)) / 2;
    expect(on(0) - usual(0)).toBeLessThan(-3);
    expect(Math.abs(on(25) - usual(25))).toBeLessThan(0.7);
  });
});

describe('enough winter', () => {
  const ask = (id: string, start: string, part: Partial<WinterQuestion> = {}) => {
    const count = new WinterCount({ species: species(id), climate, start: dayIn(start), days: 200, winters: 150, ...part });
    count.add(150, randomFrom('enough'));
    return count.answer();
  };
  test('there is from October on, not from mid-February', () => {
    const october = ask('balsamorhiza-sagittata', '2026-10-15', { days: 260 });
    const february = ask('balsamorhiza-sagittata', '2027-02-16');
    expect(october.enough).toBeGreaterThan(february.enough);
    expect(february.enough).toBeLessThan(0.2);
    expect(february.released.mean).toBeLessThan(october.released.mean);
    expect(february.spring.middle).toBeGreaterThan(40);
  });
  test('the chance by each day never falls, bands lie in order, and nothing more is earned once it is spring', () => {
    const { enoughBy, chill, spring } = ask('larix-occidentalis', '2026-12-01', { days: 250 });
    expect([...enoughBy].sort((a, b) => a - b)).toEqual(enoughBy);
    for (const [day, middle] of chill.middle.entries()) {
      expect(chill.low[day]).toBeLessThanOrEqual(middle);
      expect(middle).toBeLessThanOrEqual(chill.high[day] as number);
    }
    expect(chill.high.at(-1)).toBe(chill.high[Math.min(chill.high.length - 1, Math.ceil(spring.high) + 15)]);
  });
  test('a mild week in autumn ends no winter: spring is only looked for past the depth of it', () => {
    // Early October swings about 10 °C, which is where cold stops counting.
    for (const start of ['2026-09-20', '2026-10-05', '2026-10-20']) {
      const { spring, enough } = ask('balsamorhiza-sagittata', start, { days: 280 });
      expect(addDays(start, spring.low) > '2027-03-01').toBe(true);
      expect(enough).toBeGreaterThan(0.5);
    }
  });
  test('earlier out is never less cold by spring', () => {
    const by = ['2026-10-15', '2026-12-01', '2027-01-15', '2027-02-16'].map(
      (start) => ask('balsamorhiza-sagittata', start, { days: 280 }).chill.middle.at(-1) as number,
    );
    expect([...by].sort((a, b) => b - a)).toEqual(by);
  });
  test('what was measured already is the same in every winter, and counts', () => {
    const seen = { cold: Array(40).fill(1), warm: Array(40).fill(0), mean_C: Array(40).fill(3) };
    const { chill, seen_days, enough } = ask('balsamorhiza-sagittata', '2027-02-16', { seen });
    expect([seen_days, chill.low[40], chill.high[40]]).toEqual([40, 40, 40]);
    expect(enough).toBeGreaterThan(ask('balsamorhiza-sagittata', '2027-02-16').enough);
  });
  test('without chance, a winter is the mean year’s: the same share released, the same alive, up to the same spring', () => {
    const calm = { ...climate, sd_C: new Float64Array(365) };
    const year = yearOf(SALLOW_GAP);
    for (const [id, start, shelter] of [
      ['balsamorhiza-sagittata', '2026-10-15', undefined],
      ['balsamorhiza-sagittata', '2027-02-16', { animals: false, rain: false }],
      ['larix-occidentalis', '2026-06-20', { animals: false, rain: true }],
      ['trillium-grandiflorum', '2026-10-15', undefined],
      ['fraxinus-excelsior', '2027-02-16', undefined],
    ] as const) {
      const followed = followedFor(species(id), year, start);
      const { released, alive, ready, spring } = ask(id, start, { climate: calm, shelter, ...followed });
      const stay = outdoorStay(species(id), year, start, { shelter }) as Outdoors;
      const springs = springsAhead(species(id), year, dayIn(start));
      const day = (followed.springs === 2 ? springs?.second : springs?.first) as number;
      expect(Math.abs(spring.middle - day)).toBeLessThanOrEqual(1);
      expect(released.middle).toBeCloseTo(stay.curve.released[day] as number, 2);
      // Each winter has its own multiplier on rot: on the whole they come to what is expected.
      expect(Math.abs(alive.mean - (stay.curve.survives[day] as number))).toBeLessThan(0.04);
      expect(ready.middle).toBeCloseTo(released.middle * alive.middle, 6);
    }
  });
  test('seed that wants two winters, or a summer first, is asked about the winter that frees it', () => {
    const year = yearOf(SALLOW_GAP);
    const trillium = (part: Partial<WinterQuestion>) => ask('trillium-grandiflorum', '2026-10-15', part);
    const followed = followedFor(species('trillium-grandiflorum'), year, '2026-10-15');
    expect(followed.springs).toBe(2);
    expect(trillium({ days: 280 }).released.mean).toBeLessThan(0.1);
    expect(trillium(followed).released.mean).toBeGreaterThan(0.2);
    expect(followedFor(species('balsamorhiza-sagittata'), year, '2027-02-16').springs).toBe(1);
  });
  test('an open flat loses more to mice and rain, and frees as many', () => {
    const covered = ask('larix-occidentalis', '2026-11-01', { days: 260 });
    const open = ask('larix-occidentalis', '2026-11-01', { days: 260, shelter: { animals: false, rain: false } });
    expect(open.released).toEqual(covered.released);
    expect(open.alive.high).toBeLessThan(covered.alive.low);
    expect(open.ready.middle).toBeLessThan(covered.ready.middle);
  });
  test('what the seed brings along is counted, and seed that waits for none is not asked about', () => {
    expect(ask('larix-occidentalis', '2027-02-16', { credit: { days: 60, give_days: 0 } }).enough).toBe(1);
    expect(() => ask('lupinus-sericeus', '2027-02-16', { species: { ...species('lupinus-sericeus'), cold: { need: 'none' } } })).toThrow(
      RangeError,
    );
  });
});
