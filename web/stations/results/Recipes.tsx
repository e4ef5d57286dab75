// The reasons come from a worker as sentences not yet said: whoever says them has to know the words.
import '@chill/core/tell/explain.ts';
import type { Recipe, Way } from '@chill/core/results/recipe.ts';
import { say } from '@chill/words/nextYear.ts';
import { Link } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { WhyNote } from '../../kit/told/WhyNote.tsx';
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

/** What the new way brings over the last one, expected against expected; and where the method is the same, what is changed of it. */
function comparison({ now, was, gain, sure }: Recipe & { was: NonNullable<Recipe['was']> }): { text: string; better: boolean } {
  const more = gain >= 1;
  if (now.methodId !== was.methodId) {
    const better = more && sure >= 0.5;
    return { better, text: better ? say('gain', { gain, sure: Math.min(99, Math.round(sure * 100)) }) : say('alike') };
  }
  const weeks = Math.round((now.cold_days - was.cold_days) / A_WEEK);
  if (weeks === 0) return { better: false, text: say('best') };
  const change = say(weeks > 0 ? 'weeksMore' : 'weeksLess', { count: Math.abs(weeks) });
  return { better: more, text: more ? say('sameGains', { change, gain }) : say('sameAsMany', { change }) };
}

function RecipeLine({ recipe }: { recipe: Recipe }) {
  const { speciesId, plants, now, was, why, whyCold, lotId } = recipe;
  const { handbook } = useNursery();
  const species = handbook.find(({ id }) => id === speciesId);
  const compared = was && comparison({ ...recipe, was });
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
            {say('was', { code: was.code, method: was.name, cold: coldSaid(was), plants: was.ofHundred, came: was.came })}
          </span>
        )}
        {compared && <span className={`block text-[0.95rem] ${compared.better ? 'font-semibold' : 'text-ink2'}`}>{compared.text}</span>}
        <span className="flex flex-wrap items-baseline gap-x-6 screen-only">
          <WhyNote why={why} ask={say('whySeeds')} />
          {whyCold && <WhyNote why={whyCold} ask={say('whyCold')} />}
          <Link
            to={lotId ? `/plan?${new URLSearchParams({ lot: lotId })}` : `/seeds/new?${new URLSearchParams({ species: speciesId })}`}
            className="quiet"
          >
            {say(lotId ? 'planIt' : 'addLot')}
          </Link>
        </span>
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
