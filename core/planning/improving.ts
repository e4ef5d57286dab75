import { type Random, randomFrom } from '../chance/random.ts';
import { costOf, type Picked, type PlanChoice, type PlanProblem, Room, type Row } from './problem.ts';

/** Rows that are taken out at once, besides the one that is to win. */
const MOST_OUT = 12;
/** A dearer plan is kept for a while where it is dearer by no more than about this part of what a row costs on the average, less and less. */
const HEAT = 0.05;

/** A plan that is made better round by round, as long as somebody asks; always one that fits. The same for the same problem and stream. */
export class Improving {
  readonly #problem: PlanProblem;
  readonly #random: Random;
  readonly #room: Room;
  /** The choices of each row, the cheapest first. */
  readonly #cheapest: number[][];
  /** The order in which rows are served: what costs most to leave first; among equals what has the fewest choices, which finds room nowhere else. */
  readonly #order: number[];
  readonly #picked: (number | undefined)[];
  #cost: number;
  #best: { picked: Picked; cost: number };

  /** Begins with a plan by the priority rule: in the order of rows, each by its cheapest choice that still fits; or with one that is at hand and fits. */
  constructor(problem: PlanProblem, start?: Picked, random: Random = randomFrom('season')) {
    const { rows } = problem;
    this.#problem = problem;
    this.#random = random;
    this.#room = new Room(problem);
    this.#cheapest = rows.map(({ choices, unkept }) => choices.map((_, i) => i).filter((i) => at(choices, i).cost < unkept));
    for (const [row, those] of this.#cheapest.entries()) {
      const { choices } = at(rows, row);
      those.sort((a, b) => at(choices, a).cost - at(choices, b).cost);
    }
    this.#order = rows
      .map((_, row) => row)
      .sort((a, b) => at(rows, b).unkept - at(rows, a).unkept || at(rows, a).choices.length - at(rows, b).choices.length);
    this.#picked = rows.map(() => undefined);
    for (const [row, choice] of (start ?? []).entries()) this.#put(row, choice);
    for (const row of this.#order) if (this.#picked[row] === undefined) this.#serve(row);
    this.#cost = costOf(problem, this.#picked);
    this.#best = { picked: [...this.#picked], cost: this.#cost };
  }

  get best(): { picked: Picked; cost: number } {
    return this.#best;
  }

  /**
   * So many rounds: one row that pays much over its cheapest choice, and some others, are taken out and dealt again. What comes dearer is taken back, but
   * for a little that cools from round to round.
   */
  improve(rounds: number): { picked: Picked; cost: number } {
    const { rows } = this.#problem;
    const random = this.#random;
    const some = () => Math.floor(random() * rows.length);
    for (let round = 0; round < rounds && rows.length > 0; round++) {
      const first = [some(), some(), some()].reduce((most, row) => (this.#over(row) > this.#over(most) ? row : most));
      const out = new Set([first]);
      for (let i = Math.floor(random() * MOST_OUT); i >= 0; i--) out.add(some());
      const again = random() < 0.5 ? [...out] : this.#order.filter((row) => out.has(row));
      const before = again.map((row) => this.#picked[row]);
      for (const row of again) this.#put(row, undefined);
      for (const row of again) this.#serve(row);
      const cost = costOf(this.#problem, this.#picked);
      const heat = (this.#cost / rows.length) * HEAT * (1 - round / rounds);
      if (cost <= this.#cost - heat * Math.log(1 - random())) {
        this.#cost = cost;
        if (cost < this.#best.cost) this.#best = { picked: [...this.#picked], cost };
        continue;
      }
      for (const row of again) this.#put(row, undefined);
      for (const [i, row] of again.entries()) this.#put(row, before[i]);
    }
    return this.#best;
  }

  /** What a row pays over its cheapest choice. */
  #over(row: number): number {
    const { choices, unkept } = at(this.#problem.rows, row);
    const paid = (choice: number | undefined) => (choice === undefined ? unkept : at(choices, choice).cost);
    return paid(this.#picked[row]) - paid(this.#cheapest[row]?.[0]);
  }

  #serve(row: number): void {
    const { choices } = at(this.#problem.rows, row);
    this.#put(
      row,
      this.#cheapest[row]?.find((i) => this.#room.fits(at(choices, i))),
    );
  }

  #put(row: number, choice: number | undefined): void {
    const { choices } = at(this.#problem.rows, row);
    const before = this.#picked[row];
    if (before !== undefined) this.#room.take(at(choices, before), -1);
    if (choice !== undefined) this.#room.take(at(choices, choice));
    this.#picked[row] = choice;
  }
}

function at(rows: readonly Row[], i: number): Row;
function at(choices: readonly PlanChoice[], i: number): PlanChoice;
function at<T>(list: readonly T[], i: number): T {
  return list[i] as T;
}
