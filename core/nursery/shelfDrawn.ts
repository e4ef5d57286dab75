import type { Shelf } from '@chill/model/place.ts';
import { countIn, LAID_UP } from '../ledger/states.ts';
import { containerOf, containersFor, inGround, onShelf, standsAbove_mm } from '../mix/containers.ts';
import { sownBy } from '../sowing/sown.ts';
import type { Lodger } from './lodging.ts';

/** Something that stands or lies on a shelf: how large it is from above, and how high, mm. */
export interface ShelfPiece {
  code: string;
  top_mm: readonly [number, number];
  depth_mm: number;
}

/** A piece with its near left corner, and as long and wide as it was turned, mm. */
export interface Placed {
  piece: ShelfPiece;
  x_mm: number;
  y_mm: number;
  size_mm: readonly [number, number];
}

/** One level of a shelf, from above. */
export type Level = Placed[];

/** A bag with a folded towel, or damp medium, lying flat, mm. Assumption. */
const BAG = { top_mm: [180, 200], depth_mm: 30 } as const;

/** What lies in a place as pieces with their measures: what is sown by what it is sown into, everything else as bags. */
export function piecesOn(lodgers: readonly Lodger[]): ShelfPiece[] {
  return lodgers.flatMap(({ view: { batch, projection }, room }): ShelfPiece[] => {
    const { counts, stage } = projection.state;
    const sowing = sownBy(batch.plan.method.stages, stage);
    const seeds = countIn(counts, [...LAID_UP, 'potted', 'established']);
    if (!sowing) return Array.from({ length: Math.max(1, Math.round(room)) }, () => ({ code: batch.code, ...BAG }));
    if (inGround(sowing)) return [];
    const { containers, trays } = containersFor(seeds, sowing);
    const { top_mm, whole } = onShelf(containerOf(sowing));
    const { depth_mm } = containerOf(sowing);
    return Array.from({ length: whole ? trays : containers }, () => ({ code: batch.code, top_mm, depth_mm }));
  });
}

/** Pieces put onto shelves one after the other, the deepest first, in rows, level by level and shelf by shelf; what no longer fits is left over. */
export function putOnShelves(
  { width_mm, depth_mm, height_mm, shelves }: Shelf,
  pieces: readonly ShelfPiece[],
): { levels: Level[]; over: number } {
  const levels: Level[] = [];
  let over = 0;
  let [x, y, row, free_mm, shelf] = [0, 0, 0, 0, 0];
  for (const piece of pieces.toSorted((a, b) => b.depth_mm - a.depth_mm)) {
    const size = turned(piece.top_mm, width_mm, depth_mm);
    const high = standsAbove_mm(piece.depth_mm);
    if (!size || high > height_mm) {
      over += 1;
      continue;
    }
    const [wide, deep] = size;
    const nextRow = x + wide > width_mm;
    if (levels.length === 0 || (nextRow && y + row + deep > depth_mm) || (!nextRow && y + deep > depth_mm)) {
      // Another level on this shelf, where it is high enough yet; else the next shelf.
      if (levels.length > 0 && free_mm < high && shelf + 1 >= shelves) {
        over += 1;
        continue;
      }
      if (levels.length > 0 && free_mm < high) shelf += 1;
      free_mm = levels.length === 0 || free_mm < high ? height_mm - high : free_mm - high;
      [x, y, row] = [0, 0, 0];
      levels.push([]);
    } else if (nextRow) [x, y, row] = [0, y + row, 0];
    (levels.at(-1) as Level).push({ piece, x_mm: x, y_mm: y, size_mm: size });
    x += wide;
    row = Math.max(row, deep);
  }
  return { levels, over };
}

/** The turn in which more of a piece stand on the floor; `undefined` where it stands in neither. */
function turned([a, b]: readonly [number, number], width_mm: number, depth_mm: number): readonly [number, number] | undefined {
  const many = (wide: number, deep: number) => Math.floor(width_mm / wide) * Math.floor(depth_mm / deep);
  if (many(a, b) + many(b, a) === 0) return undefined;
  return many(a, b) >= many(b, a) ? [a, b] : [b, a];
}
