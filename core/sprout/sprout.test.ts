import { loadHandbook } from '@chill/handbook/load.ts';
import { describe, expect, test } from '@jest/globals';
import { normalChance, normalQuantile } from '../chance/normal.ts';
import { prospectOf } from '../chance/prospect.ts';
import { randomFrom } from '../chance/random.ts';
import { SproutBelief, type Visit } from './belief.ts';
import { firstRootDay } from './forecast.ts';
import { daysToSprout, degreesPerDay, effectiveDegrees, sproutedOfThoseThatWill, thermalTime } from './thermalTime.ts';
import { wrongWarmth } from './tooWarm.ts';

const habit = { at_C: 20, days: { from: 5, to: 15 }, base_C: 2, optimum_C: 22, ceiling_C: 33, share: 0.9 };
const law = thermalTime(habit);

describe('thermal time', () => {
  test('"5 to 15 days at 20 °C": a tenth by day 5, nine tenths by day 15, there', () => {
    expect(law.median_degreeDays).toBeCloseTo(Math.sqrt(75) * 18, 9);
    expect(sproutedOfThoseThatWill(5 * 18, law)).toBeCloseTo(0.1, 3);
    expect(sproutedOfThoseThatWill(15 * 18, law)).toBeCloseTo(0.9, 3);
  });
  test('half as many degrees take twice as long; beyond the optimum it slows; past the ceiling it stops', () => {
    expect(daysToSprout(0.5, law, 11)).toBeCloseTo(2 * daysToSprout(0.5, law, 20), 9);
    expect(effectiveDegrees(27.5, habit)).toBeCloseTo(10, 9);
    expect(daysToSprout(0.5, law, 35)).toBe(Number.POSITIVE_INFINITY);
  });
  test('no species’ own temperature leaves it waiting for ever', () => {
    for (const species of loadHandbook()) {
      const days = daysToSprout(0.9, thermalTime(species.sprouting), species.sprouting.at_C);
      expect(days).toBeGreaterThan(species.sprouting.days.from);
      expect(days).toBeLessThan(species.sprouting.days.to * 1.01);
    }
  });
  test('a day that swings from 2 to 18 °C brings 3.6 degree-days over a base of 8, not two', () => {
    const cold = thermalTime({ ...habit, base_C: 8 });
    expect(15 * degreesPerDay(10, 8, cold)).toBeCloseTo(54, 0);
    expect(degreesPerDay(10, 0, cold)).toBe(2);
  });
});

describe('what counts teach', () => {
  test('each narrows what is still open, on average, and a silent towel is called', () => {
    const random = randomFrom('towels');
    const prior = prospectOf([{ alpha: 7, beta: 3 }]);
    const warmths = [60, 110, 170, 240];
    const widths = warmths.map(() => 0);
    for (let lot = 0; lot < 60; lot++) {
      const [able, scale] = [0.4 + 0.5 * random(), Math.exp(0.35 * (2 * random() - 1))];
      const seeds = Array.from({ length: 50 }, () =>
        random() < able ? scale * law.median_degreeDays * Math.exp(law.spread * normalQuantile(random())) : Number.POSITIVE_INFINITY,
      );
      const visits: Visit[] = [];
      for (const [k, warmth] of warmths.entries()) {
        const before = visits.at(-1)?.warmth ?? 0;
        const came = seeds.filter((one) => one > before && one <= warmth).length;
        const left = seeds.filter((one) => one > warmth).length;
        visits.push({ warmth, came, left });
        const { low, high } = new SproutBelief(prior, [{ part: 1, from: 0 }], law, visits).count(left);
        widths[k] = (widths[k] as number) + high - low;
      }
    }
    for (const k of [1, 2, 3]) expect(widths[k]).toBeLessThanOrEqual(widths[k - 1] as number);
    const silent = new SproutBelief(prior, [{ part: 1, from: 0 }], law, [{ warmth: 500, came: 0, left: 50 }]);
    expect(50 * silent.chance()).toBeLessThan(0.5);
  });
  test('two counts on one day say what one of their sum says', () => {
    const one = (visits: Visit[]) => new SproutBelief(prospectOf([{ alpha: 7, beta: 3 }]), [{ part: 1, from: 0 }], law, visits).chance();
    const whole = one([{ warmth: 150, came: 9, left: 41 }]);
    expect(
      one([
        { warmth: 150, came: 4, left: 46 },
        { warmth: 150, came: 5, left: 41 },
      ]),
    ).toBe(whole);
  });
});

describe('a place that is too warm or too cold', () => {
  test('is said with what would do, where a seed sprouts four times slower than at its own temperature', () => {
    expect(wrongWarmth(habit, 20)).toBeUndefined();
    expect(wrongWarmth(habit, 31)).toMatchObject({ is: 'tooWarm', from_C: 7, to_C: 30 });
    expect(wrongWarmth(habit, 5)).toMatchObject({ is: 'tooCold' });
    // A mat whose days swing may do where the same mean held steady does not.
    expect(wrongWarmth(habit, 5, 12)).toBeUndefined();
    for (const celsius of [7, 30]) expect(wrongWarmth(habit, celsius)).toBeUndefined();
  });
});

describe('counts to expect', () => {
  test('a seed that sprouts near freezing roots in the fridge; one that needs warmth does not', () => {
    const released = Array.from({ length: 120 }, (_, day) => Math.min(1, day / 100));
    const first = firstRootDay(released, 100, thermalTime({ ...habit, base_C: 0 }), 4) as number;
    expect(first).toBeGreaterThan(7);
    expect(first).toBeLessThan(60);
    expect(firstRootDay(released, 100, thermalTime({ ...habit, base_C: 5 }), 4)).toBeUndefined();
    expect(firstRootDay(released, 1000, thermalTime({ ...habit, base_C: 0 }), 4) as number).toBeLessThan(first);
  });
});

describe('what is believed of a sprouting', () => {
  const believed = (visits: Visit[] = [], able = { alpha: 8, beta: 2 }) =>
    new SproutBelief(prospectOf([{ key: 'able', link: able }]), [{ part: 1, from: 0 }], law, visits);
  /** The same by brute force: 400 shares by 161 time scales, each weighed by the chance of what was seen. */
  const bruteForce = (visits: Visit[], warmth: number, of: (chance: number) => number) => {
    let [sum, all] = [0, 0];
    for (let i = 0; i < 400; i++) {
      const share = (i + 0.5) / 400;
      for (let z = -4; z <= 4; z += 0.05) {
        const by = (x: number) => (x <= 0 ? 0 : share * normalChance((Math.log(x / law.median_degreeDays) - 0.35 * z) / law.spread));
        let [weight, before] = [share ** 7 * (1 - share) * Math.exp((-z * z) / 2), 0];
        for (const visit of visits) {
          const chance = (by(visit.warmth) - before) / (1 - before);
          weight *= chance ** visit.came * (1 - chance) ** visit.left;
          before = by(visit.warmth);
        }
        all += weight;
        sum += weight * of((by(warmth) - before) / (1 - before));
      }
    }
    return sum / all;
  };

  test('is what a grid two hundred times finer says, before and after counts', () => {
    const counts = [
      { warmth: 80, came: 2, left: 38 },
      { warmth: 140, came: 7, left: 31 },
      { warmth: 200, came: 4, left: 24 },
    ];
    for (const visits of [[], counts.slice(0, 1), counts]) {
      const exact = bruteForce(visits, 300, (chance) => chance);
      expect(Math.abs(believed(visits).chance(300) - exact)).toBeLessThan(0.01);
      const any = bruteForce(visits, 240, (chance) => 1 - (1 - chance) ** 24);
      expect(Math.abs(believed(visits).anyChance(24, 240) - any)).toBeLessThan(0.02);
    }
  });
  test('counts narrow it; a lot that shows nothing is expected to show little', () => {
    const width = (visits: Visit[], left: number) => {
      const { low, high } = believed(visits).count(left);
      return high - low;
    };
    expect(width([{ warmth: 600, came: 30, left: 10 }], 10)).toBeLessThan(width([], 40) / 2);
    const none = believed([{ warmth: 300, came: 0, left: 40 }]);
    expect(none.chance()).toBeLessThan(0.8 * believed().chance());
    expect(none.count(40, 320).low).toBe(0);
  });
  test('before any count, nine in ten of those to come have by the day that the handbook names', () => {
    const [all, middle] = [believed().warmthFor(0.9), believed().warmthFor(0.5)];
    expect((all as number) / (15 * 18)).toBeCloseTo(1, 1);
    expect((middle as number) / law.median_degreeDays).toBeCloseTo(1, 1);
  });
});
