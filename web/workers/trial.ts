import { type TrialVerdict, trialVerdict } from '@chill/core/results/trial.ts';
import type { Outcome } from '@chill/model/outcome.ts';

/** What came of the arms so far, and how many seeds of each batch are still to come. */
export interface TrialQuestion {
  outcomes: Outcome[];
  open: Record<string, number>;
  /** Whether their seeds were dealt at random. */
  dealt: boolean;
}

export type TrialAnswer = TrialVerdict;

// How many seeds would settle it is found by enumerating every outcome, which takes longer than a frame.
addEventListener('message', ({ data: { outcomes, open, dealt } }: MessageEvent<TrialQuestion>) => {
  postMessage(trialVerdict(outcomes, (batchId) => open[batchId] ?? 0, dealt) satisfies TrialAnswer);
});
