import type { ModelData } from 'highs';
import type { Free, Picked, PlanProblem, Use } from './problem.ts';

/** A problem as the matrix that a solver is given, and how a plan is read from its columns and written into them. */
export interface Model {
  data: ModelData;
  /** Reads a plan from column values. */
  read: (columns: ArrayLike<number>) => Picked;
  /** A plan as column values, to begin from. */
  write: (picked: Picked) => Float64Array;
}

/**
 * The problem as an integer program, its objective what is saved (below zero) over leaving every row: a column of 0 or 1 for each choice, a row for each wish (one choice at most), for each stock, and for each resource one
 * for each moment that matters. A moment matters where something comes that would leave again before more comes: on every other day no more lies there than
 * on such a one. What lies there is a column too, carried over from one such moment to the next, so that a stay is two entries in the matrix however long
 * it lasts. Resources that all choices together cannot fill have no rows.
 */
export function asModel({ rows, resources, stocks }: PlanProblem): Model {
  const choices = rows.flatMap((row, i) => row.choices.map((choice) => ({ row: i, choice, saves: choice.cost - row.unkept })));
  const columns: { cost: number; upper: number; entries: Map<number, number> }[] = choices.map(({ row, choice, saves }) => {
    const entries = new Map([[row, 1]]);
    for (const { stock, count } of choice.takes) entries.set(rows.length + stock, (entries.get(rows.length + stock) ?? 0) + count);
    return { cost: saves, upper: 1, entries };
  });
  const lower = [...rows.map(() => 0), ...stocks.map(() => 0)];
  const upper = [...rows.map(() => 1), ...stocks];

  for (const [resource, free] of resources.entries()) {
    const uses = choices.flatMap(({ row, choice }, column) =>
      choice.uses.filter((use) => use.resource === resource && use.amount > 0).map((use) => ({ ...use, row, column })),
    );
    const moments = momentsThatMatter(uses, free);
    if (moments.every(({ most, left }) => most <= left)) continue;
    const first = lower.length;
    for (const [i, { left }] of moments.entries()) {
      // What lay there and what comes, less what leaves and what lies there now, is nothing.
      lower.push(0);
      upper.push(0);
      const carried = new Map([[first + i, -1]]);
      if (i + 1 < moments.length) carried.set(first + i + 1, 1);
      columns.push({ cost: 0, upper: Math.max(0, left), entries: carried });
    }
    const ats = moments.map(({ at }) => at);
    for (const { column, from, to, amount } of uses) {
      const { entries } = columns[column] as (typeof columns)[number];
      const add = (at: number, by: number) => at < ats.length && entries.set(first + at, (entries.get(first + at) ?? 0) + by);
      add(firstFrom(ats, from), amount);
      add(firstFrom(ats, to), -amount);
    }
  }

  const whole = choices.length;
  return {
    data: {
      numCols: columns.length,
      numRows: lower.length,
      colCost: columns.map(({ cost }) => cost),
      colLower: columns.map(() => 0),
      colUpper: columns.map(({ upper: most }) => most),
      rowLower: lower,
      rowUpper: upper,
      matrix: { format: 'csc', numRows: lower.length, numCols: columns.length, ...inColumns(columns) },
      integrality: columns.map((_, i) => (i < whole ? 1 : 0)),
    },
    read: (values) => readPicked(rows, values),
    write: (picked) => writePicked(rows, picked, whole),
  };
}

/** Columns one after the other, without what is nothing in them. */
function inColumns(columns: readonly { entries: ReadonlyMap<number, number> }[]) {
  const starts = [0];
  const indices: number[] = [];
  const values: number[] = [];
  for (const { entries } of columns) {
    for (const [row, value] of entries) {
      if (value === 0) continue;
      indices.push(row);
      values.push(value);
    }
    starts.push(indices.length);
  }
  return { starts, indices, values };
}

/** Which choice of each row is taken, by the columns of the choices, row by row. */
function readPicked(rows: PlanProblem['rows'], columns: ArrayLike<number>): Picked {
  const picked: (number | undefined)[] = rows.map(() => undefined);
  let column = 0;
  for (const [row, { choices }] of rows.entries())
    for (let i = 0; i < choices.length; i++) if ((columns[column++] as number) > 0.5) picked[row] = i;
  return picked;
}

function writePicked(rows: PlanProblem['rows'], picked: Picked, count: number): Float64Array {
  const columns = new Float64Array(count);
  let before = 0;
  for (const [row, { choices }] of rows.entries()) {
    const at = picked[row];
    if (at !== undefined) columns[before + at] = 1;
    before += choices.length;
  }
  return columns;
}

/** A moment at which a resource may be fullest: how much is free for choices then, and the most that they could want of it, one a row. */
interface Moment {
  at: number;
  left: number;
  most: number;
}

/** The moments after which something leaves before anything else comes; room that is lost counts as something that comes. */
function momentsThatMatter(uses: readonly (Use & { row: number })[], free: Free): Moment[] {
  const steps = free.map(({ from, free: left }, i) => ({ at: from, left, more: left > (free[i - 1]?.free ?? Number.POSITIVE_INFINITY) }));
  // What leaves at a moment has left before what comes at it.
  const events = [
    ...uses.map(({ from }) => ({ at: from, comes: true })),
    ...uses.map(({ to }) => ({ at: to, comes: false })),
    ...steps.slice(1).map(({ at, more }) => ({ at, comes: !more })),
  ].sort((a, b) => a.at - b.at || Number(a.comes) - Number(b.comes));
  const ats = [...new Set(events.flatMap(({ at, comes }, i) => (comes && events[i + 1]?.comes !== true ? [at] : [])))];
  const byRow = new Map<number, Float64Array>();
  for (const { row, from, to, amount } of uses) {
    const wants = byRow.get(row) ?? new Float64Array(ats.length);
    byRow.set(row, wants);
    for (let i = firstFrom(ats, from); i < ats.length && (ats[i] as number) < to; i++) wants[i] = Math.max(wants[i] as number, amount);
  }
  const all = [...byRow.values()];
  return ats.map((at, i) => ({
    at,
    left: steps.findLast((step) => step.at <= at)?.left ?? 0,
    most: all.reduce((sum, wants) => sum + (wants[i] as number), 0),
  }));
}

/** The place of the first of some numbers in order that is not below one; their count where there is none. */
function firstFrom(ordered: readonly number[], least: number): number {
  let [low, high] = [0, ordered.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((ordered[middle] as number) < least) low = middle + 1;
    else high = middle;
  }
  return low;
}
