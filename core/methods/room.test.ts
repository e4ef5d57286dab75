import { loadHandbook } from '@chill/handbook/load.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { describeRoom, roomOf, roomOfPlants } from './room.ts';

const seed = loadHandbook().find(({ id }) => id === 'pinus-ponderosa')?.seed as NonNullable<
  ReturnType<typeof loadHandbook>[number]['seed']
>;

describe('room', () => {
  test('is counted in what the place counts: pieces, or litres', () => {
    expect(roomOf(60, 'towel', seed)).toBe(1);
    expect(roomOf(60, 'towel', seed, 'litres')).toBe(0.5);
    expect(roomOf(60, 'ownPot', seed, 'trays')).toBe(2);
    expect(roomOf(60, 'ownPot', seed, 'litres')).toBe(12);
    expect([roomOfPlants(60, seed), roomOfPlants(60, seed, 'litres')]).toEqual([2, 12]);
    expect(describeRoom(12.34, { capacity: 40, room: 'litres' })).toBe('12.3 of 40 litres');
    expect(describeRoom(3, { capacity: 20 })).toBe('3 of 20 bags');
  });
  test('more seed never takes less of it', () => {
    const media = fc.constantFrom('towel', 'film', 'vermiculite', 'sand', 'ownPot', 'outdoorFlat', 'envelope' as const);
    fc.assert(
      fc.property(media, fc.constantFrom('bags', 'litres' as const), fc.nat(5000), fc.nat(5000), (medium, unit, seeds, more) => {
        return roomOf(seeds + more, medium as 'towel', seed, unit as 'bags') >= roomOf(seeds, medium as 'towel', seed, unit as 'bags');
      }),
    );
  });
});
