import { PLACES, SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { prospectOf } from '../chance/prospect.ts';
import type { StockedLot } from '../nursery/stocked.ts';
import { bestChange, lossesByCause } from './losses.ts';
import { recipeFor, worthOfKnowing } from './recipe.ts';

const handbook = loadHandbook();
const camas = handbook.find(({ id }) => id === 'camassia-quamash') as Species;
const kitchen = { nursery: SALLOW_GAP, places: PLACES.map((one, i) => ({ ...one, id: `p${i}` })), today: '2027-07-01' };
const outcome = (over: Partial<Outcome> = {}): Outcome => ({
  batchId: 'b',
  code: 'B',
  speciesId: camas.id,
  lotId: 'l',
  lotCode: 'L',
  madeOn: '2026-11-01',
  closedOn: '2027-06-01',
  method: { id: 'towel-in-fridge', name: 'Towel in the fridge' },
  seeds: 100,
  promised: { low: 10, high: 30 },
  minutes: 5,
  went: { plants: 20, mouldy: 30, neverSprouted: 40, lostInPots: 10 },
  stages: [
    {
      kind: 'coldMoist',
      medium: 'towel',
      planned: { start: '2026-11-02', end: '2027-02-01' },
      was: { start: '2026-11-02', end: '2027-02-01' },
    },
  ],
  treated: { kind: 'coldMoist', earned_days: 50, released: 0.7 },
  believed: { able: 0.9, released: 0.7, sprouts: 0.9, establishes: 0.8 },
  ...over,
});
const lot: StockedLot = {
  speciesId: camas.id,
  id: 'l',
  code: 'L',
  unassigned: 500,
  viability: { kind: 'tested', viable: 18, tested: 20 },
  provenance: { kind: 'collected', place: 'a bank', on: '2027-06-20' },
};

const withCold = (end: string) => outcome().stages.map((one) => ({ ...one, was: { start: '2026-11-02', end } }));

describe('next year’s recipe', () => {
  test('names the best method with its cold and its seeds, beside what was done and what more it brings', () => {
    const recipe = recipeFor(camas, [outcome({ madeOn: '2025-11-01', closedOn: '2026-06-01', code: 'OLD' }), outcome()], [lot], kitchen);
    expect(recipe?.was).toMatchObject({ methodId: 'towel-in-fridge', code: 'B', came: 20, cold_days: 91 });
    expect(recipe?.now.seeds).toBeGreaterThan(20);
    expect(recipe?.now.cold_days).toBeGreaterThan(20);
    expect(recipe?.gain).toBeCloseTo((recipe?.now.ofHundred ?? 0) - (recipe?.was?.ofHundred ?? 0), 0);
    // What was done is expected to give what its own days of cold do, and no more than the best days of it.
    const colder = recipeFor(camas, [outcome({ stages: withCold('2027-04-20') })], [lot], kitchen);
    const best = recipeFor(camas, [outcome({ stages: withCold('2026-12-01') })], [lot], kitchen);
    expect(colder?.was?.cold_days).toBe(169);
    expect(new Set([recipe, colder, best].map((one) => one?.was?.ofHundred)).size).toBeGreaterThan(1);
    for (const one of [recipe, colder, best]) {
      expect(one?.gain).toBe((one?.now.ofHundred ?? 0) - (one?.was?.ofHundred ?? 0));
      expect(one?.gain).toBeGreaterThanOrEqual(0);
    }
    // Two ways that give nearly the same are about as likely the better one.
    expect(recipe?.now.methodId).not.toBe(recipe?.was?.methodId);
    expect(Math.abs((recipe?.sure ?? 0) - 0.5)).toBeLessThan(0.03 * (recipe?.gain ?? 0) + 0.1);
  });
  test('for a species without seed or results is for fresh seed, with no trial where there is none to make it from', () => {
    const recipe = recipeFor(camas, [], [], kitchen);
    expect(recipe?.was).toBeUndefined();
    expect(recipe?.trial).toBeUndefined();
    expect(recipe?.now.ofHundred).toBeGreaterThan(1);
  });
  test('the trial most worth making has to tell as much as is not known, and no more seed than anybody has', () => {
    const trial = recipeFor(camas, [], [{ ...lot, unassigned: 3000 }], kitchen)?.trial;
    const [more, less] = trial?.shares ?? [0, 0];
    expect(more - less).toBeGreaterThan(0.03);
    expect(more - less).toBeLessThan(0.5);
    expect([trial?.stock, (trial?.chance ?? 1) < 0.75]).toEqual([3000, true]);
    expect(trial?.worth).toBeGreaterThan(10);
  });
  test('what knowing is worth is nothing where it is known, and grows with what is not', () => {
    const beta = (alpha: number, beta: number) => prospectOf([{ alpha, beta }]);
    expect(worthOfKnowing(prospectOf([0.6]), prospectOf([0.4]))).toBe(0);
    expect(worthOfKnowing(beta(600, 400), beta(400, 600))).toBeLessThan(1e-6);
    // Two shares of which nothing is known: E max = 2/3, against 1/2.
    expect(worthOfKnowing(beta(1, 1), beta(1, 1))).toBeCloseTo(2 / 3 - 1 / 2, 2);
    expect(worthOfKnowing(beta(6, 4), beta(5, 5))).toBeGreaterThan(worthOfKnowing(beta(60, 40), beta(50, 50)));
  });
});

describe('losses', () => {
  const of = (over: Partial<Outcome> = {}) => lossesByCause([outcome(over)], () => camas);
  test('are told by cause, the largest first, and are all that did not become a plant', () => {
    const losses = of();
    expect(losses.map(({ seeds }) => seeds)).toEqual(losses.map(({ seeds }) => seeds).sort((a, b) => b - a));
    expect(losses.reduce((sum, { seeds }) => sum + seeds, 0)).toBe(80);
    expect(losses.find(({ cause }) => cause === 'notReady')?.seeds).toBe(Math.round(70 * 0.9 * 0.3));
    expect(of({ went: { plants: 100 } })).toEqual([]);
  });
  test('say what would have saved most: sand or a fresh towel for mould, more cold for what was not ready; nothing where nothing would', () => {
    const change = (cause: string) => of().find((one) => one.cause === cause)?.change;
    expect(change('mould')).toMatchObject({ what: 'medium', medium: 'sand' });
    expect(change('notReady')).toEqual({ what: 'cold', days: 21 });
    expect(change('pots')).toBeUndefined();
    const inSand = outcome().stages.map((one) => ({ ...one, medium: 'sand' as const }));
    expect(of({ stages: inSand }).find(({ cause }) => cause === 'mould')?.change?.what).not.toBe('medium');
    const best = bestChange(lossesByCause([outcome(), outcome({ batchId: 'c' })], () => camas));
    expect(best).toMatchObject({ change: { what: 'medium', medium: 'sand' }, batches: 2 });
    expect(bestChange([])).toBeUndefined();
  });
});
