/** A tray sown straight into its cells, so many seeds in each. */
export interface CellPlan {
  perCell: number;
  /** Chance that a cell has at least one seedling. */
  filled: number;
  seeds: number;
  /** Seedlings to be thinned over the whole tray, and cells that stay empty, as expected. */
  thinned: number;
  empty: number;
}

/**
 * `cells` cells with `perCell` seeds each, every seed making a seedling with chance `share`: P(filled) = 1 − (1 − p)^s,
 * thinned a cell = s·p − P(filled).
 * @throws {RangeError} for shares outside 0 to 1 or counts below 1.
 */
export function cellPlan(cells: number, perCell: number, share: number): CellPlan {
  if (!(share >= 0 && share <= 1)) throw new RangeError('A share lies between 0 and 1.');
  if (!(Number.isInteger(perCell) && perCell >= 1 && Number.isInteger(cells) && cells >= 1))
    throw new RangeError('Give whole cells and seeds, one or more.');
  const filled = 1 - (1 - share) ** perCell;
  return { perCell, filled, seeds: cells * perCell, thinned: cells * (perCell * share - filled), empty: cells * (1 - filled) };
}

/** The fewest seeds a cell that fill it with chance `fill` (0 to 1, exclusive); `undefined` where no number does. */
export function seedsPerCell(fill: number, share: number): number | undefined {
  if (!(fill > 0 && fill < 1)) throw new RangeError('The fill lies between 0 and 1.');
  if (share <= 0) return undefined;
  return share >= 1 ? 1 : Math.max(1, Math.ceil(Math.log(1 - fill) / Math.log(1 - share) - 1e-9));
}
