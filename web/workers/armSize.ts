import { seedsPerArm, smallestDifference } from '@chill/core/results/armSize.ts';

/** A question about the arms of a trial: how many seeds tell `base` from `other`, and what `seeds` a side would tell. */
export interface ArmQuestion {
  base: number;
  other: number;
  seeds?: number;
}

export interface ArmAnswer extends ArmQuestion {
  wanted: number;
  tells?: number;
}

// Enumerating every outcome takes longer than a frame, so it is done here.
addEventListener('message', ({ data }: MessageEvent<ArmQuestion>) => {
  const tells = data.seeds !== undefined && data.seeds >= 2 ? smallestDifference(data.base, data.seeds) : undefined;
  const answer: ArmAnswer = { ...data, wanted: seedsPerArm(data.base, data.other), ...(tells !== undefined && { tells }) };
  postMessage(answer);
});
