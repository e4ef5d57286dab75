import { type Learned, learnSpecies } from '@chill/core/results/learned.ts';
import { type LotsApart, lotsApart } from '@chill/core/results/lotsApart.ts';
import type { LotTest } from '@chill/model/lot.ts';
import type { OwnFigure } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';

/** The species of which something was grown or tested, as the nursery has them, what came of it, and what tests of its lots showed. */
export interface LearnQuestion {
  species: Species[];
  outcomes: Outcome[];
  figures: OwnFigure[];
  tests: LotTest[];
}

/** What was learned of one species, as it is found; at the end nothing more. */
export type LearnAnswer = { speciesId: string; learned: Learned; apart: LotsApart[] } | { done: true };

const tell = (answer: LearnAnswer) => postMessage(answer);

// A grid for each species is gone through: more than a frame's work.
addEventListener('message', ({ data: { species, outcomes, figures, tests } }: MessageEvent<LearnQuestion>) => {
  for (const one of species) {
    tell({ speciesId: one.id, learned: learnSpecies(one, outcomes, figures, tests), apart: lotsApart(one, outcomes) });
  }
  tell({ done: true });
});
