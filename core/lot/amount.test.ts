import { loadHandbook } from '@chill/handbook/load.ts';
import type { Species } from '@chill/model/species.ts';
import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import { seedVolume_mL } from '../mix/laying.ts';
import { readAmount } from './amount.ts';

const { seed } = loadHandbook().find(({ id }) => id === 'larix-occidentalis') as Species;
const one_g = seed.thousandSeeds_g / 1000;

describe('how much seed there is, as people have it', () => {
  test.each([
    ['280', 280],
    ['1,250', 1250],
    ['a dozen', 12],
    ['2 dozen acorns', 24],
    ['40 seeds', 40],
  ])('“%s” is counted: %i', (typed, seeds) => {
    expect(readAmount(typed, undefined)).toEqual({ seeds, from: 'count' });
  });

  test.each([
    ['about 300', 'about', 300],
    ['~ 1,200', 'about', 1200],
    ['2 g', 'weight', 2 / one_g],
    ['1/4 oz', 'weight', 453.59237 / 64 / one_g],
    ['¼ oz', 'weight', 453.59237 / 64 / one_g],
    ['half an ounce', 'weight', 453.59237 / 32 / one_g],
    ['about 2 g', 'weight', 2 / one_g],
    ['a cup', 'volume', 236.5882365 / seedVolume_mL(1, seed)],
    ['2 tsp', 'volume', (2 * 4.92892159375) / seedVolume_mL(1, seed)],
  ])('“%s” is estimated by %s', (typed, from, seeds) => {
    const read = readAmount(typed, seed);
    if ('reason' in read) throw new Error(spoken(read.reason));
    expect(read.from).toBe(from);
    // Two or three figures are all that an estimate is good for.
    expect(read.seeds / seeds).toBeCloseTo(1, 1);
    expect(read.range?.low).toBeLessThan(seeds * 0.86);
    expect(read.range?.high).toBeGreaterThan(seeds * 1.15);
  });

  test('a packet is two grams within bounds, and anybody’s guess', () => {
    const of = (thousandSeeds_g: number) => readAmount('a packet', { ...seed, thousandSeeds_g });
    expect(of(20)).toMatchObject({ seeds: 100, range: { low: 33, high: 300 } });
    expect(of(4000)).toMatchObject({ seeds: 20 });
    expect(of(0.05)).toMatchObject({ seeds: 200 });
    expect(readAmount('2 packets', { ...seed, thousandSeeds_g: 20 })).toMatchObject({ seeds: 200 });
  });

  test.each([
    ['2 g', undefined, 'Choose the species first'],
    ['a packet', undefined, 'Choose the species first'],
    ['plenty', seed, '“plenty” does not say how much seed'],
    ['2 cubits', seed, 'does not say how much'],
    ['0.1 mg', seed, 'less than one seed'],
    ['-2 g', seed, 'does not say how much'],
    ['', seed, 'does not say how much'],
  ])('“%s” is refused with what to write', (typed, of, says) => {
    const read = readAmount(typed, of);
    expect('reason' in read && spoken(read.reason)).toContain(says);
    expect(read).toMatchObject({ field: 'seeds' });
  });

  test('is read with the nursery’s marks', () => {
    expect(readAmount('2,5 g', { ...seed, thousandSeeds_g: 10 }, 'comma')).toMatchObject({ seeds: 250 });
  });
});
