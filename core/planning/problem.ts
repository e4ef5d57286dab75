/** An amount of a resource, used from one moment up to another, on which it is free again. Moments are whole numbers: days for places, for people's time the days on which they have any. */
export interface Use {
  resource: number;
  from: number;
  to: number;
  amount: number;
}

/** One way to keep a promise: what it costs, how much of each resource it uses from when to when, and what it takes from each stock. */
export interface PlanChoice {
  cost: number;
  uses: readonly Use[];
  takes: readonly { stock: number; count: number }[];
}

/** A promise: what it costs not to keep it, and the choices that would keep it, of which one may be made. */
export interface Row {
  unkept: number;
  choices: readonly PlanChoice[];
}

/** How much of a resource is free from each moment on, in the order of moments; nothing is known before the first. */
export type Free = readonly { from: number; free: number }[];

/** Which choices to make, one a row at most, so that no resource and no stock is over what is free, at the least cost. */
export interface PlanProblem {
  rows: readonly Row[];
  resources: readonly Free[];
  stocks: readonly number[];
}

/** The choice made for each row, by its place in the row; `undefined` where none is. */
export type Picked = readonly (number | undefined)[];

/** Rounding of litres must not keep out what fits. */
export const SLACK = 1e-6;

/** What a plan costs: its choices, and the promises that it does not keep. */
export function costOf({ rows }: PlanProblem, picked: Picked): number {
  return rows.reduce((sum, { unkept, choices }, row) => {
    const at = picked[row];
    return sum + (at === undefined ? unkept : (choices[at] as PlanChoice).cost);
  }, 0);
}

/** What is still free while choices are made and taken back. Looking, taking and giving back cost as many steps as a use has moments. */
export class Room {
  readonly #first: number[];
  readonly #free: Float64Array[];
  readonly #stocks: number[];

  constructor({ rows, resources, stocks }: PlanProblem) {
    const ends = resources.map((free) => (free.at(-1)?.from ?? 0) + 1);
    for (const { choices } of rows)
      for (const { uses } of choices) for (const { resource, to } of uses) ends[resource] = Math.max(ends[resource] as number, to);
    this.#first = resources.map((free) => free[0]?.from ?? 0);
    this.#free = resources.map((free, i) => {
      const first = this.#first[i] as number;
      const left = new Float64Array(Math.max(0, (ends[i] as number) - first));
      for (const step of free) left.fill(step.free, step.from - first);
      return left;
    });
    this.#stocks = [...stocks];
  }

  /** Whether a choice fits into what is still free. */
  fits(choice: PlanChoice): boolean {
    return this.wanting(choice) === undefined;
  }

  /** What a choice does not find: the stock that is too small, or the resource that is too full, with the first moment on which it is. */
  wanting({ uses, takes }: PlanChoice): { stock: number } | { resource: number; at: number } | undefined {
    for (const { stock, count } of takes) if (count > (this.#stocks[stock] as number) + SLACK) return { stock };
    for (const { resource, from, to, amount } of uses) {
      const free = this.#free[resource] as Float64Array;
      const first = this.#first[resource] as number;
      for (let at = from - first; at < to - first; at++)
        if ((free[at] as number) < amount - SLACK && amount > 0) return { resource, at: at + first };
    }
    return undefined;
  }

  /** Takes a choice's room, or gives it back. */
  take({ uses, takes }: PlanChoice, times: 1 | -1 = 1): void {
    for (const { stock, count } of takes) this.#stocks[stock] = (this.#stocks[stock] as number) - times * count;
    for (const { resource, from, to, amount } of uses) {
      const free = this.#free[resource] as Float64Array;
      const first = this.#first[resource] as number;
      for (let at = from - first; at < to - first; at++) free[at] = (free[at] as number) - times * amount;
    }
  }
}
