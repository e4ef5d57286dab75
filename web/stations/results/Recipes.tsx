import type { Recipe, Way } from '@chill/core/results/recipe.ts';
import { say } from '@chill/words/nextYear.ts';
import { Link } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import type { NextYear } from './useRecipes.ts';

/** Less cold than this is not told. */
const A_WEEK = 7;
const coldSaid = ({ cold_days }: Pick<Way, 'cold_days'>) =>
  cold_days >= A_WEEK ? `, ${say('coldWeeks', { count: Math.round(cold_days / A_WEEK) })}` : '';

/** The recipe of each species now against what was done, those that gain most first. */
export function Recipes({ recipes }: { recipes: readonly Recipe[] }) {
  return (
    <ul className="max-w-5xl">
      {recipes.map((recipe) => (
        <RecipeLine key={recipe.speciesId} recipe={recipe} />
      ))}
    </ul>
  );
}

function RecipeLine({ recipe: { speciesId, plants, now, was, gain, sure } }: { recipe: Recipe }) {
  const { handbook } = useNursery();
  const species = handbook.find(({ id }) => id === speciesId);
  const better = was && now.methodId !== was.methodId && gain >= 1;
  return (
    <li className="grid break-inside-avoid gap-x-8 border-t border-line py-2 desk:grid-cols-[minmax(0,15rem)_minmax(0,1fr)]">
      <b className="font-[560]">{species?.common[0] ?? speciesId}</b>
      <span>
        <span className="block">
          {say('methodLine', { method: now.name, cold: coldSaid(now), plants: now.ofHundred })}
          {now.seeds !== undefined && <span className="text-ink2">; {say('seedsFor', { seeds: now.seeds, plants })}</span>}
        </span>
        {was && (
          <span className="block text-[0.95rem] text-ink2">
            {say('was', { code: was.code, method: was.name, cold: coldSaid(was), came: was.came })}
          </span>
        )}
        {was && (
          <span className={`block text-[0.95rem] ${better ? 'font-semibold' : 'text-ink2'}`}>
            {better
              ? say('gain', { gain, sure: Math.min(99, Math.round(sure * 100)) })
              : say(now.methodId === was.methodId ? 'best' : 'alike')}
          </span>
        )}
      </span>
    </li>
  );
}

/** The trial most worth making next year, or that none is. */
export function WorthTrial({ next: { trial, done } }: { next: NextYear }) {
  const { handbook, lots } = useNursery();
  if (!done) return <p className="text-ink2">{say('working')}</p>;
  if (!trial) return <p className="max-w-prose text-ink2">{say('trialNone')}</p>;
  const species = handbook.find(({ id }) => id === trial.speciesId)?.common[0] ?? trial.speciesId;
  const lot = lots.filter(({ speciesId }) => speciesId === trial.speciesId).sort((a, b) => b.unassigned - a.unassigned)[0];
  const { best, other, worth, stock, perArm } = trial;
  return (
    <p className="max-w-prose">
      {2 * perArm > stock
        ? say('trialTooMuch', { species, best, other, worth, stock, perArm })
        : say('trialSaid', { species, best, other, worth, stock, perArm, chance: Math.round(trial.chance * 100) })}{' '}
      {lot && (
        <Link to={`/plan?lot=${lot.id}`} className="quiet screen-only">
          {say('planTrial')}
        </Link>
      )}
    </p>
  );
}
