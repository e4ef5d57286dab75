import { binomialAtLeast, logChoose, rangeHolding, reachedWith } from '../chance/binomial.ts';
import { normalChance } from '../chance/normal.ts';
import { equallyLikely, type Prospect, summed, TIME_SCALE_SPREAD } from '../chance/prospect.ts';
import type { ThermalTime } from './thermalTime.ts';

/** Seeds that are released while the warmth has come to so many degree-days: what part of all, and how many. */
export interface ReleasedPart {
  part: number;
  from: number;
}

/** A visit: how warm it had been by then, in degree-days; how many had come since the one before; how many were still to come after it. */
export interface Visit {
  warmth: number;
  came: number;
  left: number;
}

/** Seeds that had not come, cut open when it had been so warm: how many were viable, of seeds whose chance of being able to sprout, once viable, was so great. */
export interface CutSeeds {
  warmth: number;
  cut: number;
  viable: number;
}

/** What could be done with the seeds still there, as it changes their chance. */
export interface Otherwise {
  /** Warmth that those released already still get, degree-days from the last visit on. */
  warmth: number;
  /** How many more of them become able and ready, as a part of all that are able: released by more cold, or let drink by an opened coat. */
  extra: number;
  /** Warmth that those get, degree-days. */
  extraWarmth: number;
  /** The share that lives through it. */
  survives: number;
}

/** The grid: so many equally likely shares, by so many time scales out to so many standard deviations either side. */
const ABLE_PARTS = 22;
const SCALES = 15;
const SCALE_REACH = 2.8;
const SCALE_STEP = (2 * SCALE_REACH) / (SCALES - 1);
const SCALE_WEIGHTS = (() => {
  const heights = Float64Array.from({ length: SCALES }, (_, j) => Math.exp(-((j * SCALE_STEP - SCALE_REACH) ** 2) / 2));
  const total = heights.reduce((sum, one) => sum + one, 0);
  return heights.map((height) => height / total);
})();
/**
 * One lot in so many comes not at all, for a reason that no test and no handbook tells of. Without it a lot tested viable could never be called dead, however
 * long nothing comes. Assumption; small enough to move no forecast before silence itself tells.
 */
const NONE_COMES = 0.005;
/** Nothing is quite impossible: a count that the model leaves no room for must not take all belief away. */
const LEAST_CHANCE = 1e-7;
/** Predictive counts are summed over this many values of the chance. */
const PREDICTED_WITH = 24;

/** What of the seeds still to come will do so, by a count. */
export interface CountRange {
  low: number;
  high: number;
}

/**
 * What is believed of a batch's sprouting: a grid posterior over the share of seeds able to sprout once released and the time scale (lognormal, SD 0.35),
 * with the visits so far as its likelihood. Times are known only between visits, so each visit is a binomial of the seeds that were still there with
 * the chance of the interval; seeds taken away mouldy drop out of it. Source: science.md, "Wait or stop"; interval-censored germination.
 */
export class SproutBelief {
  readonly #able: Float64Array;
  readonly #released: readonly ReleasedPart[];
  readonly #law: Pick<ThermalTime, 'median_degreeDays' | 'spread'>;
  /** Weights of the grid, able × scale, adding up to 1. */
  readonly #weights: Float64Array;
  /** Of viable seeds, the share able to sprout once released, in the mean: by it what is able tells of what is viable. */
  readonly #ableOfViable: number;
  /** Warmth at the last visit, degree-days. */
  readonly seen: number;
  readonly #known = new Map<number, Float64Array>();

  constructor(
    able: Pick<Prospect, 'shares'>,
    released: readonly ReleasedPart[],
    law: Pick<ThermalTime, 'median_degreeDays' | 'spread'>,
    visits: readonly Visit[],
    { cuts = [], ableOfViable = 1 }: { cuts?: readonly CutSeeds[]; ableOfViable?: number } = {},
  ) {
    this.#ableOfViable = ableOfViable;
    const likely = equallyLikely(able, ABLE_PARTS);
    // The first point is the lot of which none comes.
    this.#able = Float64Array.of(0, ...likely);
    this.#released = released;
    this.#law = law;
    const logs = new Float64Array(this.#able.length * SCALES);
    let before: Float64Array = new Float64Array(SCALES);
    let seen = 0;
    for (const { warmth, came, left } of worthWeighing(visits)) {
      const by = this.#by(warmth);
      for (let at = 0; at < logs.length; at++) {
        const j = at % SCALES;
        const share = this.#able[(at - j) / SCALES] as number;
        const chance = Math.min(1 - LEAST_CHANCE, Math.max(LEAST_CHANCE, between(share, before[j] as number, by[j] as number)));
        logs[at] = (logs[at] as number) + (came > 0 ? came * Math.log(chance) : 0) + left * Math.log1p(-chance);
      }
      before = by;
      seen = warmth;
    }
    this.seen = seen;
    for (const { warmth, cut, viable } of cuts) {
      const by = this.#by(warmth);
      for (let at = 0; at < logs.length; at++) {
        const j = at % SCALES;
        const left = this.#viableLeft(this.#able[(at - j) / SCALES] as number, by[j] as number);
        const chance = Math.min(1 - LEAST_CHANCE, Math.max(LEAST_CHANCE, left));
        logs[at] = (logs[at] as number) + viable * Math.log(chance) + (cut - viable) * Math.log1p(-chance);
      }
    }
    const top = logs.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
    const prior = (at: number) => (at < SCALES ? NONE_COMES : (1 - NONE_COMES) / likely.length) * (SCALE_WEIGHTS[at % SCALES] as number);
    const weights = logs.map((log, at) => Math.exp(log - top) * prior(at));
    const total = weights.reduce((sum, one) => sum + one, 0);
    this.#weights = weights.map((one) => one / total);
  }

  /** The chance that a seed still there at `from` degree-days (the last visit) has come by `warmth` (Infinity: ever), for each point of the grid. */
  #chances(warmth: number, from = this.seen): Float64Array {
    const [was, by] = [this.#by(from), this.#by(warmth)];
    return this.#onGrid((share, j) => between(share, was[j] as number, by[j] as number));
  }

  /** Of the seeds able to sprout, the share that has by `warmth`, for each time scale. */
  #by(warmth: number): Float64Array {
    const known = this.#known.get(warmth);
    if (known) return known;
    const { median_degreeDays, spread } = this.#law;
    const shares = new Float64Array(SCALES);
    const step = (TIME_SCALE_SPREAD * SCALE_STEP) / spread;
    const first = (Math.log(median_degreeDays) - TIME_SCALE_SPREAD * SCALE_REACH) / spread;
    for (const { part, from } of this.#released) {
      if (warmth <= from) continue;
      const z = Math.log(warmth - from) / spread - first;
      for (let j = 0; j < SCALES; j++) shares[j] = (shares[j] as number) + part * normalChance(z - j * step);
    }
    this.#known.set(warmth, shares);
    return shares;
  }

  /** The chance that a given seed still there comes by `warmth` degree-days in all; without it, ever. */
  chance(warmth = Number.POSITIVE_INFINITY): number {
    return this.#chances(warmth).reduce((sum, chance, at) => sum + chance * (this.#weights[at] as number), 0);
  }

  /** The chance that a seed which has not come is viable all the same, where `share` are able and `by` of those have come. */
  #viableLeft(share: number, by: number): number {
    const viable = Math.min(1, share / this.#ableOfViable);
    return Math.max(0, (viable - share * by) / (1 - share * by));
  }

  /**
   * How likely each point of the grid is once none of `left` has come by `warmth`: what waiting in vain teaches. Without it, as things stand.
   */
  weights(left = 0, warmth = this.seen): Float64Array {
    if (left === 0 || warmth <= this.seen) return this.#weights;
    const weights = this.#chances(warmth).map((chance, at) => (this.#weights[at] as number) * (1 - chance) ** left);
    const total = weights.reduce((sum, one) => sum + one, 0);
    return weights.map((one) => one / total);
  }

  /** The chance that a seed which had not come by `from` degree-days does by `warmth`, for each point of the grid. */
  waiting(warmth: number, from = this.seen): Float64Array {
    return this.#chances(warmth, from);
  }

  /** The chance that a seed which has not come by `from` is viable all the same, for each point of the grid: what cutting it would show. */
  viableLeft(from = this.seen): Float64Array {
    const by = this.#by(from);
    return this.#onGrid((share, j) => this.#viableLeft(share, by[j] as number));
  }

  /** The chance that a seed which had not come by `from` does if something else is done with it, for each point of the grid. */
  otherwise({ warmth, extra, extraWarmth, survives }: Otherwise, from = this.seen): Float64Array {
    const [before, to, anew] = [this.#by(from), this.#by(from + warmth), this.#oneBy(extraWarmth)];
    return this.#onGrid((share, j) => {
      const [was, then] = [before[j] as number, to[j] as number];
      const comes = share * (then - was + extra * (anew[j] as number));
      return survives * Math.min(1, Math.max(0, comes) / (1 - share * was));
    });
  }

  #onGrid(of: (share: number, scale: number) => number): Float64Array {
    const values = new Float64Array(this.#weights.length);
    for (let i = 0; i < this.#able.length; i++) for (let j = 0; j < SCALES; j++) values[i * SCALES + j] = of(this.#able[i] as number, j);
    return values;
  }

  /** The mean of a chance that is known for each point of the grid. */
  mean(chances: Float64Array): number {
    return chances.reduce((sum, chance, at) => sum + chance * (this.#weights[at] as number), 0);
  }

  /** How many of `left` seeds come by a chance that is known for each point of the grid: the range that holds `within`. */
  countBy(chances: Float64Array, left: number, within = 0.8): CountRange & { middle: number } {
    return countOf(left, summed(chances, this.#weights), within);
  }

  /** Of seeds released together, the share that has come after so much warmth, for each time scale. */
  #oneBy(warmth: number): Float64Array {
    const { median_degreeDays, spread } = this.#law;
    return Float64Array.from({ length: SCALES }, (_, j) =>
      warmth <= 0 ? 0 : normalChance((Math.log(warmth / median_degreeDays) - TIME_SCALE_SPREAD * (j * SCALE_STEP - SCALE_REACH)) / spread),
    );
  }

  /** What is known of that chance. */
  prospect(warmth = Number.POSITIVE_INFINITY): Prospect {
    return summed(this.#chances(warmth), this.#weights);
  }

  /** How many of `left` seeds will have come by `warmth`: the range that holds `within` (8 times in 10), and the middle. */
  count(left: number, warmth = Number.POSITIVE_INFINITY, within = 0.8): CountRange & { middle: number } {
    return countOf(left, this.prospect(warmth), within);
  }

  /** The chance that at least `count` of `left` seeds have come by `warmth`. */
  atLeast(count: number, left: number, warmth: number): number {
    const logWays = logChoose(left, count);
    return this.mean(this.waiting(warmth).map((chance) => binomialAtLeast(count, left, chance, logWays)));
  }

  /** The chance that at least one of `left` seeds comes by `warmth`. */
  anyChance(left: number, warmth = Number.POSITIVE_INFINITY): number {
    if (left <= 0) return 0;
    const chances = this.#chances(warmth);
    let none = 0;
    for (let at = 0; at < chances.length; at++) none += (this.#weights[at] as number) * (1 - (chances[at] as number)) ** left;
    return 1 - none;
  }

  /**
   * The warmth by which `share` of those still to come have come, as often sooner as later, degree-days; `undefined` where none is to come. It is that of
   * the middle time scale: all scales put together would be later, since slow ones draw the last tenth out farther than fast ones draw it in.
   */
  warmthFor(share: number): number | undefined {
    const coming = new Float64Array(SCALES);
    for (const [at, chance] of this.#chances(Number.POSITIVE_INFINITY).entries())
      coming[at % SCALES] = (coming[at % SCALES] as number) + chance * (this.#weights[at] as number);
    const all = coming.reduce((sum, one) => sum + one, 0);
    if (all < LEAST_CHANCE) return undefined;
    let [slow, below] = [0, 0];
    while (slow < SCALES - 1 && below + (coming[slow] as number) / 2 < all / 2) below += coming[slow++] as number;
    const fast = Math.max(0, slow - 1);
    // The middles of both scales, and where half lies between them.
    const [from, to] = [below - (coming[fast] as number) / 2, below + (coming[slow] as number) / 2];
    const part = slow === fast ? 0 : Math.min(1, Math.max(0, (all / 2 - from) / (to - from)));
    const middle = (by: Float64Array) => (by[fast] as number) + part * ((by[slow] as number) - (by[fast] as number));
    const seen = middle(this.#by(this.seen));
    const ever = middle(this.#by(Number.POSITIVE_INFINITY));
    return rising((warmth) => (middle(this.#by(warmth)) - seen) / (ever - seen), share, this.seen, this.#far());
  }

  /** The warmth by which one more has come with chance `chance`, of `left`; `undefined` where that is never so likely. */
  warmthForAny(left: number, chance: number): number | undefined {
    if (this.anyChance(left) < chance) return undefined;
    return rising((warmth) => this.anyChance(left, warmth), chance, this.seen, this.#far());
  }

  /** Beyond this warmth nothing more comes, degree-days. */
  #far(): number {
    const { median_degreeDays, spread } = this.#law;
    const last = this.#released.reduce((most, { from }) => Math.max(most, from), 0);
    return Math.max(this.seen, last) + median_degreeDays * Math.exp(5 * spread + TIME_SCALE_SPREAD * SCALE_REACH);
  }
}

function countOf(left: number, prospect: Prospect, within: number): CountRange & { middle: number } {
  const shares = equallyLikely(prospect, PREDICTED_WITH);
  const atLeast = (k: number) => {
    const logWays = logChoose(left, k);
    return shares.reduce((sum, share) => sum + binomialAtLeast(k, left, share, logWays), 0) / shares.length;
  };
  const guess = (chance: number) => left * (shares[Math.floor((1 - chance) * shares.length)] ?? 0);
  return { ...rangeHolding(within, left, atLeast, guess), middle: reachedWith(0.5, left, atLeast, guess(0.5)) };
}

/** Counts on one day are one visit; visits at which nothing came and nothing was taken away say together what the last of them says alone. */
function worthWeighing(counts: readonly Visit[]): Visit[] {
  const visits: Visit[] = [];
  for (const one of counts) {
    const before = visits.at(-1);
    if (before?.warmth === one.warmth) visits.splice(-1, 1, { ...one, came: before.came + one.came });
    else visits.push(one);
  }
  return visits.filter((one, i) => {
    const next = visits[i + 1];
    return one.came > 0 || next === undefined || next.left + next.came !== one.left;
  });
}

/** The chance that a seed which had not come by `from` does by `to`: shares of the able ones. */
function between(share: number, from: number, to: number): number {
  return to <= from ? 0 : (share * (to - from)) / (1 - share * from);
}

/** Where a rising function reaches a value, between two bounds, to a two-thousandth of their distance. */
function rising(of: (at: number) => number, value: number, from: number, to: number): number {
  let [low, high] = [from, to];
  for (let step = 0; step < 11; step++) {
    const middle = (low + high) / 2;
    if (of(middle) >= value) high = middle;
    else low = middle;
  }
  return high;
}
