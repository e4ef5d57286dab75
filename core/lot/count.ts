import type { CountMethod } from '@chill/model/lot.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/seedForm.ts';
import { studentQuantile } from '../chance/distributions.ts';

/** Replicates may spread this much, coefficient of variation: ISTA Rules, chapter 10 (chaffy seed in the second). */
export const SPREAD_ALLOWED = 0.04;
export const SPREAD_ALLOWED_CHAFFY = 0.06;

const CONFIDENCE = 0.95;

/** A number of seeds as estimated, with the range that it probably lies in where that can be said. */
export interface SeedEstimate {
  seeds: number;
  /** 95 % interval; absent from a single sample, which says nothing of its own spread. */
  range?: { low: number; high: number };
  /** Grams that a thousand weigh, where weighed. */
  thousandSeeds_g?: number;
  /** Coefficient of variation of the mass of one seed over the samples. */
  spread?: number;
  /** What to do about it, where something is. */
  advice?: string;
}

/**
 * Seeds by what was weighed or opened. By weight: grams of all samples over seeds of all samples is one seed's mass; the lot's mass (its pure
 * part) over that is the number, with a t interval over the samples. By pods: mean seeds per pod times pods, the same interval on the mean.
 * `chaffy` seed may spread more before more samples are asked for. Refused where the samples weigh more than
 * the lot they came from; `undefined` for a count by hand, which estimates nothing.
 */
export function estimateSeeds(how: CountMethod, chaffy = false): SeedEstimate | Refusal | undefined {
  if (how.by === 'hand') return undefined;
  return how.by === 'weight' ? byWeight(how, chaffy) : byPods(how);
}

function byWeight({ lot_g, samples, purity = 1 }: Extract<CountMethod, { by: 'weight' }>, chaffy: boolean): SeedEstimate | Refusal {
  const total = (pick: (sample: { seeds: number; grams: number }) => number) => samples.reduce((sum, sample) => sum + pick(sample), 0);
  const grams = total((sample) => sample.grams);
  if (grams > lot_g) return refusal(say.of('samplesOutweighLot'), 'samples');
  const perSeed = grams / total((sample) => sample.seeds);
  const pure_g = lot_g * purity;
  const base = { seeds: Math.round(pure_g / perSeed), thousandSeeds_g: perSeed * 1000 };
  const { half, spread } = meanInterval(samples.map((sample) => sample.grams / sample.seeds));
  if (half === undefined || spread === undefined) {
    return { ...base, advice: say('oneSampleTooFew') };
  }
  const allowed = chaffy ? SPREAD_ALLOWED_CHAFFY : SPREAD_ALLOWED;
  const low = Math.floor(pure_g / (perSeed + half));
  const high = perSeed > half ? Math.ceil(pure_g / (perSeed - half)) : undefined;
  return {
    ...base,
    spread,
    ...(high !== undefined && { range: { low, high } }),
    ...(spread > allowed && {
      advice: say('samplesDiffer', { spread: (spread * 100).toFixed(1), allowed: allowed * 100 }),
    }),
  };
}

function byPods({ pods, perPod }: Extract<CountMethod, { by: 'pods' }>): SeedEstimate {
  const { mean, half, spread } = meanInterval(perPod);
  const seeds = Math.round(mean * pods);
  if (half === undefined || spread === undefined) return { seeds, advice: say('onePodTooFew') };
  return {
    seeds,
    spread,
    range: { low: Math.max(0, Math.floor((mean - half) * pods)), high: Math.ceil((mean + half) * pods) },
    ...(perPod.length < 5 && { advice: say('openFivePods') }),
  };
}

/** Mean, half the width of its t interval, and coefficient of variation; the latter two only from two values on. */
function meanInterval(values: readonly number[]): { mean: number; half?: number; spread?: number } {
  const n = values.length;
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  if (n < 2) return { mean };
  const sd = Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
  return { mean, half: (studentQuantile(0.5 + CONFIDENCE / 2, n - 1) * sd) / Math.sqrt(n), spread: mean > 0 ? sd / mean : 0 };
}

/** Pure live seed, 0 to 1: the part of a lot's mass that is this seed and alive. */
export function pureLiveSeed(purity: number, viability: number): number {
  return purity * viability;
}
