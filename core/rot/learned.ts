import type { MouldRecord } from '@chill/model/past.ts';
import type { Medium } from '@chill/model/stage.ts';

/** What is believed of a nursery's own multiplier on rot before it has any record, and worth as much as four rotted seeds: Gamma(4, 4), mean 1. */
export const ROT_PRIOR = { shape: 4, rate: 4 };

/** A nursery's own multiplier for a medium, Gamma(shape, rate), and what it rests on. */
export interface RotMultiplier {
  shape: number;
  rate: number;
  mean: number;
  rotted: number;
  expected: number;
}

export type LearnedRot = Partial<Record<Medium, RotMultiplier>>;

/** The posterior of each medium's multiplier: Gamma(4 + rotted, 4 + expected), expected being seeds × integrated hazard. Media without a record are left out. */
export function learnRot(records: readonly MouldRecord[]): LearnedRot {
  const learned: LearnedRot = {};
  for (const medium of new Set(records.map((one) => one.medium))) {
    const mine = records.filter((one) => one.medium === medium);
    const rotted = mine.reduce((sum, one) => sum + one.rotted, 0);
    const expected = mine.reduce((sum, one) => sum + one.expected, 0);
    if (expected <= 0) continue;
    const [shape, rate] = [ROT_PRIOR.shape + rotted, ROT_PRIOR.rate + expected];
    learned[medium] = {
      shape,
      rate,
      mean: shape / rate,
      rotted,
      expected,
    };
  }
  return learned;
}

/** Records of the same media added up: what many batches say together. */
export function addUpMould(records: readonly MouldRecord[]): MouldRecord[] {
  const sums = new Map<Medium, MouldRecord>();
  for (const { medium, rotted, expected } of records) {
    const sum = sums.get(medium) ?? { medium, rotted: 0, expected: 0 };
    sums.set(medium, { medium, rotted: sum.rotted + rotted, expected: sum.expected + expected });
  }
  return [...sums.values()];
}
