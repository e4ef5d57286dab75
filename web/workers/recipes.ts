import type { StockedLot } from '@chill/core/nursery/stocked.ts';
import { seedsPerArm } from '@chill/core/results/armSize.ts';
import { type Kitchen, type OpenQuestion, type Recipe, recipeFor } from '@chill/core/results/recipe.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';

/** The species that were grown, as plans take them, what came of them, and the seed that is left. */
export interface RecipesQuestion {
  kitchen: Kitchen;
  species: Species[];
  outcomes: Outcome[];
  lots: StockedLot[];
}

/** The recipes as they are found; at the end the trial most worth making, with the seeds that each arm of it takes. */
export type RecipesAnswer = { recipe: Recipe } | { done: true; trial?: WorthTrial };

/** A trial worth making, and the seeds that each arm of it takes, which may be more than there are. */
export type WorthTrial = OpenQuestion & { perArm: number };

const tell = (answer: RecipesAnswer) => postMessage(answer);

addEventListener('message', ({ data: { kitchen, species, outcomes, lots } }: MessageEvent<RecipesQuestion>) => {
  const questions: OpenQuestion[] = [];
  for (const one of species) {
    const mine = lots.filter(({ speciesId }) => speciesId === one.id);
    const recipe = recipeFor(one, outcomes, mine, kitchen);
    if (!recipe) continue;
    tell({ recipe });
    if (recipe.trial) questions.push(recipe.trial);
  }
  questions.sort((a, b) => b.worth - a.worth);
  const trials = questions.flatMap((question): WorthTrial[] => {
    const [a, b] = question.shares;
    return a === b ? [] : [{ ...question, perArm: seedsPerArm(a, b) }];
  });
  // One that there is seed for comes before one that would be worth more.
  const trial = trials.find(({ perArm, stock }) => 2 * perArm <= stock) ?? trials[0];
  tell({ done: true, ...(trial && { trial }) });
});
