import type { Batch } from '@chill/model/batch.ts';
import type { PlaceId, PlainDate } from '@chill/model/primitives.ts';
import { addDays, daysBetween, later } from '../calendar/dates.ts';
import { logChoose } from '../chance/binomial.ts';
import type { Situation } from '../follow/situation.ts';
import { MINUTES } from '../kinds/tasks.ts';
import type { SproutBelief } from '../sprout/belief.ts';
import { AHEAD_DAYS, Board, bestOf, type ChoiceKind, meanBy, PRICES, type Prices } from './choiceBoard.ts';
import type { Cure } from './cures.ts';
import type { Projection, SproutForecast } from './project.ts';

/** One of the choices, with what it comes to. */
export interface WaitChoice {
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
  choices: WaitChoice[];
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
  const waitUpTo = (at: number): Omit<WaitChoice, 'worth'> => {
    const days = AHEAD_DAYS[at] as number;
    const by = addDays(today, days);
    return {
      kind: 'wait',
      by,
      late_days: late(by),
      minutes: board.looks(days) * MINUTES.check,
      more: counted(board.plants(board.comesBy[at] as Float64Array)),
      ...(placeId && { room: { placeId, days } }),
    };
  };
  const placeId = state.stages[state.stage]?.placeId;
  const choices: WaitChoice[] = [
    { ...waitUpTo(waits.at), worth: waits.worth },
    ...board.cures.map((cure, at): WaitChoice => {
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
  const early = ({ kind }: WaitChoice) => Number(kind === 'stop' && today < usualBy);
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
