import { loadHandbook } from '@chill/handbook/load.ts';
import type { Sowing } from '@chill/model/container.ts';
import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { FRIDGE_SHELF } from '../mix/containers.ts';
import { describeRoom, roomOf, roomOfPlants, tooLargeFor } from './room.ts';

const seed = loadHandbook().find(({ id }) => id === 'pinus-ponderosa')?.seed as NonNullable<
  ReturnType<typeof loadHandbook>[number]['seed']
>;

const BAGS = { capacity: 20 };
const LITRES = { capacity: 20, room: 'litres' } as const;

describe('room', () => {
  test('is counted in what the place counts: pieces, or litres', () => {
    expect(roomOf(60, 'towel', seed, BAGS)).toBe(1);
    expect(roomOf(60, 'towel', seed, LITRES)).toBe(0.5);
    expect(roomOf(60, 'ownPot', seed, { room: 'trays', capacity: 9 })).toBe(2);
    // Two flats of 540 × 280 mm, 45 mm deep, with 25 mm above the mix.
    expect(roomOf(60, 'ownPot', seed, LITRES)).toBeCloseTo(2 * 5.4 * 2.8 * 0.7, 9);
    expect(describeRoom(12.34, { capacity: 40, room: 'litres' })).toBe('12.3 of 40 litres');
    expect(describeRoom(3, { capacity: 20 })).toBe('3 of 20 bags');
  });
  test('of what is sown goes by footprint and height, in whatever the place counts', () => {
    const plugs = { container: 'plug72', each: 1, cover_mm: 2 } as const;
    const pots = { container: 'pot', each: 1, cover_mm: 2 } as const;
    const of = (seeds: number, sowing: Sowing) =>
      (['trays', 'bags', 'litres', 'towels'] as const).map((room) => roomOf(seeds, 'ownPot', seed, { room, capacity: 9 }, sowing));
    // A tray of 55 mm stands 80 mm high: 12.1 L, a litre to a bag; its floor is that of four towels, less a little.
    const [trays, bags, litres, towels] = of(73, plugs);
    expect([trays, bags, towels]).toEqual([2, 24.2, 7.7]);
    expect(litres).toBeCloseTo(2 * 5.4 * 2.8 * 0.8, 9);
    // Pots stand by themselves.
    expect(of(5, pots)).toEqual([1, 3.4, expect.closeTo(5 * 0.8 * 0.8 * 1.05, 9), 0.8]);
    expect(roomOfPlants(32, seed, BAGS)).toBe(roomOf(32, 'ownPot', seed, BAGS, { ...pots, container: 'deepCell' }));
  });
  test('on measured shelves is what fits there: sown, in pots, of one’s own measures; what does not go in takes more than there is', () => {
    const fridge = { capacity: 40, room: 'litres', shelf: { ...FRIDGE_SHELF, shelves: 2 } } as const;
    const half = { container: 'halfTray', each: 100, cover_mm: 2 } as const;
    // Eight half trays fill two shelves, and forty litres.
    expect([100, 250, 800].map((seeds) => roomOf(seeds, 'ownPot', seed, fridge, half))).toEqual([5, 15, 40]);
    const own = { name: 'Tin', shape: 'open', volume_mL: 900, top_mm: [160, 160] as [number, number], depth_mm: 60, perTray: 5 } as const;
    expect(roomOf(100, 'ownPot', seed, fridge, { ...half, own })).toBeCloseTo(40 / 24, 9);
    const flat = { ...half, container: 'flat' } as const;
    const tooLarge = tooLargeFor({ name: 'Fridge', shelf: fridge.shelf }, flat);
    expect(roomOf(100, 'ownPot', seed, fridge, flat)).toBeGreaterThan(40);
    expect(tooLarge && spoken(tooLarge)).toMatch(/Fridge, whose shelf is 480 × 320 mm/);
    expect(tooLargeFor({ name: 'Fridge', shelf: fridge.shelf }, half)).toBeUndefined();
    expect(tooLargeFor({ name: 'Fridge' }, flat)).toBeUndefined();
    // A tray of cells stands there whole, however few of them are sown.
    const bench = { capacity: 10, shelf: { width_mm: 1200, depth_mm: 600, height_mm: 400, shelves: 1 } };
    const plugs = { container: 'plug72', each: 1, cover_mm: 2 } as const;
    expect([1, 72, 73].map((seeds) => Math.round(100 * roomOf(seeds, 'ownPot', seed, bench, plugs)))).toEqual([50, 50, 100]);
    expect(roomOfPlants(24, seed, { ...bench, shelf: FRIDGE_SHELF })).toBeGreaterThan(0);
  });
  test('more seed never takes less of it', () => {
    const media = fc.constantFrom('towel', 'film', 'vermiculite', 'sand', 'ownPot', 'outdoorFlat', 'envelope' as const);
    fc.assert(
      fc.property(media, fc.constantFrom(BAGS, LITRES), fc.nat(5000), fc.nat(5000), (medium, unit, seeds, more) => {
        return roomOf(seeds + more, medium as 'towel', seed, unit) >= roomOf(seeds, medium as 'towel', seed, unit);
      }),
    );
  });
});
