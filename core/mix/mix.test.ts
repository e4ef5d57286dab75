import { loadHandbook } from '@chill/handbook/load.ts';
import type { ContainerFacts } from '@chill/model/container.ts';
import { fieldProblem, type Refusal } from '@chill/model/refusal.ts';
import type { SeedForm } from '@chill/model/species.ts';
import { type Sentence, spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { randomFrom } from '../chance/random.ts';
import { area_dm2, CONTAINERS, FRIDGE_SHELF, fitsOn, fitsOnShelves, mostLike } from './containers.ts';
import { CHEMICALS, dilute, mustNotMix, parseDilution } from './dilution.ts';
import { sownWithMedium, tubsFor } from './laying.ts';
import { mediumWater_mL, mixFault, sowingDepth_mm, towelFault, towelWater_mL } from './water.ts';

describe('diluting', () => {
  test('what is in the stock is in the mix, and diluting turns back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 100, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 1, max: 5000, noNaN: true }),
        (stock, share, total) => {
          const { stock_mL, water_mL, part } = dilute(stock, stock * share, total);
          const same = Math.abs(stock_mL + water_mL - total) < 1e-9 * total;
          return same && Math.abs((stock_mL * stock) / total - stock * share) < 1e-9 * stock && Math.abs(part - share) < 1e-12;
        },
      ),
    );
  });
  test('“1 to 3” is four parts, “1 in 4” is four parts, “1 in 3” is not “1 to 3”', () => {
    const stock = (text: string) => {
      const parsed = parseDilution(text, 1200);
      return parsed.ok ? [parsed.value.stock_mL, parsed.value.water_mL] : spoken(parsed.reason);
    };
    expect(stock('1 to 3')).toEqual([300, 900]);
    expect(stock('1:3')).toEqual([300, 900]);
    expect(stock('1 in 4')).toEqual([300, 900]);
    expect(stock('1 in 3')).toEqual([400, 800]);
    expect(stock('2 in 1')).toMatch(/swap the two numbers/);
    expect(stock('a third')).toMatch(/Say it as/);
    expect(stock('0 to 3')).toMatch(/Say it as/);
  });
  test('water only weakens', () => {
    expect(() => dilute(3, 6, 500)).toThrow('Water only weakens');
    expect(() => dilute(0, 1, 500)).toThrow(RangeError);
  });
  test('what must not meet is said whichever is named first, and the same with itself is nobody’s fault', () => {
    expect(spoken(mustNotMix('bleach', 'vinegar') as Sentence)).toMatch(/chlorine/);
    for (const a of CHEMICALS) {
      expect(mustNotMix(a, a)).toBeUndefined();
      for (const b of CHEMICALS) expect(mustNotMix(a, b) === undefined).toBe(mustNotMix(b, a) === undefined);
    }
    expect(mustNotMix('bleach', 'peroxide')).toBeDefined();
  });
});

describe('how wet', () => {
  test('a two-ply towel of 28 by 28 cm, by hand: 3.45 g dry, 14.5 mL, and the seed’s own drink', () => {
    expect(towelWater_mL(280, 280, 2, 0)).toBeCloseTo(0.28 * 0.28 * 2 * 22 * 6 * 0.7, 9);
    expect(towelWater_mL(280, 280, 2, 10)).toBeCloseTo(14.49 + 9, 1);
  });
  test('a litre of vermiculite takes 216 mL, of sand 192; a mix is the sum of its parts', () => {
    expect(mediumWater_mL({ vermiculite: 1000 })).toBeCloseTo(216, 9);
    expect(mediumWater_mL({ sand: 1000 })).toBeCloseTo(192, 9);
    expect(mediumWater_mL({ sand: 500, peat: 500 }, 20)).toBeCloseTo(96 + 264 + 18, 9);
  });
  test.each([
    [0, 280, 2, 'length', 'Give a length above zero.'],
    [280, -1, 2, 'width', 'Give a length above zero.'],
    [280, 280, 1.5, 'plies', 'A towel has at least one ply: give a whole number.'],
  ])('a towel of %f by %f mm in %f plies is refused at its %s', (length, width, plies, field, says) => {
    expect(fieldProblem(towelFault(length, width, plies) as Refusal)).toEqual({ field, message: says });
    expect(() => towelWater_mL(length, width, plies, 0)).toThrow(RangeError);
  });
  test.each([[{}], [{ sand: -5 }], [{ sand: 5, loam: -1 }], [{ peat: 0 }]])('a mix of %j is refused', (mix) => {
    expect(spoken((mixFault(mix) as Refusal).reason)).toBe('Give at least one part of the mix, none below zero.');
    expect(() => mediumWater_mL(mix)).toThrow(RangeError);
  });
  test('what can be is not', () => {
    expect(towelFault(280, 280, 2)).toBeUndefined();
    expect(mixFault({ sand: 1, loam: 0 })).toBeUndefined();
  });
  test('seed lies two to three times as deep as it is thick; what needs light lies on top', () => {
    expect(sowingDepth_mm(2, false)).toEqual({ from: 4, to: 6 });
    expect(sowingDepth_mm(2, true)).toEqual({ from: 0, to: 0 });
    expect(() => sowingDepth_mm(0, false)).toThrow(RangeError);
  });
});

describe('seed sown with the medium it lay in', () => {
  const fine = loadHandbook().find(({ id }) => id === 'penstemon-venustus')?.seed as SeedForm;
  test('fine seed is spread as thin as its light asks, large seed is picked out', () => {
    const { mL, area_dm2 } = sownWithMedium(200, fine, true) as { mL: number; area_dm2: number };
    const { bags, bag_mL } = tubsFor(200, fine);
    expect([mL, area_dm2]).toEqual([bags * bag_mL, mL / 4]);
    expect(sownWithMedium(200, fine, false)?.area_dm2).toBeCloseTo(area_dm2 / 5, 9);
    expect(sownWithMedium(200, { ...fine, thickness_mm: 3, width_mm: 4, length_mm: 5 }, true)).toBeUndefined();
    // A bag is a fifth seed, and never smaller than can be mixed.
    expect(tubsFor(1, fine)).toEqual({ bags: 1, bag_mL: 120 });
    expect(tubsFor(200_000, fine).bags).toBeGreaterThan(1);
  });
});

describe('containers', () => {
  test.each([
    ['seedTray', 2],
    ['halfTray', 4],
    ['tub1', 8],
    ['flat', 0],
  ] as const)('of %s, %d stand on a shelf of the fridge', (kind, many) => {
    expect(fitsOn(FRIDGE_SHELF, CONTAINERS[kind])).toBe(many);
  });
  test('on 200 shelves of any size as many fit as are put there one by one, turned either way and stacked', () => {
    const random = randomFrom('shelves');
    const upTo = (least: number, most: number) => Math.round(least + random() * (most - least));
    for (let i = 0; i < 200; i++) {
      const shelf = { width_mm: upTo(100, 1200), depth_mm: upTo(100, 700), height_mm: upTo(50, 600), shelves: upTo(1, 4) };
      const [, facts] = Object.entries(CONTAINERS)[upTo(0, Object.keys(CONTAINERS).length - 1)] as [string, ContainerFacts];
      const footprint: [number, number] = facts.shape === 'cells' ? [540, 280] : facts.top_mm;
      const filled = ([a, b]: [number, number]) => {
        let many = 0;
        for (let top = facts.depth_mm + 25; top <= shelf.height_mm; top += facts.depth_mm + 25)
          for (let x = a; x <= shelf.width_mm; x += a) for (let y = b; y <= shelf.depth_mm; y += b) many += 1;
        return many * shelf.shelves;
      };
      const most = Math.max(filled(footprint), filled([footprint[1], footprint[0]]));
      expect(fitsOnShelves(shelf, facts)).toBe(facts.shape === 'cells' ? most * facts.perTray : most);
    }
  });
  test('of a nursery’s own is most like one in common use: of its shape, as nearly of its volume', () => {
    const own = { name: 'Long tube', shape: 'cells', volume_mL: 190, top_mm: [40, 40], depth_mm: 240, perTray: 50 } as const;
    expect(mostLike({ ...own, top_mm: [40, 40] })).toBe('hinged175');
    expect(mostLike({ ...own, shape: 'open', volume_mL: 5200, top_mm: [400, 300] })).toBe('box5');
  });
  test('pots stand as close as their width lets them', () => {
    expect(fitsOn(FRIDGE_SHELF, { top_mm: [80, 80], depth_mm: 80 })).toBe(24);
    expect([CONTAINERS.round8, CONTAINERS.round10, CONTAINERS.square9].map(({ volume_mL }) => volume_mL)).toEqual([246, 480, 510]);
    expect(area_dm2(CONTAINERS.flat)).toBeCloseTo(15.1, 1);
  });
});
