import { loadHandbook } from '@chill/handbook/load.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { Followed } from '../scripts/calibrate/followed.ts';
import { LearnedRanges } from '../scripts/calibrate/learned.ts';
import { plans } from '../scripts/calibrate/plans.ts';
import { towels } from '../scripts/calibrate/towels.ts';
import { winters } from '../scripts/calibrate/winters.ts';
import { betaDraw, chanceFrom, gammaDraw, normalDraw } from './draws.ts';
import { drawTruth, LivingSeeds } from './truth.ts';

const handbook = loadHandbook();
const share = (figure: string) => Number.parseFloat(figure) / 100;
/** A promise kept `wanted` of the time, as far as so few lives can tell: within three standard deviations. */
function holds(figure: string, wanted: number, cases: number): void {
  expect(Math.abs(share(figure) - wanted)).toBeLessThan(3 * Math.sqrt((wanted * (1 - wanted)) / cases));
}

describe('a small seeded part of the calibration', () => {
  test('plans: the range holds nine times in ten, and the seeds advised suffice as often', () => {
    const [range, enough] = plans(handbook, 150);
    holds(range?.figure as string, 0.9, 150);
    holds(enough?.figure as string, 0.9, 150);
  });
  test('towel tests: their own range, and that of the plan after them', () => {
    const [own, after] = towels(handbook, 60);
    holds(own?.figure as string, 0.9, 60);
    holds(after?.figure as string, 0.9, 60);
  });
  test('warmth, then cold, outdoors', () => {
    const [range, came] = winters(handbook, 25);
    holds(range?.figure as string, 0.9, 25);
    expect(Number(came?.figure)).toBeGreaterThan(0.7);
    expect(Number(came?.figure)).toBeLessThan(1.3);
  });
  test('followed batches: the due day, the promise and the band', () => {
    const followed = new Followed();
    for (let i = 0; i < 7; i++) followed.follow(handbook, i);
    const of = (what: string) => share(followed.lines().find((line) => line.what.startsWith(what))?.figure as string);
    expect(of('following the due day')).toBeGreaterThan(0.7);
    expect(of('plants promised')).toBeGreaterThan(0.7);
    expect(of('the band of sprouting')).toBeGreaterThan(0.55);
    expect(of('“hardly any more”')).toBe(0);
  });
  test('what one to nine batches teach of the cold, the speed and the share holds the truth that they were grown by', () => {
    const ranges = new LearnedRanges();
    for (let i = 0; i < 50; i++) ranges.grow(handbook, i);
    for (const { share: held, all } of [ranges.cold, ranges.speed, ranges.sprouts]) {
      expect(all).toBeGreaterThan(15);
      expect(held).toBeGreaterThan(0.9 - 2.6 * Math.sqrt(0.09 / all));
    }
  });
});

describe('the truth', () => {
  test('draws have the means and spreads that they are drawn for', () => {
    const chance = chanceFrom(7);
    const mean = (draw: () => number) => Array.from({ length: 20_000 }, draw).reduce((sum, x) => sum + x, 0) / 20_000;
    // Each within four standard errors of what it should be.
    expect(Math.abs(mean(() => normalDraw(chance)))).toBeLessThan(4 / Math.sqrt(20_000));
    expect(Math.abs(mean(() => normalDraw(chance) ** 2) - 1)).toBeLessThan(4 * Math.sqrt(2 / 20_000));
    expect(Math.abs(mean(() => gammaDraw(4, chance)) - 4)).toBeLessThan(4 * Math.sqrt(4 / 20_000));
    expect(Math.abs(mean(() => betaDraw(3, 7, chance)) - 0.3)).toBeLessThan(4 * Math.sqrt(0.21 / 11 / 20_000));
  });
  test('every seed is in one place, and none that is dead comes', () => {
    const larch = handbook.find(({ id }) => id === 'larix-occidentalis') as Species;
    const chance = chanceFrom(3);
    const truth = { ...drawTruth(larch, { alpha: 8, beta: 2 }, chance), sprouts: 0 };
    const seeds = new LivingSeeds(50, larch, truth, { stages: [{ kind: 'coldMoist', medium: 'towel' }] }, chance);
    seeds.live({ kind: 'coldMoist', medium: 'towel', days: 40, celsius: () => 4, steady: true });
    expect(seeds.up()).toBe(0);
    expect(seeds.mouldy()).toBeGreaterThan(0);
    expect(seeds.plants()).toBe(0);
  });
});
