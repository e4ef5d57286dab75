import type { Look } from '@chill/core/results/compare.ts';
import { bootstrap, type Fitted, fitSprouting, type TimesRange } from '@chill/core/results/fit.ts';

/** Counts to be fitted; `name` seeds what is dealt again. */
export interface FitQuestion {
  looks: Look[];
  name: string;
}

/** First the fit, then how far its ranges are, 0 to 1, and at last the ranges; none where there is too little to deal again. */
export type FitAnswer = { fitted: Fitted } | { done: number } | { ranges: TimesRange | undefined };

const tell = (answer: FitAnswer) => postMessage(answer);

addEventListener('message', ({ data: { looks, name } }: MessageEvent<FitQuestion>) => {
  const fitted = fitSprouting(looks);
  tell({ fitted });
  if (!('law' in fitted)) return;
  const dealing = bootstrap(looks, name);
  let step = dealing.next();
  while (!step.done) {
    tell({ done: step.value });
    step = dealing.next();
  }
  tell({ ranges: step.value });
});
