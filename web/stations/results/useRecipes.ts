import { stocked } from '@chill/core/nursery/stocked.ts';
import type { Recipe } from '@chill/core/results/recipe.ts';
import { useEffect, useMemo, useState } from 'react';
import { useLearned } from '../../data/learned.ts';
import { useNursery } from '../../data/nursery.ts';
import { useResults } from '../../data/results.ts';
import type { RecipesAnswer, RecipesQuestion } from '../../workers/recipes.ts';

type Trial = Extract<RecipesAnswer, { done: true }>['trial'];

/** What is worked out of next year so far: the recipes found, and once all are, the trial most worth making. */
export interface NextYear {
  recipes: Recipe[];
  trial: Trial;
  done: boolean;
}

const NOTHING: NextYear = { recipes: [], trial: undefined, done: false };

/** Next year's recipes, worked out beside the page. */
export function useRecipes(): NextYear {
  const { nursery, placesAsMeasured: places, rot, today, lots } = useNursery();
  const known = useLearned();
  const { data } = useResults();
  const [found, setFound] = useState(NOTHING);
  const question = useMemo((): RecipesQuestion | undefined => {
    if (!known?.done || !data) return undefined;
    const grown = new Set(data.outcomes.map(({ speciesId }) => speciesId));
    return {
      kitchen: { nursery, places, rot, today },
      species: known.forPlans.filter(({ id }) => grown.has(id)),
      outcomes: data.outcomes,
      lots: lots.filter(({ unassigned }) => unassigned > 0).map((lot) => stocked(lot)),
    };
  }, [known, data, nursery, places, rot, today, lots]);
  useEffect(() => {
    if (!question) return;
    setFound(NOTHING);
    const worker = new Worker(new URL('../../workers/recipes.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data: answer }: MessageEvent<RecipesAnswer>) =>
      setFound((before) =>
        'recipe' in answer
          ? { ...before, recipes: [...before.recipes, answer.recipe].sort((a, b) => b.gain - a.gain) }
          : { ...before, trial: answer.trial, done: true },
      ),
    );
    worker.postMessage(question);
    return () => worker.terminate();
  }, [question]);
  return found;
}
