import { type Worth, whatBinds } from '@chill/core/planning/binds.ts';
import { type LaidOut, layOut } from '@chill/core/planning/candidates.ts';
import { Improving } from '@chill/core/planning/improving.ts';
import { loadHighs } from '@chill/core/planning/loadHighs.ts';
import type { Picked } from '@chill/core/planning/problem.ts';
import { type ProposedPromise, proposedFrom } from '@chill/core/planning/proposed.ts';
import type { SeasonToPlan } from '@chill/core/planning/season.ts';
import { gapOf, solve } from '@chill/core/planning/solve.ts';
import { isLanguage, speak } from '@chill/words/language.ts';
import wasm from 'highs/runtime?url';

// A worker is named by the language of the page that made it.
if (isLanguage(self.name)) speak(self.name);

/** What comes of a season while it is planned: a plan that is better than the one before; how much better any plan could be, as far as that is proven; the end; then what binds. */
export type SeasonSaid =
  | { said: 'plan'; promises: ProposedPromise[] }
  | { said: 'gap'; gap: number }
  | { said: 'done' }
  | { said: 'worth'; worth: Worth }
  | { said: 'weighed' }
  | { said: 'failed' };

/** A plan is as good as the best once no other can keep so much more of what is promised; longer than this nobody waits, s. */
const GAP = 0.001;
const LIMIT_S = 20;
/** Rounds that make the first plan better before the solver begins, in parts, each shown. */
const PARTS = 3;
const ROUNDS = 500;

const tell = (said: SeasonSaid) => postMessage(said);

addEventListener('message', async ({ data: season }: MessageEvent<SeasonToPlan>) => {
  try {
    await planned(season);
  } catch {
    // Nobody hears of a worker's rejected promise otherwise.
    tell({ said: 'failed' });
  }
});

async function planned(season: SeasonToPlan): Promise<void> {
  const loading = loadHighs({ locateFile: () => wasm });
  let cost = Number.POSITIVE_INFINITY;
  const show = (laidOut: LaidOut, best: { picked: Picked; cost: number }) => {
    if (best.cost >= cost) return;
    cost = best.cost;
    tell({ said: 'plan', promises: proposedFrom(season, laidOut, best.picked) });
  };
  const hurried = layOut(season, true);
  show(hurried, new Improving(hurried.problem).best);
  const laidOut = layOut(season);
  const { problem } = laidOut;
  const improving = new Improving(problem);
  for (let part = 0; part < PARTS; part++) show(laidOut, improving.improve(ROUNDS));
  const solved = solve(await loading, problem, {
    gap: GAP,
    limit_s: LIMIT_S,
    start: improving.best.picked,
    onward: (so) => {
      show(laidOut, so);
      tell({ said: 'gap', gap: gapOf(problem, so) });
    },
  });
  show(laidOut, solved);
  tell({ said: 'gap', gap: gapOf(problem, solved) });
  tell({ said: 'done' });
  for (const worth of whatBinds(season, laidOut, solved.picked)) tell({ said: 'worth', worth });
  tell({ said: 'weighed' });
}
