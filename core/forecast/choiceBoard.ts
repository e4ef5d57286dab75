import type { Batch } from '@chill/model/batch.ts';
import { addDays } from '../calendar/dates.ts';
import type { Situation } from '../follow/situation.ts';
import { MINUTES } from '../kinds/tasks.ts';
import { FAST_SPROUTER_DAYS } from '../treat/intervals.ts';
import { type Cure, cures } from './cures.ts';
import type { Projection, SproutForecast } from './project.ts';

/** What can be done with seed that has not come: wait on; give it more cold; scarify it once more; cut some to see; pot it for another winter; stop. */
export type ChoiceKind = Cure['kind'] | 'wait' | 'cut' | 'stop';

/** What work, room and time are worth beside a plant. Assumptions, and the caller's own to change. */
export interface Prices {
  /** Minutes of work that one more plant is worth. */
  plant_min: number;
  /** Days of one bag's or towel's room that one more plant is worth. */
  plant_days: number;
  /** Days by which a plant may come later until it is worth half. */
  halfWorth_days: number;
}
export const PRICES: Prices = { plant_min: 20, plant_days: 100, halfWorth_days: 365 };

/** Waiting is weighed for so many days, the near ones singly. */
export const AHEAD_DAYS = [1, 2, 3, 4, 5, 6, 7, 9, 11, 14, 17, 21, 25, 30, 36, 42, 50, 60, 75, 90, 120];

/** What each choice is worth, for whatever is believed: chances are worked out once for each point of the grid, and weighed as often as is asked. */
export class Board {
  readonly seenAt: number;
  readonly cures: Cure[];
  /** The chance that a seed comes by each of the days ahead, and by each cure begun today. */
  readonly comesBy: Float64Array[];
  readonly cured: Float64Array[];
  /** By each cure begun on each of the days ahead, of those that have not come by then. */
  readonly curedThen: Float64Array[][];
  readonly warmths: number[];
  /** The same of all: what waiting so long has left, and then is cured. */
  readonly #follows: Float64Array[][];
  readonly #establishes: number;
  readonly #every: number;
  readonly #prices: Prices;

  constructor(batch: Batch, projection: Projection, situation: Situation, sprouting: SproutForecast, prices: Prices) {
    const { belief, course, left } = sprouting.outlook;
    const { today, species } = situation;
    this.#establishes = species.pot.establishes;
    this.#prices = prices;
    this.#every = sprouting.halfway_days <= FAST_SPROUTER_DAYS ? 1 : 2;
    this.seenAt = Math.max(belief.seen, course.on(today));
    this.warmths = AHEAD_DAYS.map((days) => course.on(addDays(today, days)));
    this.comesBy = this.warmths.map((warmth) => belief.waiting(warmth));
    this.cures = cures(batch, projection, situation, (chance, cure) => this.#worth(left * chance, takes(cure)));
    this.cured = this.cures.map(({ means }) => belief.otherwise(means, this.seenAt));
    this.curedThen = this.warmths.map((warmth) => this.cures.map(({ means }) => belief.otherwise(means, warmth)));
    this.#follows = this.curedThen.map((byCure, at) => byCure.map((then) => restOf(then, this.comesBy[at] as Float64Array)));
  }

  /** Chances of a seed as chances of a plant. */
  plants(chances: Float64Array): Float64Array {
    return chances.map((chance) => chance * this.#establishes);
  }

  /** Looks while waiting so many days. */
  looks(days: number): number {
    return Math.ceil(days / this.#every);
  }

  /** What so many seeds are worth that come after a delay, less what that takes; `after` days of waiting. */
  #worth(comes: number, { delay_days, minutes, room_days }: Takes, after = 0): number {
    const { plant_min, plant_days, halfWorth_days } = this.#prices;
    const kept = 0.5 ** ((after + delay_days) / halfWorth_days);
    return comes * this.#establishes * kept - minutes / plant_min - room_days / plant_days;
  }

  /** A cure begun today; with `from`, begun on one of the days ahead, and by what is believed then. */
  cure(at: number, weights: Float64Array, seeds: number, from?: number): number {
    const chances = from === undefined ? this.cured[at] : this.curedThen[from]?.[at];
    return this.#worth(seeds * meanBy(weights, chances as Float64Array), takes(this.cures[at] as Cure));
  }

  /** Waiting from today up to the day that pays best, with the best that can follow. */
  wait(weights: Float64Array, seeds: number): { at: number; worth: number } {
    return this.#bestDay(0, (at) => {
      const follows = this.cures.map((_, c) => seeds * meanBy(weights, this.#follows[at]?.[c] as Float64Array));
      return this.#upTo(at, 0, seeds * meanBy(weights, this.comesBy[at] as Float64Array), follows);
    });
  }

  /** The same from one of the days ahead, by what is believed then. */
  waitFrom(from: number, weights: Float64Array, seeds: number): { at: number; worth: number } {
    const begun = this.comesBy[from] as Float64Array;
    // Chances are those of seeds as they are today: of seeds that have not come by then, they are so many times as great.
    const ofRest = weights.map((weight, i) => weight / Math.max(1e-9, 1 - (begun[i] as number)));
    const before = meanBy(ofRest, begun);
    return this.#bestDay(from + 1, (at) => {
      const follows = this.cures.map((_, c) => seeds * meanBy(ofRest, this.#follows[at]?.[c] as Float64Array));
      return this.#upTo(at, AHEAD_DAYS[from] as number, seeds * (meanBy(ofRest, this.comesBy[at] as Float64Array) - before), follows);
    });
  }

  /** Waiting up to a day ahead, from another, where so many come by it and so many by each cure begun then. */
  #upTo(at: number, before: number, comes: number, follows: readonly number[]): number {
    const days = (AHEAD_DAYS[at] as number) - before;
    const waiting = this.#worth(comes, { delay_days: days, minutes: this.looks(days) * MINUTES.check, room_days: days });
    return waiting + Math.max(0, ...follows.map((more, c) => this.#worth(more, takes(this.cures[c] as Cure), days)));
  }

  #bestDay(first: number, worthOf: (at: number) => number): { at: number; worth: number } {
    let best = { at: AHEAD_DAYS.length - 1, worth: Number.NEGATIVE_INFINITY };
    for (let at = first; at < AHEAD_DAYS.length; at++) {
      const worth = worthOf(at);
      if (worth > best.worth) best = { at, worth };
    }
    return best;
  }

  /** The best that can be done, cutting apart. */
  best(weights: Float64Array, seeds: number): { kind: ChoiceKind; worth: number } {
    const all: { kind: ChoiceKind; worth: number }[] = [
      { kind: 'stop', worth: 0 },
      { kind: 'wait', worth: this.wait(weights, seeds).worth },
      ...this.cures.map(({ kind }, at) => ({ kind, worth: this.cure(at, weights, seeds) })),
    ];
    return bestOf(all);
  }
}

/** The one that is worth most. */
export const bestOf = <T extends { worth: number }>(all: readonly T[]): T =>
  all.reduce((best, one) => (one.worth > best.worth ? one : best));

/** The mean of a chance over the grid. */
export function meanBy(weights: Float64Array, chances: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < weights.length; i++) sum += (weights[i] as number) * (chances[i] as number);
  return sum;
}

/** A chance of those that another has left, as a chance of all. */
const restOf = (then: Float64Array, comes: Float64Array) => then.map((chance, i) => chance * (1 - (comes[i] as number)));

/** What a choice takes besides seeds. */
interface Takes {
  delay_days: number;
  minutes: number;
  room_days: number;
}
const takes = ({ delay_days, minutes, room }: Pick<Cure, 'delay_days' | 'minutes' | 'room'>): Takes => ({
  delay_days,
  minutes,
  room_days: room?.days ?? 0,
});
