import { say } from '@chill/words/nextYear.ts';
import { useResults } from '../../data/results.ts';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { Losses } from './Losses.tsx';
import { Recipes, WorthTrial } from './Recipes.tsx';
import { ResultsPages } from './ResultsPages.tsx';
import { useRecipes } from './useRecipes.ts';

/** What to do next year: the recipe of each species against what was done, the trial most worth making, and what was lost most. */
export default function NextYearPage() {
  const { data } = useResults();
  const next = useRecipes();
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{say('nextYear')}</h1>
      <ResultsPages />
      {!data ? (
        <Waiting />
      ) : data.outcomes.length === 0 ? (
        <p className="mt-3 max-w-prose text-lg">{say('noneYet')}</p>
      ) : (
        <>
          <h2 className="mt-6">{say('recipes')}</h2>
          <Recipes recipes={next.recipes} />
          {!next.done && (
            <p className="text-ink2" role="status">
              {say('working')}
            </p>
          )}
          <h2 className="mt-8">{say('trial')}</h2>
          <WorthTrial next={next} />
          <h2 className="mt-8">{say('largest')}</h2>
          <Losses outcomes={data.outcomes} />
        </>
      )}
    </section>
  );
}
