import type { ContainerFacts } from '@chill/model/container.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CONTAINERS, FRIDGE_SHELF, fitsOn } from '../mix/containers.ts';
import { putOnShelves, type ShelfPiece } from './shelfDrawn.ts';

const piece = ({ top_mm, depth_mm }: Pick<ContainerFacts, 'top_mm' | 'depth_mm'>): ShelfPiece => ({ code: '7QK', top_mm, depth_mm });

describe('pieces on shelves', () => {
  test('of one kind as many stand there as fit, and no more', () => {
    for (const kind of ['halfTray', 'seedTray', 'tub1', 'pot'] as const) {
      const fits = fitsOn({ ...FRIDGE_SHELF, shelves: 2 }, CONTAINERS[kind]);
      const { levels, over } = putOnShelves(
        { ...FRIDGE_SHELF, shelves: 2 },
        Array.from({ length: fits + 3 }, () => piece(CONTAINERS[kind])),
      );
      expect([kind, levels.flat().length, over]).toEqual([kind, fits, 3]);
    }
    expect(putOnShelves(FRIDGE_SHELF, [piece(CONTAINERS.flat)])).toEqual({ levels: [], over: 1 });
  });
  test('whatever they are, none lies on another or over the edge, and every one is there or left over', () => {
    const side = fc.integer({ min: 20, max: 500 });
    const pieces = fc.array(fc.record({ a: side, b: side, depth_mm: fc.integer({ min: 20, max: 200 }) }), { maxLength: 40 });
    fc.assert(
      fc.property(pieces, side, side, fc.integer({ min: 1, max: 3 }), (all, width_mm, depth_mm, shelves) => {
        const shelf = { width_mm, depth_mm, height_mm: 300, shelves };
        const { levels, over } = putOnShelves(
          shelf,
          all.map(({ a, b, depth_mm: deep }) => piece({ top_mm: [a, b], depth_mm: deep })),
        );
        const placed = levels.flat();
        const within = placed.every(({ x_mm, y_mm, size_mm: [w, d] }) => x_mm + w <= width_mm && y_mm + d <= depth_mm);
        const apart = levels.every((level) =>
          level.every((one, i) =>
            level
              .slice(i + 1)
              .every(
                (other) =>
                  one.x_mm + one.size_mm[0] <= other.x_mm ||
                  other.x_mm + other.size_mm[0] <= one.x_mm ||
                  one.y_mm + one.size_mm[1] <= other.y_mm ||
                  other.y_mm + other.size_mm[1] <= one.y_mm,
              ),
          ),
        );
        return within && apart && placed.length + over === all.length;
      }),
    );
  });
});
