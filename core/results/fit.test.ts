import { describe, expect, test } from '@jest/globals';
import { normalCdf, normalQuantile } from '../chance/normal.ts';
import { randomFrom } from '../chance/random.ts';
import type { Look } from './compare.ts';
import { bootstrap, fitSprouting, kaplanMeier, logLikelihoodOf, timesOf } from './fit.ts';

const TRUE = { share: 0.7, half_days: 9, spread: 0.35 };
/** Seeds that follow a law, looked at on some days; `lost` in a hundred of those waiting are taken away between looks. */
function looksAt(days: readonly number[], seeds: number, name: string, lost = 0): Look[] {
  const random = randomFrom(name);
  let waiting = Array.from({ length: seeds }, () =>
    random() < TRUE.share ? TRUE.half_days * Math.exp(TRUE.spread * normalQuantile(Math.max(1e-9, random()))) : Number.POSITIVE_INFINITY,
  );
  return days.map((day) => {
    waiting = waiting.filter(() => random() >= lost);
    const came = waiting.filter((on) => on <= day).length;
    waiting = waiting.filter((on) => on > day);
    return { day, came, left: waiting.length };
  });
}
const EVERY_OTHER = Array.from({ length: 16 }, (_, i) => 2 * i + 2);
function drawn(generator: ReturnType<typeof bootstrap>) {
  let step = generator.next();
  const told: number[] = [];
  while (!step.done) {
    told.push(step.value);
    step = generator.next();
  }
  return { told, ranges: step.value };
}

describe('a fit', () => {
  test('finds the law that many seeds follow, whether or not some are taken away meanwhile', () => {
    for (const lost of [0, 0.02]) {
      const fit = fitSprouting(looksAt(EVERY_OTHER, 6000, 'many', lost));
      if (!('law' in fit)) throw new Error('No fit.');
      expect(fit.law.share).toBeCloseTo(TRUE.share, 1);
      expect(Math.abs(fit.law.half_days - TRUE.half_days)).toBeLessThan(0.25);
      expect(Math.abs(fit.law.spread - TRUE.spread)).toBeLessThan(0.03);
    }
  });
  test('is as likely as the best of a fine grid of laws, and where nobody was lost its likelihood is that of the counts dealt to the intervals', () => {
    const looks = looksAt([4, 7, 10, 14, 20, 30], 60, 'few');
    const fit = fitSprouting(looks);
    if (!('law' in fit)) throw new Error('No fit.');
    let best = Number.NEGATIVE_INFINITY;
    for (let share = 0.4; share < 1; share += 0.01)
      for (let half = 6; half < 14; half += 0.1)
        for (let spread = 0.15; spread < 0.8; spread += 0.02)
          best = Math.max(best, logLikelihoodOf({ share, half_days: half, spread }, looks));
    expect(fit.logLikelihood).toBeGreaterThanOrEqual(best - 1e-9);
    const by = (day: number) => fit.law.share * normalCdf(Math.log(day / fit.law.half_days) / fit.law.spread);
    let dealt = (looks.at(-1)?.left ?? 0) * Math.log(1 - by(30));
    for (const [i, { day, came }] of looks.entries()) dealt += came * Math.log(by(day) - (i > 0 ? by(looks[i - 1]?.day ?? 0) : 0));
    expect(fit.logLikelihood).toBeCloseTo(dealt, 6);
  });
  test('that cannot be says why: never looked at, nothing came, all between two looks', () => {
    expect(fitSprouting([])).toEqual({ none: 'neverLooked' });
    expect(fitSprouting([{ day: 5, came: 0, left: 20 }])).toEqual({ none: 'nothingCame' });
    expect(
      fitSprouting([
        { day: 5, came: 0, left: 20 },
        { day: 8, came: 12, left: 8 },
      ]),
    ).toEqual({
      none: 'oneInterval',
      from: 5,
      to: 8,
      came: 12,
      of: 20,
    });
    const all = fitSprouting([
      { day: 0, came: 3, left: 5 },
      { day: 2, came: 5, left: 0 },
    ]);
    expect('law' in all && [all.law.share > 0.99, Number.isFinite(all.times.t90)]).toEqual([true, true]);
  });
  test('tells days: 10, 50 and 90 in 100 of those that come, and their mean', () => {
    const { t10, t50, t90, mean } = timesOf({ share: 0.5, half_days: 10, spread: 0.4 });
    expect(t50).toBe(10);
    expect(t10 * t90).toBeCloseTo(100, 9);
    expect(normalCdf(Math.log(t90 / 10) / 0.4)).toBeCloseTo(0.9, 9);
    expect(mean).toBeCloseTo(10 * Math.exp(0.08), 9);
  });
});

test('seeds dealt again: the same for the same name, told as it goes; nine ranges in ten hold the truth, or nearly', () => {
  const looks = looksAt(EVERY_OTHER, 50, 'again');
  const [one, two] = [drawn(bootstrap(looks, 'a', 60)), drawn(bootstrap(looks, 'a', 60))];
  expect(one).toEqual(two);
  expect(one.told).toEqual([20 / 60, 40 / 60, 1]);
  let [share, half] = [0, 0];
  const nurseries = 60;
  for (let i = 0; i < nurseries; i++) {
    const { ranges } = drawn(bootstrap(looksAt(EVERY_OTHER, 50, `truth ${i}`), 'b', 80));
    if (ranges && ranges.share.low <= TRUE.share && TRUE.share <= ranges.share.high) share += 1;
    if (ranges && ranges.t50.low <= TRUE.half_days && TRUE.half_days <= ranges.t50.high) half += 1;
  }
  expect(share).toBeGreaterThanOrEqual(nurseries * 0.78);
  expect(half).toBeGreaterThanOrEqual(nurseries * 0.78);
  // Where all lay between two looks there is nothing to deal again.
  expect(drawn(bootstrap([{ day: 3, came: 4, left: 4 }], 'c', 20)).ranges).toBeUndefined();
});

test('Kaplan and Meier: plain shares where nobody was lost; those taken away count while they were there', () => {
  const shares = (looks: Look[]) => kaplanMeier(looks).map(({ share }) => Number(share.toFixed(6)));
  expect(
    shares([
      { day: 2, came: 3, left: 7 },
      { day: 4, came: 2, left: 5 },
    ]),
  ).toEqual([0.3, 0.5]);
  // Of ten, two go mouldy after the first look: 3 of 10, then 2 of the 5 left.
  expect(
    shares([
      { day: 2, came: 3, left: 7 },
      { day: 4, came: 2, left: 3 },
    ]),
  ).toEqual([0.3, Number((1 - 0.7 * 0.6).toFixed(6))]);
  // Without losses Greenwood's variance is the binomial's.
  const [point] = kaplanMeier([{ day: 2, came: 30, left: 70 }]);
  expect(point?.high).toBeCloseTo(0.3 + 1.6448536 * Math.sqrt((0.3 * 0.7) / 100), 6);
  expect(kaplanMeier([])).toEqual([]);
});
