import { randomFrom } from '@chill/core/chance/random.ts';
import { type WinterAnswer, WinterCount, type WinterQuestion } from '@chill/core/winter/enough.ts';

/** Winters are made in parts of this many, with a word on how far it is after each; what they say so far is told after the first and halfway. */
const PART = 50;

export type WintersSaid = { said: 'progress'; share: number; so_far?: WinterAnswer } | { said: 'answer'; answer: WinterAnswer };

addEventListener('message', async ({ data }: MessageEvent<WinterQuestion>) => {
  const count = new WinterCount(data);
  // The same question has the same winters: an answer does not flicker.
  const random = randomFrom('winters');
  while (count.done < data.winters) {
    count.add(Math.min(PART, data.winters - count.done), random);
    const tells = count.done === PART || Math.abs(count.done - data.winters / 2) < PART / 2;
    const share = count.done / data.winters;
    if (share < 1) postMessage({ said: 'progress', share, ...(tells && { so_far: count.answer() }) } satisfies WintersSaid);
    await new Promise((resolve) => setTimeout(resolve));
  }
  postMessage({ said: 'answer', answer: count.answer() } satisfies WintersSaid);
});
