import { bagsPerArm, seedsPerArm, smallestDifference } from '@chill/core/results/armSize.ts';
import { BAGS_DIFFER } from '@chill/core/results/compare.ts';

/** A question about the arms of a trial: how many seeds tell `base` from `other`, and what `seeds` a side would tell. */
export interface ArmQuestion {
  base: number;
  other: number;
  seeds?: number;
}

export interface ArmAnswer extends ArmQuestion {
  wanted: number;
  /** Bags of so many in each arm that tell the methods apart and not only the bags. */
  bags: number;
  tells?: number;
}

// Enumerating every outcome takes longer than a frame, so it is done here.
addEventListener('message', ({ data }: MessageEvent<ArmQuestion>) => {
  const tells = data.seeds !== undefined && data.seeds >= 2 ? smallestDifference(data.base, data.seeds) : undefined;
  const wanted = seedsPerArm(data.base, data.other);
  const bags = bagsPerArm(data.base, data.other, wanted, BAGS_DIFFER);
  const answer: ArmAnswer = { ...data, wanted, bags, ...(tells !== undefined && { tells }) };
  postMessage(answer);
});
