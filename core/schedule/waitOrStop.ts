import type { Batch } from '@chill/model/batch.ts';
import type { PlaceId, PlainDate } from '@chill/model/primitives.ts';
import { addDays, daysBetween, later } from '../calendar/dates.ts';
import { logChoose } from '../chance/binomial.ts';
import type { SproutBelief } from '../sprout/belief.ts';
import { FAST_SPROUTER_DAYS, MINUTES } from '../treat/intervals.ts';
import { type Cure, cures } from './cures.ts';
import type { Projection, SproutForecast } from './project.ts';
import type { Situation } from './situation.ts';

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

/** One of the choices, with what it comes to. */
export interface Choice {
  kind: ChoiceKind;
  /** Plants more that it brings: expected, and the range that holds 8 times in 10. A cut brings none: what it costs of them is below zero. */
  more: { expected: number; low: number; high: number };
  /** The day by which nearly all of them have come; for waiting, the day up to which it pays. */
  by?: PlainDate;
  /** How many days later than was planned they could be planted out. */
  late_days: number;
  /** Seeds to cut; and the chance that what is seen changes what is best. */
  cut?: number;
  changes?: number;
  /** Work, minutes. */
  minutes: number;
  /** Where it takes up room, and for how long. */
  room?: { placeId: PlaceId; days: number };
  /** What it is worth in all, in plants: what comes, less work, room and time. What is best has the most. */
  worth: number;
  /** The plan that it makes, where it makes one. */
  cure?: Cure;
}

/** Wait or stop, for one batch on one day. */
export interface WaitOrStop {
  /** The best first. */
  choices: Choice[];
  /** Seeds that have not come. */
  left: number;
  /** The chance that a given one of them still comes, however long one waits. */
  each: number;
  /** Days by which half, and nearly all, of those still to come have come; absent where none is expected. */
  half?: PlainDate;
  nearlyAll?: PlainDate;
  /** Where waiting is best: if nothing has come by this day, something else is. */
  until?: { on: PlainDate; next: ChoiceKind };
}

/** Waiting is weighed for so many days, the near ones singly. */
const AHEAD_DAYS = [1, 2, 3, 4, 5, 6, 7, 9, 11, 14, 17, 21, 25, 30, 36, 42, 50, 60, 75, 90, 120];
/** So many seeds may be cut to see, up to this part of those left. */
const CUTS = [3, 5, 8, 12];
const MOST_CUT = 1 / 3;
/** Cutting one and looking, minutes. Assumption. */
const CUT_MIN = 0.5;
/** What is learned must be worth this much of a plant before the knife is advised. Assumption. */
const CUT_PAYS = 0.5;

/** The day from which wait or stop is asked: when the first tenth of those that will come should have. */
export function firstTenthDue({ outlook }: Pick<SproutForecast, 'outlook'>): PlainDate | undefined {
  const warmth = outlook.before.warmthFor(0.1);
  return warmth === undefined ? undefined : outlook.course.dayOf(warmth);
}

/**
 * What is best done with the seeds that have not come, each choice by what it is expected to bring and to cost, over the posterior of the share that will
 * sprout and the time scale (science: wait or stop, advice by value). Waiting is credited with the best that can follow it. `undefined` where the batch is
 * not in the stage that it sprouts in, or nothing is left.
 */
export function waitOrStop(batch: Batch, projection: Projection, situation: Situation, prices: Prices = PRICES): WaitOrStop | undefined {
  const { sprouting, state } = projection;
  if (sprouting?.stage !== state.stage || !state.underWay || batch.purpose === 'test' || sprouting.outlook.left === 0) return undefined;
  const { belief, course, left } = sprouting.outlook;
  const { today, species } = situation;
  const board = new Board(batch, projection, situation, sprouting, prices);
  const weights = belief.weights();
  const planned = (batch.plan.made ?? batch.plan).stages.at(-1)?.end ?? today;
  const late = (by: PlainDate) => Math.max(0, daysBetween(planned, addDays(by, species.pot.days.best)));
  const counted = (chances: Float64Array) => {
    const { low, high } = belief.countBy(chances, left);
    return { expected: left * meanBy(weights, chances), low, high };
  };

  const waits = board.wait(weights, left);
  const waitUpTo = (at: number): Omit<Choice, 'worth'> => {
    const days = AHEAD_DAYS[at] as number;
    const by = addDays(today, days);
    return {
      ...{ kind: 'wait', by, late_days: late(by), minutes: board.looks(days) * MINUTES.check },
      more: counted(board.plants(board.comesBy[at] as Float64Array)),
      ...(placeId && { room: { placeId, days } }),
    };
  };
  const placeId = state.stages[state.stage]?.placeId;
  const choices: Choice[] = [
    { ...waitUpTo(waits.at), worth: waits.worth },
    ...board.cures.map((cure, at): Choice => {
      const by = addDays(today, cure.delay_days);
      const { kind, minutes, room } = cure;
      const found = { more: counted(board.plants(board.cured[at] as Float64Array)), worth: board.cure(at, weights, left) };
      return { kind, by, late_days: late(by), minutes, ...(room && { room }), ...found, cure };
    }),
    { kind: 'stop', more: { expected: 0, low: 0, high: 0 }, late_days: 0, minutes: MINUTES.finish, worth: 0 },
  ];
  const cut = bestCut(belief.viableLeft(board.seenAt), weights, left, board, prices);
  if (cut) choices.push({ ...cut, more: { expected: -cut.lost, low: 0, high: 0 }, late_days: 0 });
  const usualBy = usuallyOver(sprouting) ?? today;
  // Silence before the usual time is over is a reason to look, and to do something else, but not yet to give up.
  const early = ({ kind }: Choice) => Number(kind === 'stop' && today < usualBy);
  choices.sort((a, b) => early(a) - early(b) || b.worth - a.worth);
  const turn = choices[0]?.kind === 'wait' ? turnsOver(belief, left, board, { today, usualBy }) : undefined;
  const until = turn && { on: addDays(today, AHEAD_DAYS[turn.at] as number), next: turn.next };
  // What is said of waiting is said up to the day on which it is decided anew.
  if (turn) choices[0] = { ...waitUpTo(turn.at), worth: waits.worth };
  const dayFor = (share: number) => {
    const warmth = belief.warmthFor(share);
    const on = warmth === undefined ? undefined : course.dayOf(warmth);
    return on && later(on, today);
  };
  const [half, nearlyAll] = [dayFor(0.5), dayFor(0.9)];
  return {
    choices,
    left,
    each: belief.chance(course.warmth.at(-1)),
    ...(half && { half }),
    ...(nearlyAll && { nearlyAll }),
    ...(until && { until }),
  };
}

/** What each choice is worth, for whatever is believed: chances are worked out once for each point of the grid, and weighed as often as is asked. */
class Board {
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

const bestOf = <T extends { worth: number }>(all: readonly T[]): T => all.reduce((best, one) => (one.worth > best.worth ? one : best));

/** The mean of a chance over the grid. */
function meanBy(weights: Float64Array, chances: Float64Array): number {
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

/** The day by which nine tenths of those that will come usually have, by what was believed when the warmth began. */
function usuallyOver({ outlook }: Pick<SproutForecast, 'outlook'>): PlainDate | undefined {
  const warmth = outlook.before.warmthFor(0.9);
  return warmth === undefined ? undefined : outlook.course.dayOf(warmth);
}

/** The first of the days ahead on which, with nothing more come, waiting on is no longer best, and what is then; stopping only once the usual time is over. */
function turnsOver(
  belief: SproutBelief,
  left: number,
  board: Board,
  { today, usualBy }: { today: PlainDate; usualBy: PlainDate },
): { at: number; next: ChoiceKind } | undefined {
  for (const [at, days] of AHEAD_DAYS.entries()) {
    const learnt = belief.weights(left, board.warmths[at]);
    const instead = bestOf<{ kind: ChoiceKind; worth: number }>([
      { kind: 'stop', worth: addDays(today, days) < usualBy ? Number.NEGATIVE_INFINITY : 0 },
      ...board.cures.map(({ kind }, c) => ({ kind, worth: board.cure(c, learnt, left, at) })),
    ]);
    if (at === AHEAD_DAYS.length - 1 || instead.worth >= board.waitFrom(at, learnt, left).worth) return { at, next: instead.kind };
  }
  return undefined;
}

/**
 * How many seeds are worth cutting: the value of knowing, which is what the best choice is worth on average once each outcome has been seen, for the seeds
 * that are then left. `undefined` where there are too few to cut any.
 */
function bestCut(viable: Float64Array, weights: Float64Array, left: number, board: Board, { plant_min }: Prices) {
  const now = board.best(weights, left);
  const tried = CUTS.filter((cut) => cut <= left * MOST_CUT).map((cut) => {
    const minutes = cut * CUT_MIN;
    let worth = -minutes / plant_min - CUT_PAYS;
    let changes = 0;
    for (let seen = 0; seen <= cut; seen++) {
      const likely = weights.map((weight, i) => weight * exactly(seen, cut, viable[i] as number));
      const chance = likely.reduce((sum, one) => sum + one, 0);
      if (chance < 1e-6) continue;
      for (let i = 0; i < likely.length; i++) likely[i] = (likely[i] as number) / chance;
      const best = board.best(likely, left - cut);
      worth += chance * best.worth;
      if (best.kind !== now.kind) changes += chance;
    }
    return { kind: 'cut' as const, cut, minutes, worth, changes, lost: Math.max(0, (now.worth * cut) / left) };
  });
  return tried.length > 0 ? bestOf(tried) : undefined;
}

/** P(Binomial(n, p) = k) of a few: multiplied out, since it is asked for every point of the grid. */
function exactly(k: number, n: number, p: number): number {
  let chance = Math.exp(logChoose(n, k));
  for (let i = 0; i < k; i++) chance *= p;
  for (let i = k; i < n; i++) chance *= 1 - p;
  return chance;
}
