import { chanceOf, type Prospect } from '../chance/prospect.ts';

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
 * `cells` cells with `perCell` seeds each, from what is known of the chance p that one seed makes a seedling: P(filled) = E[1 − (1 − p)^s] over all that p may
 * be, not at its mean, since cells stay empty where p is low; thinned a cell = s·E[p] − P(filled).
 * @throws {RangeError} for counts below 1 or not whole.
 */
export function cellPlan(cells: number, perCell: number, prospect: Prospect): CellPlan {
  if (!(Number.isInteger(perCell) && perCell >= 1 && Number.isInteger(cells) && cells >= 1))
    throw new RangeError('Give whole cells and seeds, one or more.');
  const filled = chanceOf(1, perCell, prospect);
  const { mean } = prospect;
  return { perCell, filled, seeds: cells * perCell, thinned: cells * (perCell * mean - filled), empty: cells * (1 - filled) };
}
