import type { Batch } from '@chill/model/batch.ts';
import type { HardCoat } from '@chill/model/species.ts';
import type { CoatOpening } from '../kinds/stages/kind.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { swellingOf } from '../mix/swelling.ts';

/** One round of opening and soaking: what went in, and what swelled. */
export interface Round {
  soaked: number;
  swollen: number;
}

/** The handbook's share is worth this many seeds against what this lot did. Assumption, as everywhere in Chill. */
const HANDBOOK_SEEDS = 10;
/** How unlike one another seeds may be: sums of the two shape numbers of a beta distribution, from very unlike to all alike. */
const ALIKE = [1.5, 3, 6, 12, 25, 50, 200];
const SHARES = Array.from({ length: 99 }, (_, i) => (i + 1) / 100);
const MOST_ROUNDS_AHEAD = 8;

/**
 * The share of what is still hard that the next round will swell, from the rounds so far. Seeds differ: each has its own chance of being opened
 * in a round, beta-distributed, so those left over are the harder ones, and a round opens a / (a + b + r − 1) of what the r − 1 before it left
 * (beta-geometric; Weinberg & Gladen 1986). The mean over a grid of a and b, weighed by the handbook's share and by this lot's own rounds.
 * `ahead` is how many rounds further on, 0 for the next.
 */
export function nextRoundShare(rounds: readonly Round[], handbookShare: number, ahead = 0): number {
  const prior = Math.min(0.98, Math.max(0.02, handbookShare));
  const points: { log: number; a: number; sum: number }[] = [];
  for (const share of SHARES) {
    for (const sum of ALIKE) {
      const a = share * sum;
      let log = (prior * HANDBOOK_SEEDS - 1) * Math.log(share) + ((1 - prior) * HANDBOOK_SEEDS - 1) * Math.log(1 - share);
      for (const [r, { soaked, swollen }] of rounds.entries()) {
        const chance = a / (sum + r);
        log += swollen * Math.log(chance) + (soaked - swollen) * Math.log(1 - chance);
      }
      points.push({ log, a, sum });
    }
  }
  const top = Math.max(...points.map(({ log }) => log));
  let weight = 0;
  let mean = 0;
  for (const { log, a, sum } of points) {
    // Only those that the rounds between have left are asked.
    let w = Math.exp(log - top);
    for (let k = 0; k < ahead; k++) w *= 1 - a / (sum + rounds.length + k);
    weight += w;
    mean += w * (a / (sum + rounds.length + ahead));
  }
  return mean / weight;
}

/** What the next round is worth, and after how many more another way of opening pays better. */
export interface RoundAdvice {
  next: number;
  /** Seeds likely to swell in the next round, of those left. */
  nextSeeds: number;
  other: { by: CoatOpening; share: number; seeds: number };
  /** Rounds of the same that still pay before the other way does; 0 says change now, Infinity that it never does within reason. */
  roundsBeforeOther: number;
}

/**
 * Whether to go round again the same way. The other way is taken to open of the left-over seed what the handbook says it opens of fresh seed,
 * an assumption: nothing is known of seed that one way has failed on.
 */
export function roundAdvice(rounds: readonly Round[], by: CoatOpening, coat: HardCoat, left: number): RoundAdvice {
  const next = nextRoundShare(rounds, coat[by]);
  const otherBy: CoatOpening = by === 'openCoat' ? 'hotWater' : 'openCoat';
  const share = coat[otherBy];
  let before = 0;
  while (before < MOST_ROUNDS_AHEAD && nextRoundShare(rounds, coat[by], before) >= share) before++;
  return {
    next,
    nextSeeds: Math.round(next * left),
    other: { by: otherBy, share, seeds: Math.round(share * left) },
    roundsBeforeOther: before >= MOST_ROUNDS_AHEAD ? Number.POSITIVE_INFINITY : before,
  };
}

/** A batch with its state, as a lineage is made of. */
export interface Member {
  batch: Pick<Batch, 'id' | 'code' | 'from' | 'plan'>;
  state: Pick<BatchState, 'swellings' | 'counts'>;
}

/** The batches that a batch descends from, the first of all first, itself last. */
export function lineageOf<T extends Pick<Batch, 'id' | 'from'>>(batch: T, all: readonly T[]): T[] {
  const line: T[] = [batch];
  for (let from = batch.from; from; from = line[0]?.from) {
    const parent = all.find(({ id }) => id === from?.batchId);
    if (!parent || line.includes(parent)) break;
    line.unshift(parent);
  }
  return line;
}

/** The rounds that a lineage has been through: one for each of its batches whose soak was looked at. */
export function roundsOf(lineage: readonly Member[]): Round[] {
  return lineage.flatMap(({ batch, state }): Round[] => {
    const [first] = state.swellings;
    if (!first) return [];
    const soaked = first.swelling.by === 'count' ? first.swelling.soaked : batch.plan.seeds;
    const swollen = state.swellings.reduce(
      (sum, { swelling }) => sum + (swelling.by === 'count' ? swelling.swollen : Math.round(swellingOf(swelling).share * soaked)),
      0,
    );
    return [{ soaked, swollen: Math.min(soaked, swollen) }];
  });
}
